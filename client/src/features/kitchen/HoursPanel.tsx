import { StyleSheet, View } from 'react-native';
import { FormName } from '../../ui/FormFields';
import { Panel } from '../../ui/Panel';
import { SPACE } from '../../ui/theme';
import type { SettingsProps } from './settingsForm';

/** When the household is up, and when machines stay silent. */
export function HoursPanel({ control }: SettingsProps) {
  const trouble = 'A time such as 07:30.';
  const clock = (name: 'wakingFrom' | 'wakingTo' | 'quietFrom' | 'quietTo', label: string) => (
    <FormName
      control={control}
      name={`profile.${name}`}
      label={label}
      trouble={trouble}
      maxLength={5}
      stacked={false}
    />
  );
  return (
    <Panel title="Hours">
      <View style={styles.row}>
        {clock('wakingFrom', 'Somebody is up from')}
        {clock('wakingTo', 'until')}
      </View>
      <View style={styles.row}>
        {clock('quietFrom', 'Machines are silent from')}
        {clock('quietTo', 'to')}
      </View>
    </Panel>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium },
});
