/** What the pages of know-how show and change, without drawing it. */
import type { Layout } from '../../core/field/spacing'
import { civil, fromCivil, parseDay, type Day } from '../../core/calendar/day'
import type { Batch } from '../../core/batch/batch'
import { outdoorMean } from '../../core/climate/outdoor'
import { placeMean } from '../../core/climate/place-temperature'
import type { FieldCrop } from '../../core/field/field-crop'
import { weeksTo } from '../../core/growth/entry'
import { containerAge } from '../../core/growth/container-age'
import type { Plan } from '../../core/plan/plan'
import type { Packet } from '../../core/field/packet-says'
import { present } from '../../season/values'
import type { Container, Method, Planting, Season, Sowing, Stage, Crop, Variety } from '../../season/schema'
import { libraryKind, namesOf } from '../../library/library'
import { sameValue } from '../../season/values'
import { withFigure } from '../../season/figures'
import type { Problem } from '../../season/read'

const START: { [P in Sowing['policy']]: Extract<Sowing, { policy: P }> } = {
  single: { policy: 'single' },
  thin: { policy: 'thin', seedsPerCell: 2, keep: 1 },
  clump: { policy: 'clump', seedsPerCell: 4, count: 'plants', atLeast: 1 },
  divide: { policy: 'divide', seedsPerCell: 8, parts: 6 },
  flat: { policy: 'flat', seedsPerFlat: 400, usable: 0.9, readyLeaf: 1, limitLeaf: 3 },
  bought: { policy: 'bought', age: 150, good: 0.97, orderDays: 28 },
  'in-place': { policy: 'in-place', seedsPerMetre: 40, thinTo: 10, thinLeaf: 2 },
}

/**
 * Where the spots of plants lie on a stretch of bed, cm from its corner: the rows share its width evenly.
 *
 * @param width and length of the stretch, cm
 */
export function spotsOn({ rows, plant }: Pick<Layout, 'rows' | 'plant'>, width: number, length: number) {
  const inRow = Math.floor(length / plant + 1e-9)
  return Array.from({ length: rows * inRow }, (_, i) => ({
    x: ((i % inRow) + 0.5) * plant,
    y: ((Math.floor(i / inRow) + 0.5) * width) / rows,
  }))
}

/** One batch or one sowing in place of a kind, with its days from the first to the last that is known. */
export interface KindRow {
  id: string
  code: string
  variety: string
  batch: Batch | undefined
  stand: FieldCrop | undefined
  from: Day
  until: Day
}

const IN_FIELD = 14 // days drawn where nothing says how long it stands
const LONGEST = 500 // days drawn

/** A kind through the year of this farm: its batches and sowings in place by their days, and the whole months they take. */
export function yearOfKind(plan: Plan, crop: string): { rows: KindRow[]; from: Day; until: Day } | undefined {
  const stands = new Map(plan.inField.filter((one) => one.crop.key === crop).map((one) => [one.id, one]))
  const row = (batch: Batch | undefined, stand: FieldCrop | undefined): KindRow => {
    const { id, code, variety } = (batch ?? stand)!
    const last = stand?.clears ?? stand?.harvest ?? batch?.plantOn ?? stand!.from
    return {
      id,
      code,
      variety: variety.name,
      batch,
      stand,
      from: batch?.sow ?? stand!.from,
      until: Math.max(last, (batch?.plantOn ?? stand!.from) + IN_FIELD),
    }
  }
  const raised = plan.batches.filter(({ variety, sow, stays }) => variety.crop === crop && sow !== undefined && stays.length > 0) // prettier-ignore
  const rows = [
    ...raised.map((batch) => row(batch, stands.get(batch.id))),
    ...[...stands.values()].filter(({ inPlace }) => inPlace !== undefined).map((stand) => row(undefined, stand)),
  ].sort((a, b) => a.from - b.from || (a.code < b.code ? -1 : 1))
  if (rows.length === 0) return undefined
  const first = civil(rows[0]!.from)
  const from = fromCivil(first.year, first.month, 1)
  const end = civil(Math.min(from + LONGEST, Math.max(...rows.map(({ until }) => until))))
  return { rows, from, until: fromCivil(end.year, end.month + 1, 1) }
}

/** So many of a list at most, spread evenly over it with its first and its last. */
export function spread<T>(list: readonly T[], most: number): T[] {
  if (list.length <= most) return [...list]
  return Array.from({ length: most }, (_, i) => list[Math.round((i * (list.length - 1)) / (most - 1))]!)
}

