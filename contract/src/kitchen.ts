import { z } from 'zod';
import { InstantSchema, TimeZoneSchema } from './instant';
import { MachineKindSchema, StrainerSchema } from './recipe';

/** What the cook sets about the kitchen. */
export const KitchenSettingsSchema = z
  .object({
    name: z.string().trim().min(1).max(60),
    timeZone: TimeZoneSchema,
    roomTempC: z.number().min(5).max(45),
    fridgeTempC: z.number().min(-1).max(15),
    cupSystem: z.enum(['us', 'metric', 'imperial']),
    measures: z.enum(['metric', 'us']),
    currency: z.string().regex(/^[A-Z]{3}$/, { error: 'three capital letters, such as EUR' }),
    budgetH: z.union([z.literal(72), z.literal(96)]),
    machine: MachineKindSchema,
    strainer: StrainerSchema,
  })
  .meta({ id: 'KitchenSettings' });

export type KitchenSettings = z.infer<typeof KitchenSettingsSchema>;

export const KitchenSchema = KitchenSettingsSchema.extend({
  /** Every temperature the fridge was said to be at, oldest first. */
  fridgeLog: z.array(z.object({ at: InstantSchema, tempC: z.number() })),
  serverTime: InstantSchema,
}).meta({ id: 'Kitchen' });

export type Kitchen = z.infer<typeof KitchenSchema>;

export const KitchenPatchSchema = KitchenSettingsSchema.partial().meta({ id: 'KitchenPatch' });
export type KitchenPatch = z.infer<typeof KitchenPatchSchema>;
