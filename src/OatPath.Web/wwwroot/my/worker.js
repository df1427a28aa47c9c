// Keeps the guide usable without network: the page of a granted session and what it is made of.
const CACHE = 'oatpath-guide-1';
const PATIENCE = 700;

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

self.addEventListener('message', (event) => {
  const { keep, page } = event.data ?? {};
  if (!keep) return;
  event.waitUntil(
    (async () => {
      const cache = await caches.open(CACHE);
      // Only the guide of this session stays: yesterday's is nobody's business.
      for (const request of await cache.keys())
        if (new URL(request.url).pathname.startsWith('/my/guide/') && !request.url.endsWith(page)) await cache.delete(request);
      const kept = await Promise.all(
        keep.map(async (url) => {
          const response = await fetch(url, { cache: 'no-cache' }).catch(() => null);
          if (response?.ok && !response.redirected) await cache.put(url, response);
          return !!(await cache.match(url));
        }),
      );
      event.source?.postMessage({ kept: kept.every(Boolean) });
    })(),
  );
});

/** The network where it answers soon and well, else what was kept: with something on the skin a late answer is none. */
async function answer(request) {
  const cache = await caches.open(CACHE);
  const kept = await cache.match(request);
  const fresh = fetch(request).then(async (response) => {
    if (response.ok && !response.redirected && kept) await cache.put(request, response.clone());
    return response.ok && !response.redirected ? response : (kept ?? response);
  });
  if (!kept) return fresh;
  return Promise.race([
    fresh.catch(() => kept),
    new Promise((resolve) => {
      setTimeout(() => resolve(kept.clone()), PATIENCE);
    }),
  ]);
}

self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url);
  if (event.request.method === 'GET' && url.origin === self.location.origin && /^\/(my\/guide\/|js\/|css\/|art\/|lib\/)/.test(url.pathname))
    event.respondWith(answer(event.request));
});
