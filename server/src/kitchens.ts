import type { FridgeLogSchema, Kitchen, KitchenPatch, KitchenSettings } from '@humble-churn/contract';
import { KitchenProfileSchema, KitchenSettingsSchema, StoredKitchenSchema } from '@humble-churn/contract';
import type { FridgeReading } from '@humble-churn/core';
import { asc, eq, gt } from 'drizzle-orm';
import type { z } from 'zod';
import type { Db } from './database';
import { raiseRevision, readRevisions } from './revision';
import { problemsOf } from './unreadable';
import { fridgeReadings, kitchens } from './tables';

const ONLY = 1;

/** A kitchen nobody has set up yet. */
const NEW_KITCHEN: Omit<KitchenSettings, 'timeZone' | 'timeZoneSet'> = {
  name: 'My kitchen',
  roomTempC: 20,
  fridgeTempC: 4,
  cupSystem: 'us',
  measures: 'metric',
  currency: 'EUR',
  budgetH: 96,
  machine: 'standard-jug',
  strainer: 'fine-bag',
  profile: KitchenProfileSchema.parse({}),
};

/** Makes the kitchen when there is none yet; it is in this machine's zone until a browser names its own. */
export async function ensureKitchen(db: Db, now: Date): Promise<void> {
  const timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  await db.transaction(async (tx) => {
    const made = await tx
      .insert(kitchens)
      .values({ id: ONLY, timeZone, timeZoneSet: false, ...NEW_KITCHEN })
      .onConflictDoNothing()
      .returning();
    if (made.length > 0) {
      await tx.insert(fridgeReadings).values({ at: now, timeZone, tempC: NEW_KITCHEN.fridgeTempC });
    }
  });
}

export async function kitchenSettings(db: Db): Promise<KitchenSettings> {
  return (await readKitchen(db)).settings;
}

/**
 * The kitchen's settings, and what of them cannot be read: that is as in a new kitchen, so that everything else goes
 * on.
 */
export async function readKitchen(db: Db): Promise<{ settings: KitchenSettings; problems: string[] }> {
  const [row] = await db.select().from(kitchens).where(eq(kitchens.id, ONLY));
  const whole = StoredKitchenSchema.safeParse(row);
  if (whole.success) return { settings: whole.data, problems: [] };
  const profile: Record<string, unknown> = { ...row?.profile };
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

export async function fridgeLog(db: Db): Promise<FridgeReading[]> {
  const rows = await db.select().from(fridgeReadings).orderBy(asc(fridgeReadings.id));
  return rows.map((row) => ({ atMs: row.at.getTime(), tempC: row.tempC }));
}

/** A page of the fridge's log: what was said after a reading that is known. */
export async function viewFridgeLog(
  db: Db,
  { after, limit }: { after: number; limit: number },
): Promise<z.output<typeof FridgeLogSchema>> {
  const rows = await db
    .select()
    .from(fridgeReadings)
    .where(gt(fridgeReadings.id, after))
    .orderBy(asc(fridgeReadings.id))
    .limit(limit + 1);
  return {
    readings: rows.slice(0, limit).map(({ id, at, tempC }) => ({ id, at: at.toISOString(), tempC })),
    more: rows.length > limit,
  };
}

export async function viewKitchen(db: Db, now: Date): Promise<Kitchen> {
  const { revision } = await readRevisions(db);
  return { ...(await kitchenSettings(db)), revision, serverTime: now.toISOString() };
}

/** Changes settings; a new fridge temperature also goes on the fridge's log. */
export async function changeKitchen(db: Db, patch: KitchenPatch, now: Date): Promise<Kitchen> {
  await db.transaction(async (tx) => {
    const before = await kitchenSettings(tx);
    const set = before.timeZoneSet || patch.timeZone !== undefined;
    const after = KitchenSettingsSchema.parse({ ...before, ...patch, timeZoneSet: set });
    await raiseRevision(tx, 'settings');
    await tx.update(kitchens).set(after).where(eq(kitchens.id, ONLY));
    if (after.fridgeTempC !== before.fridgeTempC) {
      await tx.insert(fridgeReadings).values({ at: now, timeZone: after.timeZone, tempC: after.fridgeTempC });
    }
  });
  return viewKitchen(db, now);
}
