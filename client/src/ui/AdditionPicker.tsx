import type { Addition, Pantry } from '@humble-churn/core';
import { ADDITION_TABLE, isOwnAddition } from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from './Button';
import { Choice } from './Choice';
import { Plus } from './icons';
import { SPACE } from './theme';

interface Props {
  pantry: Pantry;
  /** Keys that stand there already. */
  without: readonly string[];
  /** Others that can be put in here. */
  more?: readonly Addition[];
  label?: string;
  onPick: (addition: Addition) => void;
}

/** One more addition, from a list that opens: the table's and the cook's own. */
export function AdditionPicker({ pantry, without, more = [], label = 'Something else', onPick }: Props) {
  const [open, setOpen] = useState(false);
  const own = pantry.own.filter(isOwnAddition).filter((one) => !one.archived);
  const offered = [...ADDITION_TABLE, ...more, ...own].filter(
    ({ key }) => key !== 'water' && !without.includes(key),
  );
  return (
    <View style={styles.picker}>
      <View style={styles.row}>
        <Button
          label={open ? 'Close the list' : label}
          icon={Plus}
          kind="quiet"
          onPress={() => setOpen(!open)}
        />
      </View>
      {open && (
        <Choice
          label="What goes in"
          value={null}
          onChange={(key) => {
            const found = offered.find((one) => one.key === key);
            setOpen(false);
            if (found) onPick(found);
          }}
          options={offered.map(({ key, name }) => ({ value: key, label: name }))}
        />
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  picker: { gap: SPACE.small },
  row: { flexDirection: 'row', flexWrap: 'wrap' },
});
