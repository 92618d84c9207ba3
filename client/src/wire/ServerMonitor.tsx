import { ROUTES } from '@humble-churn/contract';
import { useQueryClient } from '@tanstack/react-query';
import { usePathname } from 'expo-router';
import { useEffect } from 'react';
import { callApi } from './apiClient';
import { askChanges } from './changes';
import { noteServerTime, whenClockJumps } from './clock';
import { hearOtherTabs } from './sending';
import { useAway } from './connectivity';
import { hearChanges, useLive } from './live';

const ASK_EVERY_MS = 2500;
/** Asks this often what other devices changed while it does not hear of it, ms. */
const CHANGES_EVERY_MS = 10_000;
/** The page itself is kept for when the server is away, once it has been open this long, ms. */
const KEEP_AFTER_MS = 4000;

/** Listens for the server while it is away, and has everything fetched anew when it is back. */
export function ServerMonitor() {
  const client = useQueryClient();
  const away = useAway();
  useEffect(() => {
    if (!away) return;
    const ask = (): void => {
      callApi(ROUTES.health).then(
        ({ serverTime }) => noteServerTime(serverTime),
        () => undefined,
      );
    };
    const timer = setInterval(ask, ASK_EVERY_MS);
    return () => {
      clearInterval(timer);
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
      if (!document.hidden) void askChanges(client).catch(() => undefined);
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
    // Without it the app works as long as its server answers. First what is looked at, then what may be needed.
    if (away || !('serviceWorker' in navigator)) return;
    const keep = (): void => {
      navigator.serviceWorker.register('/offline.js').catch(() => undefined);
    };
    const timer = setTimeout(keep, KEEP_AFTER_MS);
    return () => clearTimeout(timer);
  }, [away]);
  return null;
}
