import type { Writable } from 'node:stream';
import type { BatchLine, KitchenFile } from '@humble-churn/contract/kitchenFile';
import {
  BATCHES_ENTRY,
  KITCHEN_ENTRY,
  KITCHEN_FORMAT,
  KitchenFileSchema,
  SCHEMA_ENTRY,
  kitchenJsonSchema,
} from '@humble-churn/contract/kitchenFile';
import type { EventWire } from '@humble-churn/contract';
import {
  BatchSummarySchema,
  KeptIngredientsSchema,
  OwnItemSchema,
  RecipeSchema,
  dayStartMs,
  toInstant,
} from '@humble-churn/contract';
import type { KitchenModel } from '@humble-churn/core';
import { and, asc, eq, inArray } from 'drizzle-orm';
import { BatchLogs } from './batchLogs';
import { csvLines, csvTable } from './csvTables';
import { exportedDays, exportedReadings } from './fridgeExport';
import { pulpRecipesForOthers, recipesForOthers } from './recipeExport';
import type { KitchenAccess, Scope } from './kitchenAccess';
import { readKitchenModel } from './kitchenModels';
import { readKitchen } from './kitchens';
import { readPlan } from './planRows';
import { readRevisions } from './revision';
import {
  batchEvents,
  batches,
  kitchens,
  ownIngredientRevisions,
  ownIngredients,
  plans,
  recipeVersions,
  recipes,
} from './tables';
import type { ZipEntry } from './zip';
import { ZipWriter } from './zip';

type Unreadable = KitchenFile['unreadable'];

async function exportedIngredients(
  { db, kitchenId }: Scope,
  unreadable: Unreadable,
): Promise<KitchenFile['ingredients']> {
  const rows = await db
    .select()
    .from(ownIngredients)
    .where(eq(ownIngredients.kitchenId, kitchenId))
    .orderBy(asc(ownIngredients.createdAt), asc(ownIngredients.key));
  const before = await db
    .select()
    .from(ownIngredientRevisions)
    .where(eq(ownIngredientRevisions.kitchenId, kitchenId))
    .orderBy(asc(ownIngredientRevisions.revision));
  return rows.flatMap((row) => {
    const read = OwnItemSchema.safeParse(row.body);
    if (!read.success) {
      unreadable.push({ table: 'own_ingredients', row });
      return [];
    }
    const earlier = before
      .filter(({ key }) => key === row.key)
      .flatMap((one) => {
        const said = OwnItemSchema.safeParse(one.body);
        if (said.success) {
          const { revision, replacedAt } = one;
          return [{ revision, replacedAt: replacedAt.toISOString(), ingredient: said.data }];
        }
        unreadable.push({ table: 'own_ingredient_revisions', row: one });
        return [];
      });
    const ingredient = { ...read.data, archived: row.archived };
    return [{ addedAt: row.createdAt.toISOString(), ingredient, earlier }];
  });
}

async function exportedRecipes(
  { db, kitchenId }: Scope,
  unreadable: Unreadable,
): Promise<KitchenFile['recipes']> {
  const rows = await db
    .select()
    .from(recipes)
    .where(eq(recipes.kitchenId, kitchenId))
    .orderBy(asc(recipes.createdAt), asc(recipes.id));
  const versions = await db
    .select()
    .from(recipeVersions)
    .where(eq(recipeVersions.kitchenId, kitchenId))
    .orderBy(asc(recipeVersions.version));
  return rows.flatMap(({ id, createdAt, away }) => {
    const readable = versions
      .filter(({ recipeId }) => recipeId === id)
      .flatMap((row) => {
        const recipe = RecipeSchema.safeParse(row.recipe);
        if (recipe.success) {
          const { version, savedAt } = row;
          const ingredients = KeptIngredientsSchema.parse(row.ingredients);
          return [{ version, savedAt: savedAt.toISOString(), recipe: recipe.data, ingredients }];
        }
        unreadable.push({ table: 'recipe_versions', row });
        return [];
      });
    if (readable.length === 0) return [];
    return [{ id, createdAt: createdAt.toISOString(), archived: away, versions: readable }];
  });
}

