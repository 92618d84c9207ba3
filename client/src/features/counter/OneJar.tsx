import type { NewJar, Pantry } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { HandDoseList } from '../../ui/HandDoseList';
import { MeasureField } from '../../ui/MeasureField';
import { NameField } from '../../ui/NameField';
import { Toggle } from '../../ui/Toggle';
import { Trash2 } from '../../ui/icons';
import type { placeOptions } from '../../ui/kitchenFridges';
import { filledInto, placeChoice } from '../../ui/kitchenFridges';
import { SPACE, useColours } from '../../ui/theme';

/** A jar holds at most so much, mL. */
const MOST_ML = 60_000;

interface Props {
  jar: NewJar;
  number: number;
  pantry: Pantry;
  /** Where it may go. */
  places: ReturnType<typeof placeOptions>;
  onChange: (to: Partial<NewJar>) => void;
  /** Something of it, as it stands typed, cannot be read; or can again. */
  onUnread: (on: boolean) => void;
  onRemove: (() => void) | null;
}

/** One jar: its name, what is in it, what is stirred into it alone, and where it goes. */
export function OneJar({ jar, number, pantry, places, onChange, onUnread, onRemove }: Props) {
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
      <HandDoseList
        doses={jar.doses ?? []}
        pantry={pantry}
        milkMl={jar.volumeMl}
        into={` in jar ${number}`}
        pick={`Only in jar ${number}…`}
        onDoses={(doses) => onChange({ doses })}
        onUnread={onUnread}
      />
      <View style={styles.pair}>
        <Choice
          label={`Where jar ${number} goes`}
          hideLabel
          value={placeChoice(jar)}
          onChange={(to) => onChange(filledInto(to))}
          options={places}
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

const styles = StyleSheet.create({
  jar: { gap: SPACE.small, borderWidth: 1, borderRadius: 10, padding: SPACE.medium },
  // What is wrong with one must not push it off its neighbour's line.
  fields: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-start', gap: SPACE.medium },
  pair: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: SPACE.medium },
});
