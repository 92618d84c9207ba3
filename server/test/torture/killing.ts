import { BatchListSchema, FridgeDaySchema, KitchenSchema } from '@humble-churn/contract';
import { RECIPE, RunningServer } from '../runningServer';

/** Cooks at work at the same time. */
const COOKS = 2;
/** A round ends at another point of the work each time: within so long of its first confirmed write, ms. */
const WITHIN_MS = 90;

export interface Killed {
  /** Writes that were answered 2xx. */
  acknowledged: number;
  lost: string[];
  doubled: string[];
  slowestMs: number;
}

interface Call {
  method: 'POST' | 'PATCH';
  path: string;
  body: unknown;
  key: string;
  /** Takes note of the answer. */
  confirmed: (body: any) => void;
}

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

/** What may be said of a batch at any moment: each is a line of its log. */
const HAPPENINGS = [
  { type: 'probed', what: 'bowl', tempC: 20 },
  { type: 'stirred-in', addition: 'salt', massG: 0.4, said: { unit: 'pinch', per: 'batch' } },
  { type: 'judged', what: 'grit', verdict: 'a-little' },
  {
    type: 'equipment-used',
    strain: { strainer: 'muslin', strainerName: null, squeeze: 'hard', second: null },
  },
  { type: 'liked', liking: 3, words: 'good, a little gritty', jarId: null },
];

/** A jar of half a litre, with cocoa in it alone. */
const bottled = (jarId: string, volumeMl: number) => ({
  type: 'bottled',
  jars: [
    {
      id: jarId,
      label: 'Blue lid',
      volumeMl,
      place: 'fridge',
      doses: [{ addition: 'cocoa_powder', massG: 4 }],
    },
  ],
  scalded: true,
  hygiene: { 'jug-and-jars-scalded': true, 'clean-hands': false },
});

/** A batch that is put on the shelf, split, topped up, drunk from, carried out, and then corrected; each in one tap. */
const ON_THE_SHELF = [
  (jarId: string) => [{ type: 'entered-afterwards' }, bottled(jarId, 500)],
  (jarId: string, eventId: string) => {
    const other = crypto.randomUUID();
    return [
      { type: 'jar-split', jarId, newId: other, label: 'Small jar', volumeMl: 150 },
      { type: 'jar-topped-up', jarId, fromId: other, volumeMl: 50 },
      {
        type: 'drink-made',
        jarId,
        volumeMl: 200,
        name: 'Hot cocoa',
        serving: 'warm',
        doses: [{ addition: 'sugar', massG: 10 }],
      },
      { type: 'jar-moved', jarId, place: 'out' },
      { type: 'corrected', eventId, to: bottled(jarId, 480) },
    ];
  },
];

/** A cook who writes without pause, and sends anew under the same key what was not answered. */
class Cook {
  /** Lines of the logs this cook was told are kept. */
  readonly lines = new Map<string, number>();
  acknowledged = 0;
  slowestMs = 0;
  /** Sent, and not answered yet. */
  open: Call | null = null;
  private n = 0;
  private jarId = '';
  private lastEventId = '';

  /** What is said next: of every other batch that it is on the shelf by now. */
  private said(): readonly unknown[] {
    if (this.lines.size % 2 === 0) return [HAPPENINGS[this.n % HAPPENINGS.length]];
    if (this.n % 3 === 2) this.jarId = crypto.randomUUID();
    return ON_THE_SHELF[this.n % 3 === 2 ? 0 : 1]?.(this.jarId, this.lastEventId) ?? [];
  }

  private next(): Call {
    this.n++;
    const key = crypto.randomUUID();
    const [id, lines] = [...this.lines].at(-1) ?? [];
    if (this.n % 3 === 1 || id === undefined || lines === undefined) {
      const confirmed = (body: any): void => void this.lines.set(body.id, 1);
      return { method: 'POST', path: '/api/batches', body: { recipe: RECIPE }, key, confirmed };
    }
    const happenings = this.said();
    const confirmed = (body: any): void => {
      this.lines.set(id, (this.lines.get(id) ?? 0) + happenings.length);
      this.lastEventId = body.events.at(-1).id;
    };
    const body = { happenings };
    return { method: 'POST', path: `/api/batches/${id}/events`, body, key, confirmed };
  }

  /** Works until the server is gone, or `stop` says so. */
  async work(server: RunningServer, stop: () => boolean): Promise<void> {
    while (!stop()) {
      const call = this.open ?? this.next();
      this.open = call;
      const from = performance.now();
      const answer = await server
        .call(call.method, call.path, call.body, { 'idempotency-key': call.key })
        .catch(() => null);
      if (answer === null) return;
      this.slowestMs = Math.max(this.slowestMs, performance.now() - from);
      // The other cook changed a setting while this was worked out, twice: sent again, as the app does.
      if (answer.body.reason === 'kitchen-moved') continue;
      if (answer.status >= 300)
        throw new Error(`${call.path} answered ${answer.status}: ${JSON.stringify(answer.body)}`);
      call.confirmed(answer.body);
      this.acknowledged++;
      this.open = null;
    }
  }
}

