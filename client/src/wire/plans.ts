import type { NewPlanSchema, Plan, PlanList, PlanPatchSchema } from '@humble-churn/contract';
import { ROUTES, coreMoments } from '@humble-churn/contract';
import type { PlanOnAgenda } from '@humble-churn/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { z } from 'zod';
import { call } from './call';
import { noteServerTime } from './clock';
import type { Entry } from './outbox';
import { useWaiting } from './queries';

function plansOf(list: PlanList): Plan[] {
  return list.plans;
}

/** Begun on this device while the server is away, a plan is no plan any more. */
export function notBegun<P extends { id: string }>(plans: readonly P[], waiting: readonly Entry[]): P[] {
  const begun = new Set(waiting.map(({ begins }) => begins?.batch.planId));
  return plans.filter(({ id }) => !begun.has(id));
}

/** Plans that have not been begun or dropped, the soonest glass first. */
export function usePlans() {
  const waiting = useWaiting();
  const query = useQuery({
    queryKey: ['plans'],
    queryFn: async () => {
      const list = await call(ROUTES.plans);
      noteServerTime(list.serverTime);
      return list;
    },
    select: plansOf,
    refetchInterval: 20_000,
  });
  const { data } = query;
  const plans = useMemo(() => data && notBegun(data, waiting), [data, waiting]);
  return { error: query.error, refetch: query.refetch, data: plans };
}

export function plansOnAgenda(plans: readonly Plan[]): PlanOnAgenda[] {
  return plans.map(({ id, recipe, moments }) => ({
    planId: id,
    name: recipe.name,
    weighMs: coreMoments(moments).weighMs,
  }));
}

type NewPlan = z.input<typeof NewPlanSchema>;
type PlanPatch = z.input<typeof PlanPatchSchema>;

export function useMakePlan() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ plan, key }: { plan: NewPlan; key: string }) =>
      call(ROUTES.makePlan, { body: plan, idempotencyKey: key }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['plans'] }),
  });
}

export function useChangePlan() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ planId, patch }: { planId: string; patch: PlanPatch }) =>
      call(ROUTES.changePlan, { params: { planId }, body: patch }),
    onSettled: () => client.invalidateQueries({ queryKey: ['plans'] }),
  });
}
