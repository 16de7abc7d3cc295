/** Which pages are kept on the device, and which of them stands for an address without signal. */
import { VIEW_NAMES } from './address'

/** What caches of pages are called on a device, with the build they are of. */
export const PAGES_CACHE = 'dove-step-pages'

/** Views that are drawn of the season on the device. What is read from the server with the page is kept when it was looked at. */
export const VIEWS_KEPT = VIEW_NAMES.filter((view) => view !== 'people' && view !== 'audit')

/** What the server makes anew each time. */
const OF_SERVER = ['api', 'out', 'b']

/** Whether a page of this address is kept: a view of a season. */
export function isKept(address: string): boolean {
  const [, farm, season, view, ...more] = address.split('/')
  if (!farm || !season || more.length > 0 || OF_SERVER.includes(farm)) return false
  return (VIEW_NAMES as readonly string[]).includes(view ?? '')
}

/** Whether an address leads to a view of the season that was looked at last. */
export const isOfLastSeason = (address: string): boolean =>
  address === '/' || (VIEW_NAMES as readonly string[]).includes(address.slice(1))

/** Whether a page that is kept shows the view an address asks for; one that does not stands for it only where nothing answers. */
export const isSameView = (address: string, page: string): boolean =>
  viewIn(page) === (address === '/' ? 'today' : viewIn(address))

const viewIn = (address: string): string => address.slice(address.lastIndexOf('/') + 1)

/**
 * The page that is kept for an address: the same view of the same season, else Today of that season; for an address that
 * names no season those of the season that was looked at last. A label leads to the batch it says.
 *
 * @param kept addresses of the pages kept, the one looked at last at the end
 */
export function pageInPlaceOf(address: string, kept: readonly string[]): string | undefined {
  const label = /^\/b\/([^/]+)$/.exec(address)?.[1]
  if (label !== undefined) {
    const batch = kept.findLast((page) => page.endsWith('/batch'))
    return batch === undefined ? pageInPlaceOf('/', kept) : `${batch}?label=${label}`
  }
  const at = address.lastIndexOf('/')
  const last = kept.at(-1) ?? ''
  const view = address.slice(at)
  const season = address.slice(0, at) || last.slice(0, last.lastIndexOf('/'))
  const ofSeason = kept.filter((page) => page.startsWith(`${season}/`))
  const ends = (end: string) => ofSeason.findLast((page) => page.endsWith(end))
  return (view === '/' ? undefined : ends(view)) ?? ends('/today')
}
