import { useFieldArray } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { FormMeasure, FormName } from '../../ui/FormFields';
import { Panel } from '../../ui/Panel';
import { Plus } from '../../ui/icons';
import { SPACE } from '../../ui/theme';
import { Avoids } from './Avoids';
import { Entry } from './Entry';
import type { SettingsProps } from './settingsForm';
import { NAME_TROUBLE } from './settingsForm';

/** Who drinks here, and what they avoid. */
export function PeoplePanel({ control }: SettingsProps) {
  const people = useFieldArray({ control, name: 'profile.people' });
  return (
    <Panel title="People">
      {people.fields.length === 0 && (
        <AppText tone="soft">
          Name who drinks here. The bench warns before a milk reaches the wrong cup.
        </AppText>
      )}
      {people.fields.map((field, i) => (
        <Entry key={field.id} name={`person ${i + 1}`} onRemove={() => people.remove(i)}>
          <FormName
            control={control}
            name={`profile.people.${i}.name`}
            label={`Name of person ${i + 1}`}
            trouble={NAME_TROUBLE}
            maxLength={40}
          />
          <Avoids control={control} name={`profile.people.${i}.avoids`} label="Avoids" />
        </Entry>
      ))}
      <View style={styles.row}>
        <Button label="Add a person" icon={Plus} onPress={() => people.append({ name: '', avoids: [] })} />
      </View>
      <FormMeasure control={control} name="profile.glassMl" kind="volume" label="A glass in this house" />
      <AppText kind="small" tone="soft">
        Anyone with a known allergy follows their own doctor; this app only reads what is written on packs.
      </AppText>
    </Panel>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium },
});
