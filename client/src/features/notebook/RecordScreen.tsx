import type { BatchEvent, BatchState, CorrectableBody } from '@humble-churn/core';
import {
  WATER_G_PER_ML,
  doseLines,
  effectiveEvents,
  formatMass,
  formatVolume,
  isCorrectable,
  lineG,
  massFlow,
  recipeAsMade,
  strainedMilkMl,
} from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useBatchAllergensText } from '../../wire/allergens';
import { useNowMs } from '../../wire/clock';
import { momentText } from '../../wire/moments';
import type { KnownBatch } from '../../wire/batches';
import type { KnownKitchen } from '../../wire/kitchen';
import { useBatch, useRecord } from '../../wire/batches';
import { useKitchen } from '../../wire/kitchen';
import { Button } from '../../ui/Button';
import { Panel } from '../../ui/Panel';
import { MassFlowDrawing } from '../../ui/MassFlowDrawing';
import { Screen } from '../../ui/Screen';
import { QueryFallback } from '../../ui/QueryFallback';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import { useWidth } from '../../ui/useWidth';
import { BODY_LABELS, MACHINE_LABELS, strainedLabel, PEEL_LABELS, SOAK_LABELS } from '../../ui/recipeLabels';
import { layOnBench } from '../bench';
import { doseText, eventLabel } from '../counter';
import { Again } from '../days';
import { Comparison } from './Comparison';
import { CorrectEntry, CorrectTime } from './CorrectEntry';
import { DoneOtherwise } from './DoneOtherwise';
import { HowItWas } from './HowItWas';

/** The page of one batch: predicted beside measured, the recipe, and everything that happened. */
export function RecordScreen({ batchId }: { batchId: string }) {
  const batch = useBatch(batchId);
  const kitchen = useKitchen();
  if (!batch.data || !kitchen.data) {
    return <QueryFallback title="Record" what="the record" queries={[batch, kitchen]} />;
  }
  return <Page batch={batch.data} kitchen={kitchen.data} />;
}

/** The recipe in a few lines. */
function factsOf(state: BatchState, kitchen: KnownKitchen): string[] {
  const { prediction } = state;
  const recipe = recipeAsMade(state);
  const waterMl = (prediction.nutG * recipe.waterPerNut) / WATER_G_PER_ML;
  const doses = doseLines(state, prediction.milk.volumeMl, strainedMilkMl(state, prediction))
    .map((line) => ({ ...line, massG: lineG(line) }))
    .filter(({ massG }) => massG > 0);
  return [
    prediction.nuts.map((nut) => `${formatMass(nut.massG, kitchen)} ${nut.name.toLowerCase()}`).join(', '),
    ...(doses.length > 0
      ? [
          doses
            .map(({ addition, massG, said }) => doseText({ addition, massG, said }, state, kitchen))
            .join(', '),
        ]
      : []),
    `${formatVolume(waterMl, kitchen)} ${recipe.otherLiquid ? 'liquid' : 'water'}, 1 to ${recipe.waterPerNut.toFixed(1)} by weight`,
    recipe.soak.method === 'none'
      ? 'No soak'
      : `Soak ${SOAK_LABELS[recipe.soak.method].toLowerCase()}, ${Number(recipe.soak.hours.toFixed(2))} h`,
    PEEL_LABELS[recipe.peel],
    `${MACHINE_LABELS[recipe.blend.machine]}; ${strainedLabel(recipe)}`,
    `${BODY_LABELS[prediction.milk.body]}: ${prediction.milk.solidsPct.toFixed(1)} % solids predicted`,
  ];
}

