import type { Addition, HandDose, Pantry } from '@humble-churn/core';
import { findAddition, firstDoseG, usualDoseUnit } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { AdditionCaution } from './AdditionCaution';
import { AdditionPicker } from './AdditionPicker';
import { Button } from './Button';
import { HandDoseField } from './HandDoseField';
import { Trash2 } from './icons';
import { useMeasures } from './measures';
import { SPACE } from './theme';

interface Props {
  doses: readonly HandDose[];
  pantry: Pantry;
  /** The milk they go into, mL: what is offered first is by it. */
  milkMl: number;
  /** Where they go in, behind a name: ` in jar 2`; empty where that is plain. */
  into: string;
  /** What opens the list of what else there is. */
  pick: string;
  /** Others that can be put in here. */
  more?: readonly Addition[];
  onDoses: (next: readonly HandDose[]) => void;
  /** What is typed of one of them cannot be read; or can again. */
  onUnread: (on: boolean) => void;
}

/** Doses that go into a jar or a cup, each with its amount and what to watch, and one more. */
export function HandDoseList({ doses, pantry, milkMl, into, pick, more = [], onDoses, onUnread }: Props) {
  const measures = useMeasures();
  const set = (i: number, massG: number, unit: NonNullable<HandDose['said']>['unit']): void => {
    onUnread(false);
    onDoses(doses.map((one, j) => (j === i ? { ...one, massG, said: { unit, per: 'batch' } } : one)));
  };
  return (
    <>
      {doses.map((dose, i) => {
        const addition = findAddition(dose.addition, pantry);
        if (!addition) return null;
        return (
          <View key={dose.addition} style={styles.one}>
            <View style={styles.beside}>
              <View style={styles.dose}>
                <HandDoseField
                  addition={addition}
                  label={`${addition.name}${into}`}
                  massG={dose.massG}
                  unit={dose.said?.unit ?? usualDoseUnit(dose.massG, addition, measures)}
                  onTrouble={() => onUnread(true)}
                  onDose={(massG, unit) => set(i, massG, unit)}
                />
              </View>
              <Button
                label={`Leave out ${addition.name.toLowerCase()}${into}`}
                icon={Trash2}
                iconOnly
                kind="quiet"
                onPress={() => {
                  onUnread(false);
                  onDoses(doses.filter((_, j) => j !== i));
                }}
              />
            </View>
            <AdditionCaution addition={addition} />
          </View>
        );
      })}
      <AdditionPicker
        pantry={pantry}
        more={more}
        without={doses.map(({ addition }) => addition)}
        label={pick}
        onPick={(addition) => {
          const massG = firstDoseG(addition, milkMl);
          const unit = usualDoseUnit(massG, addition, measures);
          onDoses([...doses, { addition: addition.key, massG, said: { unit, per: 'batch' } }]);
        }}
      />
    </>
  );
}

const styles = StyleSheet.create({
  one: { gap: SPACE.small },
  beside: { flexDirection: 'row', alignItems: 'flex-end', gap: SPACE.small },
  dose: { flex: 1, minWidth: 0 },
});
