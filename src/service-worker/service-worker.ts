/** Opens the application without signal: its files and the frames of its pages lie on the device; with signal the server answers. */
/// <reference lib="webworker" />
import { clientsClaim } from 'workbox-core'
import type { WorkboxPlugin } from 'workbox-core/types'
import { ExpirationPlugin } from 'workbox-expiration'
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from 'workbox-precaching'
import { registerRoute } from 'workbox-routing'
import { CacheFirst, NetworkFirst, NetworkOnly } from 'workbox-strategies'
import { SHARE_TO, SHARED_AT, SHARED_CACHE, SHARED_FIELD, SHARED_PHOTO } from '../season/shared-photo'
import type { PushMessage } from '../season/push'
import { isKept, isOfLastSeason, isSameView, pageInPlaceOf, PAGES_CACHE } from '../season/kept-pages'

declare const self: ServiceWorkerGlobalScope
/** Files of this build, and its name; put in when it is built. */
declare const FILES: string[]
declare const BUILD: string

/** Pages name files of their build: another build has its own. */
const PAGES = `${PAGES_CACHE}-${BUILD}`
const SLOW = 0.6 // s a page is waited for where one is kept: what it shows is read anew all the same
const GIVEN_UP = 5 // s any other is waited for
const MOST_PAGES = 80
const MOST_FILES = 40

/** The ones not asked for longest go first, and all where the device is full. */
const most = (maxEntries: number) => new ExpirationPlugin({ maxEntries, purgeOnQuotaError: true }) as WorkboxPlugin

clientsClaim()
cleanupOutdatedCaches()

/**
 * Scripts of workers. What a worker is to run stands behind the # of its address, which browsers drop where an answer comes
 * with an address of its own: it is given anew, without.
 */
registerRoute(
  ({ request, sameOrigin }) => sameOrigin && request.destination === 'worker',
  async ({ request }) => {
    const { body, status, statusText, headers } =
      (await matchPrecache(request.url.split('#')[0]!)) ?? (await fetch(request))
    return new Response(body, { status, statusText, headers })
  },
)
precacheAndRoute(FILES.map((url) => ({ url, revision: null })))

/** Files that are fetched when they are needed: their content is in their name. */
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/_next/static/'),
  new CacheFirst({
    cacheName: 'dove-step-files',
    plugins: [most(MOST_FILES)],
  }),
)

/** A photo shared from another application waits on the device; the page that reads labels shows it. */
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname === SHARE_TO,
  async ({ request }) => {
    const photo = (await request.formData()).get(SHARED_FIELD)
    if (photo instanceof File) await (await caches.open(SHARED_CACHE)).put(SHARED_PHOTO, new Response(photo))
    return Response.redirect(SHARED_AT, 303)
  },
  'POST',
)

const pages = new NetworkFirst({
  cacheName: PAGES,
  networkTimeoutSeconds: SLOW,
  plugins: [
    {
      // What a page shows stands in its query; the page is the same.
      cacheKeyWillBeUsed: ({ request }) => Promise.resolve(new URL(request.url).pathname),
      cacheWillUpdate: ({ response }) => Promise.resolve(response.ok && !response.redirected ? response : null),
      handlerDidError: async ({ request }) => keptInPlaceOf(new URL(request.url).pathname),
    },
    most(MOST_PAGES),
  ],
})
registerRoute(({ request, url }) => request.mode === 'navigate' && isKept(url.pathname), pages)

/** Pages that are not kept themselves: where nothing answers in time, one that is kept in their place. */
const elsewhere = (networkTimeoutSeconds: number) =>
  new NetworkOnly({
    networkTimeoutSeconds,
    plugins: [{ handlerDidError: async ({ request }) => keptInPlaceOf(new URL(request.url).pathname) }],
  })

/** Addresses that lead to the season looked at last; another view than the one asked for stands in its place only where nothing answers. */
registerRoute(
  ({ request, url }) => request.mode === 'navigate' && isOfLastSeason(url.pathname),
  async (options) => {
    const { pathname } = options.url
    const page = pageInPlaceOf(pathname, await pagesKept())
    return elsewhere(page !== undefined && isSameView(pathname, page) ? SLOW : GIVEN_UP).handle(options)
  },
)
/** Addresses that lead elsewhere: without signal, too, to what was looked at last. */
registerRoute(
  ({ request, url }) => request.mode === 'navigate' && !/^\/(out|api)\//.test(url.pathname),
  elsewhere(GIVEN_UP),
)

