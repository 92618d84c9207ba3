import type { Prediction } from '@humble-churn/core';
import { z } from 'zod';

const amount = z.number();

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
      sodiumG: amount,
      bowlMl: amount,
    }),
    peel: z.object({ skinsG: amount }),
    blend: z.object({
      loads: z.number().int(),
      loadG: amount,
      loadVolumeMl: amount,
      secondsPerLoad: amount,
      energyKjPerKg: amount,
      rupture: amount,
      endTempC: amount,
      loadLiquidMl: amount,
      rinseLiquidMl: amount,
    }),
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
    pulp: z.object({ massG: amount, dryG: amount, waterPct: amount }),
    lossG: amount,
    minutes: z.object({
      weighMin: amount,
      soakMin: amount,
      drainMin: amount,
      peelMin: amount,
      blendMin: amount,
      strainMin: amount,
      bottleMin: amount,
      washUpMin: amount,
      handsOnMin: amount,
    }),
    allergens: z.array(z.string()),
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
          'gritty-unstrained',
          'brazil-accent',
          'flax-raw',
          'kept-soak-water',
          'guessed-figures',
        ]),
        params: z.record(z.string(), z.union([z.number(), z.string()])),
      }),
    ),
  })
  .meta({ id: 'Prediction' }) satisfies z.ZodType<Prediction>;
