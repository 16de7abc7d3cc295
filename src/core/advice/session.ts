/**
 * A session: the work of a day in the order it is done, with everything it takes (containers, mixes, covering, water,
 * labels, minutes) and what of it is missing.
 */
import type { Container, Habits, Place } from '../../season/schema'
import type { Batch } from '../batch/batch'
import type { Day } from '../calendar/day'
import { STANDARD_FLAT } from '../geometry/container'
import { minutesOf, type WorkKind } from '../labour/labour'
import { measureOut, mixLitres, NO_MIX, type Measured } from '../mix/mix'
import { mixUseOf, whichMix, type MixInUse } from '../mix/which-mix'
import type { Plan } from '../plan/plan'
import { inFlats } from '../sowing/policies'
import { workBetween, type Work } from './work'

/** Kinds of lines, in the order of the work: room is made before anything is sown or potted. */
export const LINE_KINDS = [
  'prepare',
  'heat-mix',
  'receive',
  'leave-heat',
  'move',
  'harden',
  'thin',
  'pinch',
  'prick-out',
  'pot-up',
  'sow',
  'plant',
] as const
export type LineKind = (typeof LINE_KINDS)[number]

/** Sessions there are: what is done with the same things in the hand. */
export const SESSIONS = {
  sow: ['sow'],
  'pot-up': ['prick-out', 'pot-up'],
  move: ['receive', 'leave-heat', 'move', 'harden'],
  tend: ['thin', 'pinch'],
  plant: ['plant'],
  prepare: ['prepare', 'heat-mix'],
} as const satisfies Record<string, readonly LineKind[]>
export type SessionKind = keyof typeof SESSIONS

/** Mix that a line takes. */
export interface LineMix {
  mix: MixInUse
  litres: number
}

/** One line: one kind, one container, one day. Sister sowings are one line that opens. */
export interface SessionLine {
  id: string
  kind: LineKind
  /** Name of the kind of plant; of a mix that is heated, the mix. */
  name: string
  works: Work[]
  container: Container | undefined
  trays: number
  cells: number
  place: number | undefined
  fromPlace: number | undefined
  mix: LineMix | undefined
  /** Litres of what seed is covered with. */
  covering: number
  /** Litres that the trays draw up from below. */
  soak: number
  /** Litres of water that wet pellets, or sheets of foam or fibre, before anything goes into them. */
  wet: number
  labels: number
  /** Trays that are covered. */
  covers: number
  minutes: number
  /** Day that a mix is heated for. */
  forDay: Day | undefined
}

/** Something a session lacks. */
export type Missing =
  | { kind: 'seed'; batch: Batch; lot: string; short: number }
  | { kind: 'no-lot'; batch: Batch }
  | { kind: 'container'; container: Container; short: number }
  | { kind: 'place'; place: Place; over: number }
  | { kind: 'preparation'; batch: Batch; what: string; from: Day }

/** Everything about the work of one day. */
export interface Session {
  day: Day
  lines: SessionLine[]
  /** Containers to fill, by their order in the season. */
  containers: { container: Container; trays: number; cells: number; litres: number }[]
  mixes: (LineMix & { measured: Measured })[]
  covering: number
  soak: number
  /** Litres of water that wet pellets, or sheets of foam or fibre, before anything goes into them. */
  wet: number
  labels: number
  covers: number
  /** Trays by the place they are carried to. */
  places: { place: number; trays: number; trayPlaces: number }[]
  minutes: number
  missing: Missing[]
}

const HEATED: ReadonlySet<Place['kind']> = new Set(['heat-mat', 'germination-cabinet'])
const FILLED: ReadonlySet<LineKind> = new Set(['sow', 'prick-out', 'pot-up'])
const WET = 0.8 // water for the volume of a swollen pellet, or of a sheet: an estimate
const THIN_COVER = 0.3 // cm over small seed
const FULL_COVER = 0.6 // cm over seed whose depth is not known
const LONGEST_COOLING = 10 // days

/**
 * The work of a day.
 *
 * @param of which sessions are wanted; all unless given
 */
