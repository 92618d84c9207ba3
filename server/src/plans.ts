import { randomUUID } from 'node:crypto';
import type { NewPlanSchema, Plan, PlanPatchSchema } from '@humble-churn/contract';
import {
  KeptIngredientsSchema,
  PlannedPredictionSchema,
  RecipeSchema,
  coreEvent,
  coreMoments,
  jobOfPlan,
  noTimeWords,
  planLimitWords,
  wireMoments,
} from '@humble-churn/contract';
import type { Moments, OwnIngredient, Taken } from '@humble-churn/core';
import {
  batchState,
  momentsOf,
  ownIn,
  recipeAllergens,
  planKitchen,
  placedAt,
  predict,
  schedule,
  takenBy,
  takenByUnderWay,
} from '@humble-churn/core';
import { asc, eq, gt, or } from 'drizzle-orm';
import type { z } from 'zod';
import { listBatches } from './batches';
import type { ToldPlan } from './calendar';
import type { Db } from './database';
import { checkBrought, listOwnIngredients } from './ingredients';
import { kitchenSettings } from './kitchens';
import { ProblemError, notComputable } from './problemError';
import { plans } from './tables';

type PlanRow = typeof plans.$inferSelect;

/** Calendars are told of a plan this long after its glass, so that a dropped one also leaves them. */
const TOLD_FOR_MS = 60 * 86_400_000;

/** A plan as it is told; null where it cannot be read. */
function readPlan(row: PlanRow): Plan | null {
  const recipe = RecipeSchema.safeParse(row.recipe);
  const prediction = PlannedPredictionSchema.safeParse(row.prediction);
  if (!recipe.success || !prediction.success) return null;
  return {
    id: row.id,
    recipe: recipe.data,
    prediction: prediction.data,
    ingredients: KeptIngredientsSchema.parse(row.ingredients),
    glassAt: row.glassAt.toISOString(),
    fresh: row.fresh,
    soakedAlready: row.soakedAlready,
    moments: {
      weighAt: row.weighAt.toISOString(),
      drainAt: row.drainAt.toISOString(),
      blendAt: row.blendAt.toISOString(),
    },
    status: row.status,
    batchId: row.batchId,
    revision: row.revision,
    changedAt: row.changedAt.toISOString(),
  };
}

function planOf(row: PlanRow): Plan {
  const plan = readPlan(row);
  if (!plan) {
    throw new ProblemError('not-found', 'This plan cannot be read. Kitchen says what is wrong with it.');
  }
  return plan;
}

function readable(rows: readonly PlanRow[]): Plan[] {
  return rows.map(readPlan).filter((plan) => plan !== null);
}

export async function listPlans(db: Db): Promise<Plan[]> {
  const rows = await db.select().from(plans).where(eq(plans.status, 'open')).orderBy(asc(plans.glassAt));
  return readable(rows);
}

/** Plans as calendars are told of them, with their steps: also those dropped or carried out. */
export async function toldPlans(db: Db, now: Date): Promise<ToldPlan[]> {
  const rows = await db
    .select()
    .from(plans)
    .where(or(eq(plans.status, 'open'), gt(plans.glassAt, new Date(now.getTime() - TOLD_FOR_MS))))
    .orderBy(asc(plans.createdAt));
  const kitchen = await kitchenSettings(db);
  const own = await listOwnIngredients(db);
  return readable(rows).map((plan) => ({
    plan,
    allergens: recipeAllergens(plan.recipe, [...plan.ingredients, ...own]),
    placed: placedAt(jobOfPlan(plan, kitchen, own), coreMoments(plan.moments)),
  }));
}

async function planRow(db: Db, planId: string): Promise<PlanRow> {
  const [row] = await db.select().from(plans).where(eq(plans.id, planId));
  if (!row) throw new ProblemError('not-found', 'There is no such plan in this kitchen.');
  return row;
}

export async function viewPlan(db: Db, planId: string): Promise<Plan> {
  return planOf(await planRow(db, planId));
}

/** What open plans and batches under way take up, but for the plan that is being fitted in. */
async function takenByOthers(
  db: Db,
  but: string | null,
  own: readonly OwnIngredient[],
  now: Date,
): Promise<Taken[]> {
  const { batches } = await listBatches(db, { scope: 'active', limit: 100 }, now);
  const underWay = batches.flatMap(({ id, events }) => {
    const state = batchState(events.map(coreEvent));
    return state ? [{ id, state }] : [];
  });
  const kitchen = await kitchenSettings(db);
  const planned = (await listPlans(db)).flatMap((plan) => {
    if (plan.id === but) return [];
    const job = jobOfPlan(plan, kitchen, own);
    return takenBy(job, placedAt(job, coreMoments(plan.moments)));
  });
  return [...takenByUnderWay(underWay, own, now.getTime()), ...planned];
}

