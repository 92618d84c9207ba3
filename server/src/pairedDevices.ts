import { randomUUID } from 'node:crypto';
import type { PairedDevice } from '@humble-churn/contract';
import { and, desc, eq, isNull, lt, sql } from 'drizzle-orm';
import type { Scope } from './kitchenAccess';
import { ProblemError } from './problemError';
import { pairedDevices } from './tables';
import { hashOf, newToken } from './tokens';

type Row = typeof pairedDevices.$inferSelect;

/** When it was used last is known to within this, ms: not every request writes. */
const USED_TO_WITHIN_MS = 5 * 60_000;
/** A removed one is known for so long, ms: as long as a browser keeps its cookie. */
const REMOVED_KNOWN_MS = 400 * 86_400_000;

/** Whoever asks by a token. */
export interface TokenHolder {
  deviceId: string;
  /** It is let in no more. */
  removed: boolean;
  /** It was now taken note of that it is used. */
  noted: boolean;
}

function shown(row: Row, asking: string | null): PairedDevice {
  return {
    id: row.id,
    name: row.name,
    kind: row.kind,
    pairedAt: row.pairedAt.toISOString(),
    lastUsedAt: row.lastUsedAt?.toISOString() ?? null,
    isThis: row.id === asking,
  };
}

/** Lets a browser or a calendar in; answers its token, which is told nowhere else. */
export async function addDevice(
  { db, kitchenId, now }: Scope,
  { name, kind }: Pick<Row, 'name' | 'kind'>,
): Promise<{ device: PairedDevice; token: string }> {
  const token = newToken();
  const row: Row = {
    kitchenId,
    id: randomUUID(),
    name,
    kind,
    tokenHash: hashOf(token),
    pairedAt: now,
    lastUsedAt: null,
    removedAt: null,
  };
  await db.insert(pairedDevices).values(row);
  const longGone = new Date(now.getTime() - REMOVED_KNOWN_MS);
  await db
    .delete(pairedDevices)
    .where(and(eq(pairedDevices.kitchenId, kitchenId), lt(pairedDevices.removedAt, longGone)));
  return { device: shown(row, kind === 'app' ? row.id : null), token };
}

/** Whose token this is; null where it is nobody's. Takes note that it was used. */
export async function holderOf(
  { db, kitchenId, now }: Scope,
  token: string,
  kind: Row['kind'],
): Promise<TokenHolder | null> {
  const held = and(
    eq(pairedDevices.kitchenId, kitchenId),
    eq(pairedDevices.tokenHash, hashOf(token)),
    eq(pairedDevices.kind, kind),
  );
  const [row] = await db.select().from(pairedDevices).where(held);
  if (!row) return null;
  const removed = row.removedAt !== null;
  const sinceMs = now.getTime() - (row.lastUsedAt?.getTime() ?? 0);
  const noted = !removed && sinceMs >= USED_TO_WITHIN_MS;
  if (noted) await db.update(pairedDevices).set({ lastUsedAt: now }).where(held);
  return { deviceId: row.id, removed, noted };
}

/** All that are let in, latest used first; `asking` is the one that asks, if it is one of them. */
export async function listDevices(
  { db, kitchenId }: Scope,
  asking: string | null,
): Promise<{ devices: PairedDevice[] }> {
  const rows = await db
    .select()
    .from(pairedDevices)
    .where(and(eq(pairedDevices.kitchenId, kitchenId), isNull(pairedDevices.removedAt)))
    .orderBy(
      desc(sql`coalesce(${pairedDevices.lastUsedAt}, ${pairedDevices.pairedAt})`),
      desc(pairedDevices.id),
    );
  return { devices: rows.map((row) => shown(row, asking)) };
}

/** What all that are let in are called, in any kitchen of a database. */
export async function namesLetIn(db: Scope['db']): Promise<string[]> {
  const rows = await db
    .select({ name: pairedDevices.name })
    .from(pairedDevices)
    .where(isNull(pairedDevices.removedAt))
    .orderBy(pairedDevices.name);
  return rows.map(({ name }) => name);
}

/** What one that is let in is called; null for who is none. */
export async function nameOfDevice({ db, kitchenId }: Scope, deviceId: string): Promise<string | null> {
  const [row] = await db
    .select({ name: pairedDevices.name })
    .from(pairedDevices)
    .where(and(eq(pairedDevices.kitchenId, kitchenId), eq(pairedDevices.id, deviceId)));
  return row?.name ?? null;
}

/** Changes one that is let in; what is none is said so. */
async function changeDevice(
  { db, kitchenId }: Scope,
  deviceId: string,
  to: Partial<Pick<Row, 'name' | 'removedAt'>>,
): Promise<Row> {
  const [row] = await db
    .update(pairedDevices)
    .set(to)
    .where(
      and(
        eq(pairedDevices.kitchenId, kitchenId),
        eq(pairedDevices.id, deviceId),
        isNull(pairedDevices.removedAt),
      ),
    )
    .returning();
  if (!row) throw new ProblemError('not-found', 'No such device is paired here.');
  return row;
}

export async function renameDevice(
  scope: Scope,
  deviceId: string,
  name: string,
  asking: string | null,
): Promise<PairedDevice> {
  return shown(await changeDevice(scope, deviceId, { name }), asking);
}

/** Lets it in no more. */
export async function removeDevice(scope: Scope, deviceId: string): Promise<void> {
  await changeDevice(scope, deviceId, { removedAt: scope.now });
}
