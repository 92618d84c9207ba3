import type { AdditionPack, OwnItem, PackFigures, Result } from '@humble-churn/core';
import { additionFromPack, additionPackOf, ingredientFromPack, isOwnNut, packOf } from '@humble-churn/core';
import { z } from 'zod';
import { AllergenSchema, allergenFromWords } from './allergen';

const pct = z.number().min(0).max(100);
const KeySchema = z
  .string()
  .regex(/^[a-z0-9][a-z0-9_-]{0,63}$/)
  .meta({ description: 'Short stable key of an ingredient' });

/** The most of the cook's own that one recipe can hold: its nuts, its additions and its liquid. */
export const MOST_OWN_ITEMS = 24;

export const IngredientKeySchema = KeySchema;
export const AdditionKeySchema = KeySchema;

const INGREDIENT_FIELDS = [
  'key',
  'name',
  'kind',
  'allergens',
  'byRegion',
  'waterPct',
  'proteinPct',
  'fatPct',
  'carbPct',
  'fibrePct',
  'sugarsPct',
  'ashPct',
  'kcalPer100G',
  'calciumMgPer100G',
  'cupWholeG',
  'cupChoppedG',
  'cupGroundG',
  'skinFraction',
  'peelable',
  'uptakeInf',
  't50H',
  'soakMinH',
  'soakUsualH',
  'soakMaxH',
  'hotSoakMin',
  'e0KjPerKg',
  'emaxFat',
  'emaxProtein',
  'emaxFibre',
  'needsStraining',
  'gels',
  'seleniumUgPerG',
  'rawLimitGPerServing',
] as const;

const NameSchema = z.string().trim().min(1).max(60);

const AllergensSchema = z.array(AllergenSchema).max(9);
/** Selenium, micrograms per g: the richest nuts hold about twenty. */
const SeleniumSchema = z.number().min(0).max(100).nullable();
const RawLimitSchema = z.number().min(0.1).max(500).nullable();

/** Seeds that gel, by the names that earlier releases could not ask about. */
const GELLING_NAME = /\b(flax|flaxseeds?|linseeds?|chia|leinsamen|basil seeds?|psyllium)\b/i;

const EarlierSchema = z.looseObject({ name: z.string(), allergen: z.string(), guessed: z.array(z.string()) });

/** An ingredient as earlier releases wrote it: one allergen in words, and nothing of gels or selenium. */
function fromEarlierIngredient(value: unknown): unknown {
  const earlier = EarlierSchema.safeParse(value);
  if (!earlier.success) return value;
  const { allergen: words, ...rest } = earlier.data;
  const allergen = allergenFromWords(words);
  return {
    gels: GELLING_NAME.test(rest.name),
    seleniumUgPerG: null,
    rawLimitGPerServing: null,
    allergens: allergen ? [allergen.allergen] : [],
    byRegion: allergen?.byRegion ?? false,
    revision: 1,
    archived: false,
    ...rest,
    guessed: [...rest.guessed, 'gels', 'seleniumUgPerG', 'rawLimitGPerServing'],
  };
}

/** The least a cup of anything is taken to weigh, g: ground seeds are lighter than the whole ones of a pack. */
const CupSchema = z.number().min(5).max(400);

/** What anything is made of, per 100 g, and its allergens. */
const MADE_OF = {
  allergens: AllergensSchema,
  byRegion: z.boolean(),
  waterPct: pct,
  proteinPct: pct,
  fatPct: pct,
  carbPct: pct,
  fibrePct: pct,
  sugarsPct: pct,
  ashPct: pct,
  kcalPer100G: z.number().min(0).max(1000),
};

const OwnIngredientObject = z
  .object({
    key: KeySchema,
    name: NameSchema,
    kind: z.enum(['nut', 'seed']),
    ...MADE_OF,
    calciumMgPer100G: z.number().min(0).max(5000),
    cupWholeG: CupSchema,
    cupChoppedG: CupSchema,
    cupGroundG: CupSchema,
    skinFraction: z.number().min(0).max(0.2),
    peelable: z.enum(['yes', 'no', 'already', 'roast']),
    uptakeInf: z.number().min(0).max(3),
    t50H: z.number().min(0.1).max(48),
    soakMinH: z.number().min(0).max(48),
    soakUsualH: z.number().min(0).max(48),
    soakMaxH: z.number().min(0).max(48),
    hotSoakMin: z.number().min(0).max(120),
    e0KjPerKg: z.number().min(1).max(200),
    emaxFat: z.number().min(0).max(1),
    emaxProtein: z.number().min(0).max(1),
    emaxFibre: z.number().min(0).max(1),
    needsStraining: z.enum(['yes', 'optional']),
    gels: z.boolean(),
    seleniumUgPerG: SeleniumSchema,
    rawLimitGPerServing: RawLimitSchema,
    guessed: z.array(z.enum(INGREDIENT_FIELDS)),
    revision: z.number().int().min(1).default(1),
    archived: z.boolean().default(false),
  })
  .refine((i) => i.waterPct + i.proteinPct + i.fatPct + i.fibrePct + i.sugarsPct + i.ashPct <= 100.05, {
    error: 'the parts add up to more than 100 g in 100 g',
    path: ['carbPct'],
  });

