import { allergensText } from '@humble-churn/contract';
import type { Prediction, Recipe, KitchenModel } from '@humble-churn/core';
import {
  WATER_G_PER_ML,
  cautionsBefore,
  costOf,
  findIngredient,
  massFlow,
  predict,
  formatMass,
} from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { BookOpenText, CalendarDays, Play, Redo2, Undo2 } from '../../ui/icons';
import { Suspense, lazy, useDeferredValue, useEffect, useMemo, useRef } from 'react';
import { ActivityIndicator, ScrollView, StyleSheet, View, useWindowDimensions } from 'react-native';
import type { KnownKitchen } from '../../wire/queries';
import { useKitchenModel, useStartBatch } from '../../wire/queries';
import { Button } from '../../ui/Button';
import { Cautions } from '../../ui/Cautions';
import { Notice } from '../../ui/Notice';
import { QueryFallback } from '../../ui/QueryFallback';
import { Panel } from '../../ui/Panel';
import { MassFlowDrawing } from '../../ui/MassFlowDrawing';
import { FOOT_PX, SPACE, useColours } from '../../ui/theme';
import { useWidth } from '../../ui/useWidth';
import { AmountPanel } from './AmountPanel';
import { BlendPanel } from './BlendPanel';
import { DrinkersPanel } from './DrinkersPanel';
import { FinishPanel } from './FinishPanel';
import { KeepPanel } from './KeepPanel';
import { NutPicker } from './NutPicker';
import { Outcome, OutcomeLine } from './Outcome';
import { useBenchRoom } from './useBenchRoom';
import { MAIN_ID, ScreenTitle } from '../../ui/ScreenTitle';
import { isDialogOpen } from '../../ui/useKeys';
import { RatioPanel } from './RatioPanel';
import { SoakPanel } from './SoakPanel';
import { StrainPanel } from './StrainPanel';
import type { Draft } from './draft';
import { useDraft } from './draft';
import { useBenchAnswers } from './useBenchAnswers';
import { nameFor } from '../../ui/recipeLabels';

// What stands further down comes when the bench already answers.
const CurvesPanel = lazy(() => import('./CurvesPanel'));
const BesidePanel = lazy(() => import('./BesidePanel'));
const ValuePanel = lazy(() => import('./ValuePanel'));

/** From this window width on the jar beside the recipe is drawn large. */
const WIDE_DRAWING_FROM_PX = 1100;

export function BenchScreen() {
  const { data, queries } = useKitchenModel();
  useEffect(() => {
    document.title = 'Bench · Humble Churn';
  }, []);
  if (!data) return <QueryFallback title="Bench" what="the kitchen" queries={queries} />;
  return <Bench {...data} />;
}

function useUndoKeys({ undo, redo }: Draft): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      // Inside a field the browser's own undo is meant.
      if (event.target instanceof HTMLInputElement || isDialogOpen()) return;
      event.preventDefault();
      if (event.shiftKey) redo?.();
      else undo?.();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undo, redo]);
}

/**
 * The recipe with so much water over the nuts it has: in its own terms, nuts or milk. Where no batch would come of it
 * the recipe stays as it is, so that the jar does not vanish from under the finger.
 */
function withWater(recipe: Recipe, nutG: number, waterMl: number, kitchen: KitchenModel): Recipe {
  const poured: Recipe = {
    ...recipe,
    amount: { by: 'nuts', massG: nutG },
    waterPerNut: (waterMl * WATER_G_PER_ML) / nutG,
  };
  const made = predict(poured, kitchen);
  if (!made.ok) return recipe;
  if (recipe.amount.by === 'nuts') return poured;
  const asMilk: Recipe = {
    ...poured,
    amount: { by: 'milk', volumeMl: Math.round(made.value.milk.volumeMl) },
  };
  return predict(asMilk, kitchen).ok ? asMilk : recipe;
}

function ThePour({ prediction, kitchen }: { prediction: Prediction; kitchen: KnownKitchen }) {
  const { width, onLayout } = useWidth(340);
  return (
    <Panel title="The pour">
      <View onLayout={onLayout}>
        <MassFlowDrawing
          pour={massFlow(prediction)}
          ingredient={prediction.nuts[0]?.ingredient ?? ''}
          mass={(massG) => formatMass(massG, kitchen)}
          width={width}
        />
      </View>
    </Panel>
  );
}

