/** Room as growers say it: a number of trays, or benches by their measures. */

/** Benches, or tray places where nobody measured. */
export interface TypedRoom {
  trayPlaces?: number
  /** In cm. */
  benches?: { length: number; width: number; levels: number }[]
}

const CM: Readonly<Record<string, number>> = {
  '': 1,
  cm: 1,
  m: 100,
  mm: 0.1,
  ft: 30.48,
  foot: 30.48,
  feet: 30.48,
  "'": 30.48,
  in: 2.54,
  '"': 2.54,
}
const LARGEST = { length: 20_000, width: 2000, levels: 12, benches: 60 }

const NUMBER = String.raw`\d+(?:[.,]\d+)?`
const UNIT = String.raw`cm|mm|m|ft|foot|feet|in|'|"`
const BENCH = new RegExp(
  String.raw`^(?:(\d{1,2})\s*(?:x|×|\*|benches|bench|bancos?|mesas?)?\s*(?:of|de)?\s+)?(${NUMBER})\s*(${UNIT})?\s*(?:x|×|\*|by|por)\s*(${NUMBER})\s*(${UNIT})?(?:\s*,?\s*(?:(?:x|×|\*|on|in|with|en|de)\s*)?(\d{1,2})\s*(?:levels?|tiers?|shel(?:f|ves)|niveles?|pisos?))?$`,
)

/**
 * Reads room: `24`, `24 trays`, `3.6 × 0.9 m`, `2 benches 12 x 3 ft, 2 levels`, several of them parted by `;` or `+`.
 * Without a unit, measures above 40 are cm, others metres, or feet where those are used.
 *
 * @param feet farm that measures in feet
 * @returns `undefined` where it is no room, or larger than any bench
 */
export function readRoom(text: string, feet = false): TypedRoom | undefined {
  const plain = text
    .trim()
    .toLowerCase()
    .replace(/[’′]/g, "'")
    .replace(/[”″]|''/g, '"')
  const trays = /^(\d[\d., ]*)\s*(?:trays?|flats?|tray places?|places?|bandejas?)?$/.exec(plain)
  if (trays) {
    const n = Number(trays[1]!.replace(/[ ,.](?=\d{3}\b)/g, '').replace(',', '.'))
    return Number.isFinite(n) && n <= 100_000 ? { trayPlaces: n } : undefined
  }
  const parts = plain.split(/\s*(?:;|\+|\band\b|\by\b)\s*/).filter(Boolean)
  const benches = parts.flatMap((part) => readBench(part, feet) ?? [undefined])
  if (parts.length === 0 || benches.includes(undefined) || benches.length > LARGEST.benches) return undefined
  return { benches: benches as NonNullable<TypedRoom['benches']> }
}

function readBench(part: string, feet: boolean): TypedRoom['benches'] {
  const found = BENCH.exec(part)
  if (!found) return undefined
  const [, times, one, unitOne, other, unitOther, levels] = found
  const [a, b] = [one, other].map((text) => Number(text!.replace(',', '.')))
  const usual = feet ? 'ft' : Math.max(a!, b!) > 40 ? 'cm' : 'm'
  const unit = unitOther ?? unitOne ?? usual
  const measures = [a! * CM[unitOne ?? unit]!, b! * CM[unit]!].map((cm) => Math.round(cm * 10) / 10)
  const bench = { length: Math.max(...measures), width: Math.min(...measures), levels: Number(levels ?? 1) }
  const sound =
    bench.width > 0 &&
    bench.length <= LARGEST.length &&
    bench.width <= LARGEST.width &&
    bench.levels >= 1 &&
    bench.levels <= LARGEST.levels
  const n = Number(times ?? 1)
  return sound && n >= 1 ? Array.from({ length: n }, () => ({ ...bench })) : undefined
}
