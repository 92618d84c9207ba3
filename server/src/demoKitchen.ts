import type { Db } from './database';
export async function loadDemoKitchen(_db: Db, _now: Date): Promise<void> {}
