/** Seasons as this device holds them: drawn at once, without signal too. */
import { clear, createStore, delMany, get, set, type UseStore } from 'idb-keyval'
import { PAGES_CACHE } from '../season/kept-pages'
import { SHARED_CACHE } from '../season/shared-photo'
import type { SeasonHeld } from '../season/since'

/** How a season lies on the device. */
interface Held {
  /** The build of the application that wrote it: another may write seasons otherwise. */
  build: string
  held: SeasonHeld
}

const MOST_SEASONS = 4

let own: UseStore | undefined
const store = () => (own ??= createStore('dove-step-seasons', 'held'))

const BUILD = process.env.DOVE_STEP_BUILD ?? ''

/** A cookie that says which season this device holds: the server need not send it along with its first page. */
export const HELD_COOKIE = 'dove-step-held'

/** The season of a view, where this device holds it. */
export async function heldSeason(view: string): Promise<SeasonHeld | undefined> {
  const kept = await get<Held>(view, store())
  return kept?.build === BUILD ? kept.held : undefined
}

/** Views in the order they were kept in, the last one first. */
const ORDER = 'order'

/** Whether everything was let go of: what is on its way to this page is for who was signed in before. */
let hasLeft = false

/** Keeps a season on this device, and lets go of the one kept longest ago where there are too many. */
export async function holdSeason(view: string, held: SeasonHeld): Promise<void> {
  if (hasLeft) return
  await set(view, { build: BUILD, held } satisfies Held, store())
  document.cookie = `${HELD_COOKIE}=${view}; path=/; max-age=31536000; samesite=lax`
  const order = (await get<string[]>(ORDER, store())) ?? []
  if (order[0] === view) return
  const next = [view, ...order.filter((other) => other !== view)]
  await set(ORDER, next.slice(0, MOST_SEASONS), store())
  await delMany(next.slice(MOST_SEASONS), store())
}

/** Lets go of a season that is no more, or that this reader may not see. */
export const dropSeason = (view: string): Promise<void> => delMany([view], store())

/** Lets go of all seasons and pages on this device: whoever looks next has to sign in. What was recorded and not sent stays. */
export async function leaveDevice(): Promise<void> {
  hasLeft = true
  document.cookie = `${HELD_COOKIE}=; path=/; max-age=0; samesite=lax`
  await clear(store())
  if ('caches' in window) await caches.delete(SHARED_CACHE)
  await letGoOfPages()
}

async function letGoOfPages(): Promise<void> {
  if (!('caches' in window)) return
  await workerLetsGo()
  const pages = (await caches.keys()).filter((name) => name.startsWith(PAGES_CACHE))
  await Promise.all(pages.map((name) => caches.delete(name)))
}

const PATIENCE = 2_000 // ms a worker that hangs is waited for

/** The worker that keeps pages stops keeping those it has asked for. */
async function workerLetsGo(): Promise<void> {
  const worker = navigator.serviceWorker.controller
  if (!worker) return
  const { messageSW } = await import('workbox-window')
  await Promise.race([messageSW(worker, { type: 'LET_GO' }), new Promise((done) => setTimeout(done, PATIENCE))])
}

/** Goes to an address, or loads this one again, as the server has it now: pages kept are for another reader, or another language. */
export function goAnew(to?: string): void {
  letGoOfPages()
    .catch((error: unknown) => console.warn('Pages kept on this device could not be deleted:', error))
    .then(() => (to === undefined ? window.location.reload() : window.location.assign(to)))
    .catch(() => undefined)
}
