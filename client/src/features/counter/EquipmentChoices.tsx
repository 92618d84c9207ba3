import type { MachineKind, Recipe, SecondStrainer, Squeeze, Strainer } from '@humble-churn/core';
import { fillLineOf, strainersOf } from '@humble-churn/core';
import { View } from 'react-native';
import { Choice } from '../../ui/Choice';
import { MACHINE_LABELS, SQUEEZE_LABELS, STRAINER_LABELS } from '../../ui/recipeLabels';
import { SPACE } from '../../ui/theme';
import type { GuideProps } from './guideProps';

const MACHINES: readonly MachineKind[] = ['standard-jug', 'high-speed-jug', 'personal-cup', 'cold-press'];
const STRAINERS: readonly Strainer[] = ['fine-bag', 'muslin', 'fine-sieve', 'cold-press', 'none'];
const SECOND: readonly SecondStrainer['strainer'][] = ['fine-bag', 'muslin', 'fine-sieve'];
const SQUEEZES: readonly Squeeze[] = ['light', 'firm', 'hard'];
/** Shares of full speed that a knob has marks for. */
const SPEEDS = [0.4, 0.6, 0.8, 1] as const;

/** Other gear than planned, as it is really used: the batch is computed anew with it. */
export function EquipmentChoices(parts: GuideProps) {
  const { state } = parts.batch;
  const blended = state.steps.some(({ kind, doneAtMs }) => kind === 'blend' && doneAtMs !== null);
  return (
    <View style={{ gap: SPACE.medium }}>
      {!blended && <Blades {...parts} />}
      {state.recipe.intoGlass !== true && <Straining {...parts} />}
    </View>
  );
}

function Blades({ batch, kitchen, record }: GuideProps) {
  const { blend } = batch.state.recipe;
  const { machines } = kitchen.profile;
  const use = (to: Partial<Recipe['blend']>): void => {
    const { machine, machineName, powerW, fillLineMl, speed } = { ...blend, ...to };
    record.add([{ type: 'equipment-used', blend: { machine, machineName, powerW, fillLineMl, speed } }]);
  };
  return (
    <>
      <Choice
        label="Machine used"
        value={blend.machineName === null ? blend.machine : `own ${blend.machineName}`}
        onChange={(chosen) => {
          const own = machines.find((one) => `own ${one.name}` === chosen);
          const kind = MACHINES.find((one) => one === chosen);
          if (own) {
            use({
              machine: own.kind,
              machineName: own.name,
              powerW: own.powerW,
              fillLineMl: fillLineOf(own),
            });
          } else if (kind) use({ machine: kind, machineName: null, powerW: null, fillLineMl: null });
        }}
        options={[
          ...machines.map((one) => ({ value: `own ${one.name}`, label: one.name })),
          ...MACHINES.map((value) => ({ value: value, label: MACHINE_LABELS[value] })),
        ]}
      />
      {blend.machine !== 'cold-press' && (
        <Choice
          label="Speed used"
          value={SPEEDS.find((one) => Math.abs(one - blend.speed) < 0.05) ?? null}
          onChange={(speed) => use({ speed })}
          options={SPEEDS.map((value) => ({ value, label: value === 1 ? 'Full' : `${100 * value} %` }))}
        />
      )}
    </>
  );
}

function Straining({ batch, kitchen, record }: GuideProps) {
  const { strain, blend } = batch.state.recipe;
  const pressed = blend.machine === 'cold-press';
  const own = kitchen.profile.strainers;
  const use = (to: Partial<Recipe['strain']>): void => {
    const { strainer, strainerName, squeeze, second } = { ...strain, ...to };
    record.add([{ type: 'equipment-used', strain: { strainer, strainerName, squeeze, second } }]);
  };
  const kinds = pressed ? STRAINERS.filter((one) => one !== 'cold-press') : STRAINERS;
  return (
    <>
      <Choice
        label="Strained through"
        value={strain.strainerName === null ? strain.strainer : `own ${strain.strainerName}`}
        onChange={(chosen) => {
          const named = own.find((one) => `own ${one.name}` === chosen);
          const strainer = named?.kind ?? kinds.find((one) => one === chosen);
          if (!strainer) return;
          const second = strainer === 'none' || strain.second?.strainer === strainer ? null : strain.second;
          use({ strainer, strainerName: named?.name ?? null, second });
        }}
        options={[
          ...own.map((one) => ({ value: `own ${one.name}`, label: one.name })),
          ...kinds.map((value) => ({ value: value, label: STRAINER_LABELS[value] })),
        ]}
      />
      {strainersOf({ blend, strain }).length > 0 && (
        <Choice
          label="Squeezed"
          value={strain.squeeze}
          onChange={(squeeze) => use({ squeeze })}
          options={SQUEEZES.map((value) => ({ value, label: SQUEEZE_LABELS[value] }))}
        />
      )}
      {!pressed && strain.strainer !== 'none' && (
        <Choice<SecondStrainer['strainer'] | 'nothing'>
          label="Strained once more"
          value={strain.second?.strainer ?? 'nothing'}
          onChange={(chosen) =>
            use({ second: chosen === 'nothing' ? null : { strainer: chosen, strainerName: null } })
          }
          options={[
            { value: 'nothing' as const, label: 'No' },
            ...SECOND.filter((one) => one !== strain.strainer).map((value) => ({
              value,
              label: STRAINER_LABELS[value],
            })),
          ]}
        />
      )}
    </>
  );
}
