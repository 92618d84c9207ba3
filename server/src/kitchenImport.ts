import type { BatchLine, Imported, KitchenFile } from '@humble-churn/contract/kitchenFile';
import {
  BATCHES_ENTRY,
  BatchLineSchema,
  KITCHEN_ENTRY,
  KITCHEN_FORMAT,
  KitchenFileSchema,
} from '@humble-churn/contract/kitchenFile';
import { coreEvent } from '@humble-churn/contract';
import { FIRST_FRIDGE, batchState } from '@humble-churn/core';
import { eq } from 'drizzle-orm';
import { z } from 'zod';
import { listed } from './batches';
import { dayRow } from './fridgeDays';
import { checkBrought } from './ingredients';
import type { ChangeScope, KitchenAccess, Scope } from './kitchenAccess';
import { ProblemError, invalidInput } from './problemError';
import { raiseRevision } from './revision';
import { unstorableAt } from './storableText';
import {
  batchEvents,
  batches,
  fridgeDays,
  fridgeReadings,
  kitchens,
  ownIngredientRevisions,
  ownIngredients,
  plans,
  recipeVersions,
  recipes,
} from './tables';
import { EntryTooLong, readZipLines, readZipText } from './zip';

/** More than any kitchen has to say besides its batches, and than any batch has; letters. */
const MOST_LETTERS = 64_000_000;
const MOST_LINE_LETTERS = 8_000_000;

const notOurs = (): ProblemError =>
  new ProblemError(
    'invalid-input',
    'This is not a kitchen as “Export everything” writes it, or it is cut short. Nothing was changed.',
  );

const FormatSchema = z.looseObject({ format: z.literal(KITCHEN_FORMAT), version: z.number() });

/** Text as JSON of this shape; `where` names the place in the file for whoever reads the refusal. */
function parsed<S extends z.ZodType>(shape: S, text: string, where: string): z.output<S> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw notOurs();
  }
  const format = FormatSchema.safeParse(value);
  if (format.success && format.data.version !== 1) {
    throw new ProblemError(
      'invalid-input',
      'The file was written by a newer Humble Churn. Update this one first. Nothing was changed.',
    );
  }
  const read = shape.safeParse(value);
  if (!read.success) throw invalidInput(read.error, [where]);
  const unstorable = unstorableAt(read.data);
  if (unstorable) {
    throw new ProblemError(
      'invalid-input',
      `${[where, ...unstorable].join('.')}: holds a character that cannot be kept. Nothing was changed.`,
    );
  }
  return read.data;
}

async function readKitchenFile(path: string): Promise<KitchenFile> {
  let text = '';
  try {
    text = await readZipText(path, KITCHEN_ENTRY, MOST_LETTERS);
  } catch (error) {
    // Whatever a broken zip makes of itself.
    if (!(error instanceof EntryTooLong)) throw notOurs();
    throw new ProblemError('too-large', `${KITCHEN_ENTRY} is too long. Nothing was changed.`);
  }
  if (text === '') throw notOurs();
  const file = parsed(KitchenFileSchema, text, KITCHEN_ENTRY);
  checkBrought(file.ingredients.map(({ ingredient }) => ingredient));
  return file;
}

/** Only a kitchen with nothing in it takes another in: nothing could be told apart afterwards. */
async function refuseUsedKitchen({ db, kitchenId }: Scope): Promise<void> {
  for (const table of [batches, recipes, plans, ownIngredients]) {
    const [one] = await db
      .select({ kitchenId: table.kitchenId })
      .from(table)
      .where(eq(table.kitchenId, kitchenId))
      .limit(1);
    if (!one) continue;
    throw new ProblemError(
      'conflict',
      'There are batches, recipes, plans or ingredients in this kitchen. A kitchen is imported into an empty one. Nothing was changed.',
      { reason: 'kitchen-not-empty' },
    );
  }
}

/** Rows that are written at once. */
const CHUNK = 500;

/** Writes rows some at a time: a database takes only so many values at once. */
async function inChunks<T>(rows: readonly T[], write: (some: T[]) => Promise<unknown>): Promise<void> {
  for (let from = 0; from < rows.length; from += CHUNK) await write(rows.slice(from, from + CHUNK));
}

function refuseDoubles(ids: readonly string[], what: string): void {
  const seen = new Set<string>();
  for (const id of ids) {
    if (seen.has(id)) {
      throw new ProblemError('invalid-input', `${what} ${id} is in the file twice. Nothing was changed.`);
    }
    seen.add(id);
  }
}

async function writeSettings(
  { db, kitchenId }: ChangeScope,
  { settings, fridgeReadings: readings, fridgeDays: days }: KitchenFile,
  changedIn: number,
): Promise<void> {
  await db.update(kitchens).set(settings).where(eq(kitchens.id, kitchenId));
  await db.delete(fridgeReadings).where(eq(fridgeReadings.kitchenId, kitchenId));
  await inChunks(readings, (some) =>
    db.insert(fridgeReadings).values(some.map(({ at, ...one }) => ({ kitchenId, at: new Date(at), ...one }))),
  );
  refuseDoubles(
    days.map(({ fridge, day }) => (fridge === FIRST_FRIDGE ? day : `${day} (${fridge})`)),
    'The day of the fridge',
  );
  for (const day of days) await db.insert(fridgeDays).values({ kitchenId, changedIn, ...dayRow(day) });
}

