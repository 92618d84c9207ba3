import type { StepState } from '@humble-churn/core';
import {
  clockLengthS,
  eventRefusal,
  formatClock,
  formatDuration,
  formatTemp,
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

/** What a cook adds at a time, s. */
const MORE_S = { blend: 10, soak: 30 * 60, cool: 5 * 60 } as const;

interface Props extends GuideProps {
  step: StepState;
}

/** The clock of a step: large, counted on the server's time, with what can be done to it. */
export function StepClock({ step, batch, kitchen, plan, record }: Props) {
  const nowMs = useNowMs(200);
  const colour = useColours();
  const soaking = step.kind === 'soak';
  const cooling = step.kind === 'cool';
  const waits = soaking || cooling;
  const leftS = stepLeftS(step, nowMs) ?? 0;
  const ranS = stepRanS(step, nowMs);
  const endMs = timerEndMs(step);
  const over = step.begunAtMs !== null && leftS <= 0;
  const running = step.runningSinceMs !== null;
  const lengthS = step.begunAtMs === null ? clockLengthS(step, plan, batch.state) : (step.timerS ?? 0);
  const begin = (): void => {
    readySound();
    record.say([{ type: 'step-begun', step: step.id, timerS: step.begunAtMs === null ? lengthS : null }]);
  };
  const done = (): void => {
    record.say([{ type: 'step-done', step: step.id }]);
  };
  const more = cooling ? MORE_S.cool : soaking ? MORE_S.soak : MORE_S.blend;
  const addMore = (
    <Button
      label={`Add ${formatDuration(more)}`}
      icon={Plus}
      counter
      grow
      onPress={() => record.say([{ type: 'time-added', step: step.id, seconds: more }])}
    />
  );
  if (step.begunAtMs === null) {
    return (
      <>
        <AppText kind="clock" style={styles.clock}>
          {formatClock(lengthS)}
        </AppText>
        <Button
          label={cooling ? 'It stands in cold water' : soaking ? 'The soak has begun' : 'Start blending'}
          kind="main"
          icon={Play}
          counter
          onPress={begin}
        />
      </>
    );
  }
  // A bowl is cool when the probe says so, or when nobody measured and its time is up.
  const notYet =
    cooling &&
    eventRefusal(batch.state, { type: 'step-done', step: step.id }, kitchen.readings, nowMs) !== null;
  const warmC = warmthAtC(plan, ranS);
  const limitC = plan.prediction.blend.warmthLimitC;
  const warms = step.kind === 'blend' && batch.state.recipe.blend.machine !== 'cold-press';
  return (
    <>
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
      {/* A count that is read out each second would drown everything else. */}
      <AppText style={styles.clock} {...((over || waits) && { live: 'polite' as const })}>
        {over
          ? cooling
            ? 'Its time is up. Feel the bowl: it must be no warmer than your hand.'
            : soaking
              ? 'The soak is over.'
              : 'Stop, and feel a drop between finger and thumb.'
          : endMs === null
            ? 'Stopped for a while. Nothing is lost.'
            : waits
              ? `Ready ${momentText(endMs, nowMs, batch.timeZone)}`
              : `${Math.ceil(leftS)} s left`}
      </AppText>
      <ClockButtons>
        {!running && (
          <Button
            label="Resume"
            hint={waits ? 'Resume' : 'Resume blending'}
            kind="main"
            icon={Play}
            counter
            grow
            onPress={begin}
          />
        )}
        <Button
          label={over ? 'Done' : cooling ? 'Cool enough' : soaking ? 'End the soak now' : 'Stop now'}
          hint={
            over
              ? `${cooling ? 'Cooling' : soaking ? 'Soak' : 'Blending'}: done`
              : cooling
                ? 'The bowl is cool enough'
                : soaking
                  ? 'End the soak now'
                  : 'Stop now: blending'
          }
          kind={running && (over || !waits) ? 'main' : 'plain'}
          icon={Check}
          counter
          grow
          disabled={notYet}
          onPress={done}
        />
        {!waits && running && !over && (
          <Button
            label="Pause"
            hint="Pause the clock"
            icon={Pause}
            counter
            grow
            onPress={() => record.say([{ type: 'step-paused', step: step.id }])}
          />
        )}
        {addMore}
      </ClockButtons>
    </>
  );
}

const styles = StyleSheet.create({
  clock: { textAlign: 'center' },
  face: { alignItems: 'center', borderRadius: 14, padding: SPACE.small },
});
