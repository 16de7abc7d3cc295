/** What the pages of know-how show and change, without drawing it. */
import type { Layout } from '../../core/field/spacing'
import type { Packet } from '../../core/field/packet-says'
import { present } from '../../season/values'
import type { Method, Season, Sowing, Stage, Crop, Variety } from '../../season/schema'
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
