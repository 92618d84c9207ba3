import type { Plan, PlanList, PlanPatchSchema } from '@humble-churn/contract';
import {
  CALENDAR_PATH,
  KeptIngredientsSchema,
  PlannedPredictionSchema,
  ROUTES,
  coreStartTimes,
  fromInstant,
  toInstant,
  wireStartTimes,
} from '@humble-churn/contract';
import type {
  FitAnswer,
  FitJob,
  StartTimes,
  PlanOnAgenda,
  PlannedPrediction,
  Recipe,
} from '@humble-churn/core';
import { ownIn } from '@humble-churn/core';
import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { z } from 'zod';
import { callApi, fetchText } from './apiClient';
import { noteServerTime, serverNowMs } from './clock';
import type { Entry } from './commandEntries';
import { isCommand, planIdOf } from './commandEntries';
import { readKnownKitchen } from './knownKitchen';
import { enqueue } from './outbox';
import { KEPT_UP_MS } from './queryClient';
import { wireRecipe } from './wireRecipe';
import { saveFile } from './savedFile';
import { send, useWaiting } from './sending';

type PlanPatch = z.input<typeof PlanPatchSchema>;

function plansOf(list: PlanList): Plan[] {
  return list.plans;
}

/** Plans with all that waits for the server: kept, moved, dropped, or begun and so no plans any more. */
export function withWaitingPlans(plans: readonly Plan[], waiting: readonly Entry[]): Plan[] {
  const byId = new Map(plans.map((plan) => [plan.id, plan]));
  for (const entry of waiting) {
    if (isCommand(entry, 'makePlan', 'changePlan')) byId.set(entry.effect.id, entry.effect);
    else if (entry.name === 'startBatch') byId.delete(entry.body.planId ?? '');
  }
  return [...byId.values()]
    .filter(({ status }) => status === 'open')
    .sort((a, b) => fromInstant(a.glassAt) - fromInstant(b.glassAt));
}

export const plansQuery = queryOptions({
  queryKey: ['plans'],
  queryFn: async () => {
    const list = await callApi(ROUTES.plans);
    noteServerTime(list.serverTime);
    return list;
  },
  staleTime: KEPT_UP_MS,
});

/** Plans that have not been begun or dropped, the soonest glass first. */
export function usePlans() {
  const waiting = useWaiting();
  const query = useQuery({ ...plansQuery, select: plansOf });
  const { data } = query;
  const plans = useMemo(() => data && withWaitingPlans(data, waiting), [data, waiting]);
  return { error: query.error, refetch: query.refetch, data: plans };
}

export function plansOnAgenda(plans: readonly Plan[]): PlanOnAgenda[] {
  return plans.map(({ id, recipe, moments }) => ({
    planId: id,
    name: recipe.name,
    weighMs: coreStartTimes(moments).weighMs,
  }));
}

/** A plan before it is kept. */
export interface Wanted {
  recipe: Recipe;
  prediction: PlannedPrediction;
  glassMs: number;
  fresh: boolean;
  soakedAlready: boolean;
  moments: StartTimes;
}

/** Plans count at once. Like all that is entered they go to the server when it answers, in the order they were made. */
export function usePlanning() {
  const client = useQueryClient();
  return {
    make: ({ recipe, prediction, glassMs, fresh, soakedAlready, moments }: Wanted): Plan => {
      const makes = {
        recipe: wireRecipe(recipe),
        ownIngredients: [],
        glassAt: toInstant(glassMs),
        fresh,
        soakedAlready,
        moments: wireStartTimes(moments),
      };
      const plan: Plan = {
        ...makes,
        id: crypto.randomUUID(),
        prediction: PlannedPredictionSchema.parse(prediction),
        ingredients: KeptIngredientsSchema.parse(ownIn(recipe, { own: readKnownKitchen(client)?.own ?? [] })),
        provenBest: true,
        status: 'open',
        batchId: null,
        revision: 0,
        changedAt: toInstant(serverNowMs()),
      };
      const body = { ...makes, planId: plan.id };
      send(client, enqueue('makePlan', { params: undefined, body, effect: plan }));
      return plan;
    },
    change: (plan: Plan, changes: Pick<PlanPatch, 'moments' | 'status'>): void =>
      send(
        client,
        enqueue('changePlan', {
          params: { planId: plan.id },
          body: changes,
          effect: { ...plan, ...changes },
        }),
      ),
  };
}

/** Where a batch fits, as the server finds it: for a device that cannot work it out beside the page. */
export function fitOnServer(
  { recipe, job }: FitJob,
  planId: string | null,
  signal: AbortSignal,
): Promise<FitAnswer> {
  return callApi(ROUTES.fit, {
    signal,
    body: { recipe: wireRecipe(recipe), glassAt: toInstant(job.glassMs), fresh: job.fresh, planId },
  });
}

/** The plans as a file for calendars, as the server tells them; not while some have yet to reach it. */
export function useCalendarFile() {
  const unsent = useWaiting().some((entry) => planIdOf(entry) !== null);
  const { mutate, isPending, error } = useMutation({
    mutationFn: () => fetchText(CALENDAR_PATH),
    onSuccess: (text) => saveFile(text, 'humble-churn.ics', 'text/calendar'),
  });
  return { save: () => mutate(), isPending, error, unsent };
}
