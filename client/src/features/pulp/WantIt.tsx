import type { MilkForPulp, PulpBag, PulpRecipe, Recipe } from '@humble-churn/core';
import { formatMass, formatVolume, milkForPulp, solidsAt, timeOnDay } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { Notice } from '../../ui/Notice';
import { RECIPE_REFUSALS } from '../../ui/pulpLabels';
import { QueryFallback } from '../../ui/QueryFallback';
import { SPACE } from '../../ui/theme';
import { serverNowMs } from '../../wire/clock';
import type { KnownKitchen } from '../../wire/kitchen';
import { useKitchenModel } from '../../wire/kitchen';
import { dayText } from '../../wire/moments';
import { useRecipes } from '../../wire/recipes';
import { daysPath } from '../days';

const DAYS_OFFERED = 7;
/** Pulp is wanted in the morning of its day. */
const READY_HOUR = 10;

const WHY: Readonly<Record<Extract<MilkForPulp, { ok: false }>['why'], string>> = {
  ...RECIPE_REFUSALS,
  enough: 'There is enough pulp for it by now.',
  'too-much': 'That would take more than six litres of milk.',
  'not-computable': 'This milk cannot be made as it is written: open it on the bench.',
};

/** “I want crackers on Sunday”: the milk whose pulp makes them, planned in Days. */
export function WantIt({
  recipe,
  bag,
  kitchen,
}: {
  recipe: PulpRecipe;
  bag: PulpBag | null;
  kitchen: KnownKitchen;
}) {
  const recipes = useRecipes('in-use');
  const model = useKitchenModel();
  if (!recipes.data || !model.data) {
    return <QueryFallback title={recipe.name} what="the recipes" queries={[recipes, ...model.queries]} />;
  }
  const milks = recipes.data.map((one) => one.recipe).filter((one) => one.intoGlass !== true);
  if (milks.length === 0) {
    return <AppText tone="soft">Save a milk on the bench first: its pulp is what this is made of.</AppText>;
  }
  return <WantIn recipe={recipe} bag={bag} kitchen={kitchen} milks={milks} model={model.data.model} />;
}

function WantIn({
  recipe,
  bag,
  kitchen,
  milks,
  model,
}: {
  recipe: PulpRecipe;
  bag: PulpBag | null;
  kitchen: KnownKitchen;
  milks: readonly Recipe[];
  model: Parameters<typeof milkForPulp>[1];
}) {
  const router = useRouter();
  const nowMs = serverNowMs();
  const [daysOn, setDaysOn] = useState(2);
  const readyMs = timeOnDay(nowMs, daysOn, READY_HOUR, 0, kitchen.timeZone);
  const haveG = bag ? solidsAt(bag, readyMs) : 0;
  const plans = milks.map((milk) => milkForPulp(milk, model, recipe, haveG));
  const [chosen, setChosen] = useState(() =>
    Math.max(
      0,
      plans.findIndex(({ ok }) => ok),
    ),
  );
  const plan = plans[chosen];
  const milk = milks[chosen];
  if (!plan || !milk) return null;
  return (
    <View style={styles.form}>
      <Choice
        label="On which day"
        value={daysOn}
        onChange={setDaysOn}
        options={Array.from({ length: DAYS_OFFERED }, (_, i) => ({
          value: i + 1,
          label:
            i === 0 ? 'Tomorrow' : dayText(timeOnDay(nowMs, i + 1, READY_HOUR, 0, kitchen.timeZone), kitchen),
        }))}
        slides
      />
      <Choice
        label="From the pulp of"
        value={chosen}
        onChange={setChosen}
        options={milks.map(({ name }, value) => ({ value, label: name }))}
      />
      {plan.ok ? (
        <>
          <AppText>
            {formatVolume(plan.volumeMl, kitchen)} of {milk.name} leaves pulp with about{' '}
            {formatMass(plan.dryG, kitchen)} of solids
            {haveG > 0 ? `; ${formatMass(haveG, kitchen)} are there by now` : ''}. An estimate.
          </AppText>
          <View style={styles.row}>
            <Button
              label="Plan that milk"
              kind="main"
              onPress={() => router.navigate(daysPath({ milk: milk.name, ml: plan.volumeMl, readyMs }))}
            />
          </View>
        </>
      ) : (
        <Notice kind="caution">{WHY[plan.why]}</Notice>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  form: { gap: SPACE.medium },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