async function writeIngredients({ db, kitchenId }: ChangeScope, { ingredients }: KitchenFile): Promise<void> {
  const keys = ingredients.map(({ ingredient }) => ingredient.key);
  refuseDoubles(keys, 'The ingredient');
  await inChunks(ingredients, (some) =>
    db.insert(ownIngredients).values(
      some.map(({ addedAt, ingredient }) => {
        const { key, archived } = ingredient;
        return { kitchenId, key, archived, body: ingredient, createdAt: new Date(addedAt) };
      }),
    ),
  );
  const earlier = ingredients.flatMap((one) =>
    one.earlier.map(({ revision, replacedAt, ingredient: body }) => ({
      kitchenId,
      key: one.ingredient.key,
      revision,
      body,
      replacedAt: new Date(replacedAt),
    })),
  );
  refuseDoubles(
    earlier.map(({ key, revision }) => `${key} in revision ${revision}`),
    'The ingredient',
  );
  await inChunks(earlier, (some) => db.insert(ownIngredientRevisions).values(some));
}

async function writeRecipes({ db, kitchenId }: ChangeScope, { recipes: kept }: KitchenFile): Promise<void> {
  refuseDoubles(
    kept.map(({ id }) => id),
    'The recipe',
  );
  await inChunks(kept, (some) =>
    db.insert(recipes).values(
      some.map(({ id, createdAt, archived: away }) => ({
        kitchenId,
        id,
        away,
        createdAt: new Date(createdAt),
      })),
    ),
  );
  const versions = kept.flatMap(({ id: recipeId, versions: all }) =>
    all.map(({ savedAt, ...version }) => ({ kitchenId, recipeId, savedAt: new Date(savedAt), ...version })),
  );
  refuseDoubles(
    versions.map(({ recipeId, version }) => `${recipeId} in version ${version}`),
    'The recipe',
  );
  await inChunks(versions, (some) => db.insert(recipeVersions).values(some));
}

/** Ids of what is in the file already: a batch, a line of a log. */
interface Seen {
  batches: Set<string>;
  events: Set<string>;
}

async function writeBatch(
  { db, kitchenId }: ChangeScope,
  { id, createdAt, timeZone, events }: BatchLine,
  revision: number,
  seen: Seen,
): Promise<void> {
  refuseDoubles([...(seen.batches.has(id) ? [id] : []), id], 'The batch');
  seen.batches.add(id);
  for (const { id: eventId } of events) {
    refuseDoubles([...(seen.events.has(eventId) ? [eventId] : []), eventId], 'The entry');
    seen.events.add(eventId);
  }
  const state = batchState(events.map(coreEvent));
  if (!state) {
    throw new ProblemError(
      'invalid-input',
      `The batch ${id} does not begin with its plan. Nothing was changed.`,
    );
  }
  const at = new Date(createdAt);
  await db
    .insert(batches)
    .values({ kitchenId, id, timeZone, createdAt: at, changedIn: revision, ...listed(state) });
  await inChunks(events, (some) =>
    db.insert(batchEvents).values(
      some.map((event) => ({
        kitchenId,
        batchId: id,
        id: event.id,
        at: new Date(event.at),
        timeZone: event.timeZone,
        what: event.what,
        addedIn: revision,
      })),
    ),
  );
}

async function writePlans(
  { db, kitchenId }: ChangeScope,
  { plans: kept }: KitchenFile,
  revision: number,
  there: ReadonlySet<string>,
): Promise<void> {
  refuseDoubles(
    kept.map(({ id }) => id),
    'The plan',
  );
  const rows = kept.map(({ moments, createdAt, changedAt, glassAt, ...plan }) => ({
    ...plan,
    kitchenId,
    // A batch whose record could not be read stayed behind.
    batchId: plan.batchId !== null && there.has(plan.batchId) ? plan.batchId : null,
    createdAt: new Date(createdAt),
    changedAt: new Date(changedAt),
    glassAt: new Date(glassAt),
    weighAt: new Date(moments.weighAt),
    drainAt: new Date(moments.drainAt),
    blendAt: new Date(moments.blendAt),
    changedIn: revision,
  }));
  await inChunks(rows, (some) => db.insert(plans).values(some));
}

/** A cook is told how far it is after so many batches. */
const TOLD_EVERY = 20;

/**
 * Takes a kitchen in from the zip at `path`, all or nothing, into one that has nothing in it but settings: these are
 * replaced. Says how many batches are in, and of how many.
 */
export async function importKitchen(
  kitchen: KitchenAccess,
  path: string,
  tell: (batchesIn: number, of: number) => void,
): Promise<Imported> {
  const file = await readKitchenFile(path);
  return kitchen.change(async (scope) => {
    await refuseUsedKitchen(scope);
    const revision = await raiseRevision(scope, 'settings', 'ingredients', 'recipes');
    await writeSettings(scope, file, revision);
    await writeIngredients(scope, file);
    await writeRecipes(scope, file);
    const seen: Seen = { batches: new Set(), events: new Set() };
    const rest = await readZipLines(path, BATCHES_ENTRY, MOST_LINE_LETTERS, async (line) => {
      const batch = parsed(BatchLineSchema, line, `${BATCHES_ENTRY}, line ${seen.batches.size + 1}`);
      await writeBatch(scope, batch, revision, seen);
      if (seen.batches.size % TOLD_EVERY === 0) tell(seen.batches.size, file.batchCount);
    });
    if (rest !== '' || seen.batches.size !== file.batchCount) throw notOurs();
    await writePlans(scope, file, revision, seen.batches);
    return {
      name: file.settings.name,
      batches: seen.batches.size,
      recipes: file.recipes.length,
      plans: file.plans.length,
      ingredients: file.ingredients.length,
      leftOut: file.unreadable.length,
    };
  });
}