export function sessionOn(
  plan: Plan,
  day: Day,
  of: readonly SessionKind[] = Object.keys(SESSIONS) as SessionKind[],
): Session {
  const wanted = new Set<LineKind>(of.flatMap((one) => SESSIONS[one]))
  const works = workBetween(plan, day, day + 1)
  const lines = linesOf(plan, works, wanted)
  if (wanted.has('heat-mix')) lines.push(...mixesToHeat(plan, day))
  lines.sort(inOrder(plan))
  return { day, lines, ...takenBy(plan, lines), missing: missingOn(plan, day, lines) }
}

/** Some sessions of a day that is known: nothing is looked for again. */
export function partOf(plan: Plan, whole: Session, of: readonly SessionKind[]): Session {
  const wanted = new Set<LineKind>(of.flatMap((one) => SESSIONS[one]))
  const lines = whole.lines.filter(({ kind }) => wanted.has(kind))
  return { day: whole.day, lines, ...takenBy(plan, lines), missing: missingOn(plan, whole.day, lines) }
}

/** Which lines a piece of work belongs to; none for what is ordered or fed. */
function lineKind({ kind, nth, batch }: Work['task']): LineKind | undefined {
  if (kind === 'order' || kind === 'feed') return undefined
  if (kind !== 'pot-up') return kind
  const { method, route } = batch.way
  return inFlats(method) && nth === route.steps[1]?.stage ? 'prick-out' : 'pot-up'
}

/** Lines of sister batches together: the same kind of plant, work, containers and places. */
function linesOf(plan: Plan, works: readonly Work[], wanted: ReadonlySet<LineKind>): SessionLine[] {
  const { season } = plan
  const lines = new Map<string, SessionLine>()
  for (const work of works) {
    const { task } = work
    const { batch, container, place, fromPlace, what } = task
    const kind = lineKind(task)
    if (kind === undefined || !wanted.has(kind)) continue
    // A part was sown with the whole.
    if (kind === 'sow' && batch.progress?.ledger.splitOff) continue
    const mix = filled(plan, kind, work)
    const id = [kind, batch.way.crop.key, container?.key, place, fromPlace, what, mix?.mix.key].join('/')
    const line = lines.get(id) ?? emptyLine(id, kind, batch.way.crop.name)
    lines.set(id, line)
    addTo(line, work, mix, season)
  }
  return [...lines.values()]
}

/** Adds a piece of work, and what it takes, to its line. */
function addTo(line: SessionLine, work: Work, mix: LineMix | undefined, { habits, places }: Plan['season']): void {
  const { task } = work
  const { kind } = line
  line.works.push(work)
  line.container ??= task.container
  line.place ??= task.place
  line.fromPlace ??= task.fromPlace
  line.trays += task.trays
  line.cells += task.cells
  if (mix) line.mix = { mix: mix.mix, litres: (line.mix?.litres ?? 0) + mix.litres }
  line.minutes += minutesTaken(kind, work, habits)
  if (FILLED.has(kind)) line.labels += task.trays
  if (FILLED.has(kind) && task.container && NO_MIX.has(task.container.kind))
    line.wet += (task.cells * task.container.cellVolume * WET) / 1000
  if (kind !== 'sow') return
  line.covering += coveringOf(work)
  line.soak += (mix?.litres ?? 0) * habits.soak.share
  if (task.place !== undefined && HEATED.has(places[task.place]!.kind)) line.covers += task.trays
}

function emptyLine(id: string, kind: LineKind, name: string): SessionLine {
  return {
    id,
    kind,
    name,
    works: [],
    container: undefined,
    trays: 0,
    cells: 0,
    place: undefined,
    fromPlace: undefined,
    mix: undefined,
    covering: 0,
    soak: 0,
    wet: 0,
    labels: 0,
    covers: 0,
    minutes: 0,
    forDay: undefined,
  }
}

/** Mix that a piece of work fills in; none where nothing is filled. */
export function filled({ season }: Pick<Plan, 'season'>, kind: LineKind, { task }: Work): LineMix | undefined {
  const { container, cells, batch } = task
  if (!container || !FILLED.has(kind)) return undefined
  const potted = kind !== 'sow'
  const stage = batch.way.method.stages[potted ? task.nth : 0]
  const mix = whichMix(season, container, stage, mixUseOf(container, potted))
  const litres = mixLitres(container, cells, mix.compaction)
  return litres > 0 ? { mix, litres } : undefined
}

