/** Keeps the last pages seen, so that the application opens in the greenhouse without signal; with signal the server answers. */
const CACHE = 'dove-step-pages'
const MOST = 500 // files kept

self.addEventListener('install', () => self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))

self.addEventListener('fetch', (event) => {
  const { request } = event
  const { origin, pathname } = new URL(request.url)
  if (request.method !== 'GET' || origin !== self.location.origin) return
  if (pathname.startsWith('/_next/static/')) event.respondWith(onceFetched(request))
  else if (request.mode === 'navigate' && !/^\/(out|api|b)\//.test(pathname))
    event.respondWith(lastSeen(request, pathname))
})

/** Files with their content in their name never change. */
async function onceFetched(request) {
  const cache = await caches.open(CACHE)
  const kept = await cache.match(request)
  if (kept) return kept
  const response = await fetch(request)
  if (response.ok) {
    await cache.put(request, response.clone())
    const keys = await cache.keys()
    await Promise.all(keys.slice(0, Math.max(0, keys.length - MOST)).map((old) => cache.delete(old)))
  }
  return response
}

/** A page from the server; without a way to it, the page as it was last seen, or the same view or Today of the season seen last. */
async function lastSeen(request, pathname) {
  const cache = await caches.open(CACHE)
  try {
    const response = await fetch(request)
    if (response.ok && !response.redirected) await cache.put(pathname, response.clone())
    return response
  } catch (error) {
    // `farm/season/view` is answered by a page of that season alone; a view without them by the season seen last.
    const at = pathname.lastIndexOf('/')
    const [season, view] = [pathname.slice(0, at), pathname.slice(at)]
    const kept =
      (await cache.match(pathname)) ??
      (await seenLast(cache, season, view)) ??
      (await seenLast(cache, season, '/today'))
    if (kept) return kept
    throw error
  }
}

/** The page of a view that was put in last, below an address or of whichever season. */
async function seenLast(cache, season, view) {
  const pages = (await cache.keys()).filter(({ url }) => {
    const { pathname } = new URL(url)
    return !pathname.startsWith('/_next/') && pathname.startsWith(season) && pathname.endsWith(view)
  })
  return pages.length > 0 ? cache.match(pages[pages.length - 1]) : undefined
}
