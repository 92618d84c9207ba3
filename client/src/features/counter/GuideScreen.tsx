import type { BatchState, Replan, StepState } from '@humble-churn/core';
import { clockLengthS, replan, USUAL_KITCHEN, stepDefinition } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View, useWindowDimensions } from 'react-native';
import { useBatchAllergensText } from '../../wire/allergens';
import { serverNowMs } from '../../wire/clock';
import type { KnownBatch } from '../../wire/batches';
import type { KnownKitchen } from '../../wire/kitchen';
import { undoing, undoingTo, useActiveBatches, useBatch, useRecord } from '../../wire/batches';
import { useKitchen, useKitchenModel } from '../../wire/kitchen';
import { BatchBand, batchLooks } from '../../ui/BatchBand';
import { Button } from '../../ui/Button';
import { COLUMNS_FROM_PX, COLUMNS_MAX_PX, Columns } from '../../ui/Columns';
import { QueryFallback } from '../../ui/QueryFallback';
import { Panel } from '../../ui/Panel';
import { Screen } from '../../ui/Screen';
import { AppText } from '../../ui/AppText';
import { Undo2, X } from '../../ui/icons';
import { SPACE } from '../../ui/theme';
import { useKeys } from '../../ui/useKeys';
import { DevicesPanel } from '../devices';
import { momentText } from '../../wire/moments';
import { AlsoThere } from './AlsoThere';
import { eventLabel } from './eventLabels';
import { StepAlertsPanel } from './StepAlertsPanel';
import { RealityPanel } from './RealityPanel';
import { StepPanel } from './StepPanel';
import { StepTrack } from './StepTrack';
import { WhatChanged } from './WhatChanged';
import type { GuideProps } from './guideProps';
import { readySound, useWakeLock, useWays } from './attention';

/** One batch at the counter, one step at a time. */
export function GuideScreen({ batchId }: { batchId: string }) {
  const batch = useBatch(batchId);
  const kitchen = useKitchen();
  if (!batch.data || !kitchen.data) {
    return <QueryFallback title="Counter" what="the batch" queries={[batch, kitchen]} />;
  }
  return <Guide batch={batch.data} kitchen={kitchen.data} />;
}

/** What one press of the space bar does to the clock of a step; null when it has none. */
function clockTap(
  step: StepState | null,
  plan: Replan,
  state: BatchState,
): Parameters<GuideProps['record']['add']>[0] | null {
  if (step?.timerS == null) return null;
  if (step.begunAtMs === null) {
    return [{ type: 'step-begun', step: step.id, timerS: clockLengthS(step, plan, state) }];
  }
  if (!stepDefinition(step.kind).pauses) return null;
  return step.runningSinceMs === null
    ? [{ type: 'step-begun', step: step.id, timerS: null }]
    : [{ type: 'step-paused', step: step.id }];
}

/** The step that is looked at: the current one, or another for a moment. */
function usePeek({ steps, current }: BatchState) {
  const [peekId, setPeekId] = useState<string | null>(null);
  const shown = steps.find((step) => step.id === peekId) ?? current;
  return {
    shown,
    peeking: shown !== null && shown.id !== current?.id,
    move: (by: number): void => {
      const at = steps.findIndex((step) => step.id === shown?.id);
      const next = steps[at + by];
      if (next) setPeekId(next.id === current?.id ? null : next.id);
    },
    leave: () => setPeekId(null),
  };
}

/** Space for the clock, arrows from step to step, U for undo. */
function useGuideKeys(
  { batch, plan, record }: GuideProps,
  { peeking, move }: ReturnType<typeof usePeek>,
  undo: () => void,
): void {
  const { state } = batch;
  const { current } = state;
  const goesOn =
    current !== null &&
    !stepDefinition(current.kind).asks &&
    (current.timerS === null || current.begunAtMs !== null);
  useKeys((key) => {
    switch (key) {
      case ' ': {
        const tap = peeking ? null : clockTap(current, plan, state);
        if (!tap) return false;
        readySound();
        record.add(tap);
        return true;
      }
      case 'ArrowRight':
        if (peeking) move(1);
        else if (current && goesOn) record.add([{ type: 'step-done', step: current.id }]);
        return true;
      case 'ArrowLeft':
        move(-1);
        return true;
      case 'u':
      case 'U':
        undo();
        return true;
      default:
        return false;
    }
  });
}

