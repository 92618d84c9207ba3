import type { Recipe, SecondStrainer } from '@humble-churn/core';
import { strainersOf } from '@humble-churn/core';
import type { KitchenSettings } from '@humble-churn/contract';
import { Choice } from './Choice';
import {
  MACHINE_OPTIONS,
  SECOND_STRAINERS,
  SQUEEZE_OPTIONS,
  chosenMachine,
  chosenStrainer,
  firstStrainers,
  gearValue,
} from './gearOptions';
import { STRAINER_LABELS } from './recipeLabels';

/** Shares of full speed that a knob has marks for. */
const SPEEDS = [0.2, 0.4, 0.6, 0.8, 1] as const;

export type BladesUsed = Pick<Recipe['blend'], 'machine' | 'machineName' | 'powerW' | 'fillLineMl' | 'speed'>;
export type StrainUsed = Pick<Recipe['strain'], 'strainer' | 'strainerName' | 'squeeze' | 'second'>;
type Profile = KitchenSettings['profile'];

/** A speed as a knob shows it. */
export function SpeedChoice({
  label,
  speed,
  onChange,
}: {
  label: string;
  speed: number;
  onChange: (speed: number) => void;
}) {
  return (
    <Choice
      label={label}
      value={SPEEDS.find((one) => Math.abs(one - speed) < 0.05) ?? null}
      onChange={onChange}
      options={SPEEDS.map((value) => ({ value, label: value === 1 ? 'Full' : `${100 * value} %` }))}
    />
  );
}

/** Machine and speed that were used. */
export function MachineUsedChoices({
  used,
  machines,
  onChange,
}: {
  used: BladesUsed;
  machines: Profile['machines'];
  onChange: (used: BladesUsed) => void;
}) {
  return (
    <>
      <Choice
        label="Machine used"
        value={gearValue(used.machine, used.machineName)}
        onChange={(value) => {
          const machine = chosenMachine(value, machines);
          if (machine) onChange({ ...used, ...machine });
        }}
        options={[
          ...machines.map(({ kind, name }) => ({ value: gearValue(kind, name), label: name })),
          ...MACHINE_OPTIONS,
        ]}
      />
      {used.machine !== 'cold-press' && (
        <SpeedChoice
          label="Speed used"
          speed={used.speed}
          onChange={(speed) => onChange({ ...used, speed })}
        />
      )}
    </>
  );
}

/** Strainers and squeeze that were used, after blades or after a press. */
export function StrainerUsedChoices({
  used,
  blend,
  strainers,
  onChange,
}: {
  used: StrainUsed;
  blend: Recipe['blend'];
  strainers: Profile['strainers'];
  onChange: (used: StrainUsed) => void;
}) {
  const pressed = blend.machine === 'cold-press';
  const { strainer: first, second } = used;
  return (
    <>
      <Choice
        label="Strained through"
        value={gearValue(first, used.strainerName)}
        onChange={(value) => {
          const chosen = chosenStrainer(value, strainers, pressed);
          if (!chosen) return;
          const again = chosen.strainer === 'none' || second?.strainer === chosen.strainer ? null : second;
          onChange({ ...used, ...chosen, second: again });
        }}
        options={[
          ...strainers.map(({ kind, name }) => ({ value: gearValue(kind, name), label: name })),
          ...firstStrainers(pressed).map((value) => ({ value, label: STRAINER_LABELS[value] })),
        ]}
      />
      {strainersOf({ blend, strain: { ...used, washShare: 0 } }).length > 0 && (
        <Choice
          label="Squeezed"
          value={used.squeeze}
          onChange={(squeeze) => onChange({ ...used, squeeze })}
          options={SQUEEZE_OPTIONS}
        />
      )}
      {!pressed && first !== 'none' && (
        <Choice<SecondStrainer['strainer'] | 'nothing'>
          label="Strained once more"
          value={second?.strainer ?? 'nothing'}
          onChange={(chosen) =>
            onChange({
              ...used,
              second: chosen === 'nothing' ? null : { strainer: chosen, strainerName: null },
            })
          }
          options={[
            { value: 'nothing' as const, label: 'No' },
            ...SECOND_STRAINERS.filter((one) => one !== first).map((value) => ({
              value,
              label: STRAINER_LABELS[value],
            })),
          ]}
        />
      )}
    </>
  );
}
