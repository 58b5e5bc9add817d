// Keeps the application itself on the device, so that it opens with the server gone. Data is not its business.
// The build puts its own files and a mark of them here.
const FILES = __FILES__
const CACHE = 'even-bore-app-__MARK__'

self.addEventListener('install', (event) => {
  self.skipWaiting()
  event.waitUntil(caches.open(CACHE).then((cache) => cache.addAll(['/', ...FILES])))
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

self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url)
  if (event.request.method !== 'GET' || url.origin !== location.origin || url.pathname.startsWith('/api/')) return
  if (event.request.mode === 'navigate') event.respondWith(freshFirst(event.request, '/'))
  else event.respondWith(url.pathname.startsWith('/assets/') ? keptFirst(event.request) : freshFirst(event.request, event.request))
})