function Bench({ kitchen, model }: { kitchen: KnownKitchen; model: KitchenModel }) {
  const colour = useColours();
  const router = useRouter();
  const { width } = useWindowDimensions();
  const { room, onBench, onOutcome } = useBenchRoom();
  const wide = room === 'columns' && width >= WIDE_DRAWING_FROM_PX;
  const whole = useRef<Element | null>(null);
  const draft = useDraft(kitchen.machine, kitchen.strainer);
  const { recipe, other, change } = draft;
  useUndoKeys(draft);
  const result = useMemo(() => predict(recipe, model), [recipe, model]);
  const prediction = result.ok ? result.value : null;
  const ingredient = findIngredient(recipe.nuts[0]?.ingredient ?? '', model.pantry);
  const { profile } = kitchen;
  const cost = useMemo(
    () => (prediction ? costOf(prediction, profile, profile.glassMl) : null),
    [prediction, profile],
  );
  const { sure, lost, looks } = useBenchAnswers({ recipe, other, kitchen: model });
  const cautions = useMemo(
    () =>
      prediction
        ? cautionsBefore(
            recipe,
            { contains: prediction.allergens, unknown: false },
            prediction.cautions,
            model,
          )
        : [],
    [recipe, prediction, model],
  );
  const start = useStartBatch();
  // One key for one start of one recipe: a tap that is retried, or doubled, makes one batch, even when the
  // answer to the first got lost.
  const starting = useRef<{ recipe: Recipe; key: string } | null>(null);
  const startBatch = (): void => {
    if (starting.current?.recipe !== recipe) starting.current = { recipe, key: crypto.randomUUID() };
    const name = recipe.name.trim() === '' ? nameFor(recipe.nuts, model.pantry) : recipe.name;
    start.mutate(
      { recipe: { ...recipe, name }, own: [], key: starting.current.key },
      {
        onSuccess: ({ id }) => {
          starting.current = null;
          router.push(`/counter/${id}` as never);
        },
      },
    );
  };
  const nutG = prediction?.nutG;
  // Jar, figures and what is being slid answer at once; the rest follows as soon as the finger leaves time for it.
  const laterDraft = useDeferredValue(draft);
  const laterPrediction = useDeferredValue(prediction);
  const laterCost = useDeferredValue(cost);
  const laterRecipe = laterDraft.recipe;
  const laterCautions = useDeferredValue(cautions);

  const outcome = (
    <Outcome
      prediction={prediction}
      refusal={result.ok ? null : result.refusal}
      sure={sure}
      sureLost={lost}
      cost={cost}
      kitchen={kitchen}
      wide={wide}
      onWater={(waterMl) => {
        if (nutG !== undefined) change('water', (now) => withWater(now, nutG, waterMl, model));
      }}
    />
  );
  const cautionNotices = <Cautions cautions={laterCautions} />;
  const startButton = (
    <View style={styles.start}>
      {start.error && <Notice kind="error">{start.error.message} The recipe is kept on the bench.</Notice>}
      <Button
        label="Start this batch"
        kind="main"
        icon={Play}
        counter
        busy={start.isPending}
        disabled={!prediction}
        onPress={startBatch}
      />
      <Button
        label="Plan it for a day"
        icon={CalendarDays}
        disabled={!prediction}
        onPress={() => router.navigate('/days')}
      />
    </View>
  );
  const head = (
    <View style={styles.head}>
      <ScreenTitle style={styles.title}>Bench</ScreenTitle>
      <Button
        label="Recipe book"
        hint="Open the recipe book"
        icon={BookOpenText}
        iconOnly
        kind="quiet"
        onPress={() => router.navigate('/recipes')}
      />
      <Button
        label="Undo"
        hint="Take the last change back"
        icon={Undo2}
        iconOnly
        kind="quiet"
        disabled={!draft.undo}
        onPress={() => draft.undo?.()}
      />
      <Button
        label="Redo"
        hint="Make the change again"
        icon={Redo2}
        iconOnly
        kind="quiet"
        disabled={!draft.redo}
        onPress={() => draft.redo?.()}
      />
    </View>
  );
  const panels = (
    <>
      <NutPicker nuts={recipe.nuts} change={change} model={model} />
      <AmountPanel
        recipe={laterRecipe}
        change={change}
        latest={draft.latest}
        ingredient={ingredient}
        model={model}
        kitchen={kitchen}
        milkMl={laterPrediction?.milk.volumeMl ?? null}
        body={laterPrediction?.milk.body ?? null}
        pulpG={laterPrediction?.pulp.massG ?? null}
      />
      <RatioPanel
        // While the jar is dragged the dial may lag; while it is turned itself it must not.
        waterPerNut={(draft.touched === 'water' ? laterRecipe : recipe).waterPerNut}
        form={recipe.nuts[0]?.form ?? 'whole'}
        change={change}
        ingredient={ingredient}
        kitchen={kitchen}
      />
      <SoakPanel
        soak={recipe.soak}
        peel={recipe.peel}
        nuts={recipe.nuts}
        change={change}
        ingredient={ingredient}
        kitchen={kitchen}
        prediction={laterPrediction}
      />
      <BlendPanel
        blend={recipe.blend}
        recipe={laterRecipe}
        change={change}
        model={model}
        kitchen={kitchen}
        prediction={laterPrediction}
      />
      <StrainPanel strain={recipe.strain} machine={recipe.blend.machine} change={change} kitchen={kitchen} />
      <FinishPanel
        doses={recipe.additions}
        otherLiquid={recipe.otherLiquid}
        change={change}
        model={model}
        prediction={laterPrediction}
      />
      <DrinkersPanel drinkers={recipe.drinkers} change={change} kitchen={kitchen} />
      <KeepPanel draft={laterDraft} model={model} prediction={laterPrediction} />
    </>
  );
  const waiting = <ActivityIndicator color={colour.kelp} />;
  const further = (
    <>
      {laterPrediction && <ThePour prediction={laterPrediction} kitchen={kitchen} />}
      <Suspense fallback={waiting}>
        {laterPrediction && laterCost && (
          <ValuePanel
            nutrition={laterPrediction.nutrition}
            cost={laterCost}
            allergens={allergensText({ contains: laterPrediction.allergens, unknown: false })}
            kitchen={kitchen}
          />
        )}
      </Suspense>
      <Suspense fallback={waiting}>
        <BesidePanel
          draft={laterDraft}
          contrast={looks?.contrast ?? null}
          kitchen={kitchen}
          model={model}
          priced={laterCost !== null && laterCost.parts.length > 0}
        />
      </Suspense>
      <Suspense fallback={waiting}>
        {laterPrediction && looks && (
          <CurvesPanel
            curves={looks.curves}
            recipe={laterRecipe}
            ingredient={ingredient}
            prediction={laterPrediction}
            kitchen={kitchen}
          />
        )}
      </Suspense>
    </>
  );
  const beside = room === 'columns';
  // One tree for every window, so that turning the device or a keyboard coming up leaves the finger in its field.
  return (
    <View
      role="main"
      nativeID={MAIN_ID}
      style={[styles.bench, beside && styles.columns, { backgroundColor: colour.ground }]}
      onLayout={onBench}
    >
      {beside ? (
        <ScrollView
          key="outcome"
          style={styles.left}
          contentContainerStyle={styles.list}
          tabIndex={0}
          role="region"
          aria-label="What comes of it"
        >
          {head}
          {outcome}
          {cautionNotices}
          {startButton}
          {further}
        </ScrollView>
      ) : (
        <View key="pinned" style={styles.pinned}>
          {head}
          {room === 'pinned' ? (
            <View onLayout={onOutcome}>{outcome}</View>
          ) : (
            <OutcomeLine
              prediction={prediction}
              refusal={result.ok ? null : result.refusal}
              kitchen={kitchen}
              onPress={() => whole.current?.scrollIntoView({ block: 'start' })}
            />
          )}
        </View>
      )}
      <ScrollView
        key="recipe"
        style={beside ? styles.right : styles.below}
        contentContainerStyle={styles.list}
        tabIndex={0}
        role="region"
        aria-label="The recipe"
      >
        {panels}
        {!beside && (
          <>
            {room === 'line' && (
              <View
                ref={(node) => void (whole.current = node as unknown as Element | null)}
                onLayout={onOutcome}
              >
                {outcome}
              </View>
            )}
            {cautionNotices}
            {startButton}
            {further}
          </>
        )}
      </ScrollView>
    </View>
  );
}

const styles = StyleSheet.create({
  bench: { flex: 1, minHeight: 0 },
  columns: { flexDirection: 'row' },
  left: { flexBasis: '46%', maxWidth: 520, flexGrow: 0, flexShrink: 1, minWidth: 0 },
  right: { flex: 1, minWidth: 0 },
  below: { flex: 1 },
  list: { padding: SPACE.roomy, gap: SPACE.roomy, paddingBottom: FOOT_PX },
  head: { flexDirection: 'row', alignItems: 'center', gap: SPACE.tight },
  title: { flex: 1 },
  pinned: { paddingHorizontal: SPACE.medium, paddingTop: SPACE.small, gap: SPACE.tight },
  start: { gap: SPACE.medium },
});
