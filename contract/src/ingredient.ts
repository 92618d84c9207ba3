import type { OwnIngredient, PackFigures } from '@humble-churn/core';
import { z } from 'zod';

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
  'allergen',
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
] as const;

const NameSchema = z.string().trim().min(1).max(60);

/** One of the cook's own ingredients, whole: composition, behaviour, and which figures are guesses. */
export const OwnIngredientSchema = z
  .object({
    key: KeySchema,
    name: NameSchema,
    kind: z.enum(['nut', 'seed']),
    allergen: z.string().min(1).max(60),
    waterPct: pct,
    proteinPct: pct,
    fatPct: pct,
    carbPct: pct,
    fibrePct: pct,
    sugarsPct: pct,
    ashPct: pct,
    kcalPer100G: z.number().min(0).max(1000),
    calciumMgPer100G: z.number().min(0).max(5000),
    cupWholeG: z.number().min(20).max(400),
    cupChoppedG: z.number().min(20).max(400),
    cupGroundG: z.number().min(20).max(400),
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
    guessed: z.array(z.enum(INGREDIENT_FIELDS)),
  })
  .refine((i) => i.waterPct + i.proteinPct + i.fatPct + i.fibrePct + i.sugarsPct + i.ashPct <= 100.05, {
    error: 'the parts add up to more than 100 g in 100 g',
    path: ['carbPct'],
  })
  .meta({ id: 'OwnIngredient' }) satisfies z.ZodType<OwnIngredient>;

/** What a pack says per 100 g; null where it is silent. The server gives the key. */
export const PackFiguresSchema = z
  .object({
    name: NameSchema,
    kind: z.enum(['nut', 'seed']),
    allergen: z.string().trim().min(1).max(60),
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
