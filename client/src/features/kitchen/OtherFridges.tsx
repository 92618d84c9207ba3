import { useFieldArray } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { FormMeasure, FormName } from '../../ui/FormFields';
import { Plus } from '../../ui/icons';
import { SPACE } from '../../ui/theme';
import { Entry } from './Entry';
import type { SettingsProps } from './settingsForm';
import { FREEZER_TROUBLE, NAME_TROUBLE } from './settingsForm';

const MOST = 4;
const USUAL_C = 4;

/** Fridges besides the first one: jars say in which they stand, and each has a log of its own. */
export function OtherFridges({ control }: SettingsProps) {
  const others = useFieldArray({ control, name: 'profile.otherFridges', keyName: 'row' });
  return (
    <>
      <AppText kind="heading" level={3}>
        Other fridges
      </AppText>
      {others.fields.length === 0 && (
        <AppText tone="soft">
          With a second fridge named here, a jar says in which one it stands and keeps by how warm that one
          is.
        </AppText>
      )}
      {others.fields.map((field, i) => (
        <Entry key={field.row} name={`other fridge ${i + 1}`} onRemove={() => others.remove(i)}>
          <FormName
            control={control}
            name={`profile.otherFridges.${i}.name`}
            label={`Name of fridge ${i + 2}`}
            trouble={NAME_TROUBLE}
            maxLength={40}
          />
          <FormMeasure
            control={control}
            name={`profile.otherFridges.${i}.tempC`}
            kind="temperature"
            label={`Fridge ${i + 2}, as a thermometer in it reads`}
            tooLow={FREEZER_TROUBLE}
          />
        </Entry>
      ))}
      {others.fields.length < MOST && (
        <View style={styles.row}>
          <Button
            label="Add a fridge"
            icon={Plus}
            onPress={() => others.append({ id: crypto.randomUUID(), name: '', tempC: USUAL_C })}
          />
        </View>
      )}
    </>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium } });
