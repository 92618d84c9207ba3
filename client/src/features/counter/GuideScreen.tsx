import type { PulpPlace, StepState } from '@humble-churn/core';
import { shownClock, shownDuration, shownMass, storedPulpG, timerEndMs } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { Check, Play, Undo2, X } from '../../ui/icons';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { momentWords } from '../../wire/moments';
import { useNowMs } from '../../wire/clock';
import type { KnownBatch, KnownKitchen } from '../../wire/queries';
import { undoing, useBatch, useKitchen, useRecord } from '../../wire/queries';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { Screen } from '../../ui/Screen';
import { NotYet } from '../../ui/NotYet';
import { Words } from '../../ui/Words';
import { SPACE, useColours } from '../../ui/theme';
import { BottleForm } from './BottleForm';
import { WeighIn } from './WeighIn';
import { stepGuide, stepName } from './stepWords';

/** One batch at the counter, one step at a time. */
export function GuideScreen({ batchId }: { batchId: string }) {
  const batch = useBatch(batchId);
  const kitchen = useKitchen();
  if (!batch.data || !kitchen.data) {
    return <NotYet title="Counter" what="the batch" queries={[batch, kitchen]} />;
  }
  return <Guide batch={batch.data} kitchen={kitchen.data} />;
}

const PULP_CHOICES: readonly { place: PulpPlace; label: string }[] = [
  { place: 'fridge', label: 'In the fridge' },
  { place: 'freezer', label: 'In the freezer' },
  { place: 'dried', label: 'Dried' },
];

export interface GuideProps {
  batch: KnownBatch;
  kitchen: KnownKitchen;
  record: ReturnType<typeof useRecord>;
}

function Guide({ batch, kitchen }: { batch: KnownBatch; kitchen: KnownKitchen }) {
  const router = useRouter();
  const record = useRecord(batch.id);
  const [stopping, setStopping] = useState(false);
  const { state } = batch;
  const { current } = state;
  const parts: GuideProps = { batch, kitchen, record };
  const loads = state.prediction.blend.loads;
  const pulpG = state.measured.pulpG ?? state.prediction.pulp.massG;
  return (
    <Screen title={state.recipe.name}>
      <Words tone="soft" kind="small">
        Allergens: {state.prediction.allergens.join(', ')}. A shared jug and bag carry traces.
      </Words>
      <Track steps={state.steps} loads={loads} currentId={current?.id ?? null} />
      {record.error && <Notice kind="error">{record.error.message}</Notice>}
      {current ? (
        <CurrentStep key={current.id} step={current} {...parts} />
      ) : (
        <Panel title={state.status === 'abandoned' ? 'Given up' : 'Bottled'}>
          <Words>
            {state.status === 'abandoned'
              ? `This batch was given up: ${state.abandonReason ?? ''}. Its record stays in the notebook.`
              : 'The jars are on the shelf, each with its time. The record is in the notebook.'}
          </Words>
          <View style={styles.row}>
            {state.status === 'bottled' && (
              <Button label="See the shelf" kind="main" onPress={() => router.navigate('/shelf')} />
            )}
            <Button
              label="See the record"
              onPress={() => router.navigate(`/notebook/${batch.id}` as never)}
            />
          </View>
        </Panel>
      )}
      {state.status === 'bottled' && state.pulp.length === 0 && state.prediction.pulp.massG > 0 && (
        <Panel title="The pulp">
          <Words>
            {shownMass(pulpG, kitchen)} of it. Put it away soon: it keeps two days in the fridge, 90 in the
            freezer, 30 dried above 65 °C until brittle.
          </Words>
          <View style={styles.row}>
            {PULP_CHOICES.map(({ place, label }) => (
              <Button
                key={place}
                label={label}
                busy={record.isPending}
                onPress={() =>
                  record.say([
                    {
                      type: 'pulp-stored',
                      place,
                      massG: storedPulpG(place, pulpG, state.prediction.pulp.waterPct),
                    },
                  ])
                }
              />
            ))}
          </View>
        </Panel>
      )}
      <View style={styles.row}>
        <Button
          label="Undo the last entry"
          icon={Undo2}
          disabled={!state.undoable || record.isPending}
          onPress={() => record.say(undoing(batch.events))}
        />
        {state.status === 'under-way' && (
          <Button label="Give this batch up" icon={X} kind="quiet" onPress={() => setStopping(!stopping)} />
        )}
      </View>
      {stopping && state.status === 'under-way' && (
        <Panel title="Give this batch up?">
          <Words>It leaves the counter; its record stays in the notebook. Undo brings it back.</Words>
          <View style={styles.row}>
            {['Smells or looks wrong', 'No time after all', 'Something spilled'].map((reason) => (
              <Button
                key={reason}
                label={reason}
                kind="danger"
                onPress={() => record.say([{ type: 'abandoned', reason }], () => setStopping(false))}
              />
            ))}
          </View>
        </Panel>
      )}
    </Screen>
  );
}

