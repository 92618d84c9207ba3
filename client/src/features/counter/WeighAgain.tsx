import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { SPACE } from '../../ui/theme';

/** A measured value far from what was expected: asked about before it is taken. */
export function WeighAgain({
  words,
  onAgain,
  onKeep,
}: {
  words: string;
  onAgain: () => void;
  onKeep: () => void;
}) {
  return (
    <Notice
      kind="caution"
      action={
        <View style={styles.row}>
          <Button label="Weigh again" kind="main" counter onPress={onAgain} />
          <Button label="It is right" hint="It is right: keep this figure" counter onPress={onKeep} />
        </View>
      }
    >
      {words}
    </Notice>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
