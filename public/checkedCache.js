// Part of the service worker: a cached script or stylesheet is checked before it is handed out, and fetched anew if it is something else, such as the page
// of a proxy that asked for a password. Without this a corrupted cache would stop the application at every start.
const TYPES = { js: /javascript/, css: /text\/css/, wasm: /wasm/ }

/** Whether an answer is what its address says: by its type, and by its first character, which is no "<" in a script. */
async function isSound(answer, extension) {
  if (!answer.ok || !TYPES[extension].test(answer.headers.get('content-type') ?? '')) return false
  if (extension === 'wasm') return true
  const { value } = (await answer.clone().body?.getReader().read()) ?? {}
  return value !== undefined && String.fromCharCode(...value.slice(0, 64)).trimStart()[0] !== '<'
}

async function checked(request, extension) {
  const cached = await caches.match(request, { ignoreSearch: true })
  if (cached && (await isSound(cached, extension))) return cached
  const fresh = await fetch(request.url, { cache: 'reload' })
  if (cached && (await isSound(fresh, extension))) await replaceCached(request, fresh.clone())
  return fresh
}

async function replaceCached(request, fresh) {
  for (const name of await caches.keys()) {
    const cache = await caches.open(name)
    for (const key of await cache.keys(request, { ignoreSearch: true })) await cache.put(key, fresh.clone())
  }
}

self.addEventListener('fetch', (event) => {
  const { origin, pathname } = new URL(event.request.url)
  const extension = pathname.split('.').pop()
  if (event.request.method !== 'GET' || origin !== self.location.origin || !(extension in TYPES)) return
  // The other listener of this worker would hand it out unchecked.
  event.stopImmediatePropagation()
  event.respondWith(checked(event.request, extension))
})
