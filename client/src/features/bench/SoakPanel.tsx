import type { Peel, SoakMethod } from '@humble-churn/core';
import {
  LIMITS,
  SALTED_SOAK_G_PER_KG,
  canPeel,
  formatDuration,
  formatMass,
  soakAdvice,
  withSoakMethod,
} from '@humble-churn/core';
import { AppText } from '../../ui/AppText';
import { Choice } from '../../ui/Choice';
import { QuantityField } from '../../ui/QuantityField';
import { PEEL_LABELS, SOAK_LABELS } from '../../ui/recipeLabels';
import { SoakSlide } from './SoakSlide';
import { Fold } from './Fold';
import { useBench } from './useBench';

const METHODS: readonly SoakMethod[] = ['fridge', 'counter', 'hot', 'none'];
const PEELS: readonly Peel[] = ['leave', 'pinch', 'towel', 'roast'];

/** The soak: the school, its hours, and what it does to the nuts. */
export function SoakPanel() {
  const { recipe, later, ingredient, model, change } = useBench();
  const { soak, nuts } = recipe;
  const ground = nuts.some((nut) => nut.form === 'ground');
  const usualText = (method: SoakMethod): string =>
    ingredient
      ? `usual ${formatDuration(soakAdvice(ingredient, method, model.surroundings).hours * 3600)}`
      : '';
  return (
    <Fold section="soak" title="Soak">
      <SoakSlide
        method={soak.method}
        hours={soak.hours}
        ingredient={ingredient}
        surroundings={model.surroundings}
        onChange={(stop) => change('soak-slide', (now) => ({ ...now, soak: { ...now.soak, ...stop } }))}
      />
      <Choice
        label="Soak"
        value={soak.method}
        onChange={(method) =>
          change('soak', (now) => withSoakMethod(now, method, model.pantry, model.surroundings))
        }
        options={METHODS.map((method) => ({
          value: method,
          label: SOAK_LABELS[method],
          ...(ingredient && method !== 'none' && { note: usualText(method) }),
        }))}
      />
      {soak.method !== 'none' && <HowTheySoak ground={ground} />}
      {later.prediction?.soak.cooling && <Cooling {...later.prediction.soak.cooling} />}
      {soak.method === 'none' && (
        <AppText kind="small" tone="soft">
          Dry nuts are harder: blending takes longer and warms the milk more.
        </AppText>
      )}
    </Fold>
  );
}

/** Whether the skins come off, and how; nothing where there are none. */
export function SkinsPanel() {
  const { recipe, ingredient, change } = useBench();
  const { nuts, peel } = recipe;
  const ground = nuts.some((nut) => nut.form === 'ground');
  const form = nuts[0]?.form ?? 'whole';
  const peels = PEELS.filter((one) => ingredient && !ground && canPeel(ingredient, form, one));
  if (peels.length < 2) return null;
  return (
    <Fold section="skins" title="Skins">
      <Choice
        label="Skins"
        hideLabel
        value={peel}
        onChange={(next) => change('peel', (now) => ({ ...now, peel: next }))}
        options={peels.map((value) => ({ value, label: PEEL_LABELS[value] }))}
      />
    </Fold>
  );
}

/** Hours, warmth, salt, and what becomes of the water. */
function HowTheySoak({ ground }: { ground: boolean }) {
  const { recipe, later, kitchen, change } = useBench();
  const { soak } = recipe;
  const { prediction } = later;
  const set = (field: string, next: Partial<typeof soak>): void =>
    change(field, (now) => ({ ...now, soak: { ...now.soak, ...next } }));
  const soaked = prediction && {
    through: Math.round((prediction.nuts[0]?.saturation ?? 0) * 100),
    weight:
      prediction.soak.keptWaterG > 0
        ? `cover them with ${formatMass(prediction.soak.keptWaterG, kitchen)} of the water, which stays in.`
        : `the drained nuts should weigh about ${formatMass(prediction.soak.soakedMassG, kitchen)}.`,
  };
  return (
    <>
      <QuantityField
        stacked
        label="Hours of soaking, exactly"
        unit="h"
        shown={String(Number(soak.hours.toFixed(2)))}
        onNumber={(hours) => {
          if (!(hours > 0)) return 'Enter more than 0, or choose “No soak”.';
          if (hours > LIMITS.soakH.fridge) return `At most ${LIMITS.soakH.fridge} h.`;
          set('soak-hours', { hours });
          return null;
        }}
        {...(soaked && { note: `Soaked through to about ${soaked.through} %; ${soaked.weight}` })}
      />
      <QuantityField
        stacked
        label="Soak water, just after pouring"
        unit="°C"
        shown={String(soak.pourTempC)}
        onNumber={(pourTempC) => {
          if (pourTempC > LIMITS.soakPourTempC.max) return `Between 0 and ${LIMITS.soakPourTempC.max} °C.`;
          set('soak-temp', { pourTempC });
          return null;
        }}
      />
      <Choice
        label="Salt in the soak water"
        value={soak.saltGPerKg > 0 ? 'salted' : 'plain'}
        onChange={(kind) => set('soak-salt', { saltGPerKg: kind === 'salted' ? SALTED_SOAK_G_PER_KG : 0 })}
        options={[
          { value: 'plain', label: 'Plain' },
          { value: 'salted', label: 'Salted', note: `${SALTED_SOAK_G_PER_KG} g per litre` },
        ]}
      />
      <Choice
        label="Soak water afterwards"
        value={ground ? 'kept' : soak.water}
        onChange={(water) => set('soak-water', { water })}
        options={[
          { value: 'poured', label: 'Pour it away', disabled: ground },
          {
            value: 'kept',
            label: 'Keep it in the milk',
            ...(ground && { note: 'flour cannot be drained' }),
          },
        ]}
      />
    </>
  );
}

function Cooling({ bathH, standingH }: { bathH: number; standingH: number | null }) {
  return (
    <AppText>
      Kept and hot: the covered bowl has to cool in cold water for about {formatDuration(bathH * 3600)}
      {standingH === null ? '' : `, or to stand for ${formatDuration(standingH * 3600)}`}, before it may be
      blended.
    </AppText>
  );
}
