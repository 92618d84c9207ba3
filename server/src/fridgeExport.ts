import { StoredDaySchema } from '@humble-churn/contract';
import type { KitchenFile } from '@humble-churn/contract/kitchenFile';
import { asc, eq } from 'drizzle-orm';
import type { Scope } from './kitchenAccess';
import { fridgeDays, fridgeReadings } from './tables';

/** What the fridge was said to be at, for the kitchen's file. */
export async function exportedReadings({ db, kitchenId }: Scope): Promise<KitchenFile['fridgeReadings']> {
  const rows = await db
    .select()
    .from(fridgeReadings)
    .where(eq(fridgeReadings.kitchenId, kitchenId))
    .orderBy(asc(fridgeReadings.id));
  return rows.map(({ fridge, at, timeZone, tempC }) => ({ fridge, at: at.toISOString(), timeZone, tempC }));
}

/** What was measured in the fridge; a row that cannot be read is put aside. */
export async function exportedDays(
  { db, kitchenId }: Scope,
  unreadable: KitchenFile['unreadable'],
): Promise<KitchenFile['fridgeDays']> {
  const rows = await db
    .select()
    .from(fridgeDays)
    .where(eq(fridgeDays.kitchenId, kitchenId))
    .orderBy(asc(fridgeDays.fridge), asc(fridgeDays.day));
  return rows.flatMap((row) => {
    const read = StoredDaySchema.safeParse(row);
    if (read.success) return [read.data];
    unreadable.push({ table: 'fridge_days', row });
    return [];
  });
}
