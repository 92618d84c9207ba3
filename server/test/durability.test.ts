import { BatchListSchema, KitchenSchema } from '@humble-churn/contract';
import { RECIPE, RunningServer, newDataDir, removeDataDir } from './runningServer';

const dir = newDataDir();

afterAll(() => removeDataDir(dir));

const ROUNDS = 20;

/** Every batch the server knows, with the length of its log. */
async function allBatches(server: RunningServer): Promise<Map<string, number>> {
  const found = new Map<string, number>();
  for (let before = ''; ;) {
    const list = BatchListSchema.parse((await server.get(`/api/batches?limit=100${before}`)).body);
    for (const { id, events } of list.batches) found.set(id, events.length);
    if (list.nextBefore === null) return found;
    before = `&before=${encodeURIComponent(list.nextBefore)}`;
  }
}

test('what was answered 2xx is there after a kill, twenty times over', async () => {
  const confirmedBatches = new Set<string>();
  const confirmedEvents = new Map<string, number>();
  let confirmedName = '';
  for (let round = 0; round < ROUNDS; round++) {
    const server = await RunningServer.start(dir);
    const found = await allBatches(server);
    for (const id of confirmedBatches) expect(found.has(id)).toBe(true);
    for (const [id, count] of confirmedEvents) expect(found.get(id)).toBeGreaterThanOrEqual(count);
    if (confirmedName !== '') {
      // A write still under way at the kill may or may not have gone in; an older one never comes back.
      const { name } = KitchenSchema.parse((await server.get('/api/kitchen')).body);
      expect(Number(name)).toBeGreaterThanOrEqual(Number(confirmedName));
    }

    let killed = false;
    const work = async (): Promise<void> => {
      for (let n = 0; !killed; n++) {
        const { status, body } = await server.create('/api/batches', { recipe: RECIPE });
        if (status !== 201) throw new Error(`status ${status}`);
        confirmedBatches.add(body.id as string);
        const name = String(round * 1000 + n + 1);
        const patched = await server.call('PATCH', '/api/kitchen', { name });
        if (patched.status === 200) confirmedName = name;
        const said = await server.create(`/api/batches/${body.id}/events`, {
          happenings: [{ type: 'step-done', step: 'weigh' }],
        });
        if (said.status === 201) confirmedEvents.set(body.id as string, 2);
      }
    };
    const working = work().catch(() => undefined);
    // Killed at another point of the work each round: after the first write that was confirmed, and on.
    const had = confirmedBatches.size;
    while (confirmedBatches.size === had) await new Promise((resolve) => setTimeout(resolve, 5));
    await new Promise((resolve) => setTimeout(resolve, (round * 37) % 90));
    killed = true;
    await server.stop('SIGKILL');
    await working;
  }
  expect(confirmedBatches.size).toBeGreaterThanOrEqual(ROUNDS);
}, 600_000);