/** A thermometer in the fridge that is read without pause, each time a second later on the day before. */
class Thermometer {
  private readonly day = new Date(Date.now() - 86_400_000).toISOString().slice(0, 10);
  private n = 0;
  /** Moments whose reading this one was told is kept. */
  private readonly kept = new Set<string>();

  async work(server: RunningServer, stop: () => boolean): Promise<void> {
    while (!stop()) {
      const at = new Date(Date.parse(this.day) + 1000 * this.n++).toISOString();
      const answer = await server
        .create('/api/kitchen/fridge-days', { readings: [{ at, tempC: 3.5 }] })
        .catch(() => null);
      if (answer === null) return;
      // The other writers changed the kitchen meanwhile, twice.
      if (answer.body.reason === 'kitchen-moved') continue;
      if (answer.status !== 201) throw new Error(`${answer.status}: ${JSON.stringify(answer.body)}`);
      this.kept.add(at);
    }
  }

  /** What of it the server does not have. */
  async lost(server: RunningServer): Promise<string[]> {
    const { body } = await server.get(`/api/kitchen/fridge-days/${this.day}`);
    const there = new Set(FridgeDaySchema.parse(body).readings.map(({ at }) => at));
    return [...this.kept].filter((at) => !there.has(at)).map((at) => `the reading of ${at}`);
  }

  get acknowledged(): number {
    return this.kept.size;
  }
}

/** What of the cooks' work the server does not have, or has twice. */
function compare(
  cooks: readonly Cook[],
  found: ReadonlyMap<string, number>,
): Pick<Killed, 'lost' | 'doubled'> {
  const lost: string[] = [];
  const doubled: string[] = [];
  const openLines = (id: string): number =>
    cooks
      .filter(({ open }) => open?.path.includes(id))
      .reduce(
        (sum, { open }) => sum + ((open?.body as { happenings?: unknown[] }).happenings?.length ?? 0),
        0,
      );
  let batches = 0;
  for (const { lines } of cooks) {
    batches += lines.size;
    for (const [id, count] of lines) {
      const there = found.get(id) ?? 0;
      if (there < count) lost.push(`${id}: ${there} of ${count} lines`);
      // A write that was not answered may have gone in all the same.
      if (there > count + openLines(id)) doubled.push(`${id}: ${there} for ${count} lines`);
    }
  }
  const begun = cooks.filter(({ open }) => open?.path === '/api/batches').length;
  if (found.size > batches + begun) doubled.push(`${found.size} batches for ${batches}`);
  return { lost, doubled };
}

/**
 * Starts a server on a folder and kills it in the middle of the work, over and over; what was confirmed is counted
 * outside of it. At the end what was open is sent once more, and all of it must be there once.
 */
export async function killOverAndOver(
  dataDir: string,
  rounds: number,
  told: (round: number, killed: Killed) => void = () => undefined,
): Promise<Killed> {
  const cooks = Array.from({ length: COOKS }, () => new Cook());
  const thermometer = new Thermometer();
  let confirmedName = 0;
  const sum: Killed = { acknowledged: 0, lost: [], doubled: [], slowestMs: 0 };
  for (let round = 0; round <= rounds; round++) {
    const server = await RunningServer.start(dataDir);
    const check = async (): Promise<void> => {
      const { lost, doubled } = compare(cooks, await allBatches(server));
      sum.lost.push(...lost, ...(await thermometer.lost(server)));
      sum.doubled.push(...doubled);
      const { name } = KitchenSchema.parse((await server.get('/api/kitchen')).body);
      // An older write of a setting never comes back.
      if (confirmedName > 0 && Number(name) < confirmedName)
        sum.lost.push(`name ${confirmedName}, is ${name}`);
    };
    await check();
    const count = (): number => cooks.reduce((all, { acknowledged }) => all + acknowledged, 0);
    const before = count();
    let over = false;
    const rename = async (): Promise<void> => {
      for (let n = 1; !over; n++) {
        const name = round * 1000 + n;
        const patched = await server.call('PATCH', '/api/kitchen', { name: String(name) }).catch(() => null);
        if (patched?.status === 200) confirmedName = name;
      }
    };
    const working = Promise.all([
      ...[...cooks, thermometer].map((one) => one.work(server, () => over)),
      rename(),
    ]);
    let failure: unknown = null;
    working.catch((error: unknown) => {
      failure = error;
    });
    while (count() === before && failure === null) await new Promise((resolve) => setTimeout(resolve, 5));
    await new Promise((resolve) => setTimeout(resolve, (round * 37) % WITHIN_MS));
    if (failure !== null) await server.stop('SIGKILL');
    if (round < rounds) {
      over = true;
      await server.stop('SIGKILL');
      await working;
    } else {
      // The last round is let finish: nothing is open then, and all that was confirmed is there exactly once.
      over = true;
      await working;
      await check();
      await server.stop();
    }
    sum.acknowledged = count() + thermometer.acknowledged;
    sum.slowestMs = Math.max(...cooks.map(({ slowestMs }) => slowestMs));
    told(round, sum);
  }
  return sum;
}
