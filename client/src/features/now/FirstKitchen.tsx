import type { KitchenPatch } from '@humble-churn/contract';
import { KitchenPatchSchema } from '@humble-churn/contract';
import type { Allergen, MachineKind, Person, Strainer } from '@humble-churn/core';
import { MEASURE_SETS, firstRecipe, suggestedMeasures } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AllergenToggles } from '../../ui/AllergenToggles';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { NameField } from '../../ui/NameField';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { Plus, Trash2 } from '../../ui/icons';
import { MACHINE_OPTIONS, SECOND_STRAINERS } from '../../ui/gearOptions';
import { STRAINER_LABELS } from '../../ui/recipeLabels';
import { SPACE } from '../../ui/theme';
import { layOnBench } from '../bench';
import type { KnownKitchen } from '../../wire/kitchen';
import { useChangeKitchen } from '../../wire/kitchen';

/** A press is asked for as a machine. */
const STRAINERS: readonly Strainer[] = [...SECOND_STRAINERS, 'none'];

/** Three questions to a kitchen that nobody has set up yet; all of it can be changed later. */
export function FirstKitchen({ kitchen }: { kitchen: KnownKitchen }) {
  const router = useRouter();
  const { mutate, isPending, error } = useChangeKitchen();
  const [measures, setMeasures] = useState(() => suggestedMeasures(navigator.language));
  const [machine, setMachine] = useState<MachineKind>(kitchen.machine);
  const [strainer, setStrainer] = useState<Strainer>(kitchen.strainer);
  const [people, setPeople] = useState<readonly Person[]>([]);
  const [unnamed, setUnnamed] = useState(false);
  const save = (patch: KitchenPatch, next?: () => void): void =>
    mutate(
      { patch: { ...patch, setUp: true }, key: crypto.randomUUID() },
      { ...(next && { onSuccess: next }) },
    );
  const answered = (): void => {
    if (people.some(({ name }) => name.trim() === '')) {
      setUnnamed(true);
      return;
    }
    const patch = KitchenPatchSchema.parse({
      ...MEASURE_SETS[measures],
      machine,
      strainer,
      profile: { people },
    });
    save(patch, () => {
      layOnBench(firstRecipe({ ...MEASURE_SETS[measures], machine, strainer, people }));
      router.navigate('/bench');
    });
  };
  return (
    <>
      <AppText>Three questions, and the first batch is worked out for your kitchen.</AppText>
      <Panel title="How do you measure?">
        <Choice
          label="How do you measure?"
          hideLabel
          value={measures}
          onChange={setMeasures}
          options={[
            { value: 'metric', label: 'Grams and millilitres', note: 'cups of 250 mL' },
            { value: 'us', label: 'Cups and ounces', note: 'US, °F, 7:30 am' },
            { value: 'british', label: 'British', note: 'g, mL, cups of 284 mL' },
            { value: 'australian', label: 'Australian', note: 'g, mL, spoons of 20 mL' },
          ]}
        />
      </Panel>
      <Panel title="What do you make it with?">
        <Choice label="Machine" value={machine} onChange={setMachine} options={MACHINE_OPTIONS} />
        <Choice
          label="Strainer"
          value={strainer}
          onChange={setStrainer}
          options={STRAINERS.map((value) => ({ value, label: STRAINER_LABELS[value] }))}
        />
      </Panel>
      <Panel title="Who must not have what?">
        <People people={people} unnamed={unnamed} onChange={setPeople} />
      </Panel>
      {error && <Notice kind="error">{error.message} Your answers still stand here.</Notice>}
      <View style={styles.row}>
        <Button label="Work out the first batch" kind="main" busy={isPending} onPress={answered} />
        <Button label="Skip the questions" kind="quiet" onPress={() => save({})} />
      </View>
    </>
  );
}

/** Those who avoid something, by name. */
function People({
  people,
  unnamed,
  onChange,
}: {
  people: readonly Person[];
  /** Names that are missing are asked for. */
  unnamed: boolean;
  onChange: (people: readonly Person[]) => void;
}) {
  const put = (index: number, next: Partial<Person>): void =>
    onChange(people.map((one, i) => (i === index ? { ...one, ...next } : one)));
  return (
    <>
      <AppText tone="soft">
        {people.length === 0
          ? 'Nobody so far. Whoever you name here is warned for before a milk reaches the wrong cup.'
          : 'Anyone with a known allergy follows their own doctor; this app only reads what is written on packs.'}
      </AppText>
      {people.map(({ name, avoids }, i) => (
        <View key={i} style={styles.person}>
          <View style={styles.row}>
            <NameField
              label={`Name of person ${i + 1}`}
              value={name}
              maxLength={40}
              error={unnamed && name.trim() === '' ? 'Give a name, or take this person out.' : null}
              onChange={(next) => put(i, { name: next })}
            />
            <Button
              label={`Remove person ${i + 1}`}
              icon={Trash2}
              iconOnly
              kind="quiet"
              onPress={() => onChange(people.filter((_, j) => j !== i))}
            />
          </View>
          <AllergenToggles
            label="Avoids"
            chosen={avoids}
            onChange={(next: Allergen[]) => put(i, { avoids: next })}
          />
        </View>
      ))}
      <View style={styles.row}>
        <Button
          label="Add a person"
          icon={Plus}
          onPress={() => onChange([...people, { name: '', avoids: [] }])}
        />
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-end', gap: SPACE.medium },
  person: { gap: SPACE.small },
});
