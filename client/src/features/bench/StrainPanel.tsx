import type { Recipe, Strainer } from '@humble-churn/core';
import { LIMITS } from '@humble-churn/core';
import { Choice } from '../../ui/Choice';
import { Slider } from '../../ui/Slider';
import { AppText } from '../../ui/AppText';
import {
  SECOND_STRAINERS,
  SQUEEZE_OPTIONS,
  chosenStrainer,
  firstStrainers,
  gearValue,
} from '../../ui/gearOptions';
import { STRAINER_LABELS } from '../../ui/recipeLabels';
import { Fold } from './Fold';
import { useBench } from './useBench';

type Strain = Recipe['strain'];

function useStrain() {
  const { recipe, change } = useBench();
  return {
    strain: recipe.strain,
    pressed: recipe.blend.machine === 'cold-press',
    set: (field: string, next: Partial<Strain>): void =>
      change(field, (now) => ({ ...now, strain: { ...now.strain, ...next } })),
  };
}

/** Strainer, a second one, squeeze, and whether the pulp is washed a second time. */
export function StrainPanel() {
  const { recipe } = useBench();
  const { strain, pressed, set } = useStrain();
  if (recipe.intoGlass === true) return null;
  const second = !pressed && strain.strainer !== 'none';
  return (
    <Fold section="strain">
      <FirstStrainer />
      {second && (
        <Choice
          label="Then once more through"
          value={strain.second?.strainer ?? 'nothing'}
          onChange={(chosen) => {
            const strainer = SECOND_STRAINERS.find((one) => one === chosen);
            set('second', { second: strainer ? { strainer, strainerName: null } : null });
          }}
          options={[
            { value: 'nothing', label: 'Nothing' },
            ...SECOND_STRAINERS.filter((one) => one !== strain.strainer).map((strainer) => ({
              value: strainer,
              label: STRAINER_LABELS[strainer],
            })),
          ]}
        />
      )}
      {(pressed || strain.strainer !== 'none') && <Squeezing />}
    </Fold>
  );
}

function FirstStrainer() {
  const { kitchen } = useBench();
  const { strain, pressed, set } = useStrain();
  const { strainers } = kitchen.profile;
  // A press strains by itself: its own name among the strainers is no second pass.
  const first = pressed && strain.strainer === 'cold-press' ? 'none' : strain.strainer;
  const labelOf = (strainer: Strainer): string =>
    pressed && strainer === 'none'
      ? 'Nothing more'
      : strainer === 'cold-press'
        ? 'Through a press'
        : STRAINER_LABELS[strainer];
  return (
    <Choice
      label={pressed ? 'What leaves the press passes' : 'Strainer'}
      value={gearValue(first, strain.strainerName)}
      onChange={(chosen) => {
        const used = chosenStrainer(chosen, strainers, pressed);
        if (!used) return;
        const washShare = used.strainer === 'none' ? 0 : strain.washShare;
        const second = pressed || used.strainer === 'none' ? null : strain.second;
        set('strainer', { ...used, washShare, second });
      }}
      options={[
        ...strainers.map((one) => ({
          value: gearValue(one.kind, one.name),
          label: one.name,
          note: one.keptFrom.length > 0 ? `kept from ${one.keptFrom.join(', ')}` : STRAINER_LABELS[one.kind],
        })),
        ...firstStrainers(pressed).map((strainer) => ({ value: strainer, label: labelOf(strainer) })),
      ]}
    />
  );
}

/** How hard, and whether the pulp is washed. */
function Squeezing() {
  const { strain, set } = useStrain();
  return (
    <>
      <Choice
        label="Squeeze"
        value={strain.squeeze}
        onChange={(squeeze) => set('squeeze', { squeeze })}
        options={SQUEEZE_OPTIONS}
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
          <AppText kind="small" tone="soft">
            {Math.round(strain.washShare * 100)} % of the water goes through the pulp afterwards.
          </AppText>
        </>
      )}
    </>
  );
}
