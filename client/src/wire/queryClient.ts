import { QueryClient } from '@tanstack/react-query';
import { ServerSilent, isWorthTryingAgain } from './apiClient';
import { ENTRY, entryMutation } from './sending';

const MAX_TRIES = 3;

function tryAgain(failures: number, error: Error): boolean {
  return isWorthTryingAgain(error) && !(error instanceof ServerSilent) && failures < MAX_TRIES;
}

/** What was fetched stays usable on the device this long while the server is away, ms: a week. */
export const KEPT_FOR_MS = 7 * 86_400_000;

/** What is kept up to date by its changes is asked for as a whole no more often than this, ms. */
export const KEPT_UP_MS = 60_000;

/** One cache for the app. Only silence is retried: an answer that says no will say it again. */
export function newQueryClient(): QueryClient {
  const client = new QueryClient({
    defaultOptions: {
      // The server is on this machine: a browser that thinks it is offline can still reach it.
      queries: {
        retry: tryAgain,
        retryDelay: 700,
        staleTime: 2000,
        // What changed while nobody looked is asked for by itself: see ServerMonitor.
        refetchOnWindowFocus: false,
        gcTime: KEPT_FOR_MS,
        networkMode: 'always',
      },
      mutations: { retry: tryAgain, retryDelay: 700, networkMode: 'always' },
    },
  });
  client.setMutationDefaults(ENTRY, entryMutation(client));
  return client;
}
