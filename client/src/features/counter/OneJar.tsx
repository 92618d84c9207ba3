import type { Addition, HandDose, NewJar, Pantry } from '@humble-churn/core';
import { findAddition, firstDoseG, usualDoseUnit } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { AdditionCaution } from '../../ui/AdditionCaution';
import { AdditionPicker } from '../../ui/AdditionPicker';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { HandDoseField } from '../../ui/HandDoseField';
import { MeasureField } from '../../ui/MeasureField';
import { NameField } from '../../ui/NameField';
import { Toggle } from '../../ui/Toggle';
import { Trash2 } from '../../ui/icons';
import { useMeasures } from '../../ui/measures';
import { SPACE, useColours } from '../../ui/theme';

/** A jar holds at most so much, mL. */
const MOST_ML = 60_000;

interface Props {
  jar: NewJar;
  number: number;
  pantry: Pantry;
  onChange: (to: Partial<NewJar>) => void;
  /** Something of it, as it stands typed, cannot be read; or can again. */
  onUnread: (on: boolean) => void;
  onRemove: (() => void) | null;
}

/** One jar: its name, what is in it, what is stirred into it alone, and where it goes. */
export function OneJar({ jar, number, pantry, onChange, onUnread, onRemove }: Props) {
  const colour = useColours();
  return (
    <View style={[styles.jar, { borderColor: colour.line }]}>
      <View style={styles.fields}>
        <NameField
          label={`Name of jar ${number}`}
          value={jar.label}
          maxLength={40}
          onChange={(label) => onChange({ label })}
        />
        <MeasureField
          kind="volume"
          label="Milk in it"
          value={jar.volumeMl}
          range={{ min: 1, max: MOST_ML }}
          onValue={(volumeMl) => {
            onChange({ volumeMl });
            onUnread(false);
          }}
          onTrouble={() => onUnread(true)}
        />
      </View>
      <JarDoses jar={jar} number={number} pantry={pantry} onChange={onChange} onUnread={onUnread} />
      <View style={styles.pair}>
        <Choice
          label={`Where jar ${number} goes`}
          hideLabel
          value={jar.place}
          onChange={(place) => onChange({ place })}
          options={[
            { value: 'fridge', label: 'Fridge' },
            { value: 'freezer', label: 'Freezer' },
          ]}
        />
        <Toggle label="To carry" on={jar.carried === true} onChange={(carried) => onChange({ carried })} />
        {onRemove && (
          <Button
            label="Remove"
            hint={`Remove jar ${number}`}
            icon={Trash2}
            kind="quiet"
            onPress={onRemove}
          />
        )}
      </View>
    </View>
  );
}

/** A first amount for one jar: as much to a litre as is usual. */
function firstJarDose(
  addition: Addition,
  volumeMl: number,
  unit: NonNullable<HandDose['said']>['unit'],
): HandDose {
  const massG = firstDoseG(addition, volumeMl);
  return { addition: addition.key, massG, said: { unit, per: 'batch' } };
}

/** What is stirred into this jar alone. */
function JarDoses({ jar, number, pantry, onChange, onUnread }: Omit<Props, 'onRemove'>) {
  const measures = useMeasures();
  const doses = jar.doses ?? [];
  const set = (next: readonly HandDose[]): void => onChange({ doses: next });
  return (
    <>
      {doses.map((dose, i) => {
        const addition = findAddition(dose.addition, pantry);
        if (!addition) return null;
        return (
          <View key={dose.addition} style={styles.one}>
            <View style={styles.row}>
              <View style={styles.dose}>
                <HandDoseField
                  addition={addition}
                  label={`${addition.name} in jar ${number}`}
                  massG={dose.massG}
                  unit={dose.said?.unit ?? usualDoseUnit(dose.massG, addition, measures)}
                  onTrouble={() => onUnread(true)}
                  onDose={(massG, unit) => {
                    onUnread(false);
                    set(
                      doses.map((one, j) =>
                        j === i ? { ...one, massG, said: { unit, per: 'batch' } } : one,
                      ),
                    );
                  }}
                />
              </View>
              <Button
                label={`Remove ${addition.name.toLowerCase()}`}
                hint={`Remove ${addition.name.toLowerCase()} from jar ${number}`}
                icon={Trash2}
                iconOnly
                kind="quiet"
                onPress={() => set(doses.filter((_, j) => j !== i))}
              />
            </View>
            <AdditionCaution addition={addition} />
          </View>
        );
      })}
      <AdditionPicker
        pantry={pantry}
        without={doses.map(({ addition }) => addition)}
        label={`Only in jar ${number}…`}
        onPick={(addition) =>
          set([
            ...doses,
            firstJarDose(
              addition,
              jar.volumeMl,
              usualDoseUnit(firstDoseG(addition, jar.volumeMl), addition, measures),
            ),
          ])
        }
      />
    </>
  );
}

const styles = StyleSheet.create({
  jar: { gap: SPACE.small, borderWidth: 1, borderRadius: 10, padding: SPACE.medium },
  // What is wrong with one must not push it off its neighbour's line.
  fields: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-start', gap: SPACE.medium },
  pair: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: SPACE.medium },
  one: { gap: SPACE.small },
  row: { flexDirection: 'row', alignItems: 'flex-end', gap: SPACE.small },
  dose: { flex: 1, minWidth: 0 },
});
