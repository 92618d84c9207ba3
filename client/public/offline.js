// Lets the app open while its server is away: the page and its scripts as they were last loaded. What the server
// says (/api) is never answered from here.
const CACHE = 'humble-churn-1';
const PAGE = '/';

self.addEventListener('install', (event) => {
  self.skipWaiting();
  event.waitUntil(
    caches.open(CACHE).then(async (cache) => {
      const page = await fetch(PAGE, { cache: 'no-store' });
      const html = await page.clone().text();
      await cache.put(PAGE, page);
      const scripts = [...html.matchAll(/(?:src|href)="(\/_expo\/[^"]+)"/g)].map((found) => found[1]);
      // One that fails is fetched when it is first asked for.
      await Promise.all([...new Set(scripts)].map((path) => cache.add(path).catch(() => undefined)));
    }),
  );
});

self.addEventListener('activate', (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter((name) => name !== CACHE).map((name) => caches.delete(name))))
      .then(() => self.clients.claim()),
  );
});

async function fresh(request, kept) {
  try {
    const response = await fetch(request);
    if (response.ok) await (await caches.open(CACHE)).put(kept, response.clone());
    return response;
  } catch (error) {
    const last = await caches.match(kept);
    if (last) return last;
    throw error;
  }
}

async function keptFirst(request) {
  return (await caches.match(request)) ?? fresh(request, request);
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const { pathname, origin } = new URL(request.url);
  if (request.method !== 'GET' || origin !== self.location.origin || pathname.startsWith('/api/')) return;
  if (request.mode === 'navigate') event.respondWith(fresh(request, PAGE));
  // Names of scripts and fonts change with what is in them.
  else if (pathname.startsWith('/_expo/') || pathname.startsWith('/assets/')) {
    event.respondWith(keptFirst(request));
  }
});
