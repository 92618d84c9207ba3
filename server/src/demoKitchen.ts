import { randomUUID } from 'node:crypto';
import type { BatchEvent, EventBody, FridgeReading, PulpPlace, Random, Recipe } from '@humble-churn/core';
import { batchState, normalDraw, plainRecipe, seededRandom, storedPulpG } from '@humble-churn/core';
import type { KitchenProfile } from '@humble-churn/contract';
import { KitchenProfileSchema } from '@humble-churn/contract';
import { BatchLogs, coreView } from './batchLogs';
import { appendEvents, openBatch, startBatch } from './batches';
import type { Db } from './database';
import { fridgeLog, kitchenSettings } from './kitchens';
import { keepRecipe, keepVersion } from './recipes';
import { fridgeReadings, kitchens } from './tables';

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
const QUARTER_MS = HOUR_MS / 4;

type Sayable = Exclude<EventBody, { type: 'planned' }>;

interface Dish {
  recipe: Recipe;
  /** Whether its pulp is kept, and where. */
  pulp: PulpPlace | null;
}

const PLAIN = plainRecipe('', 'almond', 6.6, 10);
const BASE: Recipe = {
  ...PLAIN,
  blend: { ...PLAIN.blend, machine: 'high-speed-jug', liquidTempC: 12 },
};

function nut(ingredient: string, share = 1): Recipe['nuts'][number] {
  return { ingredient, form: 'whole', share };
}

const PORRIDGE: Dish = {
  pulp: 'freezer',
  recipe: {
    ...BASE,
    name: 'Hazelnut for porridge',
    nuts: [nut('hazelnut')],
    amount: { by: 'milk', volumeMl: 900 },
    waterPerNut: 5.2,
    strain: { ...BASE.strain, strainer: 'fine-sieve' },
  },
};
const SOUP: Dish = {
  pulp: null,
  recipe: {
    ...BASE,
    name: 'Cashew cream for soup',
    nuts: [nut('cashew')],
    amount: { by: 'nuts', massG: 200 },
    waterPerNut: 2.4,
    soak: { ...BASE.soak, method: 'counter', hours: 3 },
    strain: { ...BASE.strain, strainer: 'none' },
  },
};
const BAKING: Dish = {
  pulp: 'fridge',
  recipe: {
    ...BASE,
    name: 'Walnut for baking',
    nuts: [nut('walnut')],
    amount: { by: 'milk', volumeMl: 700 },
    waterPerNut: 6,
    strain: { ...BASE.strain, squeeze: 'hard' },
  },
};
const NUT_FREE: Dish = {
  pulp: 'dried',
  recipe: {
    ...BASE,
    name: 'Seed milk, green lid',
    nuts: [nut('sunflower', 3), nut('sesame', 1)],
    amount: { by: 'milk', volumeMl: 750 },
    waterPerNut: 5.5,
    soak: { ...BASE.soak, hours: 9 },
    blend: { ...BASE.blend, machine: 'standard-jug', machineName: 'Green-lid jug', fillLineMl: 1200 },
    strain: { ...BASE.strain, strainerName: 'Green-lid bag' },
    drinkers: ['Ilse'],
  },
};
const SUNDAY: Dish = {
  pulp: 'dried',
  recipe: {
    ...BASE,
    name: 'Sunday almond and macadamia',
    nuts: [nut('almond', 4), nut('macadamia', 1)],
    waterPerNut: 5,
    soak: { ...BASE.soak, hours: 6 },
    additions: [
      { addition: 'date_medjool', when: 'before', gPerL: 30 },
      { addition: 'salt', when: 'after', gPerL: 0.4 },
    ],
  },
};

