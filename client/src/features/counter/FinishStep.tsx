import type { StepState } from '@humble-churn/core';
import { restAsPlanned } from '@humble-churn/core';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Check } from '../../ui/icons';
import { DoseLines, useDoseLines } from './DoseLines';
import type { GuideProps } from './guideProps';
import { JugAgain } from './JugAgain';
import { stepName } from './stepLabels';

/** What is stirred in: each as planned, changed, or left out; the last tap puts in what nothing was said of. */
export function FinishStep({ step, ...parts }: GuideProps & { step: StepState }) {
  const { record } = parts;
  const { lines } = useDoseLines(parts, 'after');
  const rest = restAsPlanned(lines);
  return (
    <>
      <DoseLines when="after" {...parts} />
      <JugAgain {...parts} />
      <Button
        label={
          rest.length === 0 ? 'Done' : lines.length === rest.length ? 'All stirred in' : 'Rest as planned'
        }
        hint={`${stepName(step)}: ${rest.length === 0 ? 'done' : 'all stirred in, the rest as planned'}`}
        kind="main"
        icon={Check}
        counter
        onPress={() =>
          record.add([
            ...rest.map((dose) => ({ type: 'stirred-in' as const, ...dose })),
            { type: 'step-done', step: step.id },
          ])
        }
      />
      {rest.length > 0 && (
        <AppText kind="small" tone="soft">
          What you say nothing of is recorded as planned.
        </AppText>
      )}
    </>
  );
}
