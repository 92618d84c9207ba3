import { cautionWords } from '@humble-churn/contract';
import type { Ingredient, OwnIngredient, Prediction, Recipe } from '@humble-churn/core';
import { findIngredient, predict } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { Play, Redo2, Undo2 } from '../../ui/icons';
import { useEffect, useMemo, useRef } from 'react';
import { ScrollView, StyleSheet, View, useWindowDimensions } from 'react-native';
import type { KnownKitchen } from '../../wire/queries';
import { useKitchen, useOwnIngredients, useStartBatch } from '../../wire/queries';
import { Button } from '../../ui/Button';
import { NameField } from '../../ui/NameField';
import { Notice } from '../../ui/Notice';
import { NotYet } from '../../ui/NotYet';
import { Words } from '../../ui/Words';
import { SPACE, WIDE_FROM_PX, useColours } from '../../ui/theme';
import { AmountPanel } from './AmountPanel';
import { NutPicker } from './NutPicker';
import { Outcome } from './Outcome';
import { RatioPanel } from './RatioPanel';
import { SoakPanel } from './SoakPanel';
import { ToolsPanel } from './ToolsPanel';
import type { Draft } from './draft';
import { useDraft } from './draft';

/** What every part of the bench works with. */
export interface BenchProps {
  draft: Draft;
  ingredient: Ingredient | undefined;
  kitchen: KnownKitchen;
  prediction: Prediction | null;
}

export function BenchScreen() {
  const kitchen = useKitchen();
  const own = useOwnIngredients();
  useEffect(() => {
    document.title = 'Bench · Humble Churn';
  }, []);
  if (!kitchen.data || !own.data) {
    return <NotYet title="Bench" what="the kitchen" queries={[kitchen, own]} />;
  }
  return <Bench kitchen={kitchen.data} own={own.data} />;
}

function useUndoKeys({ undo, redo }: Draft): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      // Inside a field the browser's own undo is meant.
      if (event.target instanceof HTMLInputElement) return;
      event.preventDefault();
      if (event.shiftKey) redo?.();
      else undo?.();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undo, redo]);
}

function Bench({ kitchen, own }: { kitchen: KnownKitchen; own: readonly OwnIngredient[] }) {
  const colour = useColours();
  const router = useRouter();
  const { width } = useWindowDimensions();
  const wide = width >= WIDE_FROM_PX;
  const draft = useDraft(kitchen.machine, kitchen.strainer);
  const { recipe } = draft;
  useUndoKeys(draft);
  const result = useMemo(() => predict(recipe, kitchen, own), [recipe, kitchen, own]);
  const prediction = result.ok ? result.value : null;
  const ingredient = findIngredient(recipe.nuts[0]?.ingredient ?? '', own);
  const start = useStartBatch();
  // One key for one start of one recipe: a tap that is retried, or doubled, makes one batch, even when the
  // answer to the first got lost.
  const starting = useRef<{ recipe: Recipe; key: string } | null>(null);
  const startBatch = (): void => {
    if (starting.current?.recipe !== recipe) starting.current = { recipe, key: crypto.randomUUID() };
    const name = recipe.name.trim() === '' ? `${ingredient?.name ?? 'Nut'} milk` : recipe.name;
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
  const parts: BenchProps = { draft, ingredient, kitchen, prediction };

  const outcome = (
    <Outcome
      prediction={prediction}
      refusal={result.ok ? null : result.refusal}
      kitchen={kitchen}
      wide={wide}
    />
  );
  const cautions = prediction?.cautions.map((caution) => (
    <Notice key={`${caution.code}${String(caution.params['name'] ?? '')}`} kind="caution">
      {cautionWords(caution)}
    </Notice>
  ));
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
    </View>
  );
  const tools = (
    <View style={styles.head}>
      <Words kind="title" style={styles.title}>
        Bench
      </Words>
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
      <NutPicker {...parts} />
      <AmountPanel {...parts} />
      <RatioPanel {...parts} />
      <SoakPanel {...parts} />
      <ToolsPanel {...parts} />
      <NameField
        label="Name of the batch"
        value={recipe.name}
        onChange={(name) => draft.change('name', (now) => ({ ...now, name }))}
      />
    </>
  );
  if (wide) {
    return (
      <View role="main" style={[styles.bench, styles.columns, { backgroundColor: colour.ground }]}>
        <ScrollView style={styles.left} contentContainerStyle={styles.list}>
          {tools}
          {outcome}
          {cautions}
          {startButton}
        </ScrollView>
        <ScrollView
          style={styles.right}
          contentContainerStyle={styles.list}
          tabIndex={0}
          aria-label="The recipe"
        >
          {panels}
        </ScrollView>
      </View>
    );
  }
  return (
    <View role="main" style={[styles.bench, { backgroundColor: colour.ground }]}>
      <View style={styles.pinned}>
        {tools}
        {outcome}
      </View>
      <ScrollView contentContainerStyle={styles.list} tabIndex={0} aria-label="The recipe">
        {panels}
        {cautions}
        {startButton}
      </ScrollView>
    </View>
  );
}

const styles = StyleSheet.create({
  bench: { flex: 1, minHeight: 0 },
  columns: { flexDirection: 'row' },
  left: { flexBasis: 470, flexGrow: 0, flexShrink: 1 },
  right: { flex: 1 },
  list: { padding: SPACE.roomy, gap: SPACE.roomy, paddingBottom: SPACE.vast },
  head: { flexDirection: 'row', alignItems: 'center', gap: SPACE.tight },
  title: { flex: 1 },
  pinned: { paddingHorizontal: SPACE.medium, paddingTop: SPACE.small, gap: SPACE.tight },
  start: { gap: SPACE.medium },
});
