import { randomUUID } from 'node:crypto';
import type { FitRequestSchema, NewPlanSchema, Plan, PlanPatchSchema } from '@humble-churn/contract';
import {
  KeptIngredientsSchema,
  NOT_ALL_SEARCHED,
  PlannedPredictionSchema,
  RecipeSchema,
  coreStartTimes,
  jobOfPlan,
  noTimeMessage,
  planConstraintMessage,
  settledPlan,
  wireStartTimes,
} from '@humble-churn/contract';
import type { FitAnswer, StartTimes, OwnIngredient, PlannedPrediction, Booking } from '@humble-churn/core';
import {
  avoidedBy,
  startTimesOf,
  kitchenCalendar,
  ownIn,
  recipeAllergens,
  scheduledAt,
  predict,
  bookingsOf,
  bookingsUnderWay,
} from '@humble-churn/core';
import { asc, eq, gt, or } from 'drizzle-orm';
import type { z } from 'zod';
import type { BatchLogs } from './batchLogs';
import { batchesUnderWay } from './batches';
import type { CalendarPlan } from './calendar';
import { compute } from './compute';
import type { Db } from './database';
import { checkBrought, listOwnIngredients } from './ingredients';
import { readKitchenModel } from './kitchenModels';
import { ProblemError, notComputable } from './problemError';
import type { Computed } from './revision';
import { computeThenWrite, raiseRevision, readRevisions, settled } from './revision';
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
    provenBest: row.provenBest,
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

/** Plans that changed after a revision, in whatever state. */
export async function changedPlans(db: Db, since: number): Promise<Plan[]> {
  return readable(await db.select().from(plans).where(gt(plans.changedIn, since)));
}

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

async function planRow(db: Db, planId: string): Promise<PlanRow> {
  const [row] = await db.select().from(plans).where(eq(plans.id, planId));
  if (!row) throw new ProblemError('not-found', 'There is no such plan in this kitchen.');
  return row;
}

export async function viewPlan(db: Db, planId: string): Promise<Plan> {
  return planOf(await planRow(db, planId));
}

/** What open plans and batches under way take up, but for the plan that is being fitted in. */
async function takenByOthers(db: Db, logs: BatchLogs, but: string | null, now: Date): Promise<Booking[]> {
  const underWay = await batchesUnderWay(db, logs);
  const planned = (await listPlans(db)).flatMap((plan) => {
    if (plan.id === but) return [];
    const { job, placed } = settledPlan(plan);
    return bookingsOf(job, placed);
  });
  return [...bookingsUnderWay(underWay, now.getTime()), ...planned];
}

type Asked = Parameters<typeof jobOfPlan>[0];

/** Moments of a plan, and whether no better ones exist. */
interface Fitted {
  moments: StartTimes;
  provenBest: boolean;
}

/** What the best moments are computed from: what is asked for, the household's days, and what is taken. */
async function fittingGrounds(
  db: Db,
  logs: BatchLogs,
  asked: Asked,
  brought: readonly OwnIngredient[],
  now: Date,
) {
  const { settings, kitchen } = await readKitchenModel(db, brought);
  const { wakingFrom, wakingTo, quietFrom, quietTo, bowls } = settings.profile;
  return {
    job: jobOfPlan(asked, kitchen),
    household: { wakingFrom, wakingTo, quietFrom, quietTo, bowls },
    timeZone: settings.timeZone,
    nowMs: now.getTime(),
    taken: await takenByOthers(db, logs, asked.id, now),
  };
}

/** The best moments around everything else, or 422 with the limit that is missing. */
async function fitted(
  db: Db,
  logs: BatchLogs,
  asked: Asked,
  brought: readonly OwnIngredient[],
  now: Date,
): Promise<Computed<Fitted>> {
  refuseFar(asked.glassAt, now);
  const { revision } = await readRevisions(db);
  const readAgain = (again: Db) => fittingGrounds(again, logs, asked, brought, now);
  const from = await readAgain(db);
  const found = await compute('schedule', from);
  const placed = found.ok ? found.placed[0] : undefined;
  if (!placed) {
    const limit = found.ok ? 'time' : found.tightest;
    throw new ProblemError(
      'not-computable',
      `${noTimeMessage(limit)}${found.proven ? '' : ` ${NOT_ALL_SEARCHED}`}`,
      {
        reason: limit,
        fields: [{ path: ['glassAt'], message: planConstraintMessage(limit) }],
      },
    );
  }
  const value = { moments: startTimesOf(placed), provenBest: found.proven };
  return { value, revision, from, readAgain };
}

function momentColumns(moments: StartTimes): Pick<PlanRow, 'weighAt' | 'drainAt' | 'blendAt'> {
  const { weighAt, drainAt, blendAt } = wireStartTimes(moments);
  return { weighAt: new Date(weighAt), drainAt: new Date(drainAt), blendAt: new Date(blendAt) };
}

/** Glasses are planned for at most so many days ahead. */
const FARTHEST_DAYS = 60;

function refuseFar(glassAt: string, now: Date): void {
  if (Date.parse(glassAt) <= now.getTime() + FARTHEST_DAYS * 86_400_000) return;
  const message = `At most ${FARTHEST_DAYS} days ahead.`;
  throw new ProblemError('invalid-input', `${message} Nothing was changed.`, {
    fields: [{ path: ['glassAt'], message }],
  });
}

/** Where a batch for a glass fits among all that is kept and under way, or what else would. Keeps nothing. */
export async function fitGlass(
  db: Db,
  logs: BatchLogs,
  { recipe, ownIngredients, glassAt, fresh, planId }: z.output<typeof FitRequestSchema>,
  now: Date,
  gone: AbortSignal,
): Promise<FitAnswer> {
  refuseFar(glassAt, now);
  const { settings, kitchen } = await readKitchenModel(db, checkBrought(ownIngredients));
  const predicted = predict(recipe, kitchen);
  if (!predicted.ok) throw notComputable(predicted.refusal, ['recipe']);
  const prediction = PlannedPredictionSchema.parse(predicted.value);
  const id = planId ?? randomUUID();
  const job = jobOfPlan({ id, recipe, prediction, glassAt, fresh, soakedAlready: false }, kitchen);
  const kept = (await listPlans(db)).flatMap((plan) => {
    if (plan.id === planId) return [];
    const keptJob = jobOfPlan(plan, kitchen);
    return [{ job: keptJob, placed: scheduledAt(keptJob, coreStartTimes(plan.moments)) }];
  });
  const taken = bookingsUnderWay(await batchesUnderWay(db, logs), now.getTime());
  const { profile, timeZone } = settings;
  const asked = {
    recipe,
    prediction,
    job,
    calendar: kitchenCalendar(profile, timeZone, now.getTime(), job.glassMs, taken),
    kept,
    kitchen,
    avoided: avoidedBy(kitchen.people, recipe.drinkers),
  };
  return compute('fit', asked, gone);
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
