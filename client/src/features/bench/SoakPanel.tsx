import type { Peel, SoakMethod } from '@humble-churn/core';
import {
  LIMITS,
  SALTED_SOAK_G_PER_KG,
  TABLE_ONLY,
  WATER_G_PER_ML,
  canPeel,
  decimalMarkOf,
  findAddition,
  formatDuration,
  formatMass,
  readBrine,
  sayBrine,
  sayBrineInSpoons,
  soakAdvice,
  withSoakMethod,
} from '@humble-churn/core';
import { AppText } from '../../ui/AppText';
import { Choice } from '../../ui/Choice';
import { EntryField } from '../../ui/EntryField';
import { MeasureField } from '../../ui/MeasureField';
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
    <Fold section="soak">
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
    <Fold section="skins">
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
      <SaltInSoak />
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
      <MeasureField
        stacked
        kind="temperature"
        label="Soak water, just after pouring"
        value={soak.pourTempC}
        range={LIMITS.soakPourTempC}
        onValue={(pourTempC) => set('soak-temp', { pourTempC })}
      />
      <Choice
        label="Fresh water"
        value={soak.changeEveryH ?? 0}
        onChange={(every) => set('soak-change', { changeEveryH: every === 0 ? null : every })}
        options={[
          { value: 0, label: 'Not changed' },
          ...[4, 8, 12].map((hours) => ({ value: hours, label: `Every ${hours} h` })),
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
      {ground || soak.water === 'kept' ? <KeptWater /> : <Rinses />}
    </>
  );
}

/** Salt in the soak water, in spoons or in grams. */
function SaltInSoak() {
  const { recipe, kitchen, change } = useBench();
  const { saltGPerKg } = recipe.soak;
  const salt = findAddition('salt', TABLE_ONLY);
  const set = (field: string, next: number): void =>
    change(field, (now) => ({ ...now, soak: { ...now.soak, saltGPerKg: next } }));
  if (!salt) return null;
  const usual = sayBrine(SALTED_SOAK_G_PER_KG, salt, kitchen);
  const inGrams = sayBrine(saltGPerKg, salt, { ...kitchen, measures: 'metric' });
  return (
    <>
      <Choice
        label="Salt in the soak water"
        value={saltGPerKg > 0 ? 'salted' : 'plain'}
        onChange={(kind) => set('soak-salt', kind === 'salted' ? SALTED_SOAK_G_PER_KG : 0)}
        options={[
          { value: 'plain', label: 'Plain' },
          { value: 'salted', label: 'Salted', note: usual },
        ]}
      />
      {saltGPerKg > 0 && (
        <EntryField
          stacked
          label="How salty"
          unit=""
          inputMode="text"
          shown={sayBrine(saltGPerKg, salt, kitchen)}
          onText={(text) => {
            const { max } = LIMITS.saltGPerKg;
            const read = readBrine(text, salt, kitchen, decimalMarkOf(kitchen.locale));
            if (read === null) return 'Try 1 tsp in 2 cups, 2 tbsp per litre, or 10 g per litre.';
            if (read <= 0) return 'Enter more than 0, or choose “Plain”.';
            if (read > max) return `At most ${sayBrine(max, salt, kitchen)}.`;
            set('soak-brine', read);
            return null;
          }}
          note={`${sayBrineInSpoons(saltGPerKg, salt, kitchen)}, which is ${inGrams}.`}
        />
      )}
    </>
  );
}

/** How much of the soak water stays in the milk. */
function KeptWater() {
  const { later, change } = useBench();
  const { prediction } = later;
  if (!prediction) return null;
  const { nutG, soak, liquidMl } = prediction;
  const { min, max } = LIMITS.keptPerNut;
  const perNutMl = nutG / WATER_G_PER_ML;
  return (
    <MeasureField
      stacked
      kind="volume"
      label="Soak water kept"
      value={soak.keptWaterG / WATER_G_PER_ML}
      range={{ min: min * perNutMl, max: Math.min(max * perNutMl, liquidMl) }}
      onValue={(volumeMl) =>
        change('soak-kept', (now) => ({
          ...now,
          soak: { ...now.soak, keptPerNut: Math.min(max, Math.max(min, volumeMl / perNutMl)) },
        }))
      }
      note="It is part of the recipe’s water, not more of it."
    />
  );
}

function Rinses() {
  const { recipe, change } = useBench();
  return (
    <Choice
      label="Rinse afterwards"
      value={recipe.soak.rinses ?? 1}
      onChange={(rinses) => change('soak-rinse', (now) => ({ ...now, soak: { ...now.soak, rinses } }))}
      options={[
        { value: 1, label: 'Once' },
        { value: 2, label: 'Twice' },
        { value: 3, label: 'Three times' },
      ]}
    />
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