async function exportedPlans(
  { db, kitchenId }: Scope,
  unreadable: Unreadable,
): Promise<KitchenFile['plans']> {
  const rows = await db
    .select()
    .from(plans)
    .where(eq(plans.kitchenId, kitchenId))
    .orderBy(asc(plans.createdAt), asc(plans.id));
  return rows.flatMap((row) => {
    const plan = readPlan(row);
    if (plan) return [{ ...plan, createdAt: row.createdAt.toISOString(), timeZone: row.timeZone }];
    unreadable.push({ table: 'plans', row });
    return [];
  });
}

/** A kitchen as it is at one revision, but for its batches. */
interface KitchenThen {
  file: KitchenFile;
  model: KitchenModel;
  revision: number;
  batchIds: readonly string[];
}

async function readKitchenThen(scope: Scope): Promise<KitchenThen> {
  const { db, kitchenId, now } = scope;
  const unreadable: Unreadable = [];
  const { settings, problems } = await readKitchen(scope);
  if (problems.length > 0) {
    const rows = await db.select().from(kitchens).where(eq(kitchens.id, kitchenId));
    unreadable.push(...rows.map((row) => ({ table: 'kitchens', row })));
  }
  const rows = await db
    .select({ id: batches.id })
    .from(batches)
    .where(eq(batches.kitchenId, kitchenId))
    .orderBy(asc(batches.createdAt), asc(batches.id));
  const file: KitchenFile = {
    format: KITCHEN_FORMAT,
    version: 1,
    exportedAt: now.toISOString(),
    settings,
    fridgeReadings: await exportedReadings(scope),
    fridgeDays: await exportedDays(scope, unreadable),
    ingredients: await exportedIngredients(scope, unreadable),
    recipes: await exportedRecipes(scope, unreadable),
    plans: await exportedPlans(scope, unreadable),
    batchCount: rows.length,
    unreadable,
  };
  const { revision } = await readRevisions(scope);
  const { kitchen: model } = await readKitchenModel(scope);
  return { file, model, revision, batchIds: rows.map(({ id }) => id) };
}

/** Batches whose logs are read at once: few, so that whoever else asks is answered in between. */
const CHUNK = 10;

interface ReadBatch {
  line: BatchLine;
  summary: unknown;
}

/** Some batches as they were at a revision; rows of those that cannot be read are put aside. */
async function readBatches(
  scope: Scope,
  ids: readonly string[],
  { revision, file }: KitchenThen,
): Promise<ReadBatch[]> {
  const { db, kitchenId } = scope;
  const rows = await db
    .select()
    .from(batches)
    .where(and(eq(batches.kitchenId, kitchenId), inArray(batches.id, [...ids])))
    .orderBy(asc(batches.createdAt), asc(batches.id));
  if (rows.length < ids.length) throw new Error('The kitchen was deleted while it was exported.');
  const logs = await new BatchLogs(true).read(scope, rows);
  const found: ReadBatch[] = [];
  for (const { id, createdAt, timeZone, summary } of rows) {
    const log = logs.get(id);
    if (log?.readable === true && log.events.length > 0) {
      // Logs are only ever added to: what came later is left out.
      const events: EventWire[] = log.events.filter((_, i) => (log.addedIn[i] ?? 0) <= revision);
      found.push({ line: { id, createdAt: createdAt.toISOString(), timeZone, events }, summary });
      continue;
    }
    const kept = await db
      .select()
      .from(batchEvents)
      .where(and(eq(batchEvents.kitchenId, kitchenId), eq(batchEvents.batchId, id)))
      .orderBy(asc(batchEvents.seq));
    file.unreadable.push(...kept.map((row) => ({ table: 'batch_events', row })));
  }
  return found;
}

/** Reads all batches, some at a time, so that nobody waits long for the database. */
async function eachBatches(
  kitchen: KitchenAccess,
  then: KitchenThen,
  take: (found: ReadBatch[]) => Promise<void>,
): Promise<void> {
  for (let from = 0; from < then.batchIds.length; from += CHUNK) {
    const ids = then.batchIds.slice(from, from + CHUNK);
    await take(await kitchen.read((scope) => readBatches(scope, ids, then)));
  }
}

