// Adds the page's half of the session to what no script of the page asks for: pictures, fonts, sounds, and pages of the API that are
// opened by a link. What it adds is kept by origin, and so known to pages of this port only.
const KEPT = 'furoshiki-page'

self.addEventListener('install', () => self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))
self.addEventListener('message', (event) => event.waitUntil(self.clients.claim()))

self.addEventListener('fetch', (event) => {
  const { url, headers } = event.request
  const { origin, pathname } = new URL(url)
  if (origin === self.location.origin && pathname.startsWith('/api/') && !headers.has('Furoshiki-Page'))
    event.respondWith(withHalf(event.request))
})

async function withHalf(request) {
  const kept = await (await caches.open(KEPT)).match('/half')
  const headers = new Headers(request.headers)
  headers.set('Furoshiki-Page', kept ? await kept.text() : '')
  return fetch(new Request(request, { headers, mode: 'same-origin' }))
}