/** Litres over the seed of a sowing: its trays' footprint, as deep as the kind is covered. */
export function coveringOf({ task: { batch, container, cells } }: Work): number {
  const { germination } = batch.way.crop
  const { cover, depth } = germination
  if (cover === undefined || cover === 'none' || !container) return 0
  const deep = cover === 'thin' ? Math.min(THIN_COVER, depth ?? THIN_COVER) : (depth ?? FULL_COVER)
  const area = STANDARD_FLAT.length * STANDARD_FLAT.width * container.trayPlaces
  const used = inFlats(batch.way.method) ? cells : cells / container.cells
  return (area * deep * used) / 1000
}

function minutesTaken(kind: LineKind, { task }: Work, { work }: Pick<Habits, 'work'>): number {
  const { batch, trays, cells } = task
  const take = (one: WorkKind, units = cells) => minutesOf(one, { trays, units, seeder: batch.way.method.seeder }, work)
  switch (kind) {
    case 'sow':
      return take('fill') + take('sow')
    case 'prick-out':
    case 'pot-up':
    case 'thin':
      return take(kind)
    case 'leave-heat':
    case 'move':
    case 'harden':
    case 'receive':
      return take('move')
    case 'plant':
      return take('move') + take('plant', batch.plants)
    default:
      return 0
  }
}

/** Mixes of the days to come that have to be heated today, to be cool by then. */
function mixesToHeat(plan: Plan, day: Day): SessionLine[] {
  const { season } = plan
  if (![season.habits.mix, ...season.mixes].some(({ heating }) => heating)) return []
  const lines: SessionLine[] = []
  for (let ahead = 0; ahead <= LONGEST_COOLING; ahead++) {
    const needed = linesOf(plan, workBetween(plan, day + ahead, day + ahead + 1), FILLED)
    for (const { mix, litres } of mixesIn(needed)) {
      if (!mix.heating || daysToCool(mix.heating.coolHours) !== ahead) continue
      const id = `heat-mix/${mix.key ?? ''}/${day + ahead}`
      lines.push({ ...emptyLine(id, 'heat-mix', mix.name), mix: { mix, litres }, forDay: day + ahead })
    }
  }
  return lines
}

const COOL_THE_SAME_DAY = 3 // hours

/** Days before it is used that a mix is heated: what cools within a morning, on the day itself. */
const daysToCool = (hours: number): number => (hours <= COOL_THE_SAME_DAY ? 0 : Math.ceil(hours / 24))

/** Lines in the order of the work: what is dark while it germinates last, what goes to heat next to last so that it does not wait. */
function inOrder({ season }: Plan): (a: SessionLine, b: SessionLine) => number {
  const rank = ({ kind, works, place }: SessionLine) =>
    kind !== 'sow'
      ? 0
      : works[0]!.task.batch.way.crop.germination.light === 'dark'
        ? 2
        : place !== undefined && HEATED.has(season.places[place]!.kind)
          ? 1
          : 0
  const number = ({ container }: SessionLine) => (container ? season.containers.indexOf(container) : -1)
  const walk = ({ fromPlace, place }: SessionLine) => fromPlace ?? place ?? -1
  return (a, b) =>
    LINE_KINDS.indexOf(a.kind) - LINE_KINDS.indexOf(b.kind) ||
    rank(a) - rank(b) ||
    (FILLED.has(a.kind) ? number(a) - number(b) || walk(a) - walk(b) : walk(a) - walk(b) || number(a) - number(b)) ||
    a.name.localeCompare(b.name) ||
    (a.id < b.id ? -1 : 1)
}

/** Mixes of some lines, each once, in the order they are first needed. */
function mixesIn(lines: readonly SessionLine[]): LineMix[] {
  const mixes = new Map<string | undefined, LineMix>()
  for (const { mix } of lines)
    if (mix) mixes.set(mix.mix.key, { mix: mix.mix, litres: (mixes.get(mix.mix.key)?.litres ?? 0) + mix.litres })
  return [...mixes.values()]
}

