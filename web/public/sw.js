// Opens the page, and shows what was seen last, while the server is away. Entries that were typed meanwhile wait in
// the page's own outbox; nothing is sent from here.
const shell = 'beacon-shell';
const seen = 'beacon-seen';
/** What a page needs to show a job again: the shop, its people, the bays, the job's record. Who is here it keeps itself. */
const remembered = /^\/api\/(?:shop|people|bays|jobs\/[0-9a-f-]{36})$/;
const mostSeen = 80;
const patienceMs = 4000;

self.addEventListener('install', (event) => {
  event.waitUntil(keepShell().then(() => self.skipWaiting()));
});

self.addEventListener('activate', (event) => {
  event.waitUntil(self.clients.claim());
});

async function keepShell() {
  const { files } = await (await fetch('/files.json', { cache: 'no-store' })).json();
  const cache = await caches.open(shell);
  const wanted = ['/', ...files];
  for (const request of await cache.keys())
    if (!wanted.includes(new URL(request.url).pathname)) await cache.delete(request);
  const kept = new Set((await cache.keys()).map((request) => new URL(request.url).pathname));
  // Hashed files never change; the page itself does.
  await cache.addAll(wanted.filter((file) => !kept.has(file) || !/-[A-Z0-9]{8}\./.test(file)));
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (request.mode === 'navigate') event.respondWith(page(request));
  else if (remembered.test(url.pathname) && !url.searchParams.get('text'))
    event.respondWith(lastSeen(event, request));
  else if (!url.pathname.startsWith('/api/')) event.respondWith(fromShell(request));
});

async function page(request) {
  try {
    return await soon(fetch(request));
  } catch {
    return (await caches.match('/', { cacheName: shell })) ?? Response.error();
  }
}

const hashed = /-[A-Z0-9]{8}\.(?:js|css|svg|woff2)$/;

async function fromShell(request) {
  const kept = await caches.match(request, { cacheName: shell });
  if (kept) return kept;
  const response = await fetch(request);
  // A file too large to be kept beforehand is kept once it was used; its name changes with what it holds.
  if (response.ok && hashed.test(new URL(request.url).pathname)) {
    const copy = response.clone();
    void caches.open(shell).then((cache) => cache.put(request, copy));
  }
  return response;
}

/** What a page read before this worker was there is read once more, so that it is kept as well. */
self.addEventListener('message', (event) => {
  const paths = new Set(event.data.read.map((address) => new URL(address).pathname));
  event.waitUntil(Promise.allSettled([...paths].filter(isKept).map((path) => keep(event, path))));
});

const isKept = (path) => remembered.test(path) || hashed.test(path);

const keep = (event, path) =>
  remembered.test(path) ? lastSeen(event, new Request(path)) : fromShell(new Request(path));

/** The server's answer; where it fails, or is not there soon, what was seen last. */
async function lastSeen(event, request) {
  const answer = fetch(request).then(async (response) => {
    if (response.ok) await remember(request, response.clone());
    return response;
  });
  event.waitUntil(answer.catch(() => undefined));
  const kept = await caches.match(request, { cacheName: seen });
  if (!kept) return answer;
  try {
    const response = await soon(answer);
    return response.status < 500 ? response : kept;
  } catch {
    const before = kept.clone();
    event.waitUntil(answer.then((late) => tellOfNews(before, late)).catch(() => undefined));
    return kept;
  }
}

/** An answer that came late and says something else: the pages read again. */
async function tellOfNews(kept, late) {
  if (!late.ok || (await kept.text()) === (await late.text())) return;
  for (const client of await self.clients.matchAll()) client.postMessage({ news: true });
}

/** A full disk keeps nothing, and an answer that was cut off is not kept; what was asked for goes on all the same. */
async function remember(request, response) {
  try {
    const cache = await caches.open(seen);
    await cache.put(request, response);
    const [oldest, ...others] = await cache.keys();
    if (others.length >= mostSeen) await cache.delete(oldest);
  } catch (error) {
    if (error.name === 'QuotaExceededError') await caches.delete(seen);
  }
}

function soon(answer) {
  return Promise.race([
    answer,
    new Promise((_, reject) => setTimeout(() => reject(new Error('too late')), patienceMs)),
  ]);
}