/** Addresses of the pages kept, the one looked at last at the end. */
const pagesKept = async () => (await (await caches.open(PAGES)).keys()).map(({ url }) => new URL(url).pathname)

/** A page that is kept and stands for an address, where there is any. */
async function keptInPlaceOf(address: string): Promise<Response | undefined> {
  const cache = await caches.open(PAGES)
  const found = pageInPlaceOf(address, await pagesKept())
  if (found === undefined) return undefined
  // What the page is to show stands in its address.
  return found.includes('?') ? Response.redirect(found, 302) : cache.match(found)
}

/** How often the pages were let go of: what was asked for before is for another reader. */
let letGo = 0

/** Keeps the frame of a page; one that cannot be had now is kept when it is looked at. */
async function keep(address: string, reader: number): Promise<void> {
  try {
    const response = await fetch(address, { headers: { accept: 'text/html' }, credentials: 'same-origin' })
    if (response.ok && !response.redirected && reader === letGo) await (await caches.open(PAGES)).put(address, response)
  } catch {
    // no signal just now
  }
}

/** Keeps the frames of pages that are not kept yet, one after another, until the pages are let go of. */
async function keepAll(addresses: readonly string[]): Promise<void> {
  const reader = letGo
  for (const address of addresses) {
    if (reader !== letGo) return
    if (isKept(address) && !(await caches.match(address, { cacheName: PAGES }))) await keep(address, reader)
  }
}

const isOfPages = (name: string) => name.startsWith(PAGES_CACHE)

/** Lets go of all pages, and of those on their way. */
async function letGoOfPages(): Promise<void> {
  letGo++
  await Promise.all((await caches.keys()).filter(isOfPages).map((name) => caches.delete(name)))
}

/** Caches of pages of builds before this one, and of the application before it had builds. */
const before = async () => (await caches.keys()).filter((name) => isOfPages(name) && name !== PAGES)

self.addEventListener('install', (event) => {
  // What opened without signal before opens with the new build too.
  const takeAlong = async () => {
    for (const name of await before())
      await keepAll((await (await caches.open(name)).keys()).map(({ url }) => new URL(url).pathname))
  }
  event.waitUntil(takeAlong())
})

self.addEventListener('activate', (event) => {
  event.waitUntil(before().then((names) => Promise.all(names.map((name) => caches.delete(name)))))
})

self.addEventListener('message', (event) => {
  const said = event.data as { type?: string; addresses?: string[] } | undefined
  if (said?.type === 'SKIP_WAITING') void self.skipWaiting()
  if (said?.type === 'KEEP') event.waitUntil(keepAll(said.addresses ?? []))
  if (said?.type === 'LET_GO') event.waitUntil(letGoOfPages().then(() => event.ports[0]?.postMessage('gone')))
})

/** What a message says; nothing where it is none of ours. */
function messageIn(data: PushMessageData | null): PushMessage | undefined {
  try {
    const said = data?.json() as Partial<PushMessage> | undefined
    return typeof said?.title === 'string' && typeof said.at === 'string' ? (said as PushMessage) : undefined
  } catch {
    return undefined
  }
}

/** Frost and heat, told while no page is open. A browser wants every message to be shown. */
self.addEventListener('push', (event) => {
  const { title, body, tag, at } = messageIn(event.data) ?? { title: 'Dove Step', body: '', tag: 'unread', at: '/' }
  event.waitUntil(
    self.registration.showNotification(title, {
      body,
      tag,
      icon: '/icon-192.png',
      badge: '/icon-192.png',
      data: { at },
    }),
  )
})

self.addEventListener('notificationclick', (event) => {
  event.notification.close()
  const { at } = event.notification.data as { at: string }
  const show = async () => {
    const [open] = await self.clients.matchAll({ type: 'window', includeUncontrolled: true })
    if (!open) return self.clients.openWindow(at)
    await open.focus()
    return open.navigate(at)
  }
  event.waitUntil(show())
})
