import type { KitchenProfile, StoredDay } from '@humble-churn/contract';
import type { BatchSummary, EventBody, OwnItem, PlannedPrediction, Recipe } from '@humble-churn/core';
import { FIRST_FRIDGE } from '@humble-churn/core';
import {
  bigint,
  bigserial,
  boolean,
  doublePrecision,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';

/** The kitchen's revision that changed a row last, or added it. */
const changedIn = (name = 'changed_in') => bigint(name, { mode: 'number' }).notNull().default(0);
const instant = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

/** Households. Every other row belongs to one of them, and every key and index begins with it. */
export const kitchens = pgTable('kitchens', {
  id: uuid('id').primaryKey(),
  createdAt: instant('created_at').notNull(),
  name: text('name').notNull(),
  timeZone: text('time_zone').notNull(),
  /** Whether somebody chose the zone; until then the first browser's is taken. */
  timeZoneSet: boolean('time_zone_set').notNull().default(true),
  roomTempC: doublePrecision('room_temp_c').notNull(),
  fridgeTempC: doublePrecision('fridge_temp_c').notNull(),
  cupSystem: text('cup_system').notNull(),
  spoonSystem: text('spoon_system').notNull().default('metric'),
  /** How numbers, dates and times are written; null by its measures. */
  locale: text('locale'),
  /** Whether its first questions were answered. */
  setUp: boolean('set_up').notNull().default(true),
  measures: text('measures').notNull(),
  currency: text('currency').notNull(),
  budgetH: integer('budget_h').notNull(),
  machine: text('machine').notNull(),
  strainer: text('strainer').notNull(),
  /** Gear, people and prices; what an older one lacks is filled when it is read. */
  profile: jsonb('profile').$type<Partial<KitchenProfile>>().notNull().default({}),
  /** Raised by every change in this kitchen, in the transaction of the change. */
  revision: bigint('revision', { mode: 'number' }).notNull().default(0),
  settingsChangedIn: changedIn('settings_changed_in'),
  ingredientsChangedIn: changedIn('ingredients_changed_in'),
  recipesChangedIn: changedIn('recipes_changed_in'),
});

/** The kitchen a row belongs to. With the kitchen its rows are deleted. */
const kitchenId = () =>
  uuid('kitchen_id')
    .notNull()
    .references(() => kitchens.id, { onDelete: 'cascade' });

/** What a fridge was said to be at, from each moment on. */
export const fridgeReadings = pgTable(
  'fridge_readings',
  {
    kitchenId: kitchenId(),
    id: bigserial('id', { mode: 'number' }).notNull(),
    /** Which of the kitchen's fridges. */
    fridge: text('fridge').notNull().default(FIRST_FRIDGE),
    at: instant('at').notNull(),
    timeZone: text('time_zone').notNull(),
    tempC: doublePrecision('temp_c').notNull(),
  },
  (table) => [primaryKey({ columns: [table.kitchenId, table.id] })],
);

/** What was measured in a fridge, a day of UTC in a row; means are derived from the readings with every change. */
export const fridgeDays = pgTable(
  'fridge_days',
  {
    kitchenId: kitchenId(),
    fridge: text('fridge').notNull().default(FIRST_FRIDGE),
    day: text('day').notNull(),
    readings: jsonb('readings').$type<StoredDay['readings']>().notNull(),
    means: jsonb('means').$type<readonly (number | null)[]>().notNull(),
    changedIn: changedIn(),
  },
  (table) => [
    primaryKey({ columns: [table.kitchenId, table.fridge, table.day] }),
    index('fridge_days_changed').on(table.kitchenId, table.changedIn),
  ],
);

export const ownIngredients = pgTable(
  'own_ingredients',
  {
    kitchenId: kitchenId(),
    key: text('key').notNull(),
    body: jsonb('body').$type<OwnItem>().notNull(),
    createdAt: instant('created_at').notNull(),
    /** No longer offered, nor reported where it cannot be read. */
    archived: boolean('archived').notNull().default(false),
  },
  (table) => [primaryKey({ columns: [table.kitchenId, table.key] })],
);

/** What own ingredients said before they were changed. Rows are only ever added. */
export const ownIngredientRevisions = pgTable(
  'own_ingredient_revisions',
  {
    kitchenId: kitchenId(),
    key: text('key').notNull(),
    revision: integer('revision').notNull(),
    body: jsonb('body').notNull(),
    replacedAt: instant('replaced_at').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.kitchenId, table.key, table.revision] }),
    foreignKey({
      name: 'own_ingredient_revisions_of',
      columns: [table.kitchenId, table.key],
      foreignColumns: [ownIngredients.kitchenId, ownIngredients.key],
    }).onDelete('cascade'),
  ],
);

