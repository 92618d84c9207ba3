import type { PlannedPrediction, Prediction, Uncertainty, UncertainFigure } from '@humble-churn/core';
import { RINSED_MAX_C, UNCERTAIN_FIGURES } from '@humble-churn/core';
import { z } from 'zod';
import { ContainedAllergensSchema } from './allergen';

const amount = z.number();

const NutritionSchema = z
  .object({
    kcal: amount,
    proteinG: amount,
    fatG: amount,
    carbG: amount,
    sugarsG: amount,
    fibreG: amount,
    calciumMg: amount,
    sodiumMg: amount,
  })
  .meta({ id: 'Nutrition' });

const FinishSchema = z.object({
  additionsG: amount,
  massG: amount,
  volumeMl: amount,
  solidsPct: amount,
  sweetnessGPerL: amount,
});

const CoolingSchema = z.object({ bathH: amount, standingH: amount.nullable() });

const WarmingSchema = z.object({
  startC: amount,
  iceLeftG: amount,
  capacityKjPerK: amount,
  powerW: amount,
  lossWPerK: amount,
  roomTempC: amount,
});

const BlendObject = z.object({
  loads: z.number().int(),
  loadG: amount,
  loadVolumeMl: amount,
  secondsPerLoad: amount,
  energyKjPerKg: amount,
  rupture: amount,
  endTempC: amount,
  milkTempC: amount,
  rinseHeatShare: amount,
  warming: WarmingSchema,
  warmthLimitC: amount,
  iceLeftG: amount,
  loadLiquidMl: amount,
  rinseLiquidMl: amount,
  iceNeededG: amount.nullable().default(0),
});

/** Earlier releases kept where a load ends and nothing of how: its milk is taken to be as warm, the limit the lowest. */
function fromEarlierBlend(value: unknown): unknown {
  const earlier = z.looseObject({ endTempC: amount }).safeParse(value);
  if (!earlier.success || 'milkTempC' in earlier.data) return value;
  const { endTempC } = earlier.data;
  return {
    milkTempC: endTempC,
    rinseHeatShare: 0,
    warming: null,
    warmthLimitC: RINSED_MAX_C,
    iceLeftG: 0,
    ...earlier.data,
  };
}

/** What the core computes for a recipe. Masses g, volumes mL, temperatures °C, shares of mass %. All estimates. */
export const PredictionSchema = z
  .object({
    nuts: z.array(
      z.object({
        ingredient: z.string(),
        name: z.string(),
        form: z.enum(['whole', 'chopped', 'ground']),
        massG: amount,
        soakedMassG: amount,
        saturation: amount,
        rupture: amount,
      }),
    ),
    nutG: amount,
    liquidG: amount,
    liquidMl: amount,
    iceG: amount,
    liquids: z
      .array(z.object({ key: z.string(), name: z.string(), massG: amount, volumeMl: amount }))
      .default([]),
    additions: z
      .array(
        z.object({ key: z.string(), name: z.string(), when: z.enum(['before', 'after']), massG: amount }),
      )
      .default([]),
    soak: z.object({
      hours: amount,
      teH: amount,
      endTempC: amount,
      hot: z.boolean(),
      uptakeG: amount,
      leachedG: amount,
      soakedMassG: amount,
      soakedVolumeMl: amount,
      keptWaterG: amount,
      cooling: CoolingSchema.nullable().default(null),
      sodiumG: amount,
      bowlMl: amount,
    }),
    peel: z.object({ skinsG: amount }),
    blend: BlendObject,
    milk: z.object({
      massG: amount,
      volumeMl: amount,
      densityGPerMl: amount,
      solidsPct: amount,
      fatPct: amount,
      proteinPct: amount,
      fibrePct: amount,
      carbPct: amount,
      gritPct: amount,
      body: z.enum(['light', 'everyday', 'full', 'cream']),
    }),
    finish: FinishSchema,
    nutrition: NutritionSchema,
    pulp: z.object({ massG: amount, dryG: amount, waterPct: amount }),
    lossG: amount,
    minutes: z.object({
      weighMin: amount,
      soakMin: amount,
      drainMin: amount,
      coolMin: amount.default(0),
      peelMin: amount,
      blendMin: amount,
      strainMin: amount,
      finishMin: amount.default(0),
      bottleMin: amount,
      washUpMin: amount,
      handsOnMin: amount,
    }),
    allergens: ContainedAllergensSchema,
    cautions: z.array(
      z.object({
        code: z.enum([
          'below-soak-minimum',
          'past-soak-maximum',
          'counter-soak-long',
          'salted-soak',
          'hot-soak',
          'skins-hold',
          'peel-roast-hot',
          'too-warm',
          'not-broken',
          'boils-over',
          'tastes-cooked',
          'ice-left',
          'gritty-unstrained',
          'gel-keeps-milk',
          'selenium-accent',
          'raw-limit',
          'cool-kept-soak',
          'over-cap',
          'brazil-accent',
          'flax-raw',
          'kept-soak-water',
          'guessed-figures',
          'several-loads',
          'addition-note',
          'salted-twice',
          'salty',
          'much-soda',
          'keeps-shorter',
          'allergens-unknown',
          'not-for-drinker',
          'someone-avoids',
          'gear-kept-apart',
          'gear-shared',
        ]),
        params: z.record(z.string(), z.union([z.number(), z.string()])),
      }),
    ),
  })
  .meta({ id: 'Prediction' }) satisfies z.ZodType<Prediction>;

/** A prediction as a batch's log keeps it: the oldest were planned before all of it was computed. */
export const PlannedPredictionSchema = PredictionSchema.extend({
  finish: FinishSchema.nullable().default(null),
  nutrition: NutritionSchema.nullable().default(null),
  blend: z.preprocess(fromEarlierBlend, BlendObject.extend({ warming: WarmingSchema.nullable() })),
}).meta({ id: 'PlannedPrediction' }) satisfies z.ZodType<PlannedPrediction>;

const IntervalSchema = z.object({ low: amount, high: amount });

/** 80 % intervals of a batch's figures. */
export const UncertaintySchema = z
  .object(
    Object.fromEntries(UNCERTAIN_FIGURES.map((figure) => [figure, IntervalSchema])) as Record<
      UncertainFigure,
      typeof IntervalSchema
    >,
  )
  .meta({ id: 'Sureness' }) satisfies z.ZodType<Uncertainty>;
