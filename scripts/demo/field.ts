/** The field of the demo farm: six blocks of twenty beds, what stands there from last year, and who gets what. */
import { parseDay } from '../../src/core/calendar/day'
import { firstGap } from '../../src/core/field/beds'
import { layoutOf, lengthFor, plantsIn } from '../../src/core/field/spacing'
import { createPlanner } from '../../src/core/plan/plan'
import type { Bed, Planting, Season, SeasonInput, Share } from '../../src/season/schema'

const BLOCKS = [
  ['river', 'River side', 'R'],
  ['willow', 'Willow row', 'W'],
  ['middle', 'Middle field', 'M'],
  ['house', 'House field', 'H'],
  ['orchard', 'Orchard edge', 'O'],
  ['lane', 'Lane field', 'L'],
] as const

/** What overwintered, by bed, the day its ground is clear, and its family. */
const STANDING: Record<string, [what: string, until: string, family: string]> = {
  r1: ['garlic', '2027-07-02', 'Amaryllidaceae'],
  r2: ['garlic', '2027-07-02', 'Amaryllidaceae'],
  r3: ['garlic', '2027-07-02', 'Amaryllidaceae'],
  w1: ['overwintered leeks', '2027-05-04', 'Amaryllidaceae'],
  w2: ['overwintered leeks', '2027-05-04', 'Amaryllidaceae'],
  m8: ['overwintered spinach', '2027-04-24', 'Amaranthaceae'],
  l8: ['clover', '2027-05-20', 'Fabaceae'],
}

/** What the blocks of vegetables grew last year. */
const GREW: Record<string, { year: number; family: string; what: string }[]> = {
  R: [{ year: 2026, family: 'Fabaceae', what: 'beans' }],
  M: [{ year: 2026, family: 'Poaceae', what: 'sweet corn' }],
  W: [{ year: 2026, family: 'Apiaceae', what: 'carrots' }],
}

/** Where blocks lie, cm, and where their beds run; the last two follow the lane and the orchard's edge. */
const LIES: Record<string, [east: number, south: number, heading: number]> = {
  river: [0, 0, 90],
  willow: [3600, 0, 90],
  middle: [2355, 3000, 180],
  house: [5500, 3000, 180],
  orchard: [10_600, 4300, 202.5],
  lane: [7400, 700, 67.5],
}

export const blocks: NonNullable<SeasonInput['blocks']> = BLOCKS.map(([key, name]) => {
  const [east, south, heading] = LIES[key]!
  return { key, name, path: 45, map: { east, south, heading } }
})

export const beds: NonNullable<SeasonInput['beds']> = BLOCKS.flatMap(([block, , letter]) =>
  Array.from({ length: 20 }, (_, i) => {
    const key = `${letter.toLowerCase()}${i + 1}`
    const standing = STANDING[key]
    return {
      key,
      name: `${letter}${i + 1}`,
      block,
      length: 3000,
      width: 75,
      ...(standing
        ? {
            standing: [
              { what: standing[0], until: standing[1], family: standing[2], ...(key === 'l8' ? { cover: true } : {}) },
            ],
          }
        : {}),
      ...(GREW[letter] ? { grew: GREW[letter] } : {}),
    }
  }),
)

export const events: NonNullable<SeasonInput['site']['events']> = [
  { key: 'first-market', name: 'First Saturday market', on: '2027-05-01' },
  { key: 'june-wedding', name: 'First wedding', on: '2027-06-05' },
  { key: 'midsummer-fair', name: 'Midsummer plant fair', on: '2027-05-22' },
  { key: 'last-wedding', name: 'Last wedding', on: '2027-10-02' },
]

/** Plants that are not for own beds, by code, before the rest goes to the field. */
const OTHERS: Record<string, Share[]> = {
  TR: [
    { to: 'customer', name: 'The mill kitchen garden', plants: 12, on: '2027-05-15' },
    { to: 'sale', plants: 24, on: '2027-05-15', pot: 'pots-9' },
  ],
  TY: [{ to: 'sale', plants: 18, on: '2027-05-18', pot: 'pots-9' }],
  PH: [{ to: 'sale', plants: 30, on: '2027-05-22' }],
  PY: [{ to: 'sale', plants: 36, on: '2027-05-01' }],
  EP: [
    { to: 'customer', name: 'Neighbour at the ford', plants: 80, on: '2027-05-17' },
    { to: 'spare', plants: 20 },
  ],
}

