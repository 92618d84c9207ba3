import type { StepState } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { useAlsoThere } from '../../wire/presence';
import { stepName } from './stepLabels';

/** Who else has this batch open at the counter, and at which step. Its line is always held: nothing moves under a finger. */
export function AlsoThere({
  batchId,
  steps,
  shown,
}: {
  batchId: string;
  steps: readonly StepState[];
  shown: StepState | null;
}) {
  const [first, ...more] = useAlsoThere(batchId, shown?.id ?? null);
  const at = steps.find(({ id }) => id === first?.step);
  const where = first?.step === shown?.id ? 'this step' : at ? `“${stepName(at)}”` : 'this batch';
  const who = first?.device == null ? 'The kitchen’s own machine' : `“${first.device}”`;
  const others = more.length > 0 ? ` and ${more.length} more` : '';
  return (
    <View role="status" aria-live="polite" style={styles.line}>
      {first && (
        <AppText kind="small" tone="brass" numberOfLines={1}>
          {others === '' ? `${who} has ${where} open, too.` : `${who}${others} have it open, too.`}
        </AppText>
      )}
    </View>
  );
}

const styles = StyleSheet.create({ line: { minHeight: 20 } });