/** How long a kind is good to plant out of one container, in weeks from sowing. */
export interface ContainerAge {
  container: Container
  ready: number
  limit: number
}

/**
 * Weeks from sowing at which a kind is ready in each container of the farm, and too old in it, by the mix one plant has.
 *
 * @param at °C it is grown on at; @param germinatesAt °C it germinates at
 * @returns nothing of open flats, nor of what never gets ready at such a temperature
 */
export function containerAges(
  crop: Crop,
  containers: readonly Container[],
  at: number,
  germinatesAt: number,
): ContainerAge[] {
  const { germination, growth } = crop
  if (growth.points.length === 0) return []
  return containers
    .filter(({ kind, cellVolume }) => kind !== 'open-flat' && cellVolume > 0)
    .flatMap((container) => {
      const age = containerAge(growth.points, container.cellVolume)
      const ready = weeksTo(germination, growth, age.ready, at, germinatesAt)
      const limit = weeksTo(germination, growth, age.limit, at, germinatesAt)
      return ready === undefined || limit === undefined || limit <= ready ? [] : [{ container, ready, limit }]
    })
    .sort((a, b) => a.container.cellVolume - b.container.cellVolume)
}

const MOST_PLACES = 5

/**
 * Places of the farm by their mean on a day of a usual year, those that are alike together, warmest first.
 *
 * @param day on which it is sown
 */
export function placesByWarmth({ places, site }: Season, day: Day): { celsius: number; names: string[] }[] {
  const byDegree = new Map<number, string[]>()
  for (const place of places) {
    const celsius = Math.round(placeMean(place, day, outdoorMean(site.outdoorMonthlyMeans, day)))
    byDegree.set(celsius, [...(byDegree.get(celsius) ?? []), place.name])
  }
  return [...byDegree]
    .map(([celsius, names]) => ({ celsius, names }))
    .sort((a, b) => b.celsius - a.celsius)
    .slice(0, MOST_PLACES)
}

/** How many plantings use each method. */
export function plantingsByMethod({ plantings }: Pick<Season, 'plantings'>): ReadonlyMap<string, number> {
  const counts = new Map<string, number>()
  for (const { method } of plantings) counts.set(method, (counts.get(method) ?? 0) + 1)
  return counts
}

/** A planting that shows what a method comes to: the first that uses it, or a hundred plants; nothing where its crop has no variety. */
export function tryOf(season: Season, plan: Plan, method: Method): { planting: Planting; on: Day } | undefined {
  const using = season.plantings.find((planting) => planting.method === method.key)
  const found = using && plan.batches.find((one) => one.planting === using)
  if (using) return { planting: using, on: found?.plantOn ?? parseDay(using.on) }
  const variety = season.varieties.find(({ crop }) => crop === method.crop)
  if (!variety) return undefined
  const on = `${season.season.from.slice(0, 4)}-${season.site.latitude < 0 ? '11' : '06'}-01`
  const planting: Planting = {
    key: 'try',
    code: 'TRY',
    variety: variety.key,
    method: method.key,
    plants: 100,
    on,
    changes: [],
  }
  return { planting, on: parseDay(on) }
}

/** Potting up early, usual or late on the way from ready to limit. */
export const POINTS = [
  ['0.2', 'early'],
  ['0.5', 'usual'],
  ['0.8', 'late'],
] as const

export const pointKey = (point: number) => (point < 0.35 ? '0.2' : point <= 0.65 ? '0.5' : '0.8')

/**
 * A method with another policy: what is sown in its place has no stages, what is raised has at least one. What is pricked
 * out begins in an open flat and is potted up out of it, and what is divided has something to be divided into, where
 * the farm has such containers.
 */
