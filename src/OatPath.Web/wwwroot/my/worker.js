// Keeps a client's pages and the guide usable without network. What was kept of one phone goes as soon as its leave ends.
const GUIDE = 'oatpath-guide-1';
const PAGES = 'oatpath-pages-1';
const OFFLINE = '/my/offline';
const PATIENCE = 700;
const PAGE_PATIENCE = 8000;

/** Pages that are shown as they were; every other one of the phone is answered by what is kept of the plan. */
const AS_THEY_WERE = ['/my/report', '/my/normal', '/my/cautions'];

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

self.addEventListener('message', (event) => {
  const { keep, page, pages, pieces } = event.data ?? {};
  if (keep) event.waitUntil(keepGuide(keep, page).then((kept) => event.source?.postMessage({ kept })));
  if (pages)
    event.waitUntil(keepPages(pages, pieces).then((keptPages) => event.source?.postMessage({ keptPages, whole: pieces.length > 0 })));
});

async function keepGuide(keep, page) {
  const cache = await caches.open(GUIDE);
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
  return kept.every(Boolean);
}

/**
 * Keeps pages and what they are made of; an answer that leads elsewhere means that this phone has no leave any more.
 * @returns whether all of it is there: a page without its scripts is none.
 */
async function keepPages(pages, pieces) {
  const cache = await caches.open(PAGES);
  for (const url of pages) {
    const response = await fetch(url, { cache: 'no-cache', redirect: 'manual' }).catch(() => null);
    if (response?.type === 'opaqueredirect' || [401, 403, 404, 410].includes(response?.status)) {
      await caches.delete(PAGES);
      return false;
    }
    if (response?.ok) {
      const headers = new Headers(response.headers);
      headers.set('x-kept', String(Date.now()));
      await cache.put(url, new Response(await response.text(), { headers }));
    }
  }
  await Promise.all(
    pieces.map(async (url) => {
      const response = await fetch(url).catch(() => null);
      if (response?.ok && !response.redirected) await cache.put(url, response);
    }),
  );
  return (await Promise.all([...pages, ...pieces].map((url) => cache.match(url)))).every(Boolean);
}

/** The network where it answers soon and well, else what was kept: with something on the skin a late answer is none. */
async function answer(request) {
  const cache = await caches.open(GUIDE);
  const guided = await cache.match(request);
  const kept = guided ?? (await (await caches.open(PAGES)).match(request));
  const fresh = fetch(request).then(async (response) => {
    if (response.ok && !response.redirected && guided) await cache.put(request, response.clone());
    return response.ok && !response.redirected ? response : (kept ?? response);
  });
  if (!kept) return fresh;
  return Promise.race([
    fresh.catch(() => kept),
    new Promise((resolve) => {
      setTimeout(() => resolve(kept.clone()), guided ? PATIENCE : PAGE_PATIENCE);
    }),
  ]);
}

/** What is kept of a page, with the time and the press that asked for it written on its body. */
async function fromPhone(url, pressed) {
  const cache = await caches.open(PAGES);
  const asIs = !pressed && AS_THEY_WERE.includes(url.pathname);
  const kept = (asIs && (await cache.match(url.pathname))) || (await cache.match(OFFLINE));
  if (!kept)
    return new Response('No network, and nothing is kept on this phone yet. If anything hurts: cool water, and call.', {
      status: 503,
      headers: { 'Content-Type': 'text/plain; charset=utf-8' },
    });
  const data = { kept: kept.headers.get('x-kept'), asked: url.pathname, ...(pressed ? { pressed: JSON.stringify(pressed) } : {}) };
  const marks = Object.entries(data).map(([name, value]) => `data-${name}="${value.replaceAll('&', '&amp;').replaceAll('"', '&quot;')}" `);
  const headers = new Headers(kept.headers);
  ['content-encoding', 'content-length'].forEach((name) => headers.delete(name));
  return new Response((await kept.text()).replace('<body ', `<body ${marks.join('')}`), { headers });
}

async function visit(request) {
  const url = new URL(request.url);
  const fields = request.method === 'POST' ? request.clone().formData() : null;
  const fresh = fetch(request);
  if (fields) {
    return fresh.catch(async () =>
      fromPhone(url, Object.fromEntries([...(await fields.catch(() => []))].filter(([, v]) => typeof v === 'string'))),
    );
  }
  const late = new Promise((resolve) => {
    setTimeout(async () => {
      if (await (await caches.open(PAGES)).match(OFFLINE)) resolve(fromPhone(url));
    }, PAGE_PATIENCE);
  });
  return Promise.race([fresh, late]).catch(() => fromPhone(url));
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (url.origin !== self.location.origin) return;
  if (request.mode === 'navigate' && /^\/my(\/(?!guide\/|go\/)|$)/.test(url.pathname)) event.respondWith(visit(request));
  else if (request.method === 'GET' && /^\/(my\/guide\/|js\/|css\/|art\/|lib\/)/.test(url.pathname)) event.respondWith(answer(request));
});
