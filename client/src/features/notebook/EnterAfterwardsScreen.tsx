import { hygieneAsked, hygieneFailed, jarsToFill, strainersOf } from '@humble-churn/core';
import type { Hygiene, Recipe } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { MeasureField } from '../../ui/MeasureField';
import { NameField } from '../../ui/NameField';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { QueryFallback } from '../../ui/QueryFallback';
import { Screen } from '../../ui/Screen';
import { SPACE } from '../../ui/theme';
import type { RecordableEvent } from '../../wire/batches';
import { useRecordTo, useStartBatch } from '../../wire/batches';
import { serverNowMs } from '../../wire/clock';
import type { KnownKitchen } from '../../wire/kitchen';
import { useKitchen } from '../../wire/kitchen';
import { useRecipes } from '../../wire/recipes';
import { HygieneAnswers } from '../counter';
import { PastDay, usePastMoment } from '../days';

/** A batch can be entered so many days later at most: a server takes no older news. */
const DAYS_BACK = 13;
/** Between the beginning of such a batch and its jars in the log, ms. */
const BEFORE_JARS_MS = 60_000;

/** A batch that was made without the app: what, when, and how much came of it. */
export function EnterAfterwardsScreen() {
  const kitchen = useKitchen();
  const recipes = useRecipes('in-use');
  if (!kitchen.data || !recipes.data) {
    return <QueryFallback title="A batch made before" what="the recipes" queries={[kitchen, recipes]} />;
  }
  return <EnterAfterwards kitchen={kitchen.data} recipes={recipes.data.map(({ recipe }) => recipe)} />;
}

function EnterAfterwards({ kitchen, recipes }: { kitchen: KnownKitchen; recipes: readonly Recipe[] }) {
  const router = useRouter();
  const jarred = recipes.filter((recipe) => recipe.intoGlass !== true);
  const [chosen, setChosen] = useState<number | null>(jarred.length > 0 ? 0 : null);
  const recipe = chosen === null ? undefined : jarred[chosen];
  return (
    <Screen title="A batch made before">
      <Panel title="What did you make?">
        {jarred.length === 0 ? (
          <>
            <AppText>
              Nothing is in the recipe book yet. Put the batch together on the bench, save it, and come back.
            </AppText>
            <Button label="To the bench" onPress={() => router.navigate('/bench')} />
          </>
        ) : (
          <Choice
            label="Recipe"
            hideLabel
            value={chosen}
            onChange={setChosen}
            options={jarred.map(({ name }, value) => ({ value, label: name }))}
          />
        )}
      </Panel>
      {recipe && <WhatCameOfIt key={chosen} recipe={recipe} kitchen={kitchen} />}
    </Screen>
  );
}

/** What the log says of such a batch: the milk that came, in the household's jars in their order. */
function madeBefore(milkMl: number, hygiene: Hygiene, kitchen: KnownKitchen): RecordableEvent[] {
  const jars = jarsToFill(milkMl, kitchen.profile.jars).map(({ label, volumeMl }) => ({
    id: crypto.randomUUID(),
    label,
    volumeMl,
    place: 'fridge' as const,
  }));
  return [
    { type: 'entered-afterwards' },
    { type: 'measured', what: 'milk', reading: { volumeMl: milkMl } },
    { type: 'bottled', jars, scalded: hygieneFailed(hygiene).length === 0, hygiene },
  ];
}

function WhatCameOfIt({ recipe, kitchen }: { recipe: Recipe; kitchen: KnownKitchen }) {
  const router = useRouter();
  const start = useStartBatch();
  const recordTo = useRecordTo();
  // One batch however often the tap is tried.
  const key = useRef(crypto.randomUUID());
  const when = usePastMoment(kitchen, serverNowMs(), 0);
  const [milkMl, setMilkMl] = useState<number | null>(null);
  const [hygiene, setHygiene] = useState<Hygiene>({});
  const asked = hygieneAsked(strainersOf(recipe));
  const answered = asked.every((part) => hygiene[part] !== undefined);
  const save = (): void => {
    const { atMs } = when;
    if (atMs === null || milkMl === null) return;
    const agoMs = Math.max(0, serverNowMs() - atMs);
    const happenings = madeBefore(milkMl, hygiene, kitchen);
    start.mutate(
      { recipe, own: [], key: key.current, begunAgoMs: agoMs + BEFORE_JARS_MS },
      {
        onSuccess: ({ id }) => {
          recordTo(id, happenings, agoMs);
          router.replace(`/notebook/${id}` as never);
        },
      },
    );
  };
  return (
    <Panel title="What came of it?">
      <PastDay moment={when} kitchen={kitchen} most={DAYS_BACK} />
      <View style={styles.fields}>
        <NameField label="Bottled at" value={when.time} onChange={when.setTime} error={when.trouble} />
        <MeasureField
          kind="volume"
          label="Milk that came"
          value={milkMl}
          range={{ min: 1, max: 20_000 }}
          onValue={setMilkMl}
          onEmpty={() => setMilkMl(null)}
          onTrouble={() => setMilkMl(null)}
        />
      </View>
      <HygieneAnswers asked={asked} hygiene={hygiene} onChange={setHygiene} />
      <AppText tone="soft">
        It goes into your jars in their order and into the fridge. What you pour and how you like it is said
        from the jar; all of it can be corrected in the record.
      </AppText>
      {start.error && <Notice kind="error">{start.error.message}</Notice>}
      <Button
        label="Enter it"
        kind="main"
        counter
        busy={start.isPending}
        disabled={when.atMs === null || milkMl === null || !answered}
        onPress={save}
      />
    </Panel>
  );
}

const styles = StyleSheet.create({
  fields: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-start', gap: SPACE.medium },
});
