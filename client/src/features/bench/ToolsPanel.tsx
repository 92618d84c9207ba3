import type { MachineKind, Squeeze, Strainer } from '@humble-churn/core';
import { MACHINES, shownVolume } from '@humble-churn/core';
import { Choice } from '../../ui/Choice';
import { Panel } from '../../ui/Panel';
import { QuantityField } from '../../ui/QuantityField';
import type { BenchProps } from './BenchScreen';
import { MACHINE_WORDS, SQUEEZE_WORDS, STRAINER_WORDS } from './words';

const MACHINE_KINDS: readonly MachineKind[] = [
  'standard-jug',
  'high-speed-jug',
  'personal-cup',
  'cold-press',
];
const STRAINER_KINDS: readonly Strainer[] = ['fine-bag', 'muslin', 'fine-sieve', 'none'];
const SQUEEZES: readonly Squeeze[] = ['light', 'firm', 'hard'];

/** Machine, strainer and squeeze. */
export function ToolsPanel({ draft, kitchen }: BenchProps) {
  const { recipe, change } = draft;
  const { blend, strain } = recipe;
  const pressed = blend.machine === 'cold-press';
  const usual = MACHINES[blend.machine];
  return (
    <Panel title="Machine and strainer">
      <Choice
        label="Machine"
        value={blend.machine}
        onChange={(machine) =>
          change('machine', (now) => ({
            ...now,
            blend: { ...now.blend, machine, powerW: null, fillLineMl: null },
          }))
        }
        options={MACHINE_KINDS.map((machine) => ({
          value: machine,
          label: MACHINE_WORDS[machine],
          note:
            machine === 'cold-press'
              ? 'no blades, no warming'
              : `to ${shownVolume(MACHINES[machine].fillLineMl, kitchen)}`,
        }))}
      />
      {!pressed && (
        <QuantityField
          stacked
          key={blend.machine}
          label="Your jug’s fill line"
          unit="mL"
          shown={String(Math.round(blend.fillLineMl ?? usual.fillLineMl))}
          onNumber={(fillLineMl) => {
            if (!(fillLineMl >= 150 && fillLineMl <= 8000)) return 'Between 150 and 8000 mL.';
            change('fill-line', (now) => ({ ...now, blend: { ...now.blend, fillLineMl } }));
            return null;
          }}
        />
      )}
      {!pressed && (
        <Choice
          label="Strainer"
          value={strain.strainer}
          onChange={(strainer) =>
            change('strainer', (now) => ({
              ...now,
              strain: {
                ...now.strain,
                strainer,
                washShare: strainer === 'none' ? 0 : now.strain.washShare,
              },
            }))
          }
          options={STRAINER_KINDS.map((strainer) => ({ value: strainer, label: STRAINER_WORDS[strainer] }))}
        />
      )}
      {!pressed && strain.strainer !== 'none' && (
        <Choice
          label="Squeeze"
          value={strain.squeeze}
          onChange={(squeeze) => change('squeeze', (now) => ({ ...now, strain: { ...now.strain, squeeze } }))}
          options={SQUEEZES.map((squeeze) => ({ value: squeeze, label: SQUEEZE_WORDS[squeeze] }))}
        />
      )}
    </Panel>
  );
}
