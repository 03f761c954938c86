// Keeps the last page, its files and the last answers on this device, so that a reload without the
// server still finds the round being walked. The server is always asked first;
// what is kept is only used when nobody answers.
// The build puts BUILD (what the interface was made from) and FILES (all it consists of) in front of this.
/* global BUILD, FILES */
const STORE = `anklet-${BUILD}`
const PATIENCE_MS = 8000

async function takeOver() {
  for (const name of await caches.keys()) if (name !== STORE) await caches.delete(name)
  await self.clients.claim()
}

self.addEventListener('install', (event) => {
  self.skipWaiting()
  event.waitUntil(caches.open(STORE).then((store) => store.addAll(['/', ...FILES])))
})
self.addEventListener('activate', (event) => event.waitUntil(takeOver()))

const keep = async (key, response) => (await caches.open(STORE)).put(key, response)

// Files with a hash in their name never change.
async function kept(request) {
  const found = await caches.match(request, { cacheName: STORE })
  if (found) return found
  const response = await fetch(request)
  if (response.ok) await keep(request, response.clone())
  return response
}

async function askedFirst(request, key) {
  try {
    const response = await fetch(request, { signal: AbortSignal.timeout(PATIENCE_MS) })
    if (response.ok) await keep(key, response.clone())
    return response
  } catch (error) {
    const found = await caches.match(key, { cacheName: STORE })
    if (!found) throw error
    const headers = new Headers(found.headers)
    headers.set('x-anklet-kept', '1')
    return new Response(found.body, { status: found.status, headers })
  }
}

self.addEventListener('fetch', (event) => {
  const { request } = event
  const { origin, pathname } = new URL(request.url)
  if (request.method !== 'GET' || origin !== self.location.origin) return
  if (
    pathname.startsWith('/api/docs') ||
    pathname.startsWith('/api/openapi') ||
    pathname === '/api/health' ||
    pathname === '/api/ready'
  )
    return
  // A file is the shop as it is now or none at all: an old answer would pass for a new one.
  if (
    pathname.endsWith('/bundle') ||
    pathname.endsWith('/personal') ||
    pathname.startsWith('/api/backups')
  )
    return
  // Who is in is the server's to say, and who did what is for nobody else's eyes.
  if (/^\/api\/(session|accounts|audit|share)/.test(pathname)) return
  // What is live is never kept, and a stream never ends.
  if (
    pathname === '/api/live' ||
    pathname.startsWith('/api/devices') ||
    pathname.startsWith('/api/adapters')
  )
    return
  if (request.mode === 'navigate') event.respondWith(askedFirst(request, '/'))
  else if (pathname.startsWith('/assets/')) event.respondWith(kept(request))
  else event.respondWith(askedFirst(request, request))
})
