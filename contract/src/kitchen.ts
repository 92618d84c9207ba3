import { z } from 'zod';
import { ChosenTimeZoneSchema, InstantSchema, TimeZoneSchema } from './instant';
import { COLDEST_AIR_C, FIRST_FRIDGE, LIMITS } from '@humble-churn/core';
import { AllergenSchema, allergenFromWords } from './allergen';
import { DrinkSchema, MOST_DRINKS } from './drink';
import { FridgeIdSchema } from './fridge';
import { IngredientKeySchema } from './ingredient';
import { MOST_PULP_RECIPES, OwnPulpRecipeSchema } from './pulpRecipe';
import { GearNameSchema, MachineKindSchema, StrainerSchema } from './recipe';
import { RevisionSchema } from './revision';

const PriceSchema = z.number().min(0).max(10_000);
/** A time of day in the household's zone. */
const ClockSchema = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, { error: 'a time such as 07:30' });

/** As a fridge may be set, °C; what is set colder is a freezer. */
const FridgeTempSchema = z
  .number()
  .min(COLDEST_AIR_C, { error: `colder than ${COLDEST_AIR_C} °C: this is a freezer` })
  .max(15);

/** The household's own gear and people, and what things cost. Names tell them apart. */
export const KitchenProfileSchema = z
  .object({
    glassMl: z.number().min(50).max(1000).default(200),
    /** Smallest step of the scale, g. */
    scaleStepG: z.union([z.literal(1), z.literal(2), z.literal(5)]).default(1),
    /** Whether stand-ins for a scale and a thermometer are offered at the counter. */
    simulatedDevices: z.boolean().default(false),
    machines: z
      .array(
        z.object({
          name: GearNameSchema,
          kind: MachineKindSchema,
          /** Power that reaches the mix, W. */
          powerW: z.number().min(LIMITS.powerW.min).max(LIMITS.powerW.max).nullable(),
          /** What the jug holds to its brim, and the maker's MAX line, above which the froth has its room; mL. */
          jugMl: z.number().min(LIMITS.fillLineMl.min).max(10_000).nullable(),
          fillLineMl: z.number().min(LIMITS.fillLineMl.min).max(LIMITS.fillLineMl.max).nullable(),
          keptFrom: z.array(AllergenSchema).max(8),
        }),
      )
      .max(12)
      .default([]),
    strainers: z
      .array(
        z.object({ name: GearNameSchema, kind: StrainerSchema, keptFrom: z.array(AllergenSchema).max(8) }),
      )
      .max(12)
      .default([]),
    jars: z
      .array(
        z.object({
          name: GearNameSchema,
          volumeMl: z.number().min(30).max(10_000),
          count: z.number().int().min(1).max(99),
        }),
      )
      .max(20)
      .default([]),
    /** Bowls for soaking; none said means there are always enough. */
    bowls: z
      .array(
        z.object({
          name: GearNameSchema,
          volumeMl: z.number().min(100).max(20_000),
          count: z.number().int().min(1).max(20),
        }),
      )
      .max(12)
      .default([]),
    /** Besides the first one, whose temperature stands by itself; jars and logs name them by their id. */
    otherFridges: z
      .array(z.object({ id: z.uuid(), name: GearNameSchema, tempC: FridgeTempSchema }))
      .max(4)
      .default([]),
    people: z
      .array(z.object({ name: z.string().trim().min(1).max(40), avoids: z.array(AllergenSchema).max(8) }))
      .max(12)
      .default([]),
    wakingFrom: ClockSchema.default('06:30'),
    wakingTo: ClockSchema.default('22:30'),
    /** Machines stay silent between these. */
    quietFrom: ClockSchema.default('21:00'),
    quietTo: ClockSchema.default('07:30'),
    /** The household's own recipes for pulp. */
    pulpRecipes: z.array(OwnPulpRecipeSchema).max(MOST_PULP_RECIPES).default([]),
    drinks: z.array(DrinkSchema).max(MOST_DRINKS).default([]),
    packs: z
      .array(z.object({ key: IngredientKeySchema, packG: z.number().min(1).max(50_000), price: PriceSchema }))
      .max(80)
      .default([]),
    shopPerL: PriceSchema.nullable().default(null),
    mealPerKg: PriceSchema.nullable().default(null),
    perKWh: PriceSchema.nullable().default(null),
  })
  .meta({ id: 'KitchenProfile' });

export type KitchenProfile = z.infer<typeof KitchenProfileSchema>;

/** What the cook sets about the kitchen. */
export const KitchenSettingsSchema = z
  .object({
    name: z.string().trim().min(1).max(60),
    timeZone: TimeZoneSchema,
    /** Whether somebody chose the zone; until then the first browser's is taken. */
    timeZoneSet: z.boolean().default(true),
    roomTempC: z.number().min(5).max(45),
    fridgeTempC: FridgeTempSchema,
    cupSystem: z.enum(['us', 'metric', 'imperial']),
    spoonSystem: z.enum(['us', 'metric', 'australian']).default('metric'),
    /** How numbers, dates and times are written; null by the measures. */
    locale: z
      .string()
      .regex(/^[a-z]{2,3}-[A-Z]{2}$/, { error: 'a language and a country, such as en-GB' })
      .nullable()
      .default(null),
    /** Whether the first questions were answered, or passed over. */
    setUp: z.boolean().default(true),
    measures: z.enum(['metric', 'us']),
    currency: z.string().regex(/^[A-Z]{3}$/, { error: 'three capital letters, such as EUR' }),
    /** Five days only while the fridge's log allows them. */
    budgetH: z.union([z.literal(48), z.literal(72), z.literal(96), z.literal(120)]),
    machine: MachineKindSchema,
    strainer: StrainerSchema,
    profile: KitchenProfileSchema.default(() => KitchenProfileSchema.parse({})),
  })
  .meta({ id: 'KitchenSettings' });

