import type { Plan } from '@humble-churn/contract';
import type { KitchenModel } from '@humble-churn/core';
import { cautionsBefore, predict, recipeAllergens, formatVolume } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Cautions } from '../../ui/Cautions';
import { Notice } from '../../ui/Notice';
import { NutMark } from '../../ui/NutMark';
import { Panel } from '../../ui/Panel';
import { useToast } from '../../ui/Toast';
import { AppText } from '../../ui/AppText';
import { CalendarDays, Download, Play, X } from '../../ui/icons';
import { SPACE, useColours } from '../../ui/theme';
import { momentText } from '../../wire/moments';
import { keptAllergensText } from '../../wire/allergens';
import { useCalendarFile, usePlanning } from '../../wire/plans';
import { useRecordTo, useStartBatch } from '../../wire/batches';
import { Visits } from './Visits';
import type { KeptPlan } from './useDays';
import { useDays } from './useDays';

/** What to know before it is begun, by what its ingredients and the household are now. */
function cautionsOf(plan: Plan, model: KitchenModel) {
  // What it was planned with comes behind what the kitchen has by now.
  const pantry = { own: [...model.pantry.own, ...plan.ingredients] };
  const made = predict(plan.recipe, { ...model, pantry });
  const { cautions } = made.ok ? made.value : plan.prediction;
  const facts = recipeAllergens(plan.recipe, pantry);
  return cautionsBefore(plan.recipe, facts, cautions, model);
}

/** The plans that are kept: begun, moved or dropped here, and told to the calendar. */
export function KeptPlans() {
  const { kept } = useDays();
  const start = useStartBatch();
  return (
    <Panel title="Planned batches">
      {kept.length === 0 && (
        <AppText>
          None yet. A planned batch tells the Now screen and your calendar when to weigh, drain and blend, and
          keeps jug, bag and bowls free for it.
        </AppText>
      )}
      {start.error && <Notice kind="error">{start.error.message}</Notice>}
      {kept.map((one) => (
        <OneKept key={one.plan.id} kept={one} start={start} />
      ))}
      <CalendarFile />
    </Panel>
  );
}

/** One of them. */
function OneKept({
  kept: { plan, placed },
  start,
}: {
  kept: KeptPlan;
  start: ReturnType<typeof useStartBatch>;
}) {
  const { kitchen, model, nowMs, dispatch } = useDays();
  const planning = usePlanning();
  const recordTo = useRecordTo();
  const router = useRouter();
  const toast = useToast();
  const colour = useColours();
  const startNow = (): void => {
    const batch = { recipe: plan.recipe, own: [], planId: plan.id, key: plan.id };
    start.mutate(batch, {
      onSuccess: ({ id }) => {
        // Soaked before, as the recipe says: on to weighing what came out of the freezer.
        if (plan.soakedAlready) {
          const done = ['weigh', 'soak', ...(plan.prediction.soak.keptWaterG > 0 ? [] : ['drain'])];
          recordTo(
            id,
            done.map((step) => ({ type: 'step-done', step })),
          );
        }
        router.push(`/counter/${id}`);
      },
    });
  };
  const drop = (): void => {
    planning.change(plan, { status: 'dropped' });
    toast({ words: 'The plan is dropped.', undo: () => planning.change(plan, { status: 'open' }) });
  };
  return (
    <View style={[styles.offer, { borderColor: colour.line }]}>
      <View style={styles.row}>
        <NutMark ingredient={plan.recipe.nuts[0]?.ingredient ?? ''} />
        <AppText kind="heading" level={3} style={styles.what}>
          {plan.recipe.name}
        </AppText>
      </View>
      <AppText tone="soft">
        {formatVolume(plan.prediction.milk.volumeMl, kitchen)} for{' '}
        {momentText(Date.parse(plan.glassAt), nowMs, kitchen)}
      </AppText>
      <AppText kind="small" tone="soft">
        Allergens: {keptAllergensText(plan.recipe, plan.ingredients, model.pantry)}
      </AppText>
      <Visits placed={placed} />
      <Cautions cautions={cautionsOf(plan, model)} />
      <View style={styles.row}>
        <Button
          label="Start now"
          hint={`Start now: ${plan.recipe.name}`}
          icon={Play}
          busy={start.isPending}
          onPress={startNow}
        />
        <Button
          label="Move"
          hint={`Move the plan for ${plan.recipe.name} on the ribbon`}
          icon={CalendarDays}
          onPress={() => dispatch({ type: 'move-plan', planId: plan.id })}
        />
        <Button
          label="Drop"
          hint={`Drop the plan for ${plan.recipe.name}`}
          icon={X}
          kind="quiet"
          onPress={drop}
        />
      </View>
    </View>
  );
}

function CalendarFile() {
  const calendar = useCalendarFile();
  return (
    <>
      <View style={styles.row}>
        <Button
          label="Calendar file"
          hint="Download the plans as a calendar file"
          icon={Download}
          busy={calendar.isPending}
          disabled={calendar.unsent}
          onPress={calendar.save}
        />
      </View>
      {calendar.error && <Notice kind="error">{calendar.error.message}</Notice>}
      {calendar.unsent && (
        <AppText kind="small">The calendar file can be had when the server has these plans.</AppText>
      )}
      <AppText kind="small" tone="soft">
        Read it into your calendar again after a change: what was read before is moved, not doubled.
      </AppText>
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small, alignItems: 'center' },
  what: { flexShrink: 1 },
  offer: { borderTopWidth: 1, paddingTop: SPACE.medium, gap: SPACE.small },
});