type Asked = Parameters<typeof jobOfPlan>[0];

/** The best moments around everything else, or 422 with the limit that is in the way. */
async function fitted(db: Db, asked: Asked, own: readonly OwnIngredient[], now: Date): Promise<Moments> {
  const kitchen = await kitchenSettings(db);
  const job = jobOfPlan(asked, kitchen, own);
  const days = planKitchen(
    kitchen.profile,
    kitchen.timeZone,
    now.getTime(),
    job.glassMs,
    await takenByOthers(db, asked.id, own, now),
  );
  const found = schedule([job], days);
  const placed = found.ok ? found.placed[0] : undefined;
  if (!placed) {
    const limit = found.ok ? 'time' : found.tightest;
    throw new ProblemError('not-computable', noTimeWords(limit), {
      reason: limit,
      fields: [{ path: ['glassAt'], message: planLimitWords(limit) }],
    });
  }
  return momentsOf(placed);
}

function momentColumns(moments: Moments): Pick<PlanRow, 'weighAt' | 'drainAt' | 'blendAt'> {
  const { weighAt, drainAt, blendAt } = wireMoments(moments);
  return { weighAt: new Date(weighAt), drainAt: new Date(drainAt), blendAt: new Date(blendAt) };
}

/** Plans a batch for a glass. Moments set by hand are taken as they are. Answers the plan's id. */
export async function makePlan(db: Db, body: z.output<typeof NewPlanSchema>, now: Date): Promise<string> {
  const kitchen = await kitchenSettings(db);
  const own = [...(await listOwnIngredients(db)), ...checkBrought(body.ownIngredients)];
  const { recipe, glassAt, fresh, soakedAlready } = body;
  const prediction = predict(recipe, kitchen, own);
  if (!prediction.ok) throw notComputable(prediction.refusal, ['recipe']);
  const id = body.planId ?? randomUUID();
  const asked: Asked = {
    id,
    recipe,
    prediction: PlannedPredictionSchema.parse(prediction.value),
    glassAt,
    fresh,
    soakedAlready,
  };
  const moments = body.moments ? coreMoments(body.moments) : await fitted(db, asked, own, now);
  const made = await db
    .insert(plans)
    .values({
      id,
      createdAt: now,
      changedAt: now,
      timeZone: kitchen.timeZone,
      glassAt: new Date(glassAt),
      fresh,
      soakedAlready,
      ...momentColumns(moments),
      recipe: RecipeSchema.parse(recipe),
      prediction: asked.prediction,
      ingredients: KeptIngredientsSchema.parse(ownIn(recipe, own)),
    })
    .onConflictDoNothing()
    .returning();
  if (made.length === 0) {
    throw new ProblemError('conflict', 'This plan has already been kept.', { reason: 'id-taken' });
  }
  return id;
}

/** Moves, drops or takes up a plan. Without moments of its own, a new glass has them worked out again. */
export async function changePlan(
  db: Db,
  planId: string,
  patch: z.output<typeof PlanPatchSchema>,
  now: Date,
): Promise<Plan> {
  await db.transaction(async (tx) => {
    const row = await planRow(tx, planId);
    if (row.status === 'started') {
      throw new ProblemError('conflict', 'This batch has been started. It goes on at the counter.');
    }
    const glassAt = patch.glassAt ?? row.glassAt.toISOString();
    const fresh = patch.fresh ?? row.fresh;
    const moved = patch.glassAt !== undefined || patch.fresh !== undefined;
    let moments: Moments | null = patch.moments ? coreMoments(patch.moments) : null;
    if (!moments && moved) {
      moments = await fitted(tx, { ...planOf(row), glassAt, fresh }, await listOwnIngredients(tx), now);
    }
    await tx
      .update(plans)
      .set({
        glassAt: new Date(glassAt),
        fresh,
        ...(moments && momentColumns(moments)),
        status: patch.status ?? row.status,
        revision: row.revision + 1,
        changedAt: now,
      })
      .where(eq(plans.id, planId));
  });
  return viewPlan(db, planId);
}

/** Ties a plan to the batch that carries it out. */
export async function markStarted(db: Db, planId: string, batchId: string, now: Date): Promise<void> {
  const row = await planRow(db, planId);
  if (row.status === 'started') throw new ProblemError('conflict', 'This batch has already been started.');
  await db
    .update(plans)
    .set({ status: 'started', batchId, revision: row.revision + 1, changedAt: now })
    .where(eq(plans.id, planId));
}
