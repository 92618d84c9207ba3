import type { Unreadable } from '@humble-churn/contract';
import {
  OwnItemSchema,
  AdditionPackSchema,
  PackFiguresSchema,
  PartOfPackSchema,
  PlannedPredictionSchema,
  RecipeSchema,
  StoredEventBodySchema,
  allergenFromWords,
} from '@humble-churn/contract';
import { and, asc, desc, eq } from 'drizzle-orm';
import { z } from 'zod';
import type { ChangeScope, Scope } from './kitchenAccess';
import { readKitchen } from './kitchens';
import { batchEvents, ownIngredients, plans, recipeVersions, setAside } from './tables';
import { problemsOf } from './unreadable';

type Found = Omit<Unreadable, 'pack'> & Partial<Pick<Unreadable, 'pack'>>;

const NamedSchema = z.looseObject({ name: z.string().min(1) });

function nameIn(value: unknown): string | null {
  const named = NamedSchema.safeParse(value);
  return named.success ? named.data.name : null;
}

function problems(shape: z.ZodType, value: unknown): string[] {
  const read = shape.safeParse(value);
  return read.success ? [] : problemsOf(read.error);
}

/** Where an ingredient's row keeps what its pack said. */
const PACK_FIELDS = {
  name: 'name',
  kind: 'kind',
  allergens: 'allergens',
  byRegion: 'byRegion',
  gels: 'gels',
  fatPct: 'fatPct',
  carbPct: 'carbPct',
  proteinPct: 'proteinPct',
  sugarsPct: 'sugarsPct',
  fibrePct: 'fibrePct',
  kcalPer100G: 'kcalPer100G',
  cupG: 'cupWholeG',
} as const satisfies Partial<Record<keyof typeof PackFiguresSchema.shape, string>>;

/** The same for an addition's row; what a piece of it is called lies deeper. */
const ADDITION_FIELDS = [
  'name',
  'allergens',
  'byRegion',
  'fatPct',
  'carbPct',
  'proteinPct',
  'sugarsPct',
  'fibrePct',
  'kcalPer100G',
  'sodiumMgPer100G',
  'gPerMl',
  'gEach',
  'relativeSweetness',
  'when',
  'shortensKeeping',
  'capGPerL',
] as const satisfies readonly (keyof typeof AdditionPackSchema.shape)[];

const RowSchema = z.record(z.string(), z.unknown());

/** What of a pack can still be made out of a row that cannot be read. */
function packIn(body: unknown): Unreadable['pack'] {
  const row = RowSchema.safeParse(body);
  if (!row.success) return null;
  const words = row.data['allergen'];
  const earlier = typeof words === 'string' ? allergenFromWords(words) : null;
  const from: Record<string, unknown> = {
    ...(typeof words === 'string' && { allergens: earlier ? [earlier.allergen] : [] }),
    ...row.data,
  };
  const pack: Record<string, unknown> = { carbIncludesFibre: true };
  const kind = AdditionPackSchema.shape.kind.safeParse(from['kind']);
  if (kind.success) {
    for (const field of ADDITION_FIELDS) {
      if (AdditionPackSchema.shape[field].safeParse(from[field]).success) pack[field] = from[field];
    }
    return PartOfPackSchema.parse({ ...pack, kind: kind.data });
  }
  for (const [field, column] of Object.entries(PACK_FIELDS)) {
    const shape = PackFiguresSchema.shape[field as keyof typeof PACK_FIELDS];
    if (shape.safeParse(from[column]).success) pack[field] = from[column];
  }
  return PartOfPackSchema.parse(pack);
}

async function unreadableIngredients({ db, kitchenId }: Scope): Promise<Found[]> {
  const inUse = and(eq(ownIngredients.kitchenId, kitchenId), eq(ownIngredients.archived, false));
  const rows = await db.select().from(ownIngredients).where(inUse);
  return rows.map(({ key, body }) => {
    const wrong = problems(OwnItemSchema, body);
    return {
      kind: 'ingredient' as const,
      id: key,
      name: nameIn(body),
      problems: wrong,
      pack: wrong.length > 0 ? packIn(body) : null,
    };
  });
}

async function unreadableRecipes({ db, kitchenId }: Scope): Promise<Found[]> {
  const rows = await db
    .selectDistinctOn([recipeVersions.recipeId])
    .from(recipeVersions)
    .where(eq(recipeVersions.kitchenId, kitchenId))
    .orderBy(asc(recipeVersions.recipeId), desc(recipeVersions.version));
  return rows.map(({ recipeId, recipe }) => ({
    kind: 'recipe' as const,
    id: recipeId,
    name: nameIn(recipe),
    problems: problems(RecipeSchema, recipe),
  }));
}

async function unreadablePlans({ db, kitchenId }: Scope): Promise<Found[]> {
  const open = and(eq(plans.kitchenId, kitchenId), eq(plans.status, 'open'));
  const rows = await db.select().from(plans).where(open);
  return rows.map(({ id, recipe, prediction }) => ({
    kind: 'plan' as const,
    id,
    name: nameIn(recipe),
    problems: [...problems(RecipeSchema, recipe), ...problems(PlannedPredictionSchema, prediction)],
  }));
}

const PlannedNameSchema = z.looseObject({ recipe: NamedSchema });

async function unreadableBatches({ db, kitchenId }: Scope): Promise<Found[]> {
  const rows = await db
    .select()
    .from(batchEvents)
    .where(eq(batchEvents.kitchenId, kitchenId))
    .orderBy(asc(batchEvents.seq));
  const found = new Map<string, Found>();
  const names = new Map<string, string>();
  for (const { batchId, what } of rows) {
    const planned = PlannedNameSchema.safeParse(what);
    if (planned.success) names.set(batchId, planned.data.recipe.name);
    const wrong = problems(StoredEventBodySchema, what);
    if (wrong.length > 0) found.set(batchId, { kind: 'batch', id: batchId, name: null, problems: wrong });
  }
  return [...found.values()].map((one) => ({ ...one, name: names.get(one.id) ?? null }));
}

async function unreadableKitchen(scope: Scope): Promise<Found[]> {
  const { problems: wrong } = await readKitchen(scope);
  return [{ kind: 'kitchen', id: 'kitchen', name: null, problems: wrong }];
}

/** Every stored row that cannot be read and was not set aside, with what is wrong. */
export async function listUnreadable(scope: Scope): Promise<Unreadable[]> {
  const rows = await scope.db.select().from(setAside).where(eq(setAside.kitchenId, scope.kitchenId));
  const aside = new Set(rows.map(({ kind, id }) => `${kind} ${id}`));
  const all = [
    ...(await unreadableKitchen(scope)),
    ...(await unreadableIngredients(scope)),
    ...(await unreadableRecipes(scope)),
    ...(await unreadablePlans(scope)),
    ...(await unreadableBatches(scope)),
  ];
  return all
    .filter(({ kind, id, problems: wrong }) => wrong.length > 0 && !aside.has(`${kind} ${id}`))
    .map((one) => ({ pack: null, ...one }));
}

/** Sets a row aside, or back: it stays where it is, and is only not reported any more. Answers its id. */
export async function putAside(
  scope: ChangeScope,
  { kind, id }: Pick<Unreadable, 'kind' | 'id'>,
  aside: boolean,
): Promise<string> {
  const { db, kitchenId, now } = scope;
  if (aside) await db.insert(setAside).values({ kitchenId, kind, id, at: now }).onConflictDoNothing();
  else {
    await db
      .delete(setAside)
      .where(and(eq(setAside.kitchenId, kitchenId), eq(setAside.kind, kind), eq(setAside.id, id)));
  }
  return id;
}