/** The household, its gear and what things cost there. */
const PROFILE: KitchenProfile = KitchenProfileSchema.parse({
  simulatedDevices: true,
  machines: [
    { name: 'Big jug', kind: 'high-speed-jug', powerW: 700, jugMl: 2000, fillLineMl: 1600, keptFrom: [] },
    {
      name: 'Green-lid jug',
      kind: 'standard-jug',
      powerW: 300,
      jugMl: 1500,
      fillLineMl: 1200,
      keptFrom: ['tree nut'],
    },
  ],
  strainers: [
    { name: 'Linen bag', kind: 'fine-bag', keptFrom: [] },
    { name: 'Green-lid bag', kind: 'fine-bag', keptFrom: ['tree nut'] },
    { name: 'Hoop sieve', kind: 'fine-sieve', keptFrom: [] },
  ],
  bowls: [
    { name: 'Enamel bowl', volumeMl: 2500, count: 1 },
    { name: 'Small bowl', volumeMl: 1200, count: 2 },
  ],
  jars: [
    { name: 'Swing-top jar', volumeMl: 1000, count: 3 },
    { name: 'Small jar', volumeMl: 350, count: 4 },
  ],
  people: [
    { name: 'Ilse', avoids: ['tree nut'] },
    { name: 'Bram', avoids: [] },
    { name: 'Noor', avoids: [] },
    { name: 'Teun', avoids: [] },
  ],
  wakingFrom: '05:30',
  wakingTo: '22:00',
  packs: [
    { key: 'almond', packG: 1000, price: 13.9 },
    { key: 'hazelnut', packG: 500, price: 8.4 },
    { key: 'cashew', packG: 500, price: 7.9 },
    { key: 'walnut', packG: 500, price: 6.9 },
    { key: 'macadamia', packG: 250, price: 7.5 },
    { key: 'sunflower', packG: 1000, price: 4.2 },
    { key: 'sesame', packG: 500, price: 3.6 },
    { key: 'date_medjool', packG: 500, price: 6.5 },
    { key: 'salt', packG: 500, price: 0.6 },
  ],
  shopPerL: 2.6,
  mealPerKg: 11,
  perKWh: 0.31,
});

/** One batch being made long ago, its clock moved by hand. */
class PastBatch {
  private constructor(
    private readonly db: Db,
    readonly id: string,
    private ms: number,
    private events: readonly BatchEvent[],
    private readonly kitchen: { timeZone: string; readings: readonly FridgeReading[] },
  ) {}

  static async plan(db: Db, recipe: Recipe, atMs: number): Promise<PastBatch> {
    const at = new Date(atMs);
    const { value } = await openBatch(db, { recipe, ownIngredients: [] });
    const id = await startBatch(db, value, undefined, at);
    const log = (await new BatchLogs().read(db, [{ id, changedIn: 0 }])).get(id);
    const events = log ? coreView(log).events : [];
    const { timeZone } = await kitchenSettings(db);
    return new PastBatch(db, id, atMs, events, { timeZone, readings: await fridgeLog(db) });
  }

  wait(ms: number): this {
    this.ms += ms;
    return this;
  }

  async say(...happenings: Sayable[]): Promise<void> {
    const log = { batchId: this.id, events: this.events, ...this.kitchen };
    this.events = await appendEvents(this.db, log, { happenings }, new Date(this.ms));
  }

  state() {
    const state = batchState(this.events);
    if (!state) throw new Error('a batch without a plan');
    return state;
  }
}

interface Story {
  dish: Dish;
  /** How long ago it was bottled, h; or so many Sundays back, at ten in the morning UTC. */
  bottled: { hoursAgo: number } | { sundaysBack: number };
  /** How it ended, or where it stands. */
  end: 'drunk' | 'fridge' | 'freezer' | 'sour';
  /** Read the scale with the bowl still on it. */
  misweighed?: true;
  keepsPulp?: true;
}

