import { NOT_ALL_SEARCHED, planConstraintMessage, plannedStepLabel } from '@humble-churn/contract';
import type { ConstraintViolation } from '@humble-churn/core';
import { cautionsBefore, constraintViolations, recipeAllergens, startTimesOf } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Cautions } from '../../ui/Cautions';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { Check, Undo2 } from '../../ui/icons';
import { SPACE } from '../../ui/theme';
import { momentText } from '../../wire/moments';
import type { KnownKitchen } from '../../wire/kitchen';
import { Visits } from './Visits';
import { useDays, useDaysActs } from './useDays';

function brokenWords(
  { limit, kind, fromMs }: ConstraintViolation,
  kitchen: KnownKitchen,
  nowMs: number,
): string {
  const when = momentText(fromMs, nowMs, kitchen);
  if (limit === 'time') {
    return kind === 'chill'
      ? `Ready only ${when}, after the glass.`
      : `${plannedStepLabel(kind)} ${when} is past.`;
  }
  return `${plannedStepLabel(kind)} ${when} runs into ${planConstraintMessage(limit)}.`;
}

/** How the batch in hand lies in the days, what that breaks, and keeping it so. */
export function Proposal() {
  const { held, shown, moving, model, calendar, kitchen, nowMs, state, fitting, dispatch } = useDays();
  const { save, saveMoved } = useDaysActs();
  if (!held || !shown) return null;
  const { name } = held.recipe;
  const byHand = state.moved !== null;
  const broken = constraintViolations([held.job], [shown], calendar);
  const found = fitting.fitted?.found;
  const unproven = !moving && found?.ok === true && !found.proven;
  const reset = moving ? 'Leave it as it was' : byHand ? 'As worked out' : null;
  return (
    <Panel title={moving ? `${name}: moved` : `${name}: it fits like this`}>
      <Visits placed={shown} />
      <View aria-live="polite" style={styles.notices}>
        {broken.map((one) => (
          <Notice key={`${one.limit}${one.kind}`} kind="caution">
            {brokenWords(one, kitchen, nowMs)}
          </Notice>
        ))}
        {!byHand && unproven && <AppText tone="soft">It fits. {NOT_ALL_SEARCHED}</AppText>}
        {byHand && broken.length === 0 && <AppText tone="kelp">Moved by hand; it still fits.</AppText>}
      </View>
      <Cautions
        cautions={cautionsBefore(
          held.recipe,
          recipeAllergens(held.recipe, model.pantry),
          held.prediction.cautions,
          model,
        )}
      />
      <View style={styles.row}>
        <Button
          label="Save plan"
          kind="main"
          icon={Check}
          counter
          busy={!moving && !fitting.current}
          onPress={() => {
            if (moving) saveMoved(shown);
            else {
              const { glassMs } = state.wish;
              save({ ...held, moments: startTimesOf(shown), glassMs, soakedAlready: false });
            }
          }}
        />
        {reset !== null && (
          <Button label={reset} icon={Undo2} counter onPress={() => dispatch({ type: 'let-go' })} />
        )}
      </View>
    </Panel>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small, alignItems: 'center' },
  notices: { gap: SPACE.tight },
});
