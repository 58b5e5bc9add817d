// Keeps the application itself on the device, so that it opens with the server gone. Data is not its business.
const CACHE = 'even-bore-app'

self.addEventListener('install', () => self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))

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
