import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Trash2 } from '../../ui/icons';
import { SPACE, useColours } from '../../ui/theme';

/** One entry of a list, with the way to take it out. */
export function Entry({
  name,
  onRemove,
  children,
}: {
  name: string;
  onRemove: () => void;
  children: ReactNode;
}) {
  const colour = useColours();
  return (
    <View style={[styles.entry, { borderColor: colour.line }]}>
      {children}
      <View style={styles.row}>
        <Button label="Remove" hint={`Remove ${name}`} icon={Trash2} kind="quiet" onPress={onRemove} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  entry: { gap: SPACE.small, borderTopWidth: 1, paddingTop: SPACE.small },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium },
});
