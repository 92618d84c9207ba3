import { doseMessage } from '@humble-churn/contract';
import type { Addition, SaidDose } from '@humble-churn/core';
import { decimalMarkOf, readDose, sayDose, steppedDoseG } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { Button } from './Button';
import { EntryField } from './EntryField';
import { Minus, Plus } from './icons';
import { useMeasures } from './measures';
import { SPACE } from './theme';

interface Props {
  addition: Addition;
  label: string;
  massG: number;
  unit: SaidDose['unit'];
  /** Called with what is to go in, g, and how it was said. */
  onDose: (massG: number, unit: SaidDose['unit']) => void;
  focusFirst?: boolean;
  /** What stands in the field cannot be read. */
  onTrouble?: () => void;
}

/** An amount of an addition as a cook says it, typed or by less and more. */
export function HandDoseField({
  addition,
  label,
  massG,
  unit,
  onDose,
  focusFirst = false,
  onTrouble,
}: Props) {
  const measures = useMeasures();
  const name = addition.name.toLowerCase();
  const step = (more: boolean): void => {
    const next = steppedDoseG(massG, unit, more, addition, measures);
    if (next !== null) onDose(next, unit);
  };
  const shown = sayDose(massG, unit, addition, measures);
  return (
    <View style={styles.row}>
      <View style={[styles.field, { flexBasis: FRAME_PX + CHARACTER_PX * shown.length }]}>
        <EntryField
          stacked
          counter
          label={label}
          unit=""
          inputMode="text"
          shown={shown}
          focusFirst={focusFirst}
          {...(onTrouble && { onTrouble })}
          onText={(text) => {
            const read = readDose(text, addition, measures, unit, decimalMarkOf(measures.locale));
            if (!read.ok) return doseMessage(read, addition);
            if (!(read.massG > 0)) return 'Enter more than 0, or leave it out.';
            onDose(read.massG, read.unit);
            return null;
          }}
        />
      </View>
      <View style={styles.buttons}>
        <Button label={`Less ${name}`} icon={Minus} iconOnly counter onPress={() => step(false)} />
        <Button label={`More ${name}`} icon={Plus} iconOnly counter onPress={() => step(true)} />
      </View>
    </View>
  );
}

/** About so wide is a character of what is in, and the frame round it: "10 strawberries" is seen whole. */
const CHARACTER_PX = 12;
const FRAME_PX = 30;

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-end', gap: SPACE.small },
  field: { flexGrow: 1, flexShrink: 1, minWidth: 90 },
  buttons: { flexDirection: 'row', gap: SPACE.tight },
});
