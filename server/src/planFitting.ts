import type { FitRequestSchema } from '@humble-churn/contract';
import {
  PlannedPredictionSchema,
  coreStartTimes,
  settledPlan,
  NOT_ALL_SEARCHED,
  jobOfPlan,
  noTimeMessage,
  planConstraintMessage,
} from '@humble-churn/contract';
import type { StartTimes, OwnItem, FitAnswer, Booking } from '@humble-churn/core';
import {
  predict,
  avoidedBy,
  startTimesOf,
  kitchenCalendar,
  scheduledAt,
  bookingsOf,
  bookingsUnderWay,
} from '@humble-churn/core';
import { randomUUID } from 'node:crypto';
import type { z } from 'zod';
import type { BatchLogs } from './batchLogs';
import { batchesUnderWay } from './batches';
import { compute } from './compute';
import { checkBrought } from './ingredients';
import type { KitchenAccess, Scope } from './kitchenAccess';
import { readKitchenModel } from './kitchenModels';
import { listPlans } from './planRows';
import { ProblemError, notComputable } from './problemError';
import type { Computed } from './revision';
import { readGrounds } from './revision';

/** What open plans and batches under way take up, but for the plan that is being fitted in. */
async function takenByOthers(scope: Scope, logs: BatchLogs, but: string): Promise<Booking[]> {
  const underWay = await batchesUnderWay(scope, logs);
  const planned = (await listPlans(scope)).flatMap((plan) => {
    if (plan.id === but) return [];
    const { job, placed } = settledPlan(plan);
    return bookingsOf(job, placed);
  });
  return [...bookingsUnderWay(underWay, scope.now.getTime()), ...planned];
}

type Asked = Parameters<typeof jobOfPlan>[0];

/** Moments of a plan, and whether no better ones exist. */
export interface Fitted {
  moments: StartTimes;
  provenBest: boolean;
}

/** What the best moments are computed from: what is asked for, the household's days, and what is taken. */
async function fittingGrounds(scope: Scope, logs: BatchLogs, asked: Asked, brought: readonly OwnItem[]) {
  const { settings, kitchen } = await readKitchenModel(scope, brought);
  const { wakingFrom, wakingTo, quietFrom, quietTo, bowls } = settings.profile;
  return {
    job: jobOfPlan(asked, kitchen),
    household: { wakingFrom, wakingTo, quietFrom, quietTo, bowls },
    timeZone: settings.timeZone,
    nowMs: scope.now.getTime(),
    taken: await takenByOthers(scope, logs, asked.id),
  };
}

/** The best moments around everything else, or 422 with the limit that is missing. */
export async function fitted(
  kitchen: KitchenAccess,
  logs: BatchLogs,
  asked: Asked,
  brought: readonly OwnItem[],
): Promise<Computed<Fitted>> {
  refuseFar(asked.glassAt, kitchen.now);
  const readAgain = (scope: Scope) => fittingGrounds(scope, logs, asked, brought);
  const { from, revision } = await readGrounds(kitchen, readAgain);
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
  access: KitchenAccess,
  logs: BatchLogs,
  { recipe, ownIngredients, glassAt, fresh, planId }: z.output<typeof FitRequestSchema>,
  gone: AbortSignal,
): Promise<FitAnswer> {
  refuseFar(glassAt, access.now);
  const nowMs = access.now.getTime();
  const brought = checkBrought(ownIngredients);
  const { settings, kitchen, plans, underWay } = await access.read(async (scope) => ({
    ...(await readKitchenModel(scope, brought)),
    plans: await listPlans(scope),
    underWay: await batchesUnderWay(scope, logs),
  }));
  const predicted = predict(recipe, kitchen);
  if (!predicted.ok) throw notComputable(predicted.refusal, ['recipe']);
  const prediction = PlannedPredictionSchema.parse(predicted.value);
  const id = planId ?? randomUUID();
  const job = jobOfPlan({ id, recipe, prediction, glassAt, fresh, soakedAlready: false }, kitchen);
  const kept = plans.flatMap((plan) => {
    if (plan.id === planId) return [];
    const keptJob = jobOfPlan(plan, kitchen);
    return [{ job: keptJob, placed: scheduledAt(keptJob, coreStartTimes(plan.moments)) }];
  });
  const taken = bookingsUnderWay(underWay, nowMs);
  const { profile, timeZone } = settings;
  const asked = {
    recipe,
    prediction,
    job,
    calendar: kitchenCalendar(profile, timeZone, nowMs, job.glassMs, taken),
    kept,
    kitchen,
    avoided: avoidedBy(kitchen.people, recipe.drinkers),
  };
  return compute('fit', asked, gone);
}
