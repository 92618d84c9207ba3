import { randomUUID } from 'node:crypto';
import type { BatchEvent, EventBody, FridgeLogs, Random, Recipe, StepState } from '@humble-churn/core';
import {
  FIRST_FRIDGE,
  batchState,
  fridgeMemory,
  normalDraw,
  seededRandom,
  storedPulpG,
} from '@humble-churn/core';
import { toInstant } from '@humble-churn/contract';
import { BatchLogs, coreView } from './batchLogs';
import { appendEvents, batchGrounds, computeOpened, startBatch } from './batches';
import type { OpenDatabase } from './database';
import type { Story } from './demoStories';
import { BAKING, NUT_FREE, PORRIDGE, PROFILE, SOUP, STORIES, SUNDAY } from './demoStories';
import type { ChangeScope } from './kitchenAccess';
import { fridgesAir, logFridge } from './fridgeDays';
import { kitchenSettings } from './kitchens';
import { keepRecipe, keepVersion } from './recipes';
import { fridgeReadings, kitchens } from './tables';

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
const QUARTER_MS = HOUR_MS / 4;

type Recordable = Exclude<EventBody, { type: 'planned' }>;

/** One batch being made long ago, its clock moved by hand. */
class PastBatch {
  private constructor(
    private readonly scope: ChangeScope,
    readonly id: string,
    private ms: number,
    private events: readonly BatchEvent[],
    private readonly kitchen: { timeZone: string; fridges: FridgeLogs },
  ) {}

  static async plan(scope: ChangeScope, recipe: Recipe, atMs: number): Promise<PastBatch> {
    const at = new Date(atMs);
    const opened = await computeOpened(await batchGrounds(scope), { recipe, ownIngredients: [] });
    const id = await startBatch(scope, opened, undefined, at);
    const log = (await new BatchLogs(true).read(scope, [{ id, changedIn: 0 }])).get(id);
    const events = log ? coreView(log).events : [];
    const { timeZone } = await kitchenSettings(scope);
    return new PastBatch(scope, id, atMs, events, { timeZone, fridges: await fridgesAir(scope) });
  }

  wait(ms: number): this {
    this.ms += ms;
    return this;
  }

  async record(...happenings: Recordable[]): Promise<void> {
    const log = { batchId: this.id, events: this.events, ...this.kitchen };
    this.events = await appendEvents(this.scope, log, { happenings }, new Date(this.ms));
  }

  state() {
    const state = batchState(this.events);
    if (!state) throw new Error('a batch without a plan');
    return state;
  }
}

/** This kitchen's own ways, which the starting estimates do not know: a tight bag, and a scale that wavers. */
const MILK_BIAS = 1.025;
const PULP_BIAS = 0.94;
const SEED = 20_417;

function bottledMsOf({ bottled }: Story, now: Date): number {
  if ('hoursAgo' in bottled) return now.getTime() - bottled.hoursAgo * HOUR_MS;
  // The latest Sunday that is three days back: its jar was drunk up within two.
  const sunday = new Date(now.getTime() - 3 * DAY_MS);
  sunday.setUTCDate(sunday.getUTCDate() - sunday.getUTCDay() - 7 * (bottled.sundaysBack - 1));
  return sunday.setUTCHours(10, 0, 0, 0);
}

/** What was made of a dish: how much milk and pulp really came of it. */
interface Made {
  batch: PastBatch;
  story: Story;
  soakMs: number;
  /** Drawn when it is weighed. */
  soakedG: () => number;
  milkG: number;
  pulpG: number;
}

