import type { DatePreferences, StepState } from '@humble-churn/core';
import {
  COOKED_FROM_C,
  clockLengthS,
  eventRefusal,
  formatClock,
  formatDuration,
  formatTemp,
  jugAgainWarmthC,
  stepLeftS,
  stepRanS,
  timerEndMs,
  warmthAtC,
} from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { useNowMs } from '../../wire/clock';
import { momentText } from '../../wire/moments';
import { Button } from '../../ui/Button';
import { AppText } from '../../ui/AppText';
import { Check, Pause, Play, Plus } from '../../ui/icons';
import { SPACE, useColours } from '../../ui/theme';
import { ClockButtons } from './ClockButtons';
import type { GuideProps } from './guideProps';
import { readySound } from './attention';

/** What a clock says of each kind of step, and what a cook adds to it at a time, s. */
const CLOCKS = {
  blend: {
    moreS: 10,
    begin: 'Start blending',
    over: 'Stop, and feel a drop between finger and thumb.',
    stop: 'Stop now',
    stopHint: 'Stop now: blending',
    doneHint: 'Blending: done',
    resumeHint: 'Resume blending',
  },
  'jug-again': {
    moreS: 5,
    begin: 'Start the jug',
    over: 'Long enough. Look whether all is mixed in.',
    stop: 'Stop now',
    stopHint: 'Stop now: back in the jug',
    doneHint: 'Back in the jug: done',
    resumeHint: 'Resume blending',
  },
  soak: {
    moreS: 30 * 60,
    begin: 'The soak has begun',
    over: 'The soak is over.',
    stop: 'End the soak now',
    stopHint: 'End the soak now',
    doneHint: 'Soak: done',
    resumeHint: 'Resume',
  },
  cool: {
    moreS: 5 * 60,
    begin: 'It stands in cold water',
    over: 'Its time is up. Feel the bowl: it must be no warmer than your hand.',
    stop: 'Cool enough',
    stopHint: 'The bowl is cool enough',
    doneHint: 'Cooling: done',
    resumeHint: 'Resume',
  },
} as const;

interface Props extends GuideProps {
  step: StepState;
}

function clockOf({ kind }: StepState) {
  return kind === 'soak' || kind === 'cool' || kind === 'jug-again' ? CLOCKS[kind] : CLOCKS.blend;
}

/** Whether the step is one that is waited for, rather than stood at. */
function isWaitedFor({ kind }: StepState): boolean {
  return kind === 'soak' || kind === 'cool';
}

/** The clock of a step: large, counted on the server's time, with what can be done to it. */
export function StepClock(props: Props) {
  const { step, batch, plan, record, kitchen } = props;
  const nowMs = useNowMs(200);
  const lengthS = step.begunAtMs === null ? clockLengthS(step, plan, batch.state) : null;
  const begin = (): void => {
    readySound();
    record.add([{ type: 'step-begun', step: step.id, timerS: lengthS }]);
  };
  if (lengthS !== null) {
    return (
      <>
        <AppText kind="clock" style={styles.clock}>
          {formatClock(lengthS)}
        </AppText>
        <Button label={clockOf(step).begin} kind="main" icon={Play} counter onPress={begin} />
      </>
    );
  }
  return (
    <>
      <ClockFace {...props} nowMs={nowMs} />
      <ClockText step={step} household={{ ...kitchen, timeZone: batch.timeZone }} nowMs={nowMs} />
      <WhatToDo {...props} nowMs={nowMs} onResume={begin} />
    </>
  );
}

interface Ticking extends Props {
  nowMs: number;
}

function isOver(step: StepState, nowMs: number): boolean {
  return (stepLeftS(step, nowMs) ?? 0) <= 0;
}

