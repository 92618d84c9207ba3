import { ROUTES } from '@humble-churn/contract';
import type { QueryClient } from '@tanstack/react-query';
import { useQueryClient } from '@tanstack/react-query';
import { usePathname } from 'expo-router';
import { useEffect } from 'react';
import { callApi } from './apiClient';
import { accountQuery } from './account';
import { askForNewVersion, keepApp } from './appVersion';
import { askChanges } from './changes';
import { noteServerTime, whenClockJumps } from './clock';
import { hearOtherTabs } from './sending';
import { useAway } from './connectivity';
import { ingredientsQuery } from './kitchen';
import { hearChanges, useLive } from './live';
import { notebookQuery } from './notebook';
import { homeNetworkQuery, pairedDevicesQuery } from './pairing';
import { plansQuery } from './plans';
import { recipesQuery } from './recipes';
import { SILENT_AFTER_MS } from './silence';

const ASK_EVERY_MS = 2500;
/** Asks this often what other devices changed while it does not hear of it, ms. */
const CHANGES_EVERY_MS = 10_000;
/** The app, and what its screens open with, is kept for when the server is away once it has been open this long, ms. */
const KEEP_AFTER_MS = 4000;
/** What was asked for within this time is not asked for again to be kept, ms. */
const FETCHED_AGAIN_AFTER_MS = 60_000;

/** What screens that were not opened yet open with while the server is away. */
async function fetchForAway(client: QueryClient): Promise<void> {
  const staleTime = FETCHED_AGAIN_AFTER_MS;
  await client.prefetchQuery({ ...ingredientsQuery, staleTime });
  await client.prefetchQuery({ ...recipesQuery('in-use'), staleTime });
  await client.prefetchQuery({ ...plansQuery, staleTime });
  await client.prefetchInfiniteQuery({ ...notebookQuery, staleTime });
  await client.prefetchQuery({ ...accountQuery, staleTime });
  await client.prefetchQuery({ ...pairedDevicesQuery, staleTime });
  await client.prefetchQuery({ ...homeNetworkQuery, staleTime });
}

/** Listens for the server while it is away, and has everything fetched anew when it is back. */
export function ServerMonitor() {
  const client = useQueryClient();
  const away = useAway();
  useEffect(() => {
    if (!away) return;
    let timer: ReturnType<typeof setTimeout>;
    let over = false;
    // The next time only when this one is answered or given up: calls that hang would leave no way for others.
    const askLater = (): void => {
      timer = setTimeout(() => {
        callApi(ROUTES.health, { signal: AbortSignal.timeout(SILENT_AFTER_MS) })
          .then(
            ({ serverTime }) => noteServerTime(serverTime),
            () => undefined,
          )
          .finally(() => {
            if (!over) askLater();
          });
      }, ASK_EVERY_MS);
    };
    askLater();
    return () => {
      over = true;
      clearTimeout(timer);
      // Whichever call found it back: what could not be fetched meanwhile is fetched now.
      void client.invalidateQueries();
    };
  }, [away, client]);
  const live = useLive();
  const path = usePathname();
  useEffect(() => {
    if (away) return;
    // Another device may be at work. Also at once, whenever another screen opens or the page is looked at again.
    const ask = (): void => {
      if (document.hidden) return;
      askForNewVersion();
      void askChanges(client).catch(() => undefined);
    };
    ask();
    const timer = live ? undefined : setInterval(ask, CHANGES_EVERY_MS);
    document.addEventListener('visibilitychange', ask);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', ask);
    };
  }, [away, client, live, path]);
  useEffect(
    () => hearChanges(({ revision }) => void askChanges(client, revision).catch(() => undefined)),
    [client],
  );
  useEffect(() => whenClockJumps(() => void client.invalidateQueries()), [client]);
  useEffect(() => hearOtherTabs(client), [client]);
  useEffect(() => {
    // First what is looked at, then what may be needed.
    if (away) return;
    const timer = setTimeout(() => {
      keepApp();
      void fetchForAway(client);
    }, KEEP_AFTER_MS);
    return () => clearTimeout(timer);
  }, [away, client]);
  return null;
}
