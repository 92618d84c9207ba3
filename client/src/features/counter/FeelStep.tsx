import type { StepState } from '@humble-churn/core';
import { formatClock, formatDuration, stepLeftS } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { useNowMs } from '../../wire/clock';
import { Button } from '../../ui/Button';
import { AppText } from '../../ui/AppText';
import { Check, Plus } from '../../ui/icons';
import { SPACE } from '../../ui/theme';
import type { GuideProps } from './guideProps';
import { ProbeMix } from './ProbeReading';
import { readySound } from './attention';
import { stepName } from './stepLabels';

/** Blended on, when the drop still has grain in it; s. */
const LONGER_S = 20;

/** The feel test: smooth, or a little longer at the blades. */
export function FeelStep({ step, ...parts }: GuideProps & { step: StepState }) {
  const { record } = parts;
  const nowMs = useNowMs(250);
  const leftS = stepLeftS(step, nowMs);
  const running = step.runningSinceMs !== null && leftS !== null;
  const longer = (): void => {
    readySound();
    record.add([
      { type: 'time-added', step: step.id, seconds: LONGER_S },
      ...(step.runningSinceMs === null ? [{ type: 'step-begun' as const, step: step.id, timerS: null }] : []),
    ]);
  };
  return (
    <>
      {running && (
        <View role="timer" aria-label={`${formatDuration(Math.max(0, leftS))} left`}>
          <AppText kind="clock" tone={leftS <= 0 ? 'buoy' : 'kelp'} style={styles.clock}>
            {formatClock(leftS)}
          </AppText>
        </View>
      )}
      <View style={styles.row}>
        <Button
          label="Smooth"
          hint={`${stepName(step)}: done`}
          kind="main"
          icon={Check}
          counter
          onPress={() => record.add([{ type: 'step-done', step: step.id }])}
        />
        <Button label={`Grain: blend ${LONGER_S} s more`} icon={Plus} counter onPress={longer} />
      </View>
      <ProbeMix {...parts} />
    </>
  );
}

const styles = StyleSheet.create({
  clock: { textAlign: 'center' },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
