import { NOT_ALL_SEARCHED, planConstraintMessage, plannedStepLabel } from '@humble-churn/contract';
import type {
  ConstraintViolation,
  Caution,
  ScheduledBatch,
  PlanJob,
  KitchenCalendar,
} from '@humble-churn/core';
import { constraintViolations } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Cautions } from '../../ui/Cautions';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { Check, Undo2 } from '../../ui/icons';
import { SPACE } from '../../ui/theme';
import { momentText } from '../../wire/moments';
import type { KnownKitchen } from '../../wire/queries';
import { Visits } from './Visits';

function brokenWords(
  { limit, kind, fromMs }: ConstraintViolation,
  kitchen: KnownKitchen,
  nowMs: number,
): string {
  const when = momentText(fromMs, nowMs, kitchen.timeZone);
  if (limit === 'time') {
    return kind === 'chill'
      ? `Ready only ${when}, after the glass.`
      : `${plannedStepLabel(kind)} ${when} is past.`;
  }
  return `${plannedStepLabel(kind)} ${when} runs into ${planConstraintMessage(limit)}.`;
}

/** How a batch would lie in the days, what that breaks, and keeping it so. */
export function Proposal({
  title,
  job,
  placed,
  cautions,
  days,
  kitchen,
  nowMs,
  byHand,
  proven,
  working,
  reset,
  onReset,
  onKeep,
}: {
  title: string;
  job: PlanJob;
  placed: ScheduledBatch;
  cautions: readonly Caution[];
  days: KitchenCalendar;
  kitchen: KnownKitchen;
  nowMs: number;
  byHand: boolean;
  /** Whether no better moments exist. */
  proven: boolean;
  /** Another one is being worked out. */
  working: boolean;
  /** What takes the moving back; null while there is nothing to take back. */
  reset: string | null;
  onReset: () => void;
  onKeep: () => void;
}) {
  const broken = constraintViolations([job], [placed], days);
  return (
    <Panel title={title}>
      <Visits placed={placed} kitchen={kitchen} nowMs={nowMs} />
      <View aria-live="polite" style={styles.notices}>
        {broken.map((one) => (
          <Notice key={`${one.limit}${one.kind}`} kind="caution">
            {brokenWords(one, kitchen, nowMs)}
          </Notice>
        ))}
        {!byHand && !proven && <AppText tone="soft">It fits. {NOT_ALL_SEARCHED}</AppText>}
        {byHand && broken.length === 0 && <AppText tone="kelp">Moved by hand; it still fits.</AppText>}
      </View>
      <Cautions cautions={cautions} />
      <View style={styles.row}>
        <Button label="Save plan" kind="main" icon={Check} counter busy={working} onPress={onKeep} />
        {reset !== null && <Button label={reset} icon={Undo2} counter onPress={onReset} />}
      </View>
    </Panel>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small, alignItems: 'center' },
  notices: { gap: SPACE.tight },
});
