import type { NewPlanSchema, Plan, PlanPatchSchema } from '@humble-churn/contract';
import {
  KeptIngredientsSchema,
  PlannedPredictionSchema,
  RecipeSchema,
  coreStartTimes,
  settledPlan,
  wireStartTimes,
} from '@humble-churn/contract';
import type { StartTimes, OwnIngredient, PlannedPrediction } from '@humble-churn/core';
import { ownIn, recipeAllergens, predict } from '@humble-churn/core';
import { asc, eq, gt, or } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { z } from 'zod';
import type { BatchLogs } from './batchLogs';
import type { CalendarPlan } from './calendar';
import type { Db } from './database';
import { checkBrought, listOwnIngredients } from './ingredients';
import { readKitchenModel } from './kitchenModels';
import type { Fitted } from './planFitting';
import { fitted } from './planFitting';
import type { PlanRow } from './planRows';
import { planOf, readable, planRow, viewPlan } from './planRows';
import { ProblemError, notComputable } from './problemError';
import type { Computed } from './revision';
import { computeThenWrite, raiseRevision, settled } from './revision';
import { plans } from './tables';

/** Calendars are told of a plan this long after its glass, so that a dropped one also leaves them. */
const TOLD_FOR_MS = 60 * 86_400_000;

/** Plans as calendars are told of them, with their steps: also those dropped or carried out. */
export async function calendarPlans(db: Db, now: Date): Promise<CalendarPlan[]> {
  const rows = await db
    .select()
    .from(plans)
    .where(or(eq(plans.status, 'open'), gt(plans.glassAt, new Date(now.getTime() - TOLD_FOR_MS))))
    .orderBy(asc(plans.createdAt));
  const own = await listOwnIngredients(db);
  return readable(rows).map((plan) => ({
    plan,
    allergens: recipeAllergens(plan.recipe, { own: [...plan.ingredients, ...own] }),
    placed: settledPlan(plan).placed,
  }));
}

function momentColumns(moments: StartTimes): Pick<PlanRow, 'weighAt' | 'drainAt' | 'blendAt'> {
  const { weighAt, drainAt, blendAt } = wireStartTimes(moments);
  return { weighAt: new Date(weighAt), drainAt: new Date(drainAt), blendAt: new Date(blendAt) };
}

/** A plan before it is written. */
interface NewlyFitted extends Fitted {
  id: string;
  prediction: PlannedPrediction;
  ingredients: readonly OwnIngredient[];
  timeZone: string;
}

/** Works out a plan for a glass. Moments set by hand are taken as they are. */
export async function fitPlan(
  db: Db,
  logs: BatchLogs,
  body: z.output<typeof NewPlanSchema>,
  now: Date,
): Promise<Computed<NewlyFitted>> {
  const brought = checkBrought(body.ownIngredients);
  const { settings, kitchen } = await readKitchenModel(db, brought);
  const predicted = predict(body.recipe, kitchen);
  if (!predicted.ok) throw notComputable(predicted.refusal, ['recipe']);
  const id = body.planId ?? randomUUID();
  const prediction = PlannedPredictionSchema.parse(predicted.value);
  const found = body.moments
    ? settled({ moments: coreStartTimes(body.moments), provenBest: true })
    : await fitted(db, logs, { ...body, id, prediction }, brought, now);
  const plan = {
    id,
    prediction,
    ingredients: ownIn(body.recipe, kitchen.pantry),
    timeZone: settings.timeZone,
  };
  return { ...found, value: { ...plan, ...found.value } };
}

/** Keeps a plan that was worked out, and answers its id. */
export async function makePlan(
  tx: Db,
  { recipe, glassAt, fresh, soakedAlready }: z.output<typeof NewPlanSchema>,
  { id, prediction, ingredients, timeZone, moments, provenBest }: NewlyFitted,
  now: Date,
): Promise<string> {
  const changedIn = await raiseRevision(tx);
  const made = await tx
    .insert(plans)
    .values({
      id,
      createdAt: now,
      changedAt: now,
      changedIn,
      timeZone,
      glassAt: new Date(glassAt),
      fresh,
      soakedAlready,
      ...momentColumns(moments),
      provenBest,
      recipe: RecipeSchema.parse(recipe),
      prediction,
      ingredients: KeptIngredientsSchema.parse(ingredients),
    })
    .onConflictDoNothing()
    .returning();
  if (made.length === 0) {
    throw new ProblemError('conflict', 'This plan has already been kept.', { reason: 'id-taken' });
  }
  return id;
}

type Patch = z.output<typeof PlanPatchSchema>;

/** What of a plan a patch moves: its glass, or how fresh it is drunk. */
function movedTo(row: PlanRow, patch: Patch): Pick<Plan, 'glassAt' | 'fresh'> {
  return { glassAt: patch.glassAt ?? row.glassAt.toISOString(), fresh: patch.fresh ?? row.fresh };
}

/** The moments a patch brings, or those worked out for a new glass; null where it changes none. */
async function refit(
  db: Db,
  logs: BatchLogs,
  planId: string,
  patch: Patch,
  now: Date,
): Promise<Computed<Fitted | null>> {
  if (patch.moments) return settled({ moments: coreStartTimes(patch.moments), provenBest: true });
  if (patch.glassAt === undefined && patch.fresh === undefined) return settled(null);
  const row = await planRow(db, planId);
  refuseStarted(row);
  return fitted(db, logs, { ...planOf(row), ...movedTo(row, patch) }, [], now);
}

function refuseStarted(row: PlanRow): void {
  if (row.status !== 'started') return;
  throw new ProblemError('conflict', 'This batch has been started. It goes on at the counter.');
}

/** Moves, drops or takes up a plan. Without moments of its own, a new glass has them worked out again. */
export async function changePlan(
  db: Db,
  logs: BatchLogs,
  planId: string,
  patch: Patch,
  now: Date,
): Promise<Plan> {
  await computeThenWrite(
    db,
    () => refit(db, logs, planId, patch, now),
    async (tx, found) => {
      const row = await planRow(tx, planId);
      refuseStarted(row);
      const { glassAt, fresh } = movedTo(row, patch);
      await tx
        .update(plans)
        .set({
          glassAt: new Date(glassAt),
          fresh,
          ...(found && { ...momentColumns(found.moments), provenBest: found.provenBest }),
          status: patch.status ?? row.status,
          revision: row.revision + 1,
          changedAt: now,
          changedIn: await raiseRevision(tx),
        })
        .where(eq(plans.id, planId));
    },
  );
  return viewPlan(db, planId);
}

/** Ties a plan to the batch that carries it out. */
export async function markStarted(db: Db, planId: string, batchId: string, now: Date): Promise<void> {
  const row = await planRow(db, planId);
  if (row.status === 'started') throw new ProblemError('conflict', 'This batch has already been started.');
  await db
    .update(plans)
    .set({
      status: 'started',
      batchId,
      revision: row.revision + 1,
      changedAt: now,
      changedIn: await raiseRevision(db),
    })
    .where(eq(plans.id, planId));
}
