import type { OwnIngredient, PackFigures } from '@humble-churn/core';
import { z } from 'zod';
import { AllergenSchema, allergenFromWords } from './allergen';

const pct = z.number().min(0).max(100);
const KeySchema = z
  .string()
  .regex(/^[a-z0-9][a-z0-9_-]{0,63}$/)
  .meta({ description: 'Short stable key of an ingredient' });

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

const OwnIngredientObject = z
  .object({
    key: KeySchema,
    name: NameSchema,
    kind: z.enum(['nut', 'seed']),
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

/** One of the cook's own ingredients, whole: composition, behaviour, and which figures are guesses. */
export const OwnIngredientSchema = z
  .preprocess(fromEarlierIngredient, OwnIngredientObject)
  .meta({ id: 'OwnIngredient' }) satisfies z.ZodType<OwnIngredient>;

/** Ingredients kept with a recipe, a plan or a batch. One that cannot be read is left out: it is then unknown there. */
export const KeptIngredientsSchema = z
  .preprocess(
    (value) =>
      Array.isArray(value) ? value.filter((one) => OwnIngredientSchema.safeParse(one).success) : value,
    z.array(OwnIngredientSchema),
  )
  .default([]);

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
    fatPct: pct,
    carbPct: pct,
    carbIncludesFibre: z.boolean(),
    proteinPct: pct,
    sugarsPct: pct.nullable(),
    fibrePct: pct.nullable(),
    kcalPer100G: z.number().min(0).max(1000).nullable(),
    cupG: z.number().min(20).max(400).nullable(),
  })
  .meta({ id: 'PackFigures' }) satisfies z.ZodType<Omit<PackFigures, 'key'>>;

export type PackFiguresWire = z.infer<typeof PackFiguresSchema>;

/** What an earlier page does not know to say gets its default. */
function fromEarlierPack(value: unknown): unknown {
  const sent = z.looseObject({ allergen: z.string().optional() }).safeParse(value);
  if (!sent.success) return value;
  const { allergen: words, ...rest } = sent.data;
  const allergen = words === undefined ? null : allergenFromWords(words);
  return {
    byRegion: allergen?.byRegion ?? false,
    gels: false,
    seleniumUgPerG: null,
    rawLimitGPerServing: null,
    ...(words !== undefined && { allergens: allergen ? [allergen.allergen] : [] }),
    ...rest,
  };
}

/** A pack as it is sent. */
export const SentPackSchema = z.preprocess(fromEarlierPack, PackFiguresSchema);

/** A key as one of the cook's own ingredients has it: none of the table's. */
const OwnKeySchema = KeySchema.regex(/^own-[a-z0-9-]+$/, { error: 'a key such as own-linseed' });

/** An ingredient as it is added; `key` is the device's own, so that it can go on with what it has not yet sent. */
export const NewIngredientSchema = z
  .preprocess(fromEarlierPack, PackFiguresSchema.extend({ key: OwnKeySchema.optional() }))
  .meta({ id: 'NewIngredient' });

/** A stored row that cannot be read: what it is, where it is wrong, and for an ingredient what of its pack can be. */
export const UnreadableSchema = z
  .object({
    kind: z.enum(['kitchen', 'ingredient', 'recipe', 'plan', 'batch']),
    id: z.string(),
    name: z.string().nullable(),
    problems: z.array(z.string()).min(1),
    /** What can still be made out of an ingredient's pack, to correct the rest. */
    pack: PackFiguresSchema.partial().nullable(),
  })
  .meta({ id: 'Unreadable' });

export type Unreadable = z.infer<typeof UnreadableSchema>;

export const IngredientPatchSchema = z
  .object({ pack: SentPackSchema.optional(), archived: z.boolean().optional() })
  .refine(({ pack, archived }) => pack !== undefined || archived !== undefined, {
    error: 'a pack, or whether it is archived',
  })
  .meta({ id: 'IngredientPatch' });
