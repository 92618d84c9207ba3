import type { Peel, SoakMethod } from '@humble-churn/core';
import { LIMITS, canPeel, shownDuration, shownMass, soakAdvice } from '@humble-churn/core';
import { Choice } from '../../ui/Choice';
import { Panel } from '../../ui/Panel';
import { QuantityField } from '../../ui/QuantityField';
import { Slider } from '../../ui/Slider';
import { Words } from '../../ui/Words';
import type { BenchProps } from './BenchScreen';
import { PEEL_WORDS, SOAK_WORDS } from './words';

const METHODS: readonly SoakMethod[] = ['fridge', 'counter', 'hot', 'none'];
const PEELS: readonly Peel[] = ['leave', 'pinch', 'towel', 'roast'];
const SALTED_G_PER_KG = 10;

/** Soak and peel: the school, its hours, and what it does to the nuts. */
export function SoakPanel({ draft, ingredient, kitchen, prediction }: BenchProps) {
  const { recipe, change } = draft;
  const { soak } = recipe;
  const advice = ingredient && soakAdvice(ingredient, soak.method, kitchen);
  const setHours = (hours: number): string | null => {
    if (!(hours > 0)) return 'More than nothing, or choose “No soak”.';
    if (hours > LIMITS.soakH.fridge) return `At most ${LIMITS.soakH.fridge} h.`;
    change('soak-hours', (now) => ({ ...now, soak: { ...now.soak, hours } }));
    return null;
  };
  const peels = PEELS.filter((peel) => ingredient && canPeel(ingredient, peel));
  const mostH = soak.method === 'none' ? 1 : LIMITS.soakH[soak.method];
  return (
    <Panel title="Soak and peel">
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
          label: SOAK_WORDS[method],
          ...(ingredient &&
            method !== 'none' && {
              note: `usual ${shownDuration(soakAdvice(ingredient, method, kitchen).hours * 3600)}`,
            }),
        }))}
      />
      {soak.method !== 'none' && advice && (
        <>
          <Slider
            label="Hours of soaking"
            value={soak.hours}
            min={soak.method === 'hot' ? 0.25 : 0.5}
            max={mostH}
            step={soak.method === 'hot' ? 0.05 : 0.5}
            usual={{ from: advice.minH, to: advice.maxH }}
            valueWords={shownDuration(soak.hours * 3600)}
            onChange={setHours}
          />
          <QuantityField
            stacked
            label="Hours of soaking, exactly"
            unit="h"
            shown={String(Number(soak.hours.toFixed(2)))}
            onNumber={setHours}
            {...(prediction && {
              note: `Soaked through to about ${Math.round((prediction.nuts[0]?.saturation ?? 0) * 100)} %; the drained nuts should weigh about ${shownMass(prediction.soak.soakedMassG, kitchen)}.`,
            })}
          />
          <Choice
            label="Soak water"
            value={soak.saltGPerKg > 0 ? 'salted' : 'plain'}
            onChange={(kind) =>
              change('soak-salt', (now) => ({
                ...now,
                soak: { ...now.soak, saltGPerKg: kind === 'salted' ? SALTED_G_PER_KG : 0 },
              }))
            }
            options={[
              { value: 'plain', label: 'Plain' },
              { value: 'salted', label: 'Salted', note: '10 g per litre' },
            ]}
          />
        </>
      )}
      {peels.length > 1 && (
        <Choice
          label="Skins"
          value={recipe.peel}
          onChange={(peel) => change('peel', (now) => ({ ...now, peel }))}
          options={peels.map((peel) => ({ value: peel, label: PEEL_WORDS[peel] }))}
        />
      )}
      {soak.method === 'none' && (
        <Words kind="small" tone="soft">
          Dry nuts are harder: blending takes longer and warms the milk more.
        </Words>
      )}
    </Panel>
  );
}
