import type { Kitchen, KitchenPatch, KitchenSettings } from '@humble-churn/contract';
import { KitchenProfileSchema, KitchenSettingsSchema, toInstant } from '@humble-churn/contract';
import type { FridgeReading } from '@humble-churn/core';
import { asc, eq } from 'drizzle-orm';
import type { Db } from './database';
import { fridgeReadings, kitchens } from './tables';

const ONLY = 1;

/** A kitchen nobody has set up yet. */
const NEW_KITCHEN: Omit<KitchenSettings, 'timeZone'> = {
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

/** Makes the kitchen when there is none yet. */
export async function ensureKitchen(db: Db, now: Date): Promise<void> {
  const timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  await db.transaction(async (tx) => {
    const made = await tx
      .insert(kitchens)
      .values({ id: ONLY, timeZone, ...NEW_KITCHEN })
      .onConflictDoNothing()
      .returning();
    if (made.length > 0) {
      await tx.insert(fridgeReadings).values({ at: now, timeZone, tempC: NEW_KITCHEN.fridgeTempC });
    }
  });
}

export async function kitchenSettings(db: Db): Promise<KitchenSettings> {
  const [row] = await db.select().from(kitchens).where(eq(kitchens.id, ONLY));
  return KitchenSettingsSchema.parse(row);
}

export async function fridgeLog(db: Db): Promise<FridgeReading[]> {
  const rows = await db.select().from(fridgeReadings).orderBy(asc(fridgeReadings.at), asc(fridgeReadings.id));
  return rows.map((row) => ({ atMs: row.at.getTime(), tempC: row.tempC }));
}

export async function viewKitchen(db: Db, now: Date): Promise<Kitchen> {
  const log = await fridgeLog(db);
  return {
    ...(await kitchenSettings(db)),
    fridgeLog: log.map(({ atMs, tempC }) => ({ at: toInstant(atMs), tempC })),
    serverTime: now.toISOString(),
  };
}

/** Changes settings; a new fridge temperature also goes on the fridge's log. */
export async function changeKitchen(db: Db, patch: KitchenPatch, now: Date): Promise<Kitchen> {
  await db.transaction(async (tx) => {
    const before = await kitchenSettings(tx);
    const after = { ...before, ...patch };
    await tx.update(kitchens).set(after).where(eq(kitchens.id, ONLY));
    if (after.fridgeTempC !== before.fridgeTempC) {
      await tx.insert(fridgeReadings).values({ at: now, timeZone: after.timeZone, tempC: after.fridgeTempC });
    }
  });
  return viewKitchen(db, now);
}
