import { clientsClaim } from 'workbox-core';
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching';
import type { PrecacheEntry } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';

// Lets the app open while its server is away: all of the app, as one version. What the server says (/api) is never
// answered from here.
declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: (PrecacheEntry | string)[] };

/** What releases before Workbox kept. */
const EARLIER_CACHE = 'humble-churn-1';
/** What is no screen: the server's answers, and files. */
const NO_SCREENS = [/^\/(api|calendar)\//, /\.[a-z0-9]{2,12}$/i];

precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();
registerRoute(new NavigationRoute(createHandlerBoundToURL('/index.html'), { denylist: NO_SCREENS }));
// The first visit is kept from then on; a newer version waits until the page asks for it.
clientsClaim();

self.addEventListener('activate', (event) => {
  event.waitUntil(caches.delete(EARLIER_CACHE));
});

self.addEventListener('message', (event) => {
  const data: unknown = event.data;
  const asked = typeof data === 'object' && data !== null && 'type' in data && data.type === 'SKIP_WAITING';
  if (asked) void self.skipWaiting();
});

/** A notification that is tapped leads to the app, to the window that is open where there is one. */
self.addEventListener('notificationclick', (event) => {
  event.notification.close();
  const show = async (): Promise<void> => {
    const [open] = await self.clients.matchAll({ type: 'window' });
    if (open) await open.focus();
    else await self.clients.openWindow('/');
  };
  event.waitUntil(show());
});