function Guide({ batch, kitchen }: { batch: KnownBatch; kitchen: KnownKitchen }) {
  const record = useRecord(batch.id);
  const { data: known } = useKitchenModel();
  const model = known?.model ?? USUAL_KITCHEN;
  const active = useActiveBatches();
  const [ways, setWays] = useWays();
  const { state, events } = batch;
  const { current } = state;
  const plan = useMemo(() => replan(state, model, serverNowMs()), [state, model]);
  const parts: GuideProps = { batch, kitchen, plan, record, ways };
  const peek = usePeek(state);
  const { shown, peeking, move, leave } = peek;
  const undo = (): void => {
    record.add(undoing(events));
  };
  useWakeLock(current !== null);
  useGuideKeys(parts, peek, undo);
  const allergensOf = useBatchAllergensText();
  const wide = useWindowDimensions().width >= COLUMNS_FROM_PX;
  const look = batchLooks(active.data ?? []).get(batch.id);
  return (
    <Screen title={state.recipe.name} maxWidth={COLUMNS_MAX_PX}>
      {current && (
        // Its place is held while the look is not known: nothing moves under a finger.
        <View style={styles.band}>{look && <BatchBand look={look} width="100%" height={14} />}</View>
      )}
      {current && <AlsoThere batchId={batch.id} steps={state.steps} shown={shown} />}
      <StepTrack
        steps={state.steps}
        current={current}
        onBackTo={(step) => {
          leave();
          record.add(undoingTo(events, step.id));
        }}
      />
      <Columns
        left={
          <>
            {shown ? (
              <StepPanel
                key={shown.id}
                step={shown}
                {...parts}
                peek={peeking ? { onLeave: leave, onNext: () => move(1), onBefore: () => move(-1) } : null}
              />
            ) : (
              <Ended batch={batch} />
            )}
            <UndoOrShelf state={state} undo={undo} />
            <AppText tone="soft" kind="small">
              Allergens: {allergensOf(state)}. A shared jug and bag carry traces.
            </AppText>
            {current && state.status === 'under-way' && <RealityPanel step={current} {...parts} />}
          </>
        }
        right={
          <>
            <WhatChanged plan={plan} kitchen={kitchen} />
            {current && <DevicesPanel />}
            {wide && <SoFar batch={batch} kitchen={kitchen} />}
            {current && <StepAlertsPanel ways={ways} onChange={setWays} />}
            {state.status === 'under-way' && <CancelBatch record={record} />}
          </>
        }
      />
    </Screen>
  );
}

/** The last entries of the log, the newest first, for whoever has the room to see them. */
const SO_FAR = 8;

function SoFar({ batch, kitchen }: { batch: KnownBatch; kitchen: KnownKitchen }) {
  const nowMs = serverNowMs();
  const last = batch.state.entries.slice(-SO_FAR).reverse();
  return (
    <Panel title="So far">
      {last.map((event) => (
        <AppText key={event.id} kind="small">
          {momentText(event.atMs, nowMs, { ...kitchen, timeZone: batch.timeZone })}:{' '}
          {eventLabel(event, batch.state, kitchen)}
        </AppText>
      ))}
    </Panel>
  );
}

function UndoOrShelf({ state, undo }: { state: BatchState; undo: () => void }) {
  const router = useRouter();
  return (
    <View style={styles.row}>
      <Button label="Undo the last entry" icon={Undo2} counter disabled={!state.undoable} onPress={undo} />
      {state.jars.length > 0 && (
        <Button label="See the shelf" counter onPress={() => router.navigate('/shelf')} />
      )}
    </View>
  );
}

const REASONS = ['Smells or looks wrong', 'No time after all', 'Something spilled'];

function CancelBatch({ record }: Pick<GuideProps, 'record'>) {
  const [asking, setAsking] = useState(false);
  return (
    <>
      <View style={styles.row}>
        <Button label="Cancel batch" icon={X} kind="quiet" onPress={() => setAsking(!asking)} />
      </View>
      {asking && (
        <Panel title="Cancel this batch?">
          <AppText>It leaves the counter; its record stays in the notebook. Undo brings it back.</AppText>
          <View style={styles.row}>
            {REASONS.map((reason) => (
              <Button
                key={reason}
                label={reason}
                kind="danger"
                onPress={() => record.add([{ type: 'abandoned', reason }], () => setAsking(false))}
              />
            ))}
          </View>
        </Panel>
      )}
    </>
  );
}

/** When no step is left. */
function Ended({ batch }: { batch: KnownBatch }) {
  const router = useRouter();
  const { state } = batch;
  const given = state.status === 'abandoned';
  return (
    <Panel title={given ? 'Given up' : 'All done'}>
      <AppText>
        {given
          ? `This batch was given up: ${state.abandonReason ?? ''}. Its record stays in the notebook.`
          : state.jars.length > 0
            ? 'The jars are on the shelf, each with its time. The record is in the notebook.'
            : 'Nothing of it is kept. The record is in the notebook.'}
      </AppText>
      <View style={styles.row}>
        <Button label="See the record" onPress={() => router.navigate(`/notebook/${batch.id}` as never)} />
      </View>
    </Panel>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
  band: { height: 14 },
});
