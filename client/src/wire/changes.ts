import type {
  Added,
  Batch,
  BatchList,
  ChangedBatch,
  Changes,
  Kitchen,
  Plan,
  PlanList,
} from '@humble-churn/contract';
import { ROUTES } from '@humble-churn/contract';
import type { QueryClient } from '@tanstack/react-query';
import { callApi } from './apiClient';
import { noteServerTime } from './clock';

const ACTIVE = ['batches', 'active'];
const PLANS = ['plans'];

/** A log with what was added to it; null where this device lacks lines in between. Lines it has already count once. */
function withAdded<B extends Batch>(
  batch: B,
  { before, events }: Pick<Added, 'before' | 'events'>,
): B | null {
  const known = batch.events.length;
  if (known < before) return null;
  const fresh = events.slice(known - before);
  return fresh.length === 0 ? batch : { ...batch, events: [...batch.events, ...fresh] };
}

/** The batch as this device has it, in a list or by itself. */
function cachedBatch(client: QueryClient, id: string): Batch | undefined {
  const alone = client.getQueryData<Batch>(['batch', id]);
  const listed = client.getQueryData<BatchList>(ACTIVE)?.batches.find((batch) => batch.id === id);
  return (alone?.events.length ?? 0) > (listed?.events.length ?? 0) ? alone : (listed ?? alone);
}

/** Shows a batch as it now is, in the list of what is active or out of it. */
export function putBatch(client: QueryClient, batch: Batch, active = true): void {
  client.setQueryData(['batch', batch.id], batch);
  client.setQueryData<BatchList>(ACTIVE, (list) => {
    if (!list) return list;
    const there = list.batches.some(({ id }) => id === batch.id);
    if (!active) return there ? { ...list, batches: list.batches.filter(({ id }) => id !== batch.id) } : list;
    const batches = there
      ? list.batches.map((one) => (one.id === batch.id ? batch : one))
      : [batch, ...list.batches];
    return { ...list, batches };
  });
}

/** What the server answered to an entry counts before anything is asked for again. */
export function putAdded(client: QueryClient, added: Added): void {
  noteServerTime(added.serverTime);
  const there = cachedBatch(client, added.batchId);
  const batch = there && withAdded(there, added);
  if (batch) {
    client.setQueryData(['batch', batch.id], batch);
    client.setQueryData<BatchList>(
      ACTIVE,
      (list) => list && { ...list, batches: list.batches.map((one) => (one.id === batch.id ? batch : one)) },
    );
    return;
  }
  void client.invalidateQueries({ queryKey: ['batch', added.batchId] });
  void client.invalidateQueries({ queryKey: ACTIVE });
}

/** A plan as the server answered it, or none any more. */
export function putPlan(client: QueryClient, plan: Plan): void {
  client.setQueryData<PlanList>(PLANS, (list) => {
    if (!list) return list;
    const others = list.plans.filter(({ id }) => id !== plan.id);
    return { ...list, plans: plan.status === 'open' ? [...others, plan] : others };
  });
}

/** Takes in one batch that changed; answers whether this device knew enough of it. */
function takeInBatch(client: QueryClient, changed: ChangedBatch, serverTime: string): boolean {
  const { id, timeZone, active, before, events } = changed;
  const there = cachedBatch(client, id) ?? { id, timeZone, serverTime, events: [] };
  const batch = withAdded(there, { before, events });
  if (batch) putBatch(client, batch, active);
  return batch !== null;
}

/** What of a kitchen is asked for as a whole when it changed, by the revision that changed it last. */
const WHOLE = {
  kitchen: 'settingsChangedIn',
  ingredients: 'ingredientsChangedIn',
  recipes: 'recipesChangedIn',
} as const;

/** The kitchen that a client has heard of last. */
const kitchens = new WeakMap<QueryClient, string>();

/**
 * Takes note of which kitchen the server tells of. Where it is another one than before, which was then deleted, all
 * that this device knows is forgotten and asked for anew.
 */
export function noteKitchen(client: QueryClient, id: string): void {
  const before = kitchens.get(client) ?? client.getQueryData<{ id: string | null }>(['kitchen'])?.id ?? id;
  kitchens.set(client, id);
  if (before === id) return;
  heard.delete(client);
  void client.resetQueries();
}

/** The revision of these that a client heard of last. */
const heard = new WeakMap<QueryClient, Partial<Record<keyof typeof WHOLE, number>>>();

/** Takes in what changed: what this device does not know enough of is asked for again. */
export function takeIn(client: QueryClient, changes: Changes): void {
  noteServerTime(changes.serverTime);
  noteKitchen(client, changes.kitchenId);
  if (!changes.known) {
    void client.invalidateQueries();
    return;
  }
  const known = changes.batches.map((batch) => takeInBatch(client, batch, changes.serverTime));
  for (const plan of changes.plans) putPlan(client, plan);
  client.setQueryData<PlanList>(
    PLANS,
    (list) => list && { ...list, plans: list.plans.filter(({ id }) => !changes.closedPlans.includes(id)) },
  );
  const before = heard.get(client) ?? {};
  const kitchen = client.getQueryData<Kitchen>(['kitchen']);
  for (const [key, name] of Object.entries(WHOLE) as [keyof typeof WHOLE, (typeof WHOLE)['kitchen']][]) {
    const last = before[key] ?? (key === 'kitchen' ? kitchen?.revision : undefined);
    if (last !== undefined && last < changes[name]) void client.invalidateQueries({ queryKey: [key] });
    before[key] = changes[name];
  }
  heard.set(client, before);
  const upTo = <L extends { revision: number }>(list: L | undefined): L | undefined =>
    list && list.revision < changes.revision ? { ...list, revision: changes.revision } : list;
  client.setQueryData<PlanList>(PLANS, upTo);
  if (!known.includes(false)) client.setQueryData<BatchList>(ACTIVE, upTo);
  // Last: whatever is put into a query makes it count as asked for.
  if (known.includes(false)) void client.invalidateQueries({ queryKey: ['batches'] });
  else if (known.length > 0) void client.invalidateQueries({ queryKey: ['batches', 'all'] });
  // What was poured or used changes it.
  if (known.length > 0) void client.invalidateQueries({ queryKey: ['account'] });
}

/**
 * Asks what changed since what this device has; nothing where it has nothing yet that could have changed, or has the
 * revision that was heard of.
 */
export async function askChanges(client: QueryClient, heardOf: number | null = null): Promise<void> {
  const lists = [client.getQueryData<BatchList>(ACTIVE), client.getQueryData<PlanList>(PLANS)];
  const kitchen = heard.has(client) ? undefined : client.getQueryData<Kitchen>(['kitchen']);
  const revisions = [...lists, kitchen].flatMap((one) => (one ? [one.revision] : []));
  if (revisions.length === 0 || (heardOf !== null && Math.min(...revisions) >= heardOf)) return;
  takeIn(client, await callApi(ROUTES.changes, { query: { since: Math.min(...revisions) } }));
}
