/** How much one device and one address may ask for: enough for a farm behind one connection, too little to hold the server up. */

/** So many at once, and so many again each second. */
export interface Rate {
  atOnce: number
  aSecond: number
}

/** Writes, and files that are made when they are asked for. */
export const RATES = {
  write: { atOnce: 1500, aSecond: 50 },
  export: { atOnce: 400, aSecond: 20 },
  backup: { atOnce: 5, aSecond: 1 / 30 },
} as const satisfies Record<string, Rate>

export type Limited = keyof typeof RATES

const OF_DEVICE = 1 / 3 // of what its address may
const ALL_TOGETHER = 4 // times what one address may, for all of them
const MOST_KNOWN = 10_000 // addresses and devices

/** The cookie by which a device is known again; it says nothing about who uses it. */
export const DEVICE_COOKIE = 'dove-step-device'

/** The device a request comes from, by its cookie; `undefined` for one that has none, or one that was made up. */
export const deviceIn = (cookies: string | null): string | undefined =>
  new RegExp(`(?:^|;\\s*)${DEVICE_COOKIE}=([0-9a-f-]{36})(?:;|$)`).exec(cookies ?? '')?.[1]

/** What kind of limit a request falls under; `undefined` for pages and what is read from them. */
export function limitedAs(method: string, path: string): Limited | undefined {
  if (path.endsWith('/out/backup')) return 'backup'
  if (/\/out\/|^\/api\/calendar\//.test(path)) return 'export'
  return method === 'GET' || method === 'HEAD' || method === 'OPTIONS' ? undefined : 'write'
}

/**
 * Counts what is asked for.
 *
 * @param now ms
 * @returns asks for one: `undefined` where it may, else the seconds to wait; a device that is not known yet is counted by
 *   its address alone
 */
export function createLimits(
  now: () => number,
): (kind: Limited, address: string, device?: string) => number | undefined {
  const buckets = new Map<string, { left: number; at: number }>()

  const take = (name: string, { atOnce, aSecond }: Rate): number | undefined => {
    const found = buckets.get(name)
    const at = now()
    const left = found ? Math.min(atOnce, found.left + ((at - found.at) / 1000) * aSecond) : atOnce
    // The one asked longest ago goes first, when there are too many to know.
    buckets.delete(name)
    if (buckets.size >= MOST_KNOWN) buckets.delete(buckets.keys().next().value!)
    buckets.set(name, { left: left < 1 ? left : left - 1, at })
    return left < 1 ? Math.ceil((1 - left) / aSecond) : undefined
  }

  const times = ({ atOnce, aSecond }: Rate, by: number): Rate => ({
    atOnce: Math.max(1, Math.floor(atOnce * by)),
    aSecond: aSecond * by,
  })

  return (kind, address, device) => {
    const rate = RATES[kind]
    const wait = device === undefined ? undefined : take(`${kind} of ${device}`, times(rate, OF_DEVICE))
    return wait ?? take(`${kind} ${address}`, rate) ?? take(`${kind}`, times(rate, ALL_TOGETHER))
  }
}
