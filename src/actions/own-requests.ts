/** Which requests are answered: those of our own pages, asked by a name that is really this machine's. */

/** What of a request says where it comes from. */
export interface Asked {
  method: string
  path: string
  host: string | null
  origin: string | null
  /** `Sec-Fetch-Site`, `Sec-Fetch-Mode`, as browsers say them. */
  site: string | null
  mode: string | null
}

export type Refusal = 'host' | 'origin'

/**
 * Why a request is refused; `undefined` where it is answered.
 *
 * A name that is led to this machine by somebody else would make their pages ours, so only names that are known are
 * answered; an address of digits cannot be led anywhere. What changes something is taken from our own pages only, or from
 * a program that is no browser; what another website embeds is not given to it, but a link to us may be followed.
 *
 * @param names by which this machine may be asked, beside `localhost` and its addresses
 */
export function refusalOf(
  { method, path, host, origin, site, mode }: Asked,
  names: readonly string[],
): Refusal | undefined {
  const name = hostName(host)
  if (name === undefined || !isOwnName(name, names)) return 'host'
  const reads = method === 'GET' || method === 'HEAD' || method === 'OPTIONS'
  if (!reads) {
    if (origin !== null) return sameHost(origin, host!) ? undefined : 'origin'
    return site === null || site === 'same-origin' || site === 'none' ? undefined : 'origin'
  }
  const fromElsewhere = site === 'cross-site' || site === 'same-site'
  if (!fromElsewhere) return undefined
  const followed = mode === 'navigate' && !path.startsWith('/api/')
  return followed ? undefined : 'origin'
}

/** The name without its port, in small letters; `undefined` where there is none, or it is none. */
function hostName(host: string | null): string | undefined {
  if (host === null) return undefined
  const parts = /^(\[[0-9a-f:.]+\]|[a-z0-9.-]+)(?::\d{1,5})?$/.exec(host.toLowerCase())
  return parts?.[1]
}

const isOwnName = (name: string, names: readonly string[]): boolean =>
  name === 'localhost' ||
  name.endsWith('.localhost') ||
  name.startsWith('[') ||
  /^\d{1,3}(\.\d{1,3}){3}$/.test(name) ||
  names.includes(name)

function sameHost(origin: string, host: string): boolean {
  try {
    return new URL(origin).host === new URL(`http://${host}`).host || new URL(origin).host === host.toLowerCase()
  } catch {
    return false // "null", as of a page in a sandbox
  }
}

/** Whether every part of a path is text: no halves of characters, no NUL, and not longer than any address of ours. */
export function canBeRead(path: string): boolean {
  if (path.length > 2000) return false
  try {
    return !decodeURIComponent(path).includes('\0')
  } catch {
    return false
  }
}

/** Where somebody wanted to go, as an address of ours; the first page where it is none. */
export function ours(to: unknown): string {
  const here = 'http://here.invalid'
  if (typeof to !== 'string' || !to.startsWith('/') || !URL.canParse(to, here)) return '/'
  const { origin, pathname, search, hash } = new URL(to, here)
  return origin === here && !pathname.startsWith('//') ? pathname + search + hash : '/'
}

/** Names from a list with commas, as the environment has them. */
export const namesFrom = (list: string | undefined): string[] =>
  (list ?? '')
    .split(',')
    .map((name) => name.trim().toLowerCase())
    .filter(Boolean)

/**
 * What the browser may do with our pages.
 *
 * @param nonce on every script of the page; without it no script runs
 * @param making whether it is served for making it, which needs to read its own sources
 */
export function policyFor(nonce: string, making: boolean): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${making ? " 'unsafe-eval'" : ''}`,
    // Styles are written into the page by the interface's library, and into elements by drawings.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "manifest-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
}

/** Beside the policy: said with everything that is answered. */
export const HEADERS: Readonly<Record<string, string>> = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'permissions-policy': 'camera=(self), geolocation=(), microphone=(), payment=(), usb=(), interest-cohort=()',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
}
