import type { StepState } from '@humble-churn/core';
import { Button } from '../../ui/Button';
import { Check } from '../../ui/icons';
import type { GuideProps } from './guideProps';
import { stepName } from './stepLabels';

/** Ends a step that asks for no figures. */
export function Done({
  step,
  record,
  label = 'Done',
  disabled = false,
}: GuideProps & { step: StepState; label?: string; disabled?: boolean }) {
  return (
    <Button
      label={label}
      hint={`${stepName(step)}: done`}
      kind="main"
      icon={Check}
      counter
      disabled={disabled}
      onPress={() => record.add([{ type: 'step-done', step: step.id }])}
    />
  );
}