const STORIES: readonly Story[] = [
  { dish: SUNDAY, bottled: { sundaysBack: 6 }, end: 'drunk' },
  { dish: PORRIDGE, bottled: { hoursAgo: 39 * 24 }, end: 'drunk' },
  { dish: NUT_FREE, bottled: { hoursAgo: 38 * 24 }, end: 'drunk' },
  { dish: SOUP, bottled: { hoursAgo: 36 * 24 }, end: 'drunk' },
  { dish: SUNDAY, bottled: { sundaysBack: 5 }, end: 'drunk' },
  { dish: BAKING, bottled: { hoursAgo: 32 * 24 }, end: 'drunk' },
  { dish: PORRIDGE, bottled: { hoursAgo: 31 * 24 }, end: 'drunk' },
  { dish: NUT_FREE, bottled: { hoursAgo: 30 * 24 }, end: 'sour' },
  { dish: SUNDAY, bottled: { sundaysBack: 4 }, end: 'drunk' },
  { dish: PORRIDGE, bottled: { hoursAgo: 25 * 24 }, end: 'drunk', misweighed: true },
  { dish: NUT_FREE, bottled: { hoursAgo: 23 * 24 }, end: 'drunk' },
  { dish: SUNDAY, bottled: { sundaysBack: 3 }, end: 'drunk', keepsPulp: true },
  { dish: BAKING, bottled: { hoursAgo: 18 * 24 }, end: 'freezer' },
  { dish: PORRIDGE, bottled: { hoursAgo: 16 * 24 }, end: 'drunk', keepsPulp: true },
  { dish: NUT_FREE, bottled: { hoursAgo: 14 * 24 }, end: 'drunk' },
  { dish: SUNDAY, bottled: { sundaysBack: 2 }, end: 'drunk' },
  { dish: SOUP, bottled: { hoursAgo: 11 * 24 }, end: 'drunk' },
  { dish: PORRIDGE, bottled: { hoursAgo: 9 * 24 }, end: 'drunk' },
  { dish: NUT_FREE, bottled: { hoursAgo: 7 * 24 }, end: 'drunk' },
  { dish: SUNDAY, bottled: { sundaysBack: 1 }, end: 'drunk' },
  { dish: PORRIDGE, bottled: { hoursAgo: 66 }, end: 'fridge' },
  { dish: BAKING, bottled: { hoursAgo: 20 }, end: 'fridge', keepsPulp: true },
];

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

async function tell(db: Db, story: Story, now: Date, random: Random): Promise<void> {
  const bottledMs = Math.floor(bottledMsOf(story, now) / QUARTER_MS) * QUARTER_MS;
  const { recipe, pulp } = story.dish;
  const soakMs = recipe.soak.hours * HOUR_MS;
  const batch = await PastBatch.plan(db, recipe, bottledMs - soakMs - 60 * 60_000);
  const { steps, prediction } = batch.state();
  const wavering = (value: number, share: number): number =>
    Math.round(value * (1 + share * normalDraw(random)));
  const milkG = wavering(prediction.milk.massG * MILK_BIAS, 0.012);
  const pulpG = wavering(prediction.pulp.massG * PULP_BIAS, 0.03);
  for (const step of steps) {
    switch (step.kind) {
      case 'soak':
        await batch.wait(5 * 60_000).say({ type: 'step-begun', step: step.id, timerS: null });
        await batch.wait(soakMs).say({ type: 'step-done', step: step.id });
        break;
      case 'weigh-soaked':
        await batch.wait(2 * 60_000).say(
          {
            type: 'measured',
            what: 'soaked',
            reading: { massG: wavering(prediction.soak.soakedMassG, 0.01) },
          },
          { type: 'step-done', step: step.id },
        );
        break;
      case 'blend':
        await batch.wait(5 * 60_000).say({ type: 'step-begun', step: step.id, timerS: null });
        await batch.wait((step.timerS ?? 60) * 1000).say({ type: 'step-done', step: step.id });
        break;
      case 'weigh-milk':
        await batch.wait(3 * 60_000).say(
          {
            type: 'measured',
            what: 'milk',
            reading: { massG: story.misweighed ? milkG + 310 : milkG },
          },
          ...(pulpG > 0
            ? [{ type: 'measured' as const, what: 'pulp' as const, reading: { massG: pulpG } }]
            : []),
          { type: 'step-done', step: step.id },
        );
        break;
      case 'bottle': {
        const volumeMl = Math.max(1, Math.round(milkG / prediction.milk.densityGPerMl));
        await batch.wait(6 * 60_000).say({
          type: 'bottled',
          jars: [{ id: randomUUID(), label: 'Swing-top jar', volumeMl, place: 'fridge' }],
          scalded: story.end !== 'sour',
        });
        break;
      }
      case 'pulp':
        await batch.wait(4 * 60_000).say(
          pulp && pulpG > 0
            ? {
                type: 'pulp-stored',
                place: pulp,
                massG: Math.round(storedPulpG(pulp, pulpG, prediction.pulp.waterPct)),
              }
            : { type: 'step-done', step: step.id },
        );
        break;
      default:
        await batch.wait(2 * 60_000).say({ type: 'step-done', step: step.id });
    }
  }
  const { jars } = batch.state();
  const jar = jars[0];
  if (!jar) return;
  switch (story.end) {
    case 'drunk':
      await batch.wait(20 * HOUR_MS).say({ type: 'jar-drawn', jarId: jar.id, volumeMl: jar.filledMl / 2 });
      await batch.wait(22 * HOUR_MS).say({ type: 'jar-emptied', jarId: jar.id });
      break;
    case 'sour':
      await batch.wait(30 * HOUR_MS).say({ type: 'jar-drawn', jarId: jar.id, volumeMl: jar.filledMl / 3 });
      await batch.wait(50 * HOUR_MS).say({ type: 'jar-discarded', jarId: jar.id, reason: 'Smells sour' });
      break;
    case 'freezer':
      await batch.wait(4 * HOUR_MS).say({ type: 'jar-moved', jarId: jar.id, place: 'freezer' });
      break;
    case 'fridge':
      await batch.wait(8 * HOUR_MS).say({ type: 'jar-drawn', jarId: jar.id, volumeMl: jar.filledMl / 4 });
      break;
  }
  if (pulp && pulpG > 0 && !story.keepsPulp) {
    await batch.wait(6 * HOUR_MS).say({ type: 'pulp-used', place: pulp });
  }
}

