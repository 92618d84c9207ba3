import type {
  Batch,
  CommandAnswer,
  CommandBody,
  CommandName,
  Kitchen,
  PlanList,
  SavedRecipe,
} from '@humble-churn/contract';
import type { OwnItem } from '@humble-churn/core';
import type { QueryClient } from '@tanstack/react-query';
import { putAdded, putBatch, putPlan } from './changes';
import type { KnownDays } from './fridgeDays';
import { withDays } from './fridgeDays';
import { noteServerTime } from './clock';

/** Shows a new batch as the server answered it, before the lists are asked for again. Its plan is none any more. */
function putNewBatch(client: QueryClient, batch: Batch, planId: string | null): void {
  noteServerTime(batch.serverTime);
  putBatch(client, batch);
  client.setQueryData<PlanList>(
    ['plans'],
    (list) => list && { ...list, plans: list.plans.filter(({ id }) => id !== planId) },
  );
}

/** A recipe in the list where it belongs, and in no other. */
function putRecipe(client: QueryClient, saved: SavedRecipe): void {
  for (const put of ['in-use', 'away'] as const) {
    client.setQueryData<SavedRecipe[]>(['recipes', put], (list) => {
      const others = list?.filter(({ id }) => id !== saved.id);
      return others && (saved.away === (put === 'away') ? [...others, saved] : others);
    });
  }
  void client.invalidateQueries({ queryKey: ['recipes'] });
}

function putIngredients(client: QueryClient, ingredients: OwnItem[]): void {
  client.setQueryData(['ingredients'], ingredients);
}

type Taking = {
  [N in CommandName]: (client: QueryClient, answer: CommandAnswer<N>, body: CommandBody<N>) => void;
};

const TAKING: Taking = {
  // What else changed meanwhile is still to be asked for: the revision stays.
  logFridge: (client, told) =>
    client.setQueryData<{ fridgeDays: KnownDays }>(
      ['kitchen'],
      (kitchen) =>
        kitchen && {
          ...kitchen,
          fridgeDays: withDays(kitchen.fridgeDays, { ...told, revision: kitchen.fridgeDays.revision }),
        },
    ),
  startBatch: (client, batch, { planId }) => putNewBatch(client, batch, planId),
  recordEvents: putAdded,
  makePlan: putPlan,
  changePlan: putPlan,
  saveRecipe: (client, saved) => {
    putRecipe(client, saved);
    void client.invalidateQueries({ queryKey: ['ingredients'] });
  },
  saveVersion: putRecipe,
  removeVersion: putRecipe,
  archiveRecipe: putRecipe,
  addIngredient: (client, ingredient) =>
    client.setQueryData<OwnItem[]>(['ingredients'], (list) => [
      ...(list ?? []).filter(({ key }) => key !== ingredient.key),
      ingredient,
    ]),
  changeIngredient: (client, { ingredients }) => {
    putIngredients(client, ingredients);
    void client.invalidateQueries();
  },
  changeKitchen: (client, kitchen) => {
    client.setQueryData<Kitchen>(['kitchen'], (before) => before && { ...before, ...kitchen });
    void client.invalidateQueries();
  },
  setAside: (client, { unreadable }) => client.setQueryData(['unreadable'], unreadable),
};

/** What the server answered counts before anything is asked for again. */
export function takeAnswer<N extends CommandName>(
  client: QueryClient,
  name: N,
  answer: CommandAnswer<N>,
  body: CommandBody<N>,
): void {
  TAKING[name](client, answer, body);
}
