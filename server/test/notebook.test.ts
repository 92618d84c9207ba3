import { BatchListSchema, NotebookSchema, coreEvent } from '@humble-churn/contract';
import type { Notebook } from '@humble-churn/contract';
import { batchState, batchSummary } from '@humble-churn/core';
import { RECIPE, RunningServer, newDataDir, removeDataDir, runSql } from './runningServer';

const dataDir = newDataDir();
let server: RunningServer;

beforeAll(async () => {
  server = await RunningServer.start(dataDir, ['--demo']);
});
afterAll(async () => {
  await server.stop();
  removeDataDir(dataDir);
});

/** All of the notebook, page by page. */
async function notebook(limit = 7): Promise<Notebook['batches']> {
  const all: Notebook['batches'] = [];
  for (let before = ''; ;) {
    const { body } = await server.get(`/api/notebook?limit=${limit}${before}`);
    const page = NotebookSchema.parse(body);
    all.push(...page.batches);
    if (page.nextBefore === null) return all;
    before = `&before=${encodeURIComponent(page.nextBefore)}`;
  }
}

/** The same from the logs. */
async function replayed(): Promise<Notebook['batches']> {
  const { batches } = BatchListSchema.parse((await server.get('/api/batches?limit=100')).body);
  return batches.map(({ id, events }) => {
    const state = batchState(events.map(coreEvent));
    if (!state) throw new Error('a batch without a plan');
    return { id, summary: JSON.parse(JSON.stringify(batchSummary(state))) };
  });
}

test('the notebook says what the logs say, in the order of the list', async () => {
  const pages = await notebook();
  expect(pages.length).toBeGreaterThan(20);
  expect(pages).toEqual(await replayed());
  expect(new Set(pages.map(({ summary }) => summary.outcome))).toEqual(
    new Set(['under-way', 'on-shelf', 'finished', 'thrown-out']),
  );
});

test('it follows every entry, and what is taken back', async () => {
  const { id } = (await server.create('/api/batches', { recipe: { ...RECIPE, name: 'Followed' } })).body;
  const first = async () => (await notebook(100)).find((batch) => batch.id === id)?.summary;
  expect(await first()).toMatchObject({ name: 'Followed', outcome: 'under-way', milkMl: null });
  await server.say(id, [{ type: 'measured', what: 'milk', reading: { volumeMl: 777 } }]);
  const { events } = (await server.say(id, [{ type: 'abandoned', reason: 'The jug leaks' }])).body;
  expect(await first()).toMatchObject({ outcome: 'abandoned', reason: 'The jug leaks' });
  expect(await notebook()).toEqual(await replayed());
  await server.say(id, [{ type: 'undone', eventId: events.at(-1).id }]);
  expect(await first()).toMatchObject({ outcome: 'under-way', reason: null });
  expect(await notebook()).toEqual(await replayed());
});

test('it is made anew from the logs: what is missing at a start, and all of it when asked to', async () => {
  const before = await notebook();
  const restarted = async (sql: string, args: readonly string[] = []): Promise<void> => {
    await server.stop();
    await runSql(dataDir, sql);
    server = await RunningServer.start(dataDir, args);
  };
  await restarted('UPDATE batches SET summary = NULL');
  expect(await notebook()).toEqual(before);
  const wrong = `UPDATE batches SET summary = jsonb_set(summary, '{name}', '"Wrong"')`;
  await restarted(wrong);
  expect((await notebook())[0]?.summary.name).toBe('Wrong');
  await restarted(wrong, ['--rebuild']);
  expect(await notebook()).toEqual(before);
});
