import type { SQL } from 'drizzle-orm';
import { and, desc, eq, lt, or } from 'drizzle-orm';
import { batches } from './tables';

/** Newest first; of those made at the same moment the ones with a greater id first. */
export const NEWEST_FIRST = [desc(batches.createdAt), desc(batches.id)];

/** Batches behind a place in the list. */
export function olderThan(cursor: string | undefined): SQL | undefined {
  if (cursor === undefined) return undefined;
  const [at = '', id] = cursor.split('_');
  const earlier = lt(batches.createdAt, new Date(at));
  if (id === undefined) return earlier;
  return or(earlier, and(eq(batches.createdAt, new Date(at)), lt(batches.id, id)));
}

/** The first `limit` of these rows, and where the next page begins; null where there is none. */
export function pageOf<R extends { createdAt: Date; id: string }>(
  rows: readonly R[],
  limit: number,
): { page: readonly R[]; nextBefore: string | null } {
  const page = rows.slice(0, limit);
  const last = page[page.length - 1];
  const more = rows.length > page.length && last !== undefined;
  return { page, nextBefore: more ? `${last.createdAt.toISOString()}_${last.id}` : null };
}
