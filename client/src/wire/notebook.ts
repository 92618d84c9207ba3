import { ROUTES } from '@humble-churn/contract';
import type { BatchSummary } from '@humble-churn/core';
import { batchSummary } from '@humble-churn/core';
import { infiniteQueryOptions, useInfiniteQuery } from '@tanstack/react-query';
import { callApi } from './apiClient';
import { useActiveBatches } from './batches';
import type { KnownBatch } from './batches';

export interface NotebookEntry {
  id: string;
  summary: BatchSummary;
}

/** The notebook with what this device knows better: batches begun here, and entries on their way to the server. */
export function withActive(
  entries: readonly NotebookEntry[],
  active: readonly KnownBatch[],
): readonly NotebookEntry[] {
  const better = new Map(active.map(({ id, state }) => [id, { id, summary: batchSummary(state) }]));
  const listed = entries.map((entry) => better.get(entry.id) ?? entry);
  const known = new Set(entries.map(({ id }) => id));
  const oldest = entries[entries.length - 1]?.summary.plannedAtMs ?? 0;
  // One that is older than what has been fetched is on a page still to come.
  const begun = [...better.values()].filter(
    ({ id, summary }) => !known.has(id) && summary.plannedAtMs >= oldest,
  );
  return [...begun, ...listed];
}

export const notebookQuery = infiniteQueryOptions({
  queryKey: ['batches', 'all'],
  queryFn: ({ pageParam }) =>
    callApi(ROUTES.notebook, { query: { limit: 30, before: pageParam ?? undefined } }),
  initialPageParam: null as string | null,
  getNextPageParam: (last) => last.nextBefore,
});

/** Every batch there was, as lists show it, the newest first. */
export function useNotebook() {
  const active = useActiveBatches();
  const query = useInfiniteQuery(notebookQuery);
  const pages = query.data?.pages.flatMap((page) => page.batches);
  return { ...query, entries: pages && withActive(pages, active.data ?? []) };
}
