import type { StepState } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { SPACE, useColours } from '../../ui/theme';
import { useAlsoThere } from '../../wire/presence';
import { stepName } from './stepLabels';

/** Who else has this batch open at the counter, and at which step. */
export function AlsoThere({
  batchId,
  steps,
  shown,
}: {
  batchId: string;
  steps: readonly StepState[];
  shown: StepState | null;
}) {
  const colour = useColours();
  const others = useAlsoThere(batchId, shown?.id ?? null);
  return (
    <View role="status" aria-live="polite">
      {others.map(({ page, device, step }) => {
        const at = steps.find(({ id }) => id === step);
        const where = step === shown?.id ? 'this step' : at ? `“${stepName(at)}”` : 'this batch';
        return (
          <View key={page} style={[styles.line, { borderColor: colour.brass }]}>
            <AppText kind="small">
              {`${device === null ? 'The kitchen’s own machine' : `“${device}”`} has ${where} open, too. Whoever ends a step first ends it for both.`}
            </AppText>
          </View>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  line: { borderLeftWidth: 3, paddingLeft: SPACE.small },
});
