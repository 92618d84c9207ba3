import type { PulpBag } from '@humble-churn/core';
import { formatMass } from '@humble-churn/core';
import { MeasureField } from '../../ui/MeasureField';
import { useMeasures } from '../../ui/measures';

/** So much of a bag: all of it unless something else is typed. */
export function PartOfBag({
  bag,
  massG,
  onMass,
}: {
  bag: PulpBag;
  massG: number | null;
  onMass: (massG: number | null) => void;
}) {
  const measures = useMeasures();
  return (
    <MeasureField
      kind="mass"
      label="How much of it"
      value={massG}
      stacked
      onValue={(typed) => {
        if (!(typed > 0)) return 'Enter more than 0.';
        // What is shown is rounded.
        if (typed > bag.massG + 1) return `There are only ${formatMass(bag.massG, measures)}.`;
        onMass(Math.min(typed, bag.massG));
        return null;
      }}
      onTrouble={() => onMass(null)}
    />
  );
}
