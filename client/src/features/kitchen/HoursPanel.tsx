import { clockText, readClock } from '@humble-churn/core';
import { useState } from 'react';
import { Controller } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { NameField } from '../../ui/NameField';
import { Panel } from '../../ui/Panel';
import { useMeasures } from '../../ui/measures';
import { SPACE } from '../../ui/theme';
import type { SettingsProps } from './settingsForm';

/** When the household is up, and when machines stay silent. */
export function HoursPanel({ control }: SettingsProps) {
  return (
    <Panel title="Hours">
      <View style={styles.row}>
        <ClockField control={control} name="wakingFrom" label="Somebody is up from" />
        <ClockField control={control} name="wakingTo" label="until" />
      </View>
      <View style={styles.row}>
        <ClockField control={control} name="quietFrom" label="Machines are silent from" />
        <ClockField control={control} name="quietTo" label="to" />
      </View>
    </Panel>
  );
}

/** A time of day, typed and shown as the household writes it. */
function ClockField({
  control,
  name,
  label,
}: SettingsProps & { name: 'wakingFrom' | 'wakingTo' | 'quietFrom' | 'quietTo'; label: string }) {
  const writing = useMeasures();
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <Controller
      control={control}
      name={`profile.${name}`}
      render={({ field }) => {
        const read = readClock(field.value);
        return (
          <NameField
            label={label}
            value={typed ?? (read === null ? field.value : clockText(read, writing))}
            maxLength={9}
            error={read === null ? `A time such as ${clockText('07:30', writing)}.` : null}
            onChange={(text) => {
              setTyped(text);
              field.onChange(readClock(text) ?? text);
            }}
            onBlur={() => {
              field.onBlur();
              setTyped(null);
            }}
          />
        );
      }}
    />
  );
}

const styles = StyleSheet.create({
  // What is wrong with one must not push it off its neighbour's line.
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-start', gap: SPACE.medium },
});
