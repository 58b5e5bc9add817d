// Keeps the application itself on the device, so that it opens with the server gone. Data is not its business.
// The build puts its own files and a mark of them here.
const FILES = __FILES__
const PACK = '__PACK__'
const CACHE = 'even-bore-app-__MARK__'
/** What is shown where a paper was wanted and the server does not answer. */
const AWAY_PAGE = __AWAY_PAGE__

/** What the pack holds, each file as if it had been asked for by itself: with the headers of the shop's server. */
async function unpack(cache) {
  const answer = await fetch(PACK)
  if (!answer.ok) throw new TypeError(`${PACK}: ${answer.status}`)
  const put = ([path, text]) => {
    const headers = new Headers(answer.headers)
    for (const name of ['content-encoding', 'content-length', 'etag', 'last-modified']) headers.delete(name)
    headers.set('content-type', `text/${path.endsWith('.css') ? 'css' : 'javascript'}; charset=utf-8`)
    return cache.put(path, new Response(text, { headers }))
  }
  await Promise.all(Object.entries(await answer.json()).map(put))
}

async function keepAll() {
  const cache = await caches.open(CACHE)
  await Promise.all([cache.addAll(['/', ...FILES]), unpack(cache)])
}

self.addEventListener('install', (event) => {
  self.skipWaiting()
  event.waitUntil(keepAll())
})

async function tidy() {
  for (const name of await caches.keys()) if (name !== CACHE) await caches.delete(name)
  await self.clients.claim()
}
self.addEventListener('activate', (event) => event.waitUntil(tidy()))

async function freshFirst(request, key) {
  const cache = await caches.open(CACHE)
  try {
    const answer = await fetch(request)
    if (answer.ok) await cache.put(key, answer.clone())
    return answer
  } catch (error) {
    const kept = await cache.match(key)
    if (kept) return kept
    throw error
  }
}

async function keptFirst(request) {
  const cache = await caches.open(CACHE)
  const kept = await cache.match(request)
  if (kept) return kept
  const answer = await fetch(request)
  if (answer.ok) await cache.put(request, answer.clone())
  return answer
}

async function paperOrWhyNot(request) {
  return fetch(request).catch(
    () => new Response(AWAY_PAGE, { status: 503, headers: { 'content-type': 'text/html; charset=utf-8' } }),
  )
}

self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url)
  const opened = event.request.mode === 'navigate'
  if (event.request.method !== 'GET' || url.origin !== location.origin) return
  if (url.pathname.startsWith('/api/')) {
    if (opened) event.respondWith(paperOrWhyNot(event.request))
  } else if (opened) event.respondWith(freshFirst(event.request, '/'))
  else event.respondWith(url.pathname.startsWith('/assets/') ? keptFirst(event.request) : freshFirst(event.request, event.request))
})
