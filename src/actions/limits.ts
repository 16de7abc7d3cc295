/** How much one address may ask for: enough for a farm behind one connection, too little to hold the server up. */

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

const ALL_TOGETHER = 4 // times what one address may, for all of them
const MOST_KNOWN = 10_000 // addresses

/** What kind of limit a request falls under; `undefined` for pages and what is read from them. */
export function limitedAs(method: string, path: string): Limited | undefined {
  if (path.endsWith('/out/backup')) return 'backup'
  if (/\/out\//.test(path)) return 'export'
  return method === 'GET' || method === 'HEAD' || method === 'OPTIONS' ? undefined : 'write'
}

/**
 * Counts what is asked for.
 *
 * @param now ms
 * @returns asks for one: `undefined` where it may, else the seconds to wait
 */
export function createLimits(now: () => number): (kind: Limited, address: string) => number | undefined {
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

  return (kind, address) => {
    const rate = RATES[kind]
    const all = { atOnce: rate.atOnce * ALL_TOGETHER, aSecond: rate.aSecond * ALL_TOGETHER }
    return take(`${kind} ${address}`, rate) ?? take(`${kind}`, all)
  }
}
