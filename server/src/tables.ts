import type { KitchenProfile } from '@humble-churn/contract';
import type { EventBody, OwnIngredient, PlannedPrediction, Recipe } from '@humble-churn/core';
import {
  bigint,
  bigserial,
  boolean,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core';

/** The kitchen's revision that changed a row last, or added it. */
const changedIn = (name = 'changed_in') => bigint(name, { mode: 'number' }).notNull().default(0);
const instant = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

/** The one household of this server. */
export const kitchens = pgTable('kitchens', {
  id: integer('id').primaryKey(),
  name: text('name').notNull(),
  timeZone: text('time_zone').notNull(),
  /** Whether somebody chose the zone; until then the first browser's is taken. */
  timeZoneSet: boolean('time_zone_set').notNull().default(true),
  roomTempC: doublePrecision('room_temp_c').notNull(),
  fridgeTempC: doublePrecision('fridge_temp_c').notNull(),
  cupSystem: text('cup_system').notNull(),
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

/** What the fridge was said to be at, from each moment on. */
export const fridgeReadings = pgTable('fridge_readings', {
  id: bigserial('id', { mode: 'number' }).primaryKey(),
  at: instant('at').notNull(),
  timeZone: text('time_zone').notNull(),
  tempC: doublePrecision('temp_c').notNull(),
});

export const ownIngredients = pgTable('own_ingredients', {
  key: text('key').primaryKey(),
  body: jsonb('body').$type<OwnIngredient>().notNull(),
  createdAt: instant('created_at').notNull(),
  /** No longer offered, nor reported where it cannot be read. */
  archived: boolean('archived').notNull().default(false),
});

/** What own ingredients said before they were changed. Rows are only ever added. */
export const ownIngredientRevisions = pgTable(
  'own_ingredient_revisions',
  {
    key: text('key')
      .notNull()
      .references(() => ownIngredients.key),
    revision: integer('revision').notNull(),
    body: jsonb('body').notNull(),
    replacedAt: instant('replaced_at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.key, table.revision] })],
);

/** Rows that cannot be read and that the cook does not want to hear of any more. The rows themselves stay. */
export const setAside = pgTable(
  'set_aside',
  {
    kind: text('kind').notNull(),
    id: text('id').notNull(),
    at: instant('at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.kind, table.id] })],
);

export const batches = pgTable(
  'batches',
  {
    id: uuid('id').primaryKey(),
    timeZone: text('time_zone').notNull(),
    createdAt: instant('created_at').notNull(),
    /** Derived from the log with every event: under way, or with milk or pulp left. */
    active: boolean('active').notNull(),
    changedIn: changedIn(),
  },
  (table) => [
    index('batches_created').on(table.createdAt),
    index('batches_active').on(table.active),
    index('batches_changed').on(table.changedIn),
  ],
);

/** The log. Rows are only ever added. */
export const batchEvents = pgTable(
  'batch_events',
  {
    seq: bigserial('seq', { mode: 'number' }).primaryKey(),
    id: uuid('id').notNull().unique(),
    batchId: uuid('batch_id')
      .notNull()
      .references(() => batches.id),
    at: instant('at').notNull(),
    timeZone: text('time_zone').notNull(),
    what: jsonb('what').$type<EventBody>().notNull(),
    addedIn: changedIn('added_in'),
  },
  (table) => [index('batch_events_batch').on(table.batchId, table.seq)],
);

/** Creating calls already carried out, so that a retry makes nothing twice. */
export const idempotencyKeys = pgTable('idempotency_keys', {
  key: text('key').primaryKey(),
  requestHash: text('request_hash').notNull(),
  /** Id of what the call made. */
  made: text('made').notNull(),
  at: instant('at').notNull(),
});

/** Recipes the cook keeps; what they say is in their versions. */
export const recipes = pgTable('recipes', {
  id: uuid('id').primaryKey(),
  createdAt: instant('created_at').notNull(),
  away: boolean('away').notNull().default(false),
});

/** Versions of kept recipes. Rows are only ever added. */
export const recipeVersions = pgTable(
  'recipe_versions',
  {
    recipeId: uuid('recipe_id')
      .notNull()
      .references(() => recipes.id),
    version: integer('version').notNull(),
    savedAt: instant('saved_at').notNull(),
    recipe: jsonb('recipe').$type<Recipe>().notNull(),
    /** The cook's own ingredients in it, as they were when it was kept. */
    ingredients: jsonb('ingredients').$type<readonly OwnIngredient[]>().notNull().default([]),
  },
  (table) => [primaryKey({ columns: [table.recipeId, table.version] })],
);

/** Batches planned for the days ahead. What becomes of a plan is changed in place; what is made is a batch. */
export const plans = pgTable('plans', {
  id: uuid('id').primaryKey(),
  createdAt: instant('created_at').notNull(),
  changedAt: instant('changed_at').notNull(),
  /** Counts its changes, for calendars. */
  revision: integer('revision').notNull().default(0),
  changedIn: changedIn(),
  provenBest: boolean('proven_best').notNull().default(true),
  status: text('status').$type<'open' | 'started' | 'dropped'>().notNull().default('open'),
  batchId: uuid('batch_id').references(() => batches.id),
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
  ingredients: jsonb('ingredients').$type<readonly OwnIngredient[]>().notNull().default([]),
});
