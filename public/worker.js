// Keeps the page, its parts and sounds, and the last answers of the Bench in the browser, so that a reload without a connection
// opens the beat again. Online, pages and answers always come from the server; only what never changes comes from here first.
// Answers are kept for one account at a time, under its name.

const LASTING = /^\/(build\/assets|sounds)\//;
const ANSWERS = /^\/api\/(session|catalogue|today|parts\/[^/]+\/bench)$/;
/** Where the page keeps whose answers there are: a worker forgets everything when it is not needed. */
const WHO = '/who';
/** Builds come and go: parts that the newest page does not load go once there are more than this. */
const MOST_LASTING = 400;

self.addEventListener('install', (event) => {
  event.waitUntil(caches.open('page').then((cache) => cache.add('/')));
  self.skipWaiting();
});

self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

self.addEventListener('message', (event) => {
  const { account, loaded } = event.data;
  if (account !== undefined) event.waitUntil(belongTo(account));
  if (loaded) {
    const urls = loaded.filter((url) => kind(new URL(url)) === 'lasting');
    event.waitUntil(Promise.all(urls.map((url) => kept(new Request(url)))).then(prune));
  }
});

self.addEventListener('fetch', (event) => {
  const { request } = event;
  if (request.method !== 'GET') return;
  if (request.mode === 'navigate') event.respondWith(fresh(request, 'page', '/'));
  else if (kind(new URL(request.url)) === 'lasting') event.respondWith(kept(request));
  else if (kind(new URL(request.url)) === 'answers') event.respondWith(answered(request));
});

function kind({ origin, pathname }) {
  if (origin !== self.location.origin) return null;
  return LASTING.test(pathname) ? 'lasting' : ANSWERS.test(pathname) ? 'answers' : null;
}

/** From here on answers are this account's; those of another one go. */
async function belongTo(account) {
  const cache = await caches.open('page');
  if (account) await cache.put(WHO, new Response(account));
  else await cache.delete(WHO);
  for (const name of await caches.keys()) {
    if (name.startsWith('answers ') && name !== `answers ${account}`) await caches.delete(name);
  }
}

async function answered(request) {
  const who = await (await (await caches.open('page')).match(WHO))?.text();
  return who ? fresh(request, `answers ${who}`, request) : fetch(request);
}

/** From the browser when it is there, for what has its content in its name. */
async function kept(request) {
  const cache = await caches.open('lasting');
  const found = await cache.match(request.url);
  if (found) return found;
  const response = await fetch(request);
  if (response.ok && response.status === 200) await cache.put(request.url, response.clone());
  return response;
}

/** The oldest go first. */
async function prune() {
  const cache = await caches.open('lasting');
  const keys = await cache.keys();
  await Promise.all(keys.slice(0, Math.max(0, keys.length - MOST_LASTING)).map((key) => cache.delete(key)));
}

/** From the server; what it said last when it cannot be reached, or is being restarted. */
async function fresh(request, name, key) {
  const cache = await caches.open(name);
  try {
    const response = await fetch(request);
    if (response.ok) await cache.put(key, response.clone());
    if (response.status !== 503) return response;
    return (await cache.match(key)) ?? response;
  } catch (error) {
    const last = await cache.match(key);
    if (last) return last;
    throw error;
  }
}