function Track({
  steps,
  loads,
  currentId,
}: {
  steps: readonly StepState[];
  loads: number;
  currentId: string | null;
}) {
  const colour = useColours();
  return (
    <View role="list" aria-label="Steps" style={styles.track}>
      {steps.map((step) => {
        const done = step.doneAtMs !== null;
        const here = step.id === currentId;
        return (
          <View
            key={step.id}
            role="listitem"
            style={[
              styles.trackStep,
              {
                backgroundColor: here ? colour.kelpSoft : 'transparent',
                borderColor: here ? colour.kelp : colour.line,
                borderStyle: done || here ? 'solid' : 'dashed',
              },
            ]}
          >
            {done && <Check size={16} color={colour.kelp} aria-hidden />}
            <Words kind="small" tone={here ? 'kelp' : 'soft'}>
              {stepName(step, loads)}
              {done ? ' done' : ''}
            </Words>
          </View>
        );
      })}
    </View>
  );
}

function CurrentStep({ step, ...parts }: GuideProps & { step: StepState }) {
  const { batch, kitchen, record } = parts;
  const { state } = batch;
  const guide = stepGuide(step, state, kitchen);
  const name = stepName(step, state.prediction.blend.loads);
  return (
    <Panel title={name}>
      <View style={styles.todo}>
        {guide.todo.map((line) => (
          <Words key={line} style={styles.line}>
            {line}
          </Words>
        ))}
      </View>
      {step.timerS !== null && <Timer step={step} {...parts} />}
      {guide.lookFor !== null && (
        <Words tone="soft">
          <Words kind="strong" tone="soft">
            Look for:{' '}
          </Words>
          {guide.lookFor}
        </Words>
      )}
      {guide.caution !== null && <Notice kind="caution">{guide.caution}</Notice>}
      {step.kind === 'strain' ? (
        <WeighIn step={step} {...parts} />
      ) : step.kind === 'bottle' ? (
        <BottleForm {...parts} />
      ) : step.timerS === null ? (
        <Button
          label="Done"
          hint={`${name}: done`}
          kind="main"
          icon={Check}
          counter
          busy={record.isPending}
          onPress={() => record.say([{ type: 'step-done', step: step.id }])}
        />
      ) : null}
    </Panel>
  );
}

function Timer({ step, batch, record }: GuideProps & { step: StepState }) {
  const nowMs = useNowMs(250);
  const endMs = timerEndMs(step);
  const soaking = step.kind === 'soak';
  if (endMs === null || step.begunAtMs === null) {
    return (
      <>
        <Words kind="clock" style={styles.clock}>
          {shownClock(step.timerS ?? 0)}
        </Words>
        <Button
          label={soaking ? 'The soak has begun' : 'Start blending'}
          kind="main"
          icon={Play}
          counter
          busy={record.isPending}
          onPress={() => record.say([{ type: 'step-begun', step: step.id }])}
        />
      </>
    );
  }
  const leftS = (endMs - nowMs) / 1000;
  const over = leftS <= 0;
  return (
    <>
      <View role="timer" aria-label={over ? 'Time is up' : `${shownDuration(leftS)} left`}>
        <Words kind="clock" tone={over ? 'buoy' : 'kelp'} style={styles.clock}>
          {shownClock(leftS)}
        </Words>
      </View>
      <Words style={styles.clock} live="polite">
        {over
          ? soaking
            ? 'The soak is over.'
            : 'Stop, and feel a drop between finger and thumb.'
          : `${soaking ? 'Ready' : 'Stops'} ${momentWords(endMs, nowMs, batch.timeZone)}`}
      </Words>
      <Button
        label={over ? 'Done' : soaking ? 'End the soak now' : 'Stop now'}
        hint={
          over ? `${soaking ? 'Soak' : 'Blending'}: done` : soaking ? 'End the soak now' : 'Stop blending now'
        }
        kind={over ? 'main' : 'plain'}
        icon={Check}
        counter
        busy={record.isPending}
        onPress={() => record.say([{ type: 'step-done', step: step.id }])}
      />
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
  track: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.tight },
  trackStep: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.tight,
    borderWidth: 1,
    borderRadius: 6,
    paddingHorizontal: SPACE.small,
    paddingVertical: SPACE.hair,
  },
  todo: { gap: SPACE.small },
  line: { fontSize: 21, lineHeight: 28 },
  clock: { textAlign: 'center' },
});
