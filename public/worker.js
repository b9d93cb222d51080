// Keeps the page, its parts and sounds, and the last answers of the Bench in the browser, so that a reload without a connection
// opens the beat again. Online, pages and answers always come from the server; only what never changes comes from here first.

const LASTING = /^\/(build\/assets|sounds)\//;
const ANSWERS = /^\/api\/(session|catalogue|today|parts\/[^/]+\/bench)$/;

self.addEventListener('install', (event) => {
  event.waitUntil(caches.open('page').then((cache) => cache.add('/')));
  self.skipWaiting();
});

self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

self.addEventListener('message', (event) => {
  const urls = event.data.filter((url) => kind(new URL(url)) !== null);
  event.waitUntil(Promise.all(urls.map((url) => kept(new Request(url)))));
});

self.addEventListener('fetch', (event) => {
  const { request } = event;
  if (request.method !== 'GET') return;
  if (request.mode === 'navigate') event.respondWith(fresh(request, 'page', '/'));
  else if (kind(new URL(request.url)) === 'lasting') event.respondWith(kept(request));
  else if (kind(new URL(request.url)) === 'answers') event.respondWith(fresh(request, 'answers', request));
});

function kind({ origin, pathname }) {
  if (origin !== self.location.origin) return null;
  return LASTING.test(pathname) ? 'lasting' : ANSWERS.test(pathname) ? 'answers' : null;
}

/** From the browser when it is there, for what has its content in its name. */
async function kept(request) {
  if (kind(new URL(request.url)) === 'answers') return fresh(request, 'answers', request);
  const cache = await caches.open('lasting');
  const found = await cache.match(request.url);
  if (found) return found;
  const response = await fetch(request);
  if (response.ok && response.status === 200) await cache.put(request.url, response.clone());
  return response;
}

/** From the server; what it said last when it cannot be reached. */
async function fresh(request, name, key) {
  const cache = await caches.open(name);
  try {
    const response = await fetch(request);
    if (response.ok) await cache.put(key, response.clone());
    return response;
  } catch (error) {
    const last = await cache.match(key);
    if (last) return last;
    throw error;
  }
}