/** How each step of a past batch went; a step that is not named is simply done. */
const STEPS: Readonly<Record<string, (made: Made, step: StepState) => Promise<unknown>>> = {
  soak: async ({ batch, soakMs }, { id }) => {
    await batch.wait(5 * 60_000).record({ type: 'step-begun', step: id, timerS: null });
    await batch.wait(soakMs).record({ type: 'step-done', step: id });
  },
  'weigh-soaked': ({ batch, soakedG }, { id }) =>
    batch
      .wait(2 * 60_000)
      .record(
        { type: 'measured', what: 'soaked', reading: { massG: soakedG() } },
        { type: 'step-done', step: id },
      ),
  blend: async ({ batch }, { id, timerS }) => {
    await batch.wait(5 * 60_000).record({ type: 'step-begun', step: id, timerS: null });
    await batch.wait((timerS ?? 60) * 1000).record({ type: 'step-done', step: id });
  },
  'weigh-milk': ({ batch, story, milkG, pulpG }, { id }) =>
    batch
      .wait(3 * 60_000)
      .record(
        { type: 'measured', what: 'milk', reading: { massG: story.misweighed ? milkG + 310 : milkG } },
        ...(pulpG > 0
          ? [{ type: 'measured' as const, what: 'pulp' as const, reading: { massG: pulpG } }]
          : []),
        { type: 'step-done', step: id },
      ),
  bottle: ({ batch, story, milkG }) => {
    const { densityGPerMl } = batch.state().prediction.milk;
    const volumeMl = Math.max(1, Math.round(milkG / densityGPerMl));
    const jar = { id: randomUUID(), label: 'Swing-top jar', volumeMl, place: 'fridge' as const };
    return batch.wait(6 * 60_000).record({ type: 'bottled', jars: [jar], scalded: story.end !== 'sour' });
  },
  pulp: ({ batch, story, pulpG }, { id }) => {
    const { pulp: place } = story.dish;
    const { waterPct } = batch.state().prediction.pulp;
    const massG = place && pulpG > 0 ? Math.round(storedPulpG(place, pulpG, waterPct)) : 0;
    return batch
      .wait(4 * 60_000)
      .record(place && massG > 0 ? { type: 'pulp-stored', place, massG } : { type: 'step-done', step: id });
  },
};

/** What became of the jar. */
async function tellEnd(batch: PastBatch, end: Story['end']): Promise<void> {
  const [jar] = batch.state().jars;
  if (!jar) return;
  const drawn = (share: number) => ({
    type: 'jar-drawn' as const,
    jarId: jar.id,
    volumeMl: jar.filledMl * share,
  });
  switch (end) {
    case 'drunk':
      await batch.wait(20 * HOUR_MS).record(drawn(1 / 2));
      await batch.wait(22 * HOUR_MS).record({ type: 'jar-emptied', jarId: jar.id });
      break;
    case 'sour':
      await batch.wait(30 * HOUR_MS).record(drawn(1 / 3));
      await batch.wait(50 * HOUR_MS).record({ type: 'jar-discarded', jarId: jar.id, reason: 'Smells sour' });
      break;
    case 'freezer':
      await batch.wait(4 * HOUR_MS).record({ type: 'jar-moved', jarId: jar.id, place: 'freezer' });
      break;
    case 'fridge':
      await batch.wait(8 * HOUR_MS).record(drawn(1 / 4));
      break;
  }
}

async function tell(scope: ChangeScope, story: Story, now: Date, random: Random): Promise<void> {
  const bottledMs = Math.floor(bottledMsOf(story, now) / QUARTER_MS) * QUARTER_MS;
  const { recipe, pulp } = story.dish;
  const soakMs = recipe.soak.hours * HOUR_MS;
  const batch = await PastBatch.plan(scope, recipe, bottledMs - soakMs - 60 * 60_000);
  const { steps, prediction } = batch.state();
  const wavering = (value: number, share: number): number =>
    Math.round(value * (1 + share * normalDraw(random)));
  const made: Made = {
    batch,
    story,
    soakMs,
    milkG: wavering(prediction.milk.massG * MILK_BIAS, 0.012),
    pulpG: wavering(prediction.pulp.massG * PULP_BIAS, 0.03),
    soakedG: () => wavering(prediction.soak.soakedMassG, 0.01),
  };
  for (const step of steps) {
    const went = STEPS[step.kind];
    if (went) await went(made, step);
    else await batch.wait(2 * 60_000).record({ type: 'step-done', step: step.id });
  }
  await tellEnd(batch, story.end);
  if (pulp && made.pulpG > 0 && !story.keepsPulp) {
    await batch.wait(6 * HOUR_MS).record({ type: 'pulp-used', place: pulp });
  }
}