/** Sums over the lines: what a session takes is what its lines take. */
function takenBy({ season }: Plan, lines: readonly SessionLine[]): Omit<Session, 'day' | 'lines' | 'missing'> {
  const containers = new Map<string, Session['containers'][number]>()
  const places = new Map<number, Session['places'][number]>()
  const sum = (of: (line: SessionLine) => number) => lines.reduce((all, line) => all + of(line), 0)
  for (const { kind, container, trays, cells, mix, place } of lines) {
    if (!container) continue
    if (FILLED.has(kind)) {
      const one = containers.get(container.key) ?? { container, trays: 0, cells: 0, litres: 0 }
      containers.set(container.key, {
        container,
        trays: one.trays + trays,
        cells: one.cells + cells,
        litres: one.litres + (mix?.litres ?? 0),
      })
    }
    if (place === undefined || kind === 'prepare' || kind === 'thin' || kind === 'pinch') continue
    const at = places.get(place) ?? { place, trays: 0, trayPlaces: 0 }
    places.set(place, {
      place,
      trays: at.trays + trays,
      trayPlaces: at.trayPlaces + trays * container.trayPlaces,
    })
  }
  return {
    containers: season.containers.flatMap(({ key }) => containers.get(key) ?? []),
    mixes: mixesIn(lines.filter(({ kind }) => FILLED.has(kind))).map((one) => ({
      ...one,
      measured: measureOut(one.mix, one.litres),
    })),
    covering: sum(({ covering }) => covering),
    soak: sum(({ soak }) => soak),
    wet: sum(({ wet }) => wet),
    labels: sum(({ labels }) => labels),
    covers: sum(({ covers }) => covers),
    places: [...places.values()].sort((a, b) => a.place - b.place),
    minutes: sum(({ minutes }) => minutes),
  }
}

function missingOn(plan: Plan, day: Day, lines: readonly SessionLine[]): Missing[] {
  const missing: Missing[] = []
  const open = lines.flatMap((line) => line.works.flatMap((work) => (work.state === 'open' ? [{ line, work }] : [])))
  for (const { line, work } of open) {
    if (line.kind !== 'sow') continue
    const { batch } = work.task
    const use = plan.shortOfSeed.get(batch.id)
    if (use) missing.push({ kind: 'seed', batch, lot: use.lot.name, short: Math.min(use.short, batch.sizing!.seeds) })
    else if (!batch.seed.lot) missing.push({ kind: 'no-lot', batch })
    missing.push(...unprepared(batch, day))
  }
  const containers = new Set(open.flatMap(({ line }) => (FILLED.has(line.kind) ? [line.container!] : [])))
  for (const load of plan.containers) {
    const short = load && containers.has(load.of) ? overOn(load, day) : 0
    if (short > 1e-9) missing.push({ kind: 'container', container: load!.of, short: Math.ceil(short) })
  }
  const places = new Set(open.flatMap(({ line }) => (line.kind === 'plant' ? [] : (line.place ?? []))))
  for (const at of places) {
    const load = plan.places[at]!
    const over = overOn(load, day)
    if (over > 1e-9) missing.push({ kind: 'place', place: load.of, over })
  }
  return missing
}

const overOn = (load: { days: Float64Array; capacity: Float64Array; from: Day }, day: Day): number =>
  (load.days[day - load.from] ?? 0) - (load.capacity[day - load.from] ?? Infinity)

/** Preparations of a sowing that nobody has ticked off. */
function unprepared(batch: Batch, sow: Day): Missing[] {
  const missing: Missing[] = []
  let ahead = 0
  for (let i = batch.way.preparation.length - 1; i >= 0; i--) {
    const { what, days } = batch.way.preparation[i]!
    ahead += days
    if (!batch.progress?.ledger.done.has(`prepare/${i}`))
      missing.push({ kind: 'preparation', batch, what, from: sow - ahead })
  }
  return missing
}

/** Days with open work of these sessions over [from, until). */
export function sessionDays(plan: Plan, from: Day, until: Day, of: readonly SessionKind[]): Day[] {
  const wanted = new Set<LineKind>(of.flatMap((one) => SESSIONS[one]))
  const days = new Set<Day>()
  for (const { task, state } of workBetween(plan, from, until)) {
    const kind = lineKind(task)
    if (state === 'open' && kind && wanted.has(kind)) days.add(task.day)
  }
  return [...days].sort((a, b) => a - b)
}