/** Rows that cannot be read and that the cook does not want to hear of any more. The rows themselves stay. */
export const setAside = pgTable(
  'set_aside',
  {
    kitchenId: kitchenId(),
    kind: text('kind').notNull(),
    id: text('id').notNull(),
    at: instant('at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.kitchenId, table.kind, table.id] })],
);

export const batches = pgTable(
  'batches',
  {
    kitchenId: kitchenId(),
    id: uuid('id').notNull(),
    timeZone: text('time_zone').notNull(),
    createdAt: instant('created_at').notNull(),
    /** Derived from the log with every event: under way, or with milk or pulp left. */
    active: boolean('active').notNull(),
    changedIn: changedIn(),
    /** What lists show of it, derived from the log with every event; null where the log cannot be read. */
    summary: jsonb('summary').$type<BatchSummary>(),
  },
  (table) => [
    primaryKey({ columns: [table.kitchenId, table.id] }),
    index('batches_created').on(table.kitchenId, table.createdAt, table.id),
    index('batches_active').on(table.kitchenId, table.active, table.createdAt),
    index('batches_changed').on(table.kitchenId, table.changedIn),
  ],
);

/** The log. Rows are only ever added. */
export const batchEvents = pgTable(
  'batch_events',
  {
    kitchenId: kitchenId(),
    batchId: uuid('batch_id').notNull(),
    /** The order in which the lines of a batch were added. */
    seq: bigserial('seq', { mode: 'number' }).notNull(),
    id: uuid('id').notNull(),
    at: instant('at').notNull(),
    timeZone: text('time_zone').notNull(),
    what: jsonb('what').$type<EventBody>().notNull(),
    addedIn: changedIn('added_in'),
  },
  (table) => [
    primaryKey({ columns: [table.kitchenId, table.batchId, table.seq] }),
    unique('batch_events_id').on(table.kitchenId, table.id),
    foreignKey({
      name: 'batch_events_of',
      columns: [table.kitchenId, table.batchId],
      foreignColumns: [batches.kitchenId, batches.id],
    }).onDelete('cascade'),
  ],
);

/** Creating calls already carried out, so that a retry makes nothing twice. */
export const idempotencyKeys = pgTable(
  'idempotency_keys',
  {
    kitchenId: kitchenId(),
    key: text('key').notNull(),
    requestHash: text('request_hash').notNull(),
    /** Id of what the call made. */
    made: text('made').notNull(),
    at: instant('at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.kitchenId, table.key] })],
);

/** Recipes the cook keeps; what they say is in their versions. */
export const recipes = pgTable(
  'recipes',
  {
    kitchenId: kitchenId(),
    id: uuid('id').notNull(),
    createdAt: instant('created_at').notNull(),
    away: boolean('away').notNull().default(false),
  },
  (table) => [primaryKey({ columns: [table.kitchenId, table.id] })],
);

/** Versions of kept recipes. Rows are only ever added, but for the newest, which can be taken back. */
export const recipeVersions = pgTable(
  'recipe_versions',
  {
    kitchenId: kitchenId(),
    recipeId: uuid('recipe_id').notNull(),
    version: integer('version').notNull(),
    savedAt: instant('saved_at').notNull(),
    recipe: jsonb('recipe').$type<Recipe>().notNull(),
    /** The cook's own ingredients in it, as they were when it was kept. */
    ingredients: jsonb('ingredients').$type<readonly OwnItem[]>().notNull().default([]),
  },
  (table) => [
    primaryKey({ columns: [table.kitchenId, table.recipeId, table.version] }),
    foreignKey({
      name: 'recipe_versions_of',
      columns: [table.kitchenId, table.recipeId],
      foreignColumns: [recipes.kitchenId, recipes.id],
    }).onDelete('cascade'),
  ],
);

/** Batches planned for the days ahead. What becomes of a plan is changed in place; what is made is a batch. */
export const plans = pgTable(
  'plans',
  {
    kitchenId: kitchenId(),
    id: uuid('id').notNull(),
    createdAt: instant('created_at').notNull(),
    changedAt: instant('changed_at').notNull(),
    /** Counts its changes, for calendars. */
    revision: integer('revision').notNull().default(0),
    changedIn: changedIn(),
    provenBest: boolean('proven_best').notNull().default(true),
    status: text('status').$type<'open' | 'started' | 'dropped'>().notNull().default('open'),
    batchId: uuid('batch_id'),
    timeZone: text('time_zone').notNull(),
    glassAt: instant('glass_at').notNull(),
    fresh: boolean('fresh').notNull(),
    soakedAlready: boolean('soaked_already').notNull(),
    weighAt: instant('weigh_at').notNull(),
    drainAt: instant('drain_at').notNull(),
    blendAt: instant('blend_at').notNull(),
    recipe: jsonb('recipe').$type<Recipe>().notNull(),
    prediction: jsonb('prediction').$type<PlannedPrediction>().notNull(),
    /** The cook's own ingredients in it, as they were when it was planned. */
    ingredients: jsonb('ingredients').$type<readonly OwnItem[]>().notNull().default([]),
  },
  (table) => [
    primaryKey({ columns: [table.kitchenId, table.id] }),
    index('plans_open').on(table.kitchenId, table.status, table.glassAt),
    index('plans_changed').on(table.kitchenId, table.changedIn),
    foreignKey({
      name: 'plans_batch',
      columns: [table.kitchenId, table.batchId],
      foreignColumns: [batches.kitchenId, batches.id],
    }),
  ],
);

/** The way in that is open now, one for each kitchen, and the wrong tries since somebody came in by it. */
export const pairing = pgTable('pairing', {
  kitchenId: kitchenId().primaryKey(),
  codeHash: text('code_hash').notNull(),
  secretHash: text('secret_hash').notNull(),
  expiresAt: instant('expires_at').notNull(),
  usedAt: instant('used_at'),
  wrongTries: integer('wrong_tries').notNull().default(0),
  /** Digits are not looked at before. */
  waitsUntil: instant('waits_until'),
});

/** Browsers and calendars that are let in by a token; only its hash is kept. */
export const pairedDevices = pgTable(
  'paired_devices',
  {
    kitchenId: kitchenId(),
    id: uuid('id').notNull(),
    name: text('name').notNull(),
    kind: text('kind').$type<'app' | 'calendar'>().notNull(),
    tokenHash: text('token_hash').notNull().unique(),
    pairedAt: instant('paired_at').notNull(),
    lastUsedAt: instant('last_used_at'),
    /** A removed one is known still, to be told to clear what it holds. */
    removedAt: instant('removed_at'),
  },
  (table) => [primaryKey({ columns: [table.kitchenId, table.id] })],
);
