import type { OwnIngredient } from '@humble-churn/core';
import { ADDITION_TABLE, MACHINES, NUT_TABLE } from '@humble-churn/core';
import type { ReactNode } from 'react';
import { useState } from 'react';
import type { Control } from 'react-hook-form';
import { useFieldArray } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { FormChoice, FormName, FormQuantity, FormToggle } from '../../ui/FormFields';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { Plus, Trash2 } from '../../ui/icons';
import { SPACE, useColours } from '../../ui/theme';
import { MACHINE_LABELS, STRAINER_LABELS } from '../../ui/recipeLabels';
import { Avoids } from './Avoids';
import type { SettingsForm } from './settingsForm';

interface Props {
  control: Control<SettingsForm>;
}

const NAME_TROUBLE = 'Give it a name of up to 40 letters.';
const MACHINE_OPTIONS = (['standard-jug', 'high-speed-jug', 'personal-cup', 'cold-press'] as const).map(
  (value) => ({ value, label: MACHINE_LABELS[value] }),
);
const STRAINER_OPTIONS = (['fine-bag', 'muslin', 'fine-sieve'] as const).map((value) => ({
  value,
  label: STRAINER_LABELS[value],
}));

/** One entry of a list, with the way to take it out. */
function Entry({ name, onRemove, children }: { name: string; onRemove: () => void; children: ReactNode }) {
  const colour = useColours();
  return (
    <View style={[styles.entry, { borderColor: colour.line }]}>
      {children}
      <View style={styles.row}>
        <Button label="Remove" hint={`Remove ${name}`} icon={Trash2} kind="quiet" onPress={onRemove} />
      </View>
    </View>
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
}: Props & {
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
            <FormQuantity
              control={control}
              name={`profile.${which}.${i}.volumeMl`}
              label="Holds"
              unit="mL"
              min={which === 'bowls' ? 100 : 30}
              max={10000}
              stacked={false}
            />
            <FormQuantity
              control={control}
              name={`profile.${which}.${i}.count`}
              label="How many"
              unit={`${one}s`}
              min={1}
              max={20}
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

/** Machines, strainers and jars as they stand in this kitchen. */
export function GearPanel({ control }: Props) {
  const machines = useFieldArray({ control, name: 'profile.machines' });
  const strainers = useFieldArray({ control, name: 'profile.strainers' });
  return (
    <Panel title="Gear">
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
              min={20}
              max={3000}
              optional
              stacked={false}
            />
            <FormQuantity
              control={control}
              name={`profile.machines.${i}.jugMl`}
              label="Holds to its brim"
              unit="mL"
              min={150}
              max={10000}
              optional
              stacked={false}
            />
            <FormQuantity
              control={control}
              name={`profile.machines.${i}.fillLineMl`}
              label="MAX line"
              unit="mL"
              min={150}
              max={8000}
              optional
              stacked={false}
            />
          </View>
          <Avoids control={control} name={`profile.machines.${i}.keptFrom`} label="Kept apart from" />
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
      <AppText kind="heading" level={3}>
        Strainers
      </AppText>
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
      <Vessels control={control} which="jars" heading="Jars" one="jar" usualMl={1000} />
      <Vessels control={control} which="bowls" heading="Soaking bowls" one="bowl" usualMl={1500}>
        <AppText tone="soft">
          None named means there is always one. A soak wants 4 mL for each gram of nuts.
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

/** Who drinks here, and what they avoid. */
export function PeoplePanel({ control }: Props) {
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
      <FormQuantity
        control={control}
        name="profile.glassMl"
        label="A glass in this house"
        unit="mL"
        min={50}
        max={1000}
      />
      <AppText kind="small" tone="soft">
        Anyone with a known allergy follows their own doctor; this app only reads what is written on packs.
      </AppText>
    </Panel>
  );
}

/** When the household is up, and when machines stay silent. */
export function HoursPanel({ control }: Props) {
  const trouble = 'A time such as 07:30.';
  const clock = (name: 'wakingFrom' | 'wakingTo' | 'quietFrom' | 'quietTo', label: string) => (
    <FormName control={control} name={`profile.${name}`} label={label} trouble={trouble} maxLength={5} />
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

/** What packs, the shop and the current cost. */
export function PricesPanel({
  control,
  currency,
  own,
}: Props & { currency: string; own: readonly OwnIngredient[] }) {
  const packs = useFieldArray({ control, name: 'profile.packs' });
  const [adding, setAdding] = useState(false);
  const named = [...NUT_TABLE, ...own, ...ADDITION_TABLE].filter(
    ({ key }) => key !== 'water' && key !== 'ice',
  );
  const nameOf = (key: string): string => named.find((one) => one.key === key)?.name ?? key;
  const money = { min: 0, max: 10_000, unit: currency };
  return (
    <Panel title="Prices">
      {packs.fields.map((field, i) => (
        <Entry
          key={field.id}
          name={`the price of ${nameOf(field.key).toLowerCase()}`}
          onRemove={() => packs.remove(i)}
        >
          <AppText kind="strong">{nameOf(field.key)}</AppText>
          <View style={styles.row}>
            <FormQuantity
              control={control}
              name={`profile.packs.${i}.packG`}
              label={`Pack of ${nameOf(field.key).toLowerCase()}`}
              unit="g"
              min={1}
              max={50_000}
              stacked={false}
            />
            <FormQuantity
              control={control}
              name={`profile.packs.${i}.price`}
              label={`Price of ${nameOf(field.key).toLowerCase()}`}
              {...money}
              stacked={false}
            />
          </View>
        </Entry>
      ))}
      {adding && (
        <Choice
          label="A pack of"
          value={null}
          onChange={(key) => {
            packs.append({ key, packG: 500, price: 0 });
            setAdding(false);
          }}
          options={named
            .filter(({ key }) => !packs.fields.some((one) => one.key === key))
            .map(({ key, name }) => ({ value: key, label: name }))}
        />
      )}
      <View style={styles.row}>
        <Button
          label={adding ? 'Cancel' : 'Add a pack'}
          {...(!adding && { icon: Plus })}
          onPress={() => setAdding(!adding)}
        />
      </View>
      <FormQuantity
        control={control}
        name="profile.shopPerL"
        label="A litre from the shop"
        {...money}
        optional
      />
      <FormQuantity
        control={control}
        name="profile.mealPerKg"
        label="A kilogram of bought nut meal"
        {...money}
        optional
      />
      <FormQuantity
        control={control}
        name="profile.perKWh"
        label="A kilowatt hour, for drying pulp"
        {...money}
        optional
      />
    </Panel>
  );
}

const styles = StyleSheet.create({
  entry: { gap: SPACE.small, borderTopWidth: 1, paddingTop: SPACE.small },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium },
});