function ClockFace({ step, batch, kitchen, plan, nowMs }: Ticking) {
  const colour = useColours();
  const leftS = stepLeftS(step, nowMs) ?? 0;
  const ranS = stepRanS(step, nowMs);
  const over = isOver(step, nowMs);
  const again = step.kind === 'jug-again';
  const warmC = again ? jugAgainWarmthC(batch.state, ranS) : warmthAtC(plan, ranS);
  const limitC = again ? COOKED_FROM_C : plan.prediction.blend.warmthLimitC;
  const warms = again || (step.kind === 'blend' && batch.state.recipe.blend.machine !== 'cold-press');
  return (
    <View
      role="timer"
      aria-label={over ? 'Time is up' : `${formatDuration(leftS)} left`}
      style={[styles.face, { backgroundColor: over ? colour.buoySoft : colour.kelpSoft }]}
    >
      {warms ? (
        <>
          <AppText kind="count" tone={over ? 'buoy' : 'kelp'} style={styles.clock}>
            {Math.floor(ranS)}
          </AppText>
          <AppText kind="bigFigure" tone={over ? 'buoy' : 'kelp'}>
            of {formatDuration(step.timerS ?? 0)}
          </AppText>
          <AppText kind="figure" tone={warmC > limitC ? 'buoy' : 'ink'}>
            about {formatTemp(warmC, kitchen.measures)}
            {warmC > limitC ? ', too warm: stop' : ''}
          </AppText>
        </>
      ) : (
        <AppText kind="clock" tone={over ? 'buoy' : 'kelp'} style={styles.clock}>
          {formatClock(leftS)}
        </AppText>
      )}
    </View>
  );
}

function ClockText({
  step,
  household,
  nowMs,
}: {
  step: StepState;
  household: DatePreferences;
  nowMs: number;
}) {
  const endMs = timerEndMs(step);
  const over = isOver(step, nowMs);
  const waits = isWaitedFor(step);
  const words = over
    ? clockOf(step).over
    : endMs === null
      ? 'Stopped for a while. Nothing is lost.'
      : waits
        ? `Ready ${momentText(endMs, nowMs, household)}`
        : `${Math.ceil(stepLeftS(step, nowMs) ?? 0)} s left`;
  // A count that is read out each second would drown everything else.
  return (
    <AppText style={styles.clock} {...((over || waits) && { live: 'polite' as const })}>
      {words}
    </AppText>
  );
}

function WhatToDo({ step, batch, kitchen, record, nowMs, onResume }: Ticking & { onResume: () => void }) {
  const clock = clockOf(step);
  const waits = isWaitedFor(step);
  const over = isOver(step, nowMs);
  const running = step.runningSinceMs !== null;
  const stepDone = { type: 'step-done', step: step.id } as const;
  // A bowl is cool when the probe says so, or when nobody measured and its time is up.
  const notYet = step.kind === 'cool' && eventRefusal(batch.state, stepDone, kitchen.fridges, nowMs) !== null;
  return (
    <ClockButtons>
      {!running && (
        <Button
          label="Resume"
          hint={clock.resumeHint}
          kind="main"
          icon={Play}
          counter
          grow
          onPress={onResume}
        />
      )}
      <Button
        label={over ? 'Done' : clock.stop}
        hint={over ? clock.doneHint : clock.stopHint}
        kind={running && (over || !waits) ? 'main' : 'plain'}
        icon={Check}
        counter
        grow
        disabled={notYet}
        onPress={() => record.add([stepDone])}
      />
      {!waits && running && !over && (
        <Button
          label="Pause"
          hint="Pause the clock"
          icon={Pause}
          counter
          grow
          onPress={() => record.add([{ type: 'step-paused', step: step.id }])}
        />
      )}
      <Button
        label={`Add ${formatDuration(clock.moreS)}`}
        icon={Plus}
        counter
        grow
        onPress={() => record.add([{ type: 'time-added', step: step.id, seconds: clock.moreS }])}
      />
    </ClockButtons>
  );
}

const styles = StyleSheet.create({
  clock: { textAlign: 'center' },
  face: { alignItems: 'center', borderRadius: 14, padding: SPACE.small },
});