/** A row of the batches' table. */
function batchCells({ line, summary }: ReadBatch): object {
  const { id, createdAt, timeZone } = line;
  const read = BatchSummarySchema.safeParse(summary);
  return { id, createdAt, timeZone, ...(read.success && read.data) };
}

const EVENT_COLUMNS = ['batchId', 'eventId', 'at', 'timeZone', 'type', 'values'];

function eventCells({ id: batchId, events }: BatchLine): string[][] {
  return events.map(({ id, at, timeZone, what: { type, ...values } }) => [
    batchId,
    id,
    at,
    timeZone,
    type,
    JSON.stringify(values),
  ]);
}

/** The tables that lie in the kitchen's file, by their names. */
function tablesOf({
  settings,
  fridgeReadings: readings,
  fridgeDays: measured,
  ...file
}: KitchenFile): Record<string, object[]> {
  return {
    settings: [settings],
    'fridge-readings': readings,
    'fridge-measured': measured.flatMap((day) =>
      day.readings.map(([ms, tempC]) => ({
        fridge: day.fridge,
        at: toInstant(dayStartMs(day.day) + ms),
        tempC,
      })),
    ),
    ingredients: file.ingredients.map(({ addedAt, ingredient }) => ({ addedAt, ...ingredient })),
    'ingredient-revisions': file.ingredients.flatMap(({ earlier }) =>
      earlier.map(({ replacedAt, ingredient }) => ({ replacedAt, ...ingredient })),
    ),
    recipes: file.recipes.flatMap(({ versions, ...recipe }) =>
      versions.map(({ version, savedAt, recipe: { name, ...said }, ingredients }) => ({
        ...recipe,
        version,
        savedAt,
        name,
        ...said,
        ingredients,
      })),
    ),
    plans: file.plans.map(({ prediction: _prediction, ...plan }) => plan),
  };
}

async function writeBatches(kitchen: KitchenAccess, then: KitchenThen, entry: ZipEntry): Promise<object[]> {
  const cells: object[] = [];
  await eachBatches(kitchen, then, async (found) => {
    for (const { line } of found) await entry.write(`${JSON.stringify(line)}\n`);
    cells.push(...found.map(batchCells));
  });
  entry.end();
  return cells;
}

/**
 * Writes the whole kitchen as it is now into a zip: our open form with its schema, a table of each kind for
 * spreadsheets, and the recipes for other programs.
 */
export async function writeExport(kitchen: KitchenAccess, out: Writable): Promise<void> {
  const then = await kitchen.read(readKitchenThen);
  const zip = new ZipWriter(out);
  const batchRows = await writeBatches(kitchen, then, zip.entry(BATCHES_ENTRY));
  const { file } = then;
  // Without those that cannot be read.
  file.batchCount = batchRows.length;
  await zip.file(KITCHEN_ENTRY, `${JSON.stringify(KitchenFileSchema.parse(file), null, 2)}\n`);
  await zip.file(SCHEMA_ENTRY, `${JSON.stringify(kitchenJsonSchema(), null, 2)}\n`);
  for (const [name, rows] of Object.entries({ ...tablesOf(file), batches: batchRows })) {
    await zip.file(`tables/${name}.csv`, csvTable(rows));
  }
  const events = zip.entry('tables/batch-events.csv');
  await events.write(csvLines([EVENT_COLUMNS]));
  await eachBatches(kitchen, then, (found) =>
    events.write(csvLines(found.flatMap(({ line }) => eventCells(line)))),
  );
  events.end();
  for (const [name, text] of recipesForOthers(then.file, then.model))
    await zip.file(`recipes/${name}.jsonld`, text);
  for (const [name, text] of pulpRecipesForOthers(then.file)) {
    await zip.file(`pulp-recipes/${name}.jsonld`, text);
  }
  await zip.close();
}
