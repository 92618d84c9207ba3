import type { CommandBody, CommandName, CommandParams } from '@humble-churn/contract';
import {
  COMMAND_NAMES,
  OwnItemSchema,
  PlanSchema,
  PlannedSchema,
  ROUTES,
  SavedRecipeSchema,
  TimeZoneSchema,
} from '@humble-churn/contract';
import { z } from 'zod';

/** What this device expects to come of each command: it is kept with it, so that it shows at once. */
const EFFECTS = {
  /** The log's first line as the core makes it, and the zone it is kept in. */
  startBatch: z.object({ planned: PlannedSchema, timeZone: TimeZoneSchema }),
  recordEvents: z.null(),
  /** The plan, the recipe or the ingredient as it then stands. */
  makePlan: PlanSchema,
  changePlan: PlanSchema,
  saveRecipe: SavedRecipeSchema,
  saveVersion: SavedRecipeSchema,
  removeVersion: SavedRecipeSchema,
  archiveRecipe: SavedRecipeSchema,
  addIngredient: OwnItemSchema,
  changeIngredient: OwnItemSchema,
  changeKitchen: z.null(),
  logFridge: z.null(),
  setAside: z.null(),
} as const satisfies Record<CommandName, z.ZodType>;

export type CommandEffect<N extends CommandName> = z.output<(typeof EFFECTS)[N]>;

/** A command before it is written down. */
export interface Command<N extends CommandName> {
  params: CommandParams<N>;
  body: CommandBody<N>;
  effect: CommandEffect<N>;
}

const FRAME = {
  /** Also the Idempotency-Key: sent twice, it is still carried out once. */
  key: z.uuid(),
  order: z.number(),
  /** When it was given, by the server's clock as far as it was known, and by the device's own. */
  atMs: z.number(),
  wallMs: z.number(),
};

/** A command on its way to the server, by its name. */
export type EntryOf<N extends CommandName> = N extends CommandName
  ? Command<N> & { name: N; key: string; order: number; atMs: number; wallMs: number }
  : never;

export type Entry = EntryOf<CommandName>;

const BY_NAME = Object.fromEntries(
  COMMAND_NAMES.map((name) => [
    name,
    z.object({
      ...FRAME,
      name: z.literal(name),
      // A command about nothing in particular, or that says no more, has none, and JSON leaves that out.
      params: ROUTES[name].params.optional(),
      body: name === 'removeVersion' ? z.undefined().optional() : ROUTES[name].body,
      effect: EFFECTS[name],
    }),
  ]),
);

const NamedSchema = z.looseObject({ name: z.enum(COMMAND_NAMES) });

/** An entry as the device kept it; null for what is none. */
export function readEntry(value: unknown): Entry | null {
  const named = NamedSchema.safeParse(value);
  if (!named.success) return null;
  const entry = BY_NAME[named.data.name]?.safeParse(value);
  // The table has one schema for each name, made of the same parts as the type.
  return entry?.success === true ? (entry.data as Entry) : null;
}

/** Whether an entry is one of these commands. */
export function isCommand<N extends CommandName>(entry: Entry, ...names: N[]): entry is EntryOf<N> {
  return names.some((name) => name === entry.name);
}

/** The batch an entry begins or adds to; null for one about something else. */
export function batchIdOf(entry: Entry): string | null {
  if (entry.name === 'startBatch') return entry.body.batchId ?? null;
  return entry.name === 'recordEvents' ? entry.params.batchId : null;
}

/** The plan an entry makes or changes; null for one about something else. */
export function planIdOf(entry: Entry): string | null {
  return isCommand(entry, 'makePlan', 'changePlan') ? entry.effect.id : null;
}
