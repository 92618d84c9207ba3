import { MACHINES, POWER_OF_RATED } from '@humble-churn/core';
import type { ReactNode } from 'react';
import { useFieldArray } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { FormChoice, FormMeasure, FormName, FormQuantity, FormToggle } from '../../ui/FormFields';
import { Panel } from '../../ui/Panel';
import { Plus } from '../../ui/icons';
import { MACHINE_OPTIONS, SECOND_STRAINERS } from '../../ui/gearOptions';
import { STRAINER_LABELS } from '../../ui/recipeLabels';
import { SPACE } from '../../ui/theme';
import { Avoids } from './Avoids';
import { Entry } from './Entry';
import type { SettingsProps } from './settingsForm';
import { NAME_TROUBLE } from './settingsForm';

const STRAINER_OPTIONS = SECOND_STRAINERS.map((value) => ({
  value,
  label: STRAINER_LABELS[value],
}));

/** Machines, strainers and jars as they stand in this kitchen. */
export function GearPanel({ control }: SettingsProps) {
  return (
    <Panel title="Gear">
      <Machines control={control} />
      <Strainers control={control} />
      <Vessels control={control} which="jars" heading="Jars" one="jar" usualMl={1000}>
        <AppText tone="soft">Named here, your jars can be asked for by name in Days.</AppText>
      </Vessels>
      <Vessels control={control} which="bowls" heading="Soaking bowls" one="bowl" usualMl={1500}>
        <AppText tone="soft">
          None named means there is always one. A soak wants four times as much room as the nuts weigh.
        </AppText>
      </Vessels>
      <FormChoice
        control={control}
        name="profile.scaleStepG"
        label="The scale steps by"
        options={[1, 2, 5].map((value) => ({ value, label: `${value} g` }))}
      />
      <FormToggle
        control={control}
        name="profile.simulatedDevices"
        label="Simulated scale and thermometer"
        note="offered at the counter, for trying it without them"
      />
    </Panel>
  );
}

/** Its jugs and presses. */
function Machines({ control }: SettingsProps) {
  const machines = useFieldArray({ control, name: 'profile.machines' });
  return (
    <>
      <AppText kind="heading" level={3}>
        Machines
      </AppText>
      {machines.fields.length === 0 && (
        <AppText tone="soft">
          With your own jug’s fill line and power, loads and seconds are yours and not the usual ones.
        </AppText>
      )}
      {machines.fields.map((field, i) => (
        <Entry key={field.id} name={`machine ${i + 1}`} onRemove={() => machines.remove(i)}>
          <Machine control={control} i={i} />
        </Entry>
      ))}
      <View style={styles.row}>
        <Button
          label="Add a machine"
          icon={Plus}
          onPress={() => {
            const { kind, powerW, fillLineMl } = MACHINES['standard-jug'];
            machines.append({ name: '', kind, powerW, jugMl: null, fillLineMl, keptFrom: [] });
          }}
        />
      </View>
    </>
  );
}

function Machine({ control, i }: SettingsProps & { i: number }) {
  return (
    <>
      <FormName
        control={control}
        name={`profile.machines.${i}.name`}
        label={`Name of machine ${i + 1}`}
        trouble={NAME_TROUBLE}
        maxLength={40}
      />
      <FormChoice
        control={control}
        name={`profile.machines.${i}.kind`}
        label="What it is"
        options={MACHINE_OPTIONS}
      />
      <View style={styles.row}>
        <FormQuantity
          control={control}
          name={`profile.machines.${i}.powerW`}
          label="Blender power"
          unit="W"
          optional
          stacked={false}
        />
        <FormQuantity
          control={control}
          name={`profile.machines.${i}.powerW`}
          label="Or rated power, on its plate"
          unit="W"
          per={POWER_OF_RATED}
          note="About half of it reaches the mix: an estimate."
          optional
          stacked={false}
        />
        <FormMeasure
          control={control}
          name={`profile.machines.${i}.jugMl`}
          label="Holds to its brim"
          kind="volume"
          optional
          stacked={false}
        />
        <FormMeasure
          control={control}
          name={`profile.machines.${i}.fillLineMl`}
          label="MAX line"
          kind="volume"
          optional
          stacked={false}
        />
      </View>
      <Avoids control={control} name={`profile.machines.${i}.keptFrom`} label="Kept apart from" />
    </>
  );
}

/** Its bags, cloths and sieves. */
function Strainers({ control }: SettingsProps) {
  const strainers = useFieldArray({ control, name: 'profile.strainers' });
  return (
    <>
      <AppText kind="heading" level={3}>
        Strainers
      </AppText>
      {strainers.fields.length === 0 && (
        <AppText tone="soft">
          Named here, your bags and sieves stand on the bench by name, with what each is kept apart from.
        </AppText>
      )}
      {strainers.fields.map((field, i) => (
        <Entry key={field.id} name={`strainer ${i + 1}`} onRemove={() => strainers.remove(i)}>
          <FormName
            control={control}
            name={`profile.strainers.${i}.name`}
            label={`Name of strainer ${i + 1}`}
            trouble={NAME_TROUBLE}
            maxLength={40}
          />
          <FormChoice
            control={control}
            name={`profile.strainers.${i}.kind`}
            label="What it is"
            options={STRAINER_OPTIONS}
          />
          <Avoids control={control} name={`profile.strainers.${i}.keptFrom`} label="Kept apart from" />
        </Entry>
      ))}
      <View style={styles.row}>
        <Button
          label="Add a strainer"
          icon={Plus}
          onPress={() => strainers.append({ name: '', kind: 'fine-bag', keptFrom: [] })}
        />
      </View>
    </>
  );
}

/** Jars or bowls: a name, what one holds, how many there are. */
function Vessels({
  control,
  which,
  heading,
  one,
  usualMl,
  children,
}: SettingsProps & {
  which: 'jars' | 'bowls';
  heading: string;
  one: string;
  usualMl: number;
  /** Said while there are none. */
  children?: ReactNode;
}) {
  const list = useFieldArray({ control, name: `profile.${which}` });
  return (
    <>
      <AppText kind="heading" level={3}>
        {heading}
      </AppText>
      {list.fields.length === 0 && children}
      {list.fields.map((field, i) => (
        <Entry key={field.id} name={`${one} ${i + 1}`} onRemove={() => list.remove(i)}>
          <FormName
            control={control}
            name={`profile.${which}.${i}.name`}
            label={`Name of ${one} ${i + 1}`}
            trouble={NAME_TROUBLE}
            maxLength={40}
          />
          <View style={styles.row}>
            <FormMeasure
              control={control}
              name={`profile.${which}.${i}.volumeMl`}
              label="Holds"
              kind="volume"
              stacked={false}
            />
            <FormQuantity
              control={control}
              name={`profile.${which}.${i}.count`}
              label="How many"
              unit={`${one}s`}
              stacked={false}
            />
          </View>
        </Entry>
      ))}
      <View style={styles.row}>
        <Button
          label={`Add a ${one}`}
          icon={Plus}
          onPress={() => list.append({ name: '', volumeMl: usualMl, count: 1 })}
        />
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium },
});