function Page({ batch, kitchen }: { batch: KnownBatch; kitchen: KnownKitchen }) {
  const router = useRouter();
  const { state } = batch;
  const { recipe, prediction } = state;
  const { width, onLayout } = useWidth(340);
  const allergensOf = useBatchAllergensText();
  return (
    <Screen title={recipe.name}>
      <AppText kind="strong">Allergens: {allergensOf(state)}</AppText>
      <Panel title="Predicted beside measured">
        <Comparison state={state} preferences={kitchen} />
      </Panel>
      <DoneOtherwise state={state} kitchen={kitchen} />
      <HowItWas batch={batch} kitchen={kitchen} />
      <Panel title="The pour">
        <View onLayout={onLayout}>
          <MassFlowDrawing
            pour={massFlow(prediction, state.measured)}
            ingredient={prediction.nuts[0]?.ingredient ?? ''}
            mass={(massG) => formatMass(massG, kitchen)}
            width={width}
          />
        </View>
        <AppText kind="small" tone="soft">
          The outline is what was predicted, the fill what was weighed.
        </AppText>
      </Panel>
      <Panel title="How it was made">
        {factsOf(state, kitchen).map((fact) => (
          <AppText key={fact}>{fact}</AppText>
        ))}
        <View style={styles.row}>
          <Button
            label="Open on the bench"
            onPress={() => {
              layOnBench(recipe);
              router.navigate('/bench');
            }}
          />
          <Again recipe={recipeAsMade(state)} kitchen={kitchen} />
          {state.status === 'under-way' && (
            <Button
              label="To the counter"
              kind="main"
              onPress={() => router.navigate(`/counter/${batch.id}` as never)}
            />
          )}
        </View>
      </Panel>
      <WhatHappened batch={batch} kitchen={kitchen} />
    </Screen>
  );
}

/** Every entry, those that were taken back struck through, those corrected with what they said before. */
function WhatHappened({ batch, kitchen }: { batch: KnownBatch; kitchen: KnownKitchen }) {
  const counted = new Map(effectiveEvents(batch.events).map((event) => [event.id, event]));
  const [openId, setOpenId] = useState<string | null>(null);
  return (
    <Panel title="What happened">
      {batch.events.map((event) => (
        <Entry
          key={event.id}
          event={event}
          counts={counted.get(event.id) ?? null}
          batch={batch}
          kitchen={kitchen}
          open={openId === event.id}
          onOpen={(open) => setOpenId(open ? event.id : null)}
        />
      ))}
    </Panel>
  );
}

interface EntryProps {
  event: BatchEvent;
  /** The entry as it counts, corrected or not; null where it was taken back. */
  counts: BatchEvent | null;
  batch: KnownBatch;
  kitchen: KnownKitchen;
  open: boolean;
  onOpen: (open: boolean) => void;
}

function Entry({ event, counts, batch, kitchen, open, onOpen }: EntryProps) {
  const nowMs = useNowMs(60_000);
  const { state } = batch;
  const back = event.type !== 'undone' && counts === null;
  const was = eventLabel(event, state, kitchen);
  const now = counts === null ? was : eventLabel(counts, state, kitchen);
  return (
    <View style={styles.entry}>
      <View style={styles.event}>
        <AppText kind="small" tone="soft" style={styles.when}>
          {momentText(event.atMs, nowMs, { ...kitchen, timeZone: batch.timeZone })}
        </AppText>
        <AppText tone={back ? 'soft' : 'ink'} style={back ? { ...styles.what, ...styles.back } : styles.what}>
          {now}
          {now === was ? '' : ` (first: ${was})`}
          {back ? ' (taken back)' : ''}
        </AppText>
      </View>
      {counts !== null && (
        <Correcting counts={counts} batch={batch} kitchen={kitchen} open={open} onOpen={onOpen} label={now} />
      )}
    </View>
  );
}

function Correcting({
  counts,
  batch,
  kitchen,
  open,
  onOpen,
  label,
}: Pick<EntryProps, 'batch' | 'kitchen' | 'open' | 'onOpen'> & { counts: BatchEvent; label: string }) {
  const record = useRecord(batch.id);
  const step =
    counts.type === 'step-done' ? batch.state.steps.find(({ id }) => id === counts.step) : undefined;
  const timed = step !== undefined && step.timerS !== null;
  if (!timed && !isCorrectable(counts)) return null;
  if (!open) {
    return (
      <View style={styles.row}>
        <Button label="Correct" hint={`Correct: ${label}`} kind="quiet" onPress={() => onOpen(true)} />
      </View>
    );
  }
  const close = (): void => onOpen(false);
  return timed ? (
    <CorrectTime
      stepId={step.id}
      ranS={step.ranMs / 1000}
      inHours={!step.attended}
      record={record}
      onClose={close}
    />
  ) : (
    <CorrectEntry
      batch={batch}
      kitchen={kitchen}
      event={counts as BatchEvent & CorrectableBody}
      record={record}
      onClose={close}
    />
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
  entry: { gap: SPACE.hair },
  event: { flexDirection: 'row', gap: SPACE.medium },
  when: { width: 116 },
  what: { flex: 1 },
  back: { textDecorationLine: 'line-through' },
});