const AdditionKindSchema = z.enum(['sweetener', 'flavour', 'seasoning', 'body', 'emulsifier', 'liquid']);
const WhenSchema = z.enum(['before', 'after', 'either']);
const PieceNameSchema = z.string().trim().min(1).max(20);
/** Nothing that is eaten is lighter than froth or heavier than salt packed hard, g per mL. */
const GPerMlSchema = z.number().min(0.05).max(3).nullable();
const GEachSchema = z.number().min(0.1).max(2000).nullable();
const SodiumSchema = z.number().min(0).max(39_400);
const SweetnessSchema = z.number().min(0).max(1000);
const CapSchema = z.number().min(0.01).max(400).nullable();

const OwnAdditionObject = z
  .object({
    key: KeySchema,
    name: NameSchema,
    kind: AdditionKindSchema,
    ...MADE_OF,
    gPerMl: GPerMlSchema,
    gEach: GEachSchema,
    piece: z.object({ one: PieceNameSchema, many: z.string().trim().min(1).max(24) }).nullable(),
    relativeSweetness: SweetnessSchema,
    when: WhenSchema,
    sodiumMgPer100G: SodiumSchema,
    alcoholPct: pct,
    shortensKeeping: z.boolean(),
    capGPerL: CapSchema,
    caution: z.string().max(300),
    revision: z.number().int().min(1).default(1),
    archived: z.boolean().default(false),
  })
  .refine((i) => i.waterPct + i.proteinPct + i.fatPct + i.carbPct + i.ashPct <= 100.05, {
    error: 'the parts add up to more than 100 g in 100 g',
    path: ['carbPct'],
  });

/**
 * One of the cook's own, whole: a nut or seed with its composition, behaviour, and which figures are guesses, or an
 * addition.
 */
export const OwnItemSchema = z
  .preprocess(fromEarlierIngredient, z.discriminatedUnion('kind', [OwnIngredientObject, OwnAdditionObject]))
  .meta({ id: 'OwnItem' }) satisfies z.ZodType<OwnItem>;

/** Ingredients kept with a recipe, a plan or a batch. One that cannot be read is left out: it is then unknown there. */
export const KeptIngredientsSchema = z
  .preprocess(
    (value) => (Array.isArray(value) ? value.filter((one) => OwnItemSchema.safeParse(one).success) : value),
    z.array(OwnItemSchema),
  )
  .default([]);

/** What any pack prints, per 100 g; null where it is silent. */
const PRINTED = {
  fatPct: pct,
  carbPct: pct,
  carbIncludesFibre: z.boolean(),
  proteinPct: pct,
  sugarsPct: pct.nullable(),
  fibrePct: pct.nullable(),
  kcalPer100G: z.number().min(0).max(1000).nullable(),
};

/** What a pack says per 100 g; null where it is silent. The server gives the key. */
export const PackFiguresSchema = z
  .object({
    name: NameSchema,
    kind: z.enum(['nut', 'seed']),
    allergens: AllergensSchema,
    byRegion: z.boolean(),
    gels: z.boolean(),
    seleniumUgPerG: SeleniumSchema,
    rawLimitGPerServing: RawLimitSchema,
    ...PRINTED,
    cupG: z.number().min(20).max(400).nullable(),
  })
  .meta({ id: 'PackFigures' }) satisfies z.ZodType<Omit<PackFigures, 'key'>>;

export type PackFiguresWire = z.infer<typeof PackFiguresSchema>;

/** What the pack of an addition says per 100 g; null where it is silent. */
export const AdditionPackSchema = z
  .object({
    name: NameSchema,
    kind: AdditionKindSchema,
    allergens: AllergensSchema,
    byRegion: z.boolean(),
    ...PRINTED,
    sodiumMgPer100G: SodiumSchema.nullable(),
    gPerMl: GPerMlSchema,
    gEach: GEachSchema,
    pieceName: PieceNameSchema.nullable(),
    relativeSweetness: SweetnessSchema,
    when: WhenSchema,
    shortensKeeping: z.boolean(),
    capGPerL: CapSchema,
  })
  .meta({ id: 'AdditionPack' }) satisfies z.ZodType<Omit<AdditionPack, 'key'>>;