/** Tonight's soak: hazelnuts in the fridge, begun a while ago. */
async function soakUnderWay(db: Db, now: Date): Promise<void> {
  const batch = await PastBatch.plan(db, PORRIDGE.recipe, now.getTime() - 3.75 * HOUR_MS);
  await batch.wait(5 * 60_000).say({ type: 'step-done', step: 'weigh' });
  await batch.wait(60_000).say({ type: 'step-begun', step: 'soak', timerS: null });
}

/**
 * Fills an empty database with a made-up kitchen: a ferry keeper's, four grown-ups, one of whom keeps off tree
 * nuts. Six weeks of batches up to `now`, all or nothing; a kitchen that is already there is left as it is.
 */
export async function loadDemoKitchen(db: Db, now: Date): Promise<void> {
  const timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  await db.transaction(async (tx) => {
    const made = await tx
      .insert(kitchens)
      .values({
        id: 1,
        name: 'The ferry keeper’s kitchen',
        timeZone,
        roomTempC: 19,
        fridgeTempC: 4,
        cupSystem: 'us',
        measures: 'metric',
        currency: 'EUR',
        budgetH: 96,
        machine: 'high-speed-jug',
        strainer: 'fine-bag',
        profile: PROFILE,
      })
      .onConflictDoNothing()
      .returning();
    if (made.length === 0) return;
    await tx.insert(fridgeReadings).values({ at: new Date(now.getTime() - 43 * DAY_MS), timeZone, tempC: 4 });
    const keptAt = new Date(now.getTime() - 42 * DAY_MS);
    for (const { recipe } of [PORRIDGE, SOUP, BAKING, NUT_FREE]) await keepRecipe(tx, recipe, [], keptAt);
    // Sunday's milk was first made thinner and unsweetened.
    const first = { ...SUNDAY.recipe, waterPerNut: 6, additions: [] };
    const sunday = await keepRecipe(tx, first, [], keptAt);
    await keepVersion(tx, sunday, SUNDAY.recipe, new Date(now.getTime() - 40 * DAY_MS));
    const random = seededRandom(SEED);
    for (const story of STORIES) await tell(tx, story, now, random);
    await soakUnderWay(tx, now);
  });
}
