import type { Batch, BatchList, Changes, PlanList } from '@humble-churn/contract';
import { QueryClient } from '@tanstack/react-query';
import { putAdded, takeIn } from '~/wire/changes';
import { AT, BATCH_ID, batch } from './batchWire';

const NOTHING: Changes = {
  kitchenId: '5c9f6c1e-6a34-4f0e-9a3b-000000000001',
  revision: 5,
  known: true,
  batches: [],
  plans: [],
  closedPlans: [],
  settingsChangedIn: 0,
  ingredientsChangedIn: 0,
  recipesChangedIn: 0,
  serverTime: AT,
};

const wire = batch();
const line = (id: number, step: string): Batch['events'][number] => ({
  id: `0b9f6c1e-6a34-4f0e-9a3b-00000000000${id}`,
  at: AT,
  timeZone: 'Europe/Lisbon',
  what: { type: 'step-done', step },
});
const added = (before: number, ...events: Batch['events']) => ({
  id: BATCH_ID,
  timeZone: 'Europe/Lisbon',
  active: true,
  before,
  events,
});

let client: QueryClient;
beforeEach(() => {
  client = new QueryClient();
  client.setQueryData<BatchList>(['batches', 'active'], {
    batches: [wire],
    nextBefore: null,
    revision: 3,
    serverTime: AT,
  });
  client.setQueryData<PlanList>(['plans'], { plans: [], revision: 4, serverTime: AT });
  client.setQueryData(['recipes', 'in-use'], []);
});
// Its timers would keep the process for minutes.
afterEach(() => client.clear());

const list = () => client.getQueryData<BatchList>(['batches', 'active']);
const lines = () => list()?.batches[0]?.events.map(({ id }) => id.slice(-1));
const isStale = (...queryKey: string[]) => client.getQueryState(queryKey)?.isInvalidated;

test('what was added to a log is added here, once however often it is heard of', () => {
  const answer = { batchId: BATCH_ID, before: 1, events: [line(1, 'weigh')], serverTime: AT };
  putAdded(client, answer);
  putAdded(client, answer);
  takeIn(client, { ...NOTHING, batches: [added(1, line(1, 'weigh'), line(2, 'soak'))] });
  expect(lines()).toEqual(['1', '1', '2']);
  expect(client.getQueryData<Batch>(['batch', BATCH_ID])?.events).toHaveLength(3);
  expect(list()?.revision).toBe(5);
  expect(client.getQueryData<PlanList>(['plans'])?.revision).toBe(5);
});

test('a log whose lines in between are missing here is asked for again', () => {
  takeIn(client, { ...NOTHING, batches: [added(3, line(4, 'drain'))] });
  expect(lines()).toHaveLength(1);
  expect(isStale('batches', 'active')).toBe(true);
});

test('a batch that is over leaves the list, one begun elsewhere joins it', () => {
  takeIn(client, { ...NOTHING, batches: [{ ...added(1, line(1, 'weigh')), active: false }] });
  expect(list()?.batches).toEqual([]);
  const other = '1b7a9c34-0d43-4a0c-9d55-2f6f2f0e9c10';
  takeIn(client, { ...NOTHING, batches: [{ ...added(0, ...wire.events), id: other }] });
  expect(list()?.batches.map(({ id }) => id)).toEqual([other]);
});

test('recipes that changed since they were last heard of are asked for again, and only then', () => {
  takeIn(client, NOTHING);
  expect(isStale('recipes', 'in-use')).toBe(false);
  takeIn(client, { ...NOTHING, revision: 6, recipesChangedIn: 6 });
  expect(isStale('recipes', 'in-use')).toBe(true);
});

test('an answer that comes late takes nothing back', () => {
  takeIn(client, { ...NOTHING, revision: 9, batches: [added(1, line(1, 'weigh'), line(2, 'soak'))] });
  takeIn(client, { ...NOTHING, revision: 7, batches: [added(1, line(1, 'weigh'))] });
  expect(lines()).toHaveLength(3);
  expect(list()?.revision).toBe(9);
});

test('a kitchen that does not know the revision is asked for everything', () => {
  takeIn(client, { ...NOTHING, known: false });
  expect(isStale('batches', 'active')).toBe(true);
  expect(isStale('plans')).toBe(true);
});

test('where the server tells of another kitchen, what was known of the one before is forgotten', () => {
  const client = new QueryClient();
  client.setQueryData(['batches', 'active'], {
    batches: [wire],
    nextBefore: null,
    revision: 4,
    serverTime: AT,
  });
  takeIn(client, NOTHING);
  expect(client.getQueryData(['batches', 'active'])).toBeDefined();
  takeIn(client, { ...NOTHING, kitchenId: '5c9f6c1e-6a34-4f0e-9a3b-000000000002' });
  expect(client.getQueryData(['batches', 'active'])).toBeUndefined();
});

test('what the device kept of a kitchen is forgotten once the server tells of another', () => {
  const client = new QueryClient();
  client.setQueryData(['kitchen'], { id: '5c9f6c1e-6a34-4f0e-9a3b-000000000002' });
  client.setQueryData(['recipes', 'in-use'], []);
  takeIn(client, NOTHING);
  expect(client.getQueryData(['recipes', 'in-use'])).toBeUndefined();
});
