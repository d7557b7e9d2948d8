// Holds page and program, so that a reload needs no line. The page itself is answered
// from what is held, and looked for anew behind that: a newer one is there the next
// time, and the page asks for it by itself when the server says so.

const cacheName = 'lexeon-1'
const shell = '/'
const mostAssets = 80
const held = (path) => path.startsWith('/assets/') || path.startsWith('/core/') || path.startsWith('/fonts/') || path === '/favicon.svg'

self.addEventListener('install', (event) => {
  event.waitUntil(renewShell().then(() => self.skipWaiting()))
})

self.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      for (const name of await caches.keys()) if (name !== cacheName) await caches.delete(name)
      await self.clients.claim()
    })(),
  )
})

self.addEventListener('fetch', (event) => {
  const { request } = event
  const url = new URL(request.url)
  if (request.method !== 'GET' || url.origin !== self.location.origin) return
  if (request.mode === 'navigate' && !url.pathname.startsWith('/api/')) event.respondWith(page(event))
  else if (held(url.pathname)) event.respondWith(file(request))
})

async function page(event) {
  const cache = await caches.open(cacheName)
  const known = await cache.match(shell)
  if (!known) return fetch(event.request)
  event.waitUntil(renewShell().catch(() => undefined))
  return known
}

// file is named by its content: once held it never changes.
async function file(request) {
  const cache = await caches.open(cacheName)
  const known = await cache.match(request)
  if (known) return known
  const answer = await fetch(request)
  if (answer.ok) await cache.put(request, answer.clone())
  return answer
}

async function renewShell() {
  const answer = await fetch(shell, { cache: 'no-store' })
  if (!answer.ok) return
  const cache = await caches.open(cacheName)
  await cache.put(shell, answer)
  const keys = await cache.keys()
  const files = keys.filter((k) => new URL(k.url).pathname !== shell)
  for (const old of files.slice(0, Math.max(0, files.length - mostAssets))) await cache.delete(old)
  const programs = keys.filter((k) => new URL(k.url).pathname.startsWith('/core/'))
  for (const old of programs.slice(0, Math.max(0, programs.length - 2))) await cache.delete(old)
}
