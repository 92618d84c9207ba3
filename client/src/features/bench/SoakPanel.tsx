import type { Ingredient, Peel, Prediction, Recipe, SoakMethod } from '@humble-churn/core';
import { LIMITS, canPeel, formatDuration, formatMass, soakAdvice } from '@humble-churn/core';
import { Choice } from '../../ui/Choice';
import { Panel } from '../../ui/Panel';
import { QuantityField } from '../../ui/QuantityField';
import { AppText } from '../../ui/AppText';
import type { KnownKitchen } from '../../wire/queries';
import { SoakSlide } from './SoakSlide';
import type { Draft } from './draft';
import { PEEL_LABELS, SOAK_LABELS } from '../../ui/recipeLabels';

const METHODS: readonly SoakMethod[] = ['fridge', 'counter', 'hot', 'none'];
const PEELS: readonly Peel[] = ['leave', 'pinch', 'towel', 'roast'];
const SALTED_G_PER_KG = 10;

interface Props {
  soak: Recipe['soak'];
  peel: Peel;
  nuts: Recipe['nuts'];
  change: Draft['change'];
  ingredient: Ingredient | undefined;
  kitchen: KnownKitchen;
  prediction: Prediction | null;
}

/** Soak and peel: the school, its hours, and what it does to the nuts. */
export function SoakPanel({ soak, peel, nuts, change, ingredient, kitchen, prediction }: Props) {
  const setHours = (hours: number): string | null => {
    if (!(hours > 0)) return 'Enter more than 0, or choose “No soak”.';
    if (hours > LIMITS.soakH.fridge) return `At most ${LIMITS.soakH.fridge} h.`;
    change('soak-hours', (now) => ({ ...now, soak: { ...now.soak, hours } }));
    return null;
  };
  const ground = nuts.some((nut) => nut.form === 'ground');
  const form = nuts[0]?.form ?? 'whole';
  const peels = PEELS.filter((one) => ingredient && !ground && canPeel(ingredient, form, one));
  return (
    <Panel title="Soak and peel">
      <SoakSlide
        method={soak.method}
        hours={soak.hours}
        ingredient={ingredient}
        around={kitchen}
        onChange={(stop) => change('soak-slide', (now) => ({ ...now, soak: { ...now.soak, ...stop } }))}
      />
      <Choice
        label="Soak"
        value={soak.method}
        onChange={(method) =>
          change('soak', (now) => {
            const next = ingredient ? soakAdvice(ingredient, method, kitchen) : now.soak;
            return { ...now, soak: { ...now.soak, method, hours: next.hours, pourTempC: next.pourTempC } };
          })
        }
        options={METHODS.map((method) => ({
          value: method,
          label: SOAK_LABELS[method],
          ...(ingredient &&
            method !== 'none' && {
              note: `usual ${formatDuration(soakAdvice(ingredient, method, kitchen).hours * 3600)}`,
            }),
        }))}
      />
      {soak.method !== 'none' && (
        <>
          <QuantityField
            stacked
            label="Hours of soaking, exactly"
            unit="h"
            shown={String(Number(soak.hours.toFixed(2)))}
            onNumber={setHours}
            {...(prediction && {
              note: `Soaked through to about ${Math.round((prediction.nuts[0]?.saturation ?? 0) * 100)} %; ${prediction.soak.keptWaterG > 0 ? `cover them with ${formatMass(prediction.soak.keptWaterG, kitchen)} of the water, which stays in.` : `the drained nuts should weigh about ${formatMass(prediction.soak.soakedMassG, kitchen)}.`}`,
            })}
          />
          <QuantityField
            stacked
            label="Soak water, just after pouring"
            unit="°C"
            shown={String(soak.pourTempC)}
            onNumber={(pourTempC) => {
              if (pourTempC > LIMITS.soakPourTempC.max) return 'Between 0 and 100 °C.';
              change('soak-temp', (now) => ({ ...now, soak: { ...now.soak, pourTempC } }));
              return null;
            }}
          />
          <Choice
            label="Salt in the soak water"
            value={soak.saltGPerKg > 0 ? 'salted' : 'plain'}
            onChange={(kind) =>
              change('soak-salt', (now) => ({
                ...now,
                soak: { ...now.soak, saltGPerKg: kind === 'salted' ? SALTED_G_PER_KG : 0 },
              }))
            }
            options={[
              { value: 'plain', label: 'Plain' },
              { value: 'salted', label: 'Salted', note: `${SALTED_G_PER_KG} g per litre` },
            ]}
          />
          <Choice
            label="Soak water afterwards"
            value={ground ? 'kept' : soak.water}
            onChange={(water) => change('soak-water', (now) => ({ ...now, soak: { ...now.soak, water } }))}
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
      )}
      {peels.length > 1 && (
        <Choice
          label="Skins"
          value={peel}
          onChange={(next) => change('peel', (now) => ({ ...now, peel: next }))}
          options={peels.map((value) => ({ value, label: PEEL_LABELS[value] }))}
        />
      )}
      {prediction?.soak.cooling && (
        <AppText>
          Kept and hot: the covered bowl has to cool in cold water for about{' '}
          {formatDuration(prediction.soak.cooling.bathH * 3600)}
          {prediction.soak.cooling.standingH === null
            ? ''
            : `, or to stand for ${formatDuration(prediction.soak.cooling.standingH * 3600)}`}
          , before it may be blended.
        </AppText>
      )}
      {soak.method === 'none' && (
        <AppText kind="small" tone="soft">
          Dry nuts are harder: blending takes longer and warms the milk more.
        </AppText>
      )}
    </Panel>
  );
}
