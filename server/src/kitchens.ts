import type { FridgeLogSchema, Kitchen, KitchenPatch, KitchenSettings } from '@humble-churn/contract';
import {
  KitchenProfileSchema,
  KitchenSettingsSchema,
  StoredKitchenSchema,
  fridgesSetAnew,
  patchedSettings,
} from '@humble-churn/contract';
import type { FridgeReading } from '@humble-churn/core';
import { randomUUID } from 'node:crypto';
import { and, asc, eq, gt } from 'drizzle-orm';
import type { z } from 'zod';
import type { OpenDatabase } from './database';
import type { ChangeScope, Scope } from './kitchenAccess';
import { ProblemError } from './problemError';
import { raiseRevision, readRevisions } from './revision';
import { problemsOf } from './unreadable';
import { fridgeReadings, kitchens, pairedDevices } from './tables';

/** A kitchen nobody has set up yet. */
const NEW_KITCHEN: Omit<KitchenSettings, 'timeZone' | 'timeZoneSet'> = {
  name: 'My kitchen',
  roomTempC: 20,
  fridgeTempC: 4,
  cupSystem: 'us',
  spoonSystem: 'metric',
  locale: null,
  setUp: false,
  measures: 'metric',
  currency: 'EUR',
  budgetH: 96,
  machine: 'standard-jug',
  strainer: 'fine-bag',
  profile: KitchenProfileSchema.parse({}),
};

/** The first kitchen of a database; null while there is none. */
export async function firstKitchen({ db }: Pick<OpenDatabase, 'db'>): Promise<string | null> {
  const [row] = await db
    .select({ id: kitchens.id })
    .from(kitchens)
    .orderBy(asc(kitchens.createdAt), asc(kitchens.id))
    .limit(1);
  return row?.id ?? null;
}

/** Makes a kitchen and answers its id; it is in this machine's zone until a browser names its own. */
export async function makeKitchen({ db }: Pick<OpenDatabase, 'db'>, now: Date): Promise<string> {
  const timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const id = randomUUID();
  await db.transaction(async (tx) => {
    await tx.insert(kitchens).values({ id, createdAt: now, timeZone, timeZoneSet: false, ...NEW_KITCHEN });
    await tx
      .insert(fridgeReadings)
      .values({ kitchenId: id, at: now, timeZone, tempC: NEW_KITCHEN.fridgeTempC });
  });
  return id;
}

export async function kitchenSettings(scope: Scope): Promise<KitchenSettings> {
  return (await readKitchen(scope)).settings;
}

/**
 * The kitchen's settings, and what of them cannot be read: that is as in a new kitchen, so that everything else goes
 * on.
 */
export async function readKitchen({
  db,
  kitchenId,
}: Scope): Promise<{ settings: KitchenSettings; problems: string[] }> {
  const [row] = await db.select().from(kitchens).where(eq(kitchens.id, kitchenId));
  if (!row) throw new ProblemError('not-found', 'There is no such kitchen here.');
  const whole = StoredKitchenSchema.safeParse(row);
  if (whole.success) return { settings: whole.data, problems: [] };
  const profile: Record<string, unknown> = { ...row.profile };
  for (const [field, shape] of Object.entries(KitchenProfileSchema.shape)) {
    if (!shape.safeParse(profile[field]).success) delete profile[field];
  }
  const fields: Record<string, unknown> = { ...row, profile };
  for (const [field, shape] of Object.entries(KitchenSettingsSchema.shape)) {
    if (!shape.safeParse(fields[field]).success) {
      fields[field] = { ...NEW_KITCHEN, timeZone: 'UTC', timeZoneSet: false }[field as keyof KitchenSettings];
    }
  }
  return { settings: StoredKitchenSchema.parse(fields), problems: problemsOf(whole.error) };
}

/** What fridges were set to, in the order it was said. */
export async function fridgesAsSet({
  db,
  kitchenId,
}: Scope): Promise<(FridgeReading & { fridge: string })[]> {
  const rows = await db
    .select()
    .from(fridgeReadings)
    .where(eq(fridgeReadings.kitchenId, kitchenId))
    .orderBy(asc(fridgeReadings.id));
  return rows.map(({ fridge, at, tempC }) => ({ fridge, atMs: at.getTime(), tempC }));
}

/** A page of the fridge's log: what was said after a reading that is known. */
export async function viewFridgeLog(
  { db, kitchenId }: Scope,
  { after, limit }: { after: number; limit: number },
): Promise<z.output<typeof FridgeLogSchema>> {
  const rows = await db
    .select()
    .from(fridgeReadings)
    .where(and(eq(fridgeReadings.kitchenId, kitchenId), gt(fridgeReadings.id, after)))
    .orderBy(asc(fridgeReadings.id))
    .limit(limit + 1);
  return {
    readings: rows
      .slice(0, limit)
      .map(({ id, fridge, at, tempC }) => ({ id, fridge, at: at.toISOString(), tempC })),
    more: rows.length > limit,
  };
}

export async function viewKitchen(scope: Scope): Promise<Kitchen> {
  const { revision } = await readRevisions(scope);
  const { kitchenId: id, now } = scope;
  return { id, ...(await kitchenSettings(scope)), revision, serverTime: now.toISOString() };
}

/**
 * Deletes the kitchen with all that is in it, for whoever knows its name. Where it was the only one an empty kitchen
 * takes its place.
 */
export async function deleteKitchen(scope: ChangeScope, name: string): Promise<void> {
  const { db, kitchenId, now, raised } = scope;
  if ((await kitchenSettings(scope)).name !== name) {
    const message = 'This is not the name of the kitchen';
    throw new ProblemError('invalid-input', `${message}. Nothing was deleted.`, {
      fields: [{ path: ['name'], message }],
    });
  }
  const letIn = await db.delete(pairedDevices).where(eq(pairedDevices.kitchenId, kitchenId)).returning();
  // Every table refers to it, and is deleted from with it.
  await db.delete(kitchens).where(eq(kitchens.id, kitchenId));
  if ((await firstKitchen({ db })) === null) {
    const after = await makeKitchen({ db }, now);
    // Whoever was let in is in the one that takes its place; in somebody else's they would not be.
    if (letIn.length > 0) {
      await db.insert(pairedDevices).values(letIn.map((device) => ({ ...device, kitchenId: after })));
    }
  }
  raised(null);
}

/** Changes settings; a fridge's new temperature also goes on its log. Answers the kitchen's id. */
export async function changeKitchen(scope: ChangeScope, patch: KitchenPatch): Promise<string> {
  const { db, kitchenId, now } = scope;
  const before = await kitchenSettings(scope);
  const set = before.timeZoneSet || patch.timeZone !== undefined;
  const after = KitchenSettingsSchema.parse({ ...patchedSettings(before, patch), timeZoneSet: set });
  await raiseRevision(scope, 'settings');
  await db.update(kitchens).set(after).where(eq(kitchens.id, kitchenId));
  const anew = fridgesSetAnew(before, after);
  if (anew.length > 0) {
    await db
      .insert(fridgeReadings)
      .values(anew.map((one) => ({ kitchenId, at: now, timeZone: after.timeZone, ...one })));
  }
  return kitchenId;
}