/** Tonight's soak: hazelnuts in the fridge, begun a while ago. */
async function soakUnderWay(scope: ChangeScope, now: Date): Promise<void> {
  const batch = await PastBatch.plan(scope, PORRIDGE.recipe, now.getTime() - 3.75 * HOUR_MS);
  await batch.wait(5 * 60_000).record({ type: 'step-done', step: 'weigh' });
  await batch.wait(60_000).record({ type: 'step-begun', step: 'soak', timerS: null });
}

/** A sensor has stood in the fridge for three days; its door is opened at meals. */
async function logTheFridge(scope: ChangeScope, now: Date, random: Random): Promise<void> {
  const fromMs = Math.floor((now.getTime() - 3 * DAY_MS) / HOUR_MS) * HOUR_MS;
  const doors = [0, 1, 2, 3].flatMap((day) =>
    [7, 13, 19].map((hour) => {
      const openMs = fromMs + day * DAY_MS + hour * HOUR_MS;
      return { fromMs: openMs, toMs: openMs + 90_000 };
    }),
  );
  const around = { setC: DEMO_KITCHEN.fridgeTempC - 0.6, roomC: DEMO_KITCHEN.roomTempC };
  const memory = fridgeMemory(fromMs, now.getTime(), around, { doors, cuts: [] }, random);
  const readings = memory.map(({ atMs, tempC }) => ({ at: toInstant(atMs), tempC }));
  await logFridge(scope, { fridge: FIRST_FRIDGE, readings, removed: [] });
}

/** The ferry keeper's kitchen before anything was made in it. */
const DEMO_KITCHEN = {
  name: 'The ferry keeper’s kitchen',
  roomTempC: 19,
  fridgeTempC: 4,
  cupSystem: 'us',
  spoonSystem: 'metric',
  locale: 'en-GB',
  measures: 'metric',
  currency: 'EUR',
  budgetH: 96,
  machine: 'high-speed-jug',
  strainer: 'fine-bag',
  profile: PROFILE,
} as const;

/**
 * Makes a made-up kitchen and answers its id: a ferry keeper’s, four grown-ups, one of whom avoids tree nuts. Six
 * weeks of batches up to `now`, all or nothing.
 */
export async function loadDemoKitchen({ db }: Pick<OpenDatabase, 'db'>, now: Date): Promise<string> {
  const timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const id = randomUUID();
  const daysAgo = (days: number): Date => new Date(now.getTime() - days * DAY_MS);
  await db.transaction(async (tx) => {
    await tx.insert(kitchens).values({ id, createdAt: daysAgo(43), timeZone, ...DEMO_KITCHEN });
    await tx.insert(fridgeReadings).values({ kitchenId: id, at: daysAgo(43), timeZone, tempC: 4 });
    const scope: ChangeScope = { db: tx, kitchenId: id, now, revision: 0, raised: () => undefined };
    const longAgo = { ...scope, now: daysAgo(42) };
    for (const { recipe } of [PORRIDGE, SOUP, BAKING, NUT_FREE]) await keepRecipe(longAgo, recipe, []);
    // Sunday's milk was first made thinner and unsweetened.
    const first = { ...SUNDAY.recipe, waterPerNut: 6, additions: [] };
    const sunday = await keepRecipe(longAgo, first, []);
    await keepVersion({ ...scope, now: daysAgo(40) }, sunday, SUNDAY.recipe);
    const random = seededRandom(SEED);
    for (const story of STORIES) await tell(scope, story, now, random);
    await soakUnderWay(scope, now);
    await logTheFridge(scope, now, random);
  });
  return id;
}
