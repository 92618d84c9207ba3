import type { Plan } from '@humble-churn/contract';
import { KeptIngredientsSchema, PlannedPredictionSchema, RecipeSchema } from '@humble-churn/contract';
import { and, asc, eq, gt } from 'drizzle-orm';
import type { Scope } from './kitchenAccess';
import { ProblemError } from './problemError';
import { plans } from './tables';

export type PlanRow = typeof plans.$inferSelect;

/** A plan as it is told; null where it cannot be read. */
export function readPlan(row: PlanRow): Plan | null {
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

export async function listPlans({ db, kitchenId }: Scope): Promise<Plan[]> {
  const rows = await db
    .select()
    .from(plans)
    .where(and(eq(plans.kitchenId, kitchenId), eq(plans.status, 'open')))
    .orderBy(asc(plans.glassAt));
  return readable(rows);
}

/** Plans that changed after a revision, in whatever state. */
export async function changedPlans({ db, kitchenId }: Scope, since: number): Promise<Plan[]> {
  const changed = and(eq(plans.kitchenId, kitchenId), gt(plans.changedIn, since));
  return readable(await db.select().from(plans).where(changed));
}

export async function planRow({ db, kitchenId }: Scope, planId: string): Promise<PlanRow> {
  const [row] = await db
    .select()
    .from(plans)
    .where(and(eq(plans.kitchenId, kitchenId), eq(plans.id, planId)));
  if (!row) throw new ProblemError('not-found', 'There is no such plan in this kitchen.');
  return row;
}

export async function viewPlan(scope: Scope, planId: string): Promise<Plan> {
  return planOf(await planRow(scope, planId));
}