export type AdditionPackWire = z.infer<typeof AdditionPackSchema>;

/** The pack of anything that a cook adds to the table. */
export type ItemPack = PackFiguresWire | AdditionPackWire;

export function isAdditionPack(pack: ItemPack): pack is AdditionPackWire {
  return AdditionKindSchema.safeParse(pack.kind).success;
}

/** An item from its pack, under a key; refused where its figures cannot be. */
export function itemFromPack(pack: ItemPack, key: string): Result<OwnItem> {
  return isAdditionPack(pack) ? additionFromPack({ ...pack, key }) : ingredientFromPack({ ...pack, key });
}

/** What the pack of an item said, for correcting it. */
export function itemPackOf(item: OwnItem): ItemPack {
  const { key: _key, ...pack } = isOwnNut(item) ? packOf(item) : additionPackOf(item);
  return { ...pack, allergens: [...pack.allergens] };
}

/** What an earlier page does not know to say gets its default. */
function fromEarlierPack(value: unknown): unknown {
  const sent = z.looseObject({ allergen: z.string().optional() }).safeParse(value);
  if (!sent.success) return value;
  const { allergen: words, ...rest } = sent.data;
  const allergen = words === undefined ? null : allergenFromWords(words);
  // Only of nuts and seeds was there an earlier form.
  const nut = rest['kind'] === 'nut' || rest['kind'] === 'seed';
  return {
    byRegion: allergen?.byRegion ?? false,
    ...(nut && { gels: false, seleniumUgPerG: null, rawLimitGPerServing: null }),
    ...(words !== undefined && { allergens: allergen ? [allergen.allergen] : [] }),
    ...rest,
  };
}

/** A pack as it is sent. */
export const SentPackSchema = z.preprocess(
  fromEarlierPack,
  z.discriminatedUnion('kind', [PackFiguresSchema, AdditionPackSchema]),
);

/** A key as one of the cook's own ingredients has it: none of the table's. */
const OwnKeySchema = KeySchema.regex(/^own-[a-z0-9-]+$/, { error: 'a key such as own-linseed' });

/** An ingredient as it is added; `key` is the device's own, so that it can go on with what it has not yet sent. */
export const NewIngredientSchema = z
  .preprocess(
    fromEarlierPack,
    z.discriminatedUnion('kind', [
      PackFiguresSchema.extend({ key: OwnKeySchema.optional() }),
      AdditionPackSchema.extend({ key: OwnKeySchema.optional() }),
    ]),
  )
  .meta({ id: 'NewIngredient' });

/** What of a pack can be made out; its kind tells which pack it is. */
const PartOfAdditionPackSchema = AdditionPackSchema.partial().required({ kind: true });
export const PartOfPackSchema = z.union([PartOfAdditionPackSchema, PackFiguresSchema.partial()]);

export type PartOfPack = z.infer<typeof PartOfPackSchema>;

/** What is known of the pack of an addition; null for that of a nut or seed. */
export function partOfAdditionPack(pack: PartOfPack | null): Partial<AdditionPackWire> | null {
  const read = PartOfAdditionPackSchema.safeParse(pack);
  return read.success ? read.data : null;
}

/** What is known of the pack of a nut or seed; null for that of an addition. */
export function partOfNutPack(pack: PartOfPack | null): Partial<PackFiguresWire> | null {
  return partOfAdditionPack(pack) === null ? PackFiguresSchema.partial().parse(pack ?? {}) : null;
}

/** A stored row that cannot be read: what it is, where it is wrong, and for an ingredient what of its pack can be. */
export const UnreadableSchema = z
  .object({
    kind: z.enum(['kitchen', 'ingredient', 'recipe', 'plan', 'batch']),
    id: z.string(),
    name: z.string().nullable(),
    problems: z.array(z.string()).min(1),
    /** What can still be made out of an ingredient's pack, to correct the rest. */
    pack: PartOfPackSchema.nullable(),
  })
  .meta({ id: 'Unreadable' });

export type Unreadable = z.infer<typeof UnreadableSchema>;

export const IngredientPatchSchema = z
  .object({ pack: SentPackSchema.optional(), archived: z.boolean().optional() })
  .refine(({ pack, archived }) => pack !== undefined || archived !== undefined, {
    error: 'a pack, or whether it is archived',
  })
  .meta({ id: 'IngredientPatch' });
