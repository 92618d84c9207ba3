import type { Recipe, Squeeze, Strainer } from '@humble-churn/core';
import { LIMITS } from '@humble-churn/core';
import { Choice } from '../../ui/Choice';
import { Panel } from '../../ui/Panel';
import { Slider } from '../../ui/Slider';
import { Words } from '../../ui/Words';
import type { KnownKitchen } from '../../wire/queries';
import type { Draft } from './draft';
import { SQUEEZE_WORDS, STRAINER_WORDS } from './words';

const KINDS: readonly Strainer[] = ['fine-bag', 'muslin', 'fine-sieve', 'none'];
const SQUEEZES: readonly Squeeze[] = ['light', 'firm', 'hard'];

interface Props {
  strain: Recipe['strain'];
  pressed: boolean;
  change: Draft['change'];
  kitchen: KnownKitchen;
}

/** Strainer, squeeze, and whether the pulp is washed a second time. */
export function StrainPanel({ strain, pressed, change, kitchen }: Props) {
  const { strainers } = kitchen.profile;
  const set = (field: string, next: Partial<Recipe['strain']>): void =>
    change(field, (now) => ({ ...now, strain: { ...now.strain, ...next } }));
  if (pressed) {
    return (
      <Panel title="Strain">
        <Words tone="soft">The press strains by itself.</Words>
      </Panel>
    );
  }
  const value = strain.strainerName === null ? strain.strainer : `own ${strain.strainerName}`;
  return (
    <Panel title="Strain">
      <Choice
        label="Strainer"
        value={value}
        onChange={(chosen) => {
          const own = strainers.find((one) => `own ${one.name}` === chosen);
          const strainer = own?.kind ?? KINDS.find((one) => one === chosen);
          if (!strainer) return;
          const washShare = strainer === 'none' ? 0 : strain.washShare;
          set('strainer', { strainer, strainerName: own?.name ?? null, washShare });
        }}
        options={[
          ...strainers.map((one) => ({
            value: `own ${one.name}`,
            label: one.name,
            note: one.keptFrom.length > 0 ? `kept from ${one.keptFrom.join(', ')}` : STRAINER_WORDS[one.kind],
          })),
          ...KINDS.map((strainer) => ({ value: strainer, label: STRAINER_WORDS[strainer] })),
        ]}
      />
      {strain.strainer !== 'none' && (
        <>
          <Choice
            label="Squeeze"
            value={strain.squeeze}
            onChange={(squeeze) => set('squeeze', { squeeze })}
            options={SQUEEZES.map((squeeze) => ({ value: squeeze, label: SQUEEZE_WORDS[squeeze] }))}
          />
          <Choice
            label="Wash the pulp a second time"
            value={strain.washShare > 0 ? 'yes' : 'no'}
            onChange={(wash) => set('wash', { washShare: wash === 'yes' ? 0.25 : 0 })}
            options={[
              { value: 'no', label: 'No' },
              { value: 'yes', label: 'Yes, with part of the water' },
            ]}
          />
          {strain.washShare > 0 && (
            <>
              <Slider
                label="Water kept back for the second washing"
                value={Math.round(strain.washShare * 100)}
                min={5}
                max={LIMITS.washShare.max * 100}
                step={5}
                valueWords={`${Math.round(strain.washShare * 100)} % of the water`}
                onChange={(percent) => set('wash-share', { washShare: percent / 100 })}
              />
              <Words kind="small" tone="soft">
                {Math.round(strain.washShare * 100)} % of the water goes through the pulp afterwards.
              </Words>
            </>
          )}
        </>
      )}
    </Panel>
  );
}