export type KitchenSettings = z.infer<typeof KitchenSettingsSchema>;

/** A household's gear or person, whose allergens earlier releases kept as words. */
const EarlierOneSchema = z.looseObject({
  avoids: z.array(z.string()).optional(),
  keptFrom: z.array(z.string()).optional(),
});
const EarlierKitchenSchema = z.looseObject({
  profile: z.looseObject({
    people: z.array(EarlierOneSchema).optional(),
    machines: z.array(EarlierOneSchema).optional(),
    strainers: z.array(EarlierOneSchema).optional(),
  }),
});

function named(words: readonly string[]): string[] {
  return [...new Set(words.flatMap((one) => allergenFromWords(one)?.allergen ?? []))];
}

function fromEarlierKitchen(value: unknown): unknown {
  const earlier = EarlierKitchenSchema.safeParse(value);
  if (!earlier.success) return value;
  const { profile, ...rest } = earlier.data;
  const mended = (ones: z.output<typeof EarlierOneSchema>[] | undefined) =>
    ones?.map((one) => ({
      ...one,
      ...(one.avoids && { avoids: named(one.avoids) }),
      ...(one.keptFrom && { keptFrom: named(one.keptFrom) }),
    }));
  const { people, machines, strainers, ...others } = profile;
  return {
    ...rest,
    profile: {
      ...others,
      ...(people && { people: mended(people) }),
      ...(machines && { machines: mended(machines) }),
      ...(strainers && { strainers: mended(strainers) }),
    },
  };
}

/** Settings as they lie in the database, earlier releases' too. */
export const StoredKitchenSchema = z.preprocess(fromEarlierKitchen, KitchenSettingsSchema);

export const KitchenSchema = KitchenSettingsSchema.extend({
  id: z.uuid(),
  revision: RevisionSchema.default(0),
  serverTime: InstantSchema,
}).meta({ id: 'Kitchen' });

export type Kitchen = z.infer<typeof KitchenSchema>;

/** From this moment on the fridge was said to be at a temperature. */
export const FridgeReadingSchema = z
  .object({
    id: z.number().int().min(1),
    fridge: FridgeIdSchema.default(FIRST_FRIDGE),
    at: InstantSchema,
    tempC: z.number(),
  })
  .meta({ id: 'FridgeReading' });

export type FridgeReadingWire = z.infer<typeof FridgeReadingSchema>;

/** A page of the fridge's log, oldest first. */
export const FridgeLogSchema = z
  .object({
    readings: z.array(FridgeReadingSchema),
    /** Whether there are more behind the last of these. */
    more: z.boolean(),
  })
  .meta({ id: 'FridgeLog' });

/** The parts of a profile, each without what it is where nobody says it. */
const profileParts = Object.fromEntries(
  Object.entries(KitchenProfileSchema.shape).map(([part, kept]) => [part, kept.unwrap().optional()]),
) as {
  [Part in keyof typeof KitchenProfileSchema.shape]: z.ZodOptional<
    ReturnType<(typeof KitchenProfileSchema.shape)[Part]['unwrap']>
  >;
};

/** What changes: settings, and parts of the profile; the rest stays, whoever changed it meanwhile. */
export const KitchenPatchSchema = KitchenSettingsSchema.omit({ timeZoneSet: true })
  .extend({
    profile: z.object(profileParts),
    timeZone: ChosenTimeZoneSchema,
    // Without what they are where nobody says them: a patch changes what it names.
    spoonSystem: KitchenSettingsSchema.shape.spoonSystem.unwrap(),
    locale: KitchenSettingsSchema.shape.locale.unwrap(),
    setUp: z.boolean(),
  })
  .partial()
  .meta({ id: 'KitchenPatch' });
export type KitchenPatch = z.infer<typeof KitchenPatchSchema>;

/** The settings with what changes. */
export function patchedSettings<S extends Pick<KitchenSettings, 'profile'>>(
  settings: S,
  { profile, ...patch }: KitchenPatch,
): S {
  return { ...settings, ...patch, profile: { ...settings.profile, ...profile } };
}

/** What fridges are set to otherwise than before. */
export function fridgesSetAnew(
  before: Pick<KitchenSettings, 'fridgeTempC' | 'profile'>,
  after: Pick<KitchenSettings, 'fridgeTempC' | 'profile'>,
): { fridge: string; tempC: number }[] {
  const wasC = new Map(before.profile.otherFridges.map(({ id, tempC }) => [id, tempC]));
  wasC.set(FIRST_FRIDGE, before.fridgeTempC);
  const all = [
    { fridge: FIRST_FRIDGE, tempC: after.fridgeTempC },
    ...after.profile.otherFridges.map(({ id, tempC }) => ({ fridge: id, tempC })),
  ];
  return all.filter(({ fridge, tempC }) => wasC.get(fridge) !== tempC);
}