/** Plantings that are to have a bed of their own choosing, by code with its number. */
const CHOSEN: Record<string, string> = { 'LA-3': 'w1', CB: 'r1 r2 r3', BP: 'm11 m12' }

const FLOWERS = ['orchard', 'lane', 'house'] // blocks that flowers are put in first
const MOST_BEDS = 12

/** Who every planting is for: orders first, then beds, in the order they are planted, where there is room. */
export function whoGetsWhat(season: Season): Map<string, { n: number; goes: Share[] }[]> {
  const { inField: stands } = createPlanner().plan(season)
  const taken = new Map<string, Taken[]>(
    season.beds.map((bed) => [
      bed.key,
      bed.standing.map(({ until }) => ({
        from: -Infinity,
        until: parseDay(until) + season.habits.turnaroundDays,
        at: 0,
        length: bed.length,
      })),
    ]),
  )
  const result = new Map<string, { n: number; goes: Share[] }[]>()
  const inOrder = [...stands].sort((a, b) => a.from - b.from || a.until - b.until)
  for (const stand of inOrder) {
    const others = stand.n <= 1 ? (OTHERS[stand.planting.code] ?? []) : []
    let left = stand.plants - others.reduce((sum, { plants }) => sum + plants, 0)
    const goes: Share[] = []
    const flower = stand.crop.group === 'cut-flower'
    const order = CHOSEN[stand.code] ?? CHOSEN[stand.planting.code]
    const choice = order
      ? season.beds.filter(({ key }) => order.split(' ').includes(key))
      : [...season.beds].sort(
          (a, b) => Number(FLOWERS.includes(b.block) === flower) - Number(FLOWERS.includes(a.block) === flower),
        )
    for (const bed of choice) {
      if (left <= 0 || goes.length >= MOST_BEDS) break
      const layout = layoutOf(stand.planting, stand.crop, bed, stand.inPlace?.thinTo)
      if (!layout) break
      const room = order
        ? bed.length
        : longestGap(bed, taken.get(bed.key)!, stand.from, stand.until + season.habits.turnaroundDays)
      const plants = Math.min(left, plantsIn(room, layout))
      if (plants < Math.min(left, 20)) continue
      const length = lengthFor(plants, layout)
      const together = taken
        .get(bed.key)!
        .filter((one) => one.from < stand.until + season.habits.turnaroundDays && one.until > stand.from)
      taken.get(bed.key)!.push({
        from: stand.from,
        until: stand.until + season.habits.turnaroundDays,
        at: firstGap(bed.length, together, length) ?? 0,
        length,
      })
      goes.push({ to: 'bed', bed: bed.key, plants })
      left -= plants
    }
    result.set(stand.planting.key, [
      ...(result.get(stand.planting.key) ?? []),
      { n: stand.n, goes: [...others, ...goes] },
    ])
  }
  return result
}

interface Taken {
  from: number
  until: number
  at: number
  length: number
}

/** Longest stretch of bed free all through a stay, cm. */
function longestGap(bed: Bed, taken: readonly Taken[], from: number, until: number): number {
  let at = 0
  let longest = 0
  for (const one of taken.filter((other) => other.from < until && other.until > from).sort((a, b) => a.at - b.at)) {
    longest = Math.max(longest, one.at - at)
    at = Math.max(at, one.at + one.length)
  }
  return Math.max(longest, bed.length - at)
}

/** A planting with who it is for, once for all or one by one in a series. */
export function withGoes<P extends Pick<Planting, 'key'> & { changes?: { n: number }[] | undefined; series?: unknown }>(
  planting: P,
  of: Map<string, { n: number; goes: Share[] }[]>,
): P {
  const own = (of.get(planting.key) ?? []).filter(({ goes }) => goes.length > 0)
  if (own.length === 0) return planting
  if (!planting.series) return { ...planting, goes: own[0]!.goes }
  const changes = [...(planting.changes ?? [])]
  for (const { n, goes } of own) {
    const at = changes.findIndex((change) => change.n === n)
    if (at < 0) changes.push({ n, goes } as (typeof changes)[number])
    else changes[at] = { ...changes[at]!, goes } as (typeof changes)[number]
  }
  return { ...planting, changes: changes.sort((a, b) => a.n - b.n) }
}
