import type { Plan } from '@humble-churn/contract';
import { KeptIngredientsSchema, PlannedPredictionSchema, RecipeSchema } from '@humble-churn/contract';
import { asc, eq, gt } from 'drizzle-orm';
import type { Db } from './database';
import { ProblemError } from './problemError';
import { plans } from './tables';

export type PlanRow = typeof plans.$inferSelect;

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

export function planOf(row: PlanRow): Plan {
  const plan = readPlan(row);
  if (!plan) {
    throw new ProblemError('not-found', 'This plan cannot be read. Kitchen says what is wrong with it.');
  }
  return plan;
}

export function readable(rows: readonly PlanRow[]): Plan[] {
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

export async function planRow(db: Db, planId: string): Promise<PlanRow> {
  const [row] = await db.select().from(plans).where(eq(plans.id, planId));
  if (!row) throw new ProblemError('not-found', 'There is no such plan in this kitchen.');
  return row;
}

export async function viewPlan(db: Db, planId: string): Promise<Plan> {
  return planOf(await planRow(db, planId));
}
