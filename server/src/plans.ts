import type { NewPlanSchema, Plan, PlanPatchSchema } from '@humble-churn/contract';
import {
  KeptIngredientsSchema,
  PlannedPredictionSchema,
  RecipeSchema,
  coreStartTimes,
  settledPlan,
  wireStartTimes,
} from '@humble-churn/contract';
import type { StartTimes, OwnItem, PlannedPrediction } from '@humble-churn/core';
import { ownIn, recipeAllergens, predict } from '@humble-churn/core';
import { and, asc, eq, gt, or } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { z } from 'zod';
import type { BatchLogs } from './batchLogs';
import type { CalendarPlan } from './calendar';
import { checkBrought, listOwnIngredients } from './ingredients';
import type { ChangeScope, KitchenAccess, Scope } from './kitchenAccess';
import { readKitchenModel } from './kitchenModels';
import type { Fitted } from './planFitting';
import { fitted } from './planFitting';
import type { PlanRow } from './planRows';
import { planOf, readable, planRow } from './planRows';
import { ProblemError, notComputable } from './problemError';
import type { Computed } from './revision';
import { raiseRevision, settled } from './revision';
import { plans } from './tables';

/** Calendars are told of a plan this long after its glass, so that a dropped one also leaves them. */
const TOLD_FOR_MS = 60 * 86_400_000;

/** Plans as calendars are told of them, with their steps: also those dropped or carried out. */
export async function calendarPlans(scope: Scope): Promise<CalendarPlan[]> {
  const { db, kitchenId, now } = scope;
  const told = gt(plans.glassAt, new Date(now.getTime() - TOLD_FOR_MS));
  const rows = await db
    .select()
    .from(plans)
    .where(and(eq(plans.kitchenId, kitchenId), or(eq(plans.status, 'open'), told)))
    .orderBy(asc(plans.createdAt));
  const own = await listOwnIngredients(scope);
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
  ingredients: readonly OwnItem[];
  timeZone: string;
}

/** Works out a plan for a glass. Moments set by hand are taken as they are. */
export async function fitPlan(
  access: KitchenAccess,
  logs: BatchLogs,
  body: z.output<typeof NewPlanSchema>,
): Promise<Computed<NewlyFitted>> {
  const brought = checkBrought(body.ownIngredients);
  const { settings, kitchen } = await access.read((scope) => readKitchenModel(scope, brought));
  const predicted = predict(body.recipe, kitchen);
  if (!predicted.ok) throw notComputable(predicted.refusal, ['recipe']);
  const id = body.planId ?? randomUUID();
  const prediction = PlannedPredictionSchema.parse(predicted.value);
  const found = body.moments
    ? settled({ moments: coreStartTimes(body.moments), provenBest: true })
    : await fitted(access, logs, { ...body, id, prediction }, brought);
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
  scope: ChangeScope,
  { recipe, glassAt, fresh, soakedAlready }: z.output<typeof NewPlanSchema>,
  { id, prediction, ingredients, timeZone, moments, provenBest }: NewlyFitted,
): Promise<string> {
  const { db, kitchenId, now } = scope;
  const changedIn = await raiseRevision(scope);
  const made = await db
    .insert(plans)
    .values({
      kitchenId,
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
export async function refit(
  access: KitchenAccess,
  logs: BatchLogs,
  planId: string,
  patch: Patch,
): Promise<Computed<Fitted | null>> {
  if (patch.moments) return settled({ moments: coreStartTimes(patch.moments), provenBest: true });
  if (patch.glassAt === undefined && patch.fresh === undefined) return settled(null);
  const row = await access.read((scope) => planRow(scope, planId));
  refuseStarted(row);
  return fitted(access, logs, { ...planOf(row), ...movedTo(row, patch) }, []);
}

function refuseStarted(row: PlanRow): void {
  if (row.status !== 'started') return;
  throw new ProblemError('conflict', 'This batch has been started. It goes on at the counter.');
}

/** Writes what becomes of a plan: every change of it counts, for calendars. */
async function updatePlan(
  scope: ChangeScope,
  row: PlanRow,
  change: Partial<typeof plans.$inferInsert>,
): Promise<void> {
  const { db, kitchenId, now } = scope;
  await db
    .update(plans)
    .set({
      ...change,
      revision: row.revision + 1,
      changedAt: now,
      changedIn: await raiseRevision(scope),
    })
    .where(and(eq(plans.kitchenId, kitchenId), eq(plans.id, row.id)));
}

/** Moves, drops or takes up a plan, with the moments that `refit` found; answers its id. */
export async function changePlan(
  scope: ChangeScope,
  planId: string,
  patch: Patch,
  found: Fitted | null,
): Promise<string> {
  const row = await planRow(scope, planId);
  refuseStarted(row);
  const { glassAt, fresh } = movedTo(row, patch);
  await updatePlan(scope, row, {
    glassAt: new Date(glassAt),
    fresh,
    ...(found && { ...momentColumns(found.moments), provenBest: found.provenBest }),
    status: patch.status ?? row.status,
  });
  return planId;
}

/** Ties a plan to the batch that carries it out. */
export async function markStarted(scope: ChangeScope, planId: string, batchId: string): Promise<void> {
  const row = await planRow(scope, planId);
  if (row.status === 'started') throw new ProblemError('conflict', 'This batch has already been started.');
  await updatePlan(scope, row, { status: 'started', batchId });
}