export function withPolicy(method: Method, policy: Sowing['policy'], season: Season): Partial<Method> {
  const sowing = START[policy]
  if (policy === 'in-place') return { sowing, stages: [], hardening: { days: 0 } }
  const [place] = season.places
  const isFlat = (key: string | undefined) => season.containers.find((one) => one.key === key)?.kind === 'open-flat'
  const first =
    season.containers.find(({ kind }) => (kind === 'open-flat') === (policy === 'flat')) ?? season.containers[0]
  if (!place || !first) return { sowing }
  const [begun, ...after] = method.stages
  const suits = begun?.container !== undefined && isFlat(begun.container) === (policy === 'flat')
  const begins: Stage = suits
    ? begun
    : { survival: 0.97, ...begun, place: begun?.place ?? place.key, container: first.key }
  const pots =
    season.containers.find(({ kind }) => kind === 'pots') ?? season.containers.find(({ key }) => !isFlat(key))
  const goesOn = policy === 'flat' || policy === 'divide'
  if (!goesOn || after.some(({ container }) => container !== undefined) || !pots)
    return suits ? { sowing } : { sowing, stages: [begins, ...after] }
  return { sowing, stages: [begins, { place: begins.place, container: pots.key, survival: 0.98 }, ...after] }
}

export function entryOf(crop: Crop, href: string, inSeason: boolean, varieties: string): Entry {
  const of = libraryKind(crop.kind)
  const kind = inSeason ? of : undefined
  const names = of ? namesOf(of).join(' ') : ''
  return {
    key: crop.key,
    name: crop.name,
    text: `${crop.name} ${names} ${crop.family ?? ''} ${varieties}`.toLowerCase(),
    group: crop.group ?? '',
    href,
    inSeason,
    changed: kind !== undefined && !sameValue({ ...kind.crop, key: crop.key, name: crop.name }, crop),
  }
}

export const empty = (value: unknown) => (Array.isArray(value) && value.length === 0 ? undefined : value)

/** The first problem of a figure or of a part of it. */
export function problemAt(problems: readonly Problem[], path: string): string | undefined {
  const found = problems.find((problem) => {
    const at = problem.path.replace(/^overrides\./, '')
    return at === path || at.startsWith(`${path}.`) || at.startsWith(`${path}[`)
  })
  return found && `${found.message[0]!.toUpperCase()}${found.message.slice(1)}`
}

/** A variety's own figure set or taken away, in its overrides. */
export function withOwnFigure(variety: Variety, path: string, value: unknown): Variety {
  const overrides = withFigure(variety.overrides ?? {}, path, value)
  const next = { ...variety, overrides }
  if (Object.keys(overrides).length === 0) delete (next as { overrides?: unknown }).overrides
  return next
}

export interface Entry {
  key: string
  name: string
  text: string
  group: string
  href: string
  inSeason: boolean
  changed: boolean
}

/** By what a move without potting comes: days before planting, true leaf or degree-days of age. */
export type When = 'days' | 'leaf' | 'age'

/** What each begins with when it is chosen. */
export const USUAL_WHEN: Record<When, number> = { days: 14, leaf: 2, age: 200 }

/** When a stage begins that is only moved. */
export function whenOf({ when }: Pick<Stage, 'when'>): { kind: When; number: number } {
  if (when === undefined) return { kind: 'days', number: USUAL_WHEN.days }
  if ('age' in when) return { kind: 'age', number: when.age }
  return 'leaf' in when ? { kind: 'leaf', number: when.leaf } : { kind: 'days', number: when.daysBeforePlanting }
}

/** The same, as the season has it: leaves and days are whole. */
export function whenAt(kind: When, n: number): NonNullable<Stage['when']> {
  if (kind === 'age') return { age: n }
  return kind === 'leaf' ? { leaf: Math.round(n) } : { daysBeforePlanting: Math.round(n) }
}

/** Weeks of one line as they are typed; one number alone is a stretch of one week. */
export interface WeeksLine {
  first: number | undefined
  last: number | undefined
  after: boolean
}

/**
 * A packet with one of its lines changed; `undefined` once no line says anything.
 *
 * @param next the weeks of a line, or the day (MM-DD) for autumn; empty takes it away
 */
export function withWeeks(
  packet: Packet | undefined,
  line: 'indoors' | 'out' | 'direct' | 'by',
  next: WeeksLine | string,
): Packet | undefined {
  const said = typeof next === 'string' ? (next === '' ? undefined : next) : weeksOf(next)
  const made = present({ from: 'average' as const, ...packet, [line]: said }) as Packet
  return Object.keys(made).length > 1 ? made : undefined
}

function weeksOf({ first, last, after }: WeeksLine): [number, number] | undefined {
  const [a, b] = [first ?? last, last ?? first]
  if (a === undefined || b === undefined) return undefined
  return after ? [-Math.abs(a), -Math.abs(b)] : [Math.abs(a), Math.abs(b)]
}
