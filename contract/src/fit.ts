import { z } from 'zod';
import { InstantSchema } from './instant';
import { NewPlanSchema } from './plan';
import { PlannedPredictionSchema } from './prediction';
import { RecipeSchema } from './recipe';

const msSchema = z.number();

const PlannedStepSchema = z.object({
  kind: z.enum(['weigh', 'soak', 'cool', 'drain', 'blend', 'strain', 'bottle', 'chill', 'wash-up']),
  fromMs: msSchema,
  toMs: msSchema,
});

const PlacedSchema = z
  .object({
    id: z.string(),
    steps: z.array(PlannedStepSchema),
    readyMs: msSchema,
    lateMin: z.number(),
    offUsualH: z.number(),
    ageMin: z.number(),
  })
  .meta({ id: 'Placed' });

const PlanLimitSchema = z.enum(['quiet-hours', 'waking-hours', 'jug', 'bag', 'bowls', 'hands', 'time']);

const OfferSchema = z
  .object({
    kind: z.enum(['hot-soak', 'frozen-soaked', 'needs-no-soak', 'later']),
    recipe: RecipeSchema,
    prediction: PlannedPredictionSchema,
    placed: PlacedSchema,
    glassMs: msSchema,
    tradeOff: z.object({
      milkMl: z.number(),
      proteinPct: z.number(),
      solidsPct: z.number(),
      secondsPerLoad: z.number(),
      lateMin: z.number(),
    }),
  })
  .meta({ id: 'Offer' });

/** A glass that is asked for; `planId` is the kept plan that is to be moved, which is then not in its own way. */
export const FitRequestSchema = NewPlanSchema.pick({
  recipe: true,
  ownIngredients: true,
  fresh: true,
})
  .extend({ glassAt: InstantSchema, planId: z.uuid().nullable().default(null) })
  .meta({ id: 'FitRequest' });

/** Where a batch fits into the days; where it does not, what would make room and what else would fit. */
export const FitSchema = z
  .object({
    found: z.union([
      z.object({ ok: z.literal(true), placed: z.array(PlacedSchema), proven: z.boolean() }),
      z.object({ ok: z.literal(false), tightest: PlanLimitSchema, proven: z.boolean() }),
    ]),
    room: z.object({ placed: PlacedSchema, moved: z.array(PlacedSchema) }).nullable(),
    offers: z.array(OfferSchema),
  })
  .meta({ id: 'Fit' });
