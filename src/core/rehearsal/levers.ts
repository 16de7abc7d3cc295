/** What would help a planting most: each thing that could be done tried in the same years, with what it gains and what it takes. */
import type { Habits, Planting, Season } from '../../season/schema'
import { withSaid } from '../batch/one-of-series'
import type { Batch } from '../batch/batch'
import { formatDay, weekStart, type Day } from '../calendar/day'
import { plantingsOf, withPlantings, type PlantingChange } from '../fit/as-plantings'
import { differencesOf, type Difference } from '../fit/proposals'
import { optionSteps } from '../fit/options'
import { crewHours } from '../labour/labour'
import { effortOf } from '../plan/compare'
import type { Plan, Planner } from '../plan/plan'
import { isBoughtIn } from '../sowing/policies'
import { binomialAt, drawsOf } from './draws'
import { eachYear, isInTime, openOf, type Rehearsed, type Run, type Tried } from './years'

/** What is done. */
export type LeverKind =
  /** Sown more of, for a greater chance to have enough. */
  | { kind: 'surer'; confidence: number; cells: number }
  /** Sown earlier. */
  | { kind: 'earlier'; days: number; sow: Day }
  /** A second, smaller sowing some days later. */
  | { kind: 'safety'; plants: number; sow: Day }
  /** Its lot tested at home, and sown by what comes up in the test. */
  | { kind: 'test'; lot: string; seeds: number; by: Day }
  /** More hours in the week that begins on a Monday. */
  | { kind: 'hours'; week: Day; hours: number }
  /** Raised at another place, in another container, potted at another point, bought in. */
  | { kind: 'otherwise'; differences: readonly Difference[] }

/** A thing that could be done, by what it gains in the same years and what it takes. */
export interface Lever {
  batch: string
  what: LeverKind
  /** The plantings it comes to. */
  changes: readonly PlantingChange[]
  /** The hours there would be in each week, where that is what is changed. */
  crew?: Habits['crew']
  /** Share of years with enough plants in time, as it stands and with it. */
  was: number
  chance: number
  /** What it costs beyond that, in the farm's money: over all it changes; below 0 it saves. */
  money: number
  /** Tray places × days it takes beyond that. */
  trayDays: number
}

/** What is asked: which batches, and from which day on. */
export interface LeversAsked extends Rehearsed {
  batches: readonly string[]
  from: Day
}

const SURER = [0.95, 0.98, 0.995]
const EARLIER = [3, 7, 14] // days
const SAFETY_SHARE = 0.25 // of the plants wanted
const SAFETY_AFTER = 5 // days
const MOST_OTHERWISE = 10 // ways tried for one batch
const WORTH_SAYING = 0.01 // gained, share of years

/** A batch in its plan. */
interface Of {
  planner: Planner
  plan: Plan
  batch: Batch
}

interface Candidate {
  batch: Batch
  what: LeverKind
  changes: readonly PlantingChange[]
  crew?: Habits['crew']
  /** What is otherwise in a year: cells sown, where what is found out before says how many; hours of a week. */
  triedIn?: (run: Run) => Tried
  /** The batches that serve the planting, as they would be: its own, and one that is added. */
  serves: readonly Batch[]
  money: number
  trayDays: number
}

/**
 * What could be done for some batches, tried in the same years as they stand in.
 *
 * @returns after each step how much of it is done, 0 to 1; in the end what gains at least one year in a hundred, by batch the most
 * gained first
 */
export function* levers(planner: Planner, plan: Plan, asked: LeversAsked): Generator<number, Lever[]> {
  const candidates: Candidate[] = []
  const own: Batch[] = []
  for (const id of asked.batches) {
    const batch = plan.byId.get(id)
    if (!batch || batch.sow === undefined || batch.progress?.asks) continue
    own.push(batch)
    const of = { planner, plan, batch }
    for (const [what, changes] of triedFor(of, asked.from)) {
      const candidate = candidateOf(of, what, changes)
      if (candidate) candidates.push(candidate)
      yield 0
    }
    const test = testOf(plan, batch, asked.from)
    if (test) candidates.push(test)
    candidates.push(...hoursFor(plan, batch, asked.from))
  }
  if (candidates.length === 0) return []
  const was = new Map(own.map((batch) => [batch.id, 0]))
  const with_ = new Float64Array(candidates.length)
  const all = [...openOf(plan), ...own, ...candidates.flatMap(({ serves }) => serves)]
  const steps = eachYear(plan, all, asked, (run) => {
    for (const batch of own) if (isEnough(run, batch, [batch])) was.set(batch.id, was.get(batch.id)! + 1)
    candidates.forEach(({ batch, serves, triedIn }, i) => {
      if (isEnough(run, batch, serves, triedIn?.(run))) with_[i]!++
    })
  })
  for (const done of steps) yield done / asked.years
  const found = candidates
    .map(({ batch, what, changes, crew, money, trayDays }, i): Lever => ({
      batch: batch.id,
      what,
      changes,
      ...(crew ? { crew } : {}),
      money,
      trayDays,
      was: was.get(batch.id)! / asked.years,
      chance: with_[i]! / asked.years,
    }))
    .filter(isWorthSaying)
    .sort((a, b) => b.chance - a.chance || a.money - b.money || a.trayDays - b.trayDays)
  return own.flatMap(({ id }) => withoutTwins(found.filter(({ batch }) => batch === id)))
}

/** Whether it gains enough to be said; a test may also gain by what need not be sown. */
function isWorthSaying({ what, chance, was, trayDays }: Lever): boolean {
  const gained = chance - was
  return gained >= WORTH_SAYING || (what.kind === 'test' && gained > -WORTH_SAYING && trayDays < -1)
}

/** Of ways that differ only by how many days the same is done, the best; they are given the best first. */
function withoutTwins(found: readonly Lever[]): Lever[] {
  const seen = new Set<string>()
  return found.filter(({ what, chance }) => {
    if (what.kind === 'hours') return !found.some((one) => isLessFor(one, { what, chance }))
    if (what.kind !== 'otherwise') return true
    const like = JSON.stringify(
      what.differences.map((one) => (one.kind === 'sow' ? one.kind : [one.kind, 'to' in one ? one.to : ''])),
    )
    return !seen.has(like) && seen.add(like)
  })
}

/** Whether it gains as much by fewer hours of the same week, or more by as many of another. */
function isLessFor(one: Lever, { what, chance }: Pick<Lever, 'what' | 'chance'>): boolean {
  if (one.what.kind !== 'hours' || what.kind !== 'hours' || one.what === what) return false
  const { week, hours } = one.what
  if (week === what.week)
    return hours < what.hours ? one.chance > chance - WORTH_SAYING : one.chance >= chance + WORTH_SAYING
  return hours <= what.hours && (one.chance > chance || (one.chance === chance && week < what.week))
}

/** Whether what serves a planting has enough plants together in a year; of each only what is ready in time counts. */
function isEnough(run: Run, { plants: need }: Batch, serves: readonly Batch[], tried?: Tried): boolean {
  let plants = 0
  let waits = 0
  for (const batch of serves) {
    const outcome = run.outcome(batch, tried)
    if (!outcome) continue
    // What is sown beside it goes into the same bed, and waits for it as long.
    waits = Math.max(waits, outcome.waits)
    if (isInTime(batch, { ...outcome, waits })) plants += outcome.plants
  }
  return plants >= need
}

/** Everything that could be done for a batch, with the plantings it comes to. */
function* triedFor(of: Of, from: Day): Generator<readonly [LeverKind, readonly PlantingChange[]]> {
  const { plan, batch } = of
  const { planting, n, plants } = batch
  const { season } = plan
  const sow = batch.sow!
  const change = (to: Planting): PlantingChange[] => [{ key: planting.key, from: planting, to }]
  const toSow = (batch.progress?.standing ?? 'to-sow') === 'to-sow'
  if (toSow) {
    for (const confidence of SURER)
      if (confidence > batch.confidence + 1e-9)
        yield [{ kind: 'surer', confidence, cells: 0 }, change(withSaid(planting, n, { confidence }))]
    for (const days of EARLIER)
      if (sow - days >= from)
        yield [
          { kind: 'earlier', days, sow: sow - days },
          change(withSaid(planting, n, { sowOn: formatDay(sow - days) })),
        ]
    const bought = season.methods.find((one) => one.crop === batch.way.method.crop && isBoughtIn(one))
    if (bought && !isBoughtIn(batch.way.method))
      yield [
        { kind: 'otherwise', differences: [] },
        change(withSaid(planting, n, { otherwise: { method: bought.key }, sowOn: undefined })),
      ]
  }
  const again = Math.max(sow + SAFETY_AFTER, from)
  if (again < batch.plantOn) {
    const added = safetyOf(season, batch, Math.max(1, Math.ceil(plants * SAFETY_SHARE)), again)
    yield [{ kind: 'safety', plants: added.plants, sow: again }, [{ key: added.key, from: null, to: added }]]
  }
  for (const changes of otherWays(of, from)) yield [{ kind: 'otherwise', differences: [] }, changes]
}

// What a way costs and takes is asked of the plan that it makes.
const NOTHING = { cost: 0, uses: [] }

/** Other ways that break nothing, planted on the same day: of each kind the first. */
function otherWays({ planner, plan, batch }: Of, from: Day): PlantingChange[][] {
  if (batch.pinned || batch.stays.length === 0) return []
  const { season } = plan
  const steps = optionSteps({ planner, season, batch, from, room: () => 0, columnOf: () => NOTHING })
  let step = steps.next()
  while (!step.done) step = steps.next()
  const seen = new Set<string>(['as it stands', 'sow'])
  const ways: PlantingChange[][] = []
  for (const { kind, parts } of step.value) {
    if (parts.length > 1 || parts[0]!.plantOn !== batch.plantOn || seen.has(kind)) continue
    seen.add(kind)
    ways.push(plantingsOf(planner, plan, [{ batch: batch.id, parts }]))
    if (ways.length >= MOST_OTHERWISE) break
  }
  return ways
}

const TEST_SEEDS = 50
const TEST_DAYS = 14 // from setting a test up to reading it
const WELL_TESTED = 200 // seeds in a test after which another says little

/** Its lot tested at home before it is sown: in each year the test says something else, and so many cells are sown. */
function testOf(plan: Plan, batch: Batch, from: Day): Candidate | undefined {
  const { seed, sizing, way, plants, confidence, course } = batch
  const by = batch.sow! - TEST_DAYS
  if (batch.progress && batch.progress.standing !== 'to-sow') return undefined
  if (!seed.lot || !sizing || seed.testedSeeds >= WELL_TESTED || by < from || isBoughtIn(way.method)) return undefined
  const { key } = seed.lot
  const cellsOf = new Map<number, number>()
  let [sum, years] = [0, 0]
  const triedIn = (run: Run): Tried => {
    const share = run.outcome(batch)?.share ?? seed.germination
    const up = binomialAt(TEST_SEEDS, share, drawsOf(run.year.seed, run.year.n, `test ${key}`)())
    let cells = cellsOf.get(up)
    if (cells === undefined) {
      const told = { ...seed, germination: up / TEST_SEEDS, testedSeeds: TEST_SEEDS }
      cells = way.size(plants, told, confidence, course.germinationFactor)?.cells ?? sizing.cells
      cellsOf.set(up, cells)
    }
    sum += cells
    years++
    return { cells }
  }
  const effort = effortOf(batch, plan.season)
  /** What it takes more in the mean of the years, as cells go. */
  const more = (of: number) => (years === 0 ? 0 : of * (sum / years / sizing.cells - 1))
  return {
    batch,
    what: { kind: 'test', lot: key, seeds: TEST_SEEDS, by },
    changes: [],
    serves: [batch],
    triedIn,
    get money() {
      return more(effort.cost.known)
    },
    get trayDays() {
      return more(effort.heatedDays + effort.litDays + effort.benchDays)
    },
  }
}

const MORE_HOURS = [1, 2, 4, 8, 16]
const WEEKS_BEFORE = 2 // weeks before its own work in which more hours are tried too: what is left over then is in its way
const NEAR_FULL = 0.7 // part of the hours of a week from which on it may be over in some years

/** More hours in a week in which, or shortly after which, something is done for it. */
function hoursFor({ season, limits }: Plan, batch: Batch, from: Day): Candidate[] {
  const { crew, costs } = season.habits
  const load = limits.find(({ kind }) => kind === 'crew')?.load
  if (!load || crew.parts.length >= MOST_PARTS) return []
  const work = new Set(batch.stays.filter(({ from: day }) => day >= from).map(({ from: day }) => weekStart(day)))
  const weeks = new Set([...work].flatMap((week) => Array.from({ length: WEEKS_BEFORE + 1 }, (_, i) => week - 7 * i)))
  return [...weeks]
    .filter((week) => {
      const room = load.capacity[week - load.from]
      return week >= weekStart(from) && Number.isFinite(room) && load.days[week - load.from]! > NEAR_FULL * room!
    })
    .flatMap((week) =>
      MORE_HOURS.map((hours): Candidate => ({
        batch,
        what: { kind: 'hours', week, hours },
        changes: [],
        crew: withMore(crew, week, hours),
        serves: [batch],
        triedIn: () => ({ more: { week, hours } }),
        money: hours * (costs.hour ?? 0),
        trayDays: 0,
      })),
    )
}

const MOST_PARTS = 12 // that the year of a crew may have

/** The hours of a crew with so many more in one week. */
function withMore(crew: Habits['crew'], week: Day, more: number): Habits['crew'] {
  const [from, until] = [formatDay(week).slice(5), formatDay(week + 7).slice(5)]
  const others = crew.parts.filter((part) => part.from !== from || part.until !== until)
  return { ...crew, parts: [{ from, until, hours: crewHours({ crew }, week) + more }, ...others] }
}

/** A second sowing of a part of the plants, for the same day. */
function safetyOf(season: Season, batch: Batch, plants: number, sow: Day): Planting {
  const { planting, plantOn, code } = batch
  const keys = new Set(season.plantings.map(({ key }) => key))
  const codes = new Set(season.plantings.map((one) => one.code))
  const numbers = Array.from({ length: 99 }, (_, i) => i + 1)
  const stem = code.replace(/[^A-Z0-9]/g, '').slice(0, 9)
  const { series: _series, sowAnchor: _sown, anchor: _anchor, goes: _goes, stand: _stand, leaves: _leaves, clears: _clears, pinned: _pinned, stands: _stands, worth: _worth, ...rest } = planting // prettier-ignore
  return {
    ...rest,
    key: numbers.map((i) => `${planting.key.slice(0, 50)}-safety-${i}`).find((key) => !keys.has(key))!,
    code: numbers.map((i) => `${stem}S${i}`).find((one) => !codes.has(one))!,
    plants,
    on: formatDay(plantOn),
    sowOn: formatDay(sow),
    changes: [],
    goes: [{ to: 'spare', plants }],
  }
}

/** A thing that could be done, with the batches as they would be; nothing where it comes to nothing else, or does not work. */
function candidateOf(
  { planner, plan, batch }: Of,
  what: LeverKind,
  changes: readonly PlantingChange[],
): Candidate | undefined {
  const season = withPlantings(plan.season, changes)
  const then = planner.plan(season, plan.today)
  const now = then.byId.get(batch.id)
  if (!now?.sizing || now.sow === undefined) return undefined
  const keys = new Set(changes.map(({ key }) => key))
  const takes = (of: Plan) => {
    const sum = { money: 0, trayDays: 0 }
    for (const one of of.batches) {
      if (!keys.has(one.planting.key)) continue
      const { cost, heatedDays, litDays, benchDays } = effortOf(one, of.season)
      sum.money += cost.known
      sum.trayDays += heatedDays + litDays + benchDays
    }
    return sum
  }
  const [before, after] = [takes(plan), takes(then)]
  const added = then.batches.filter(({ planting }) =>
    changes.some(({ from, key }) => from === null && key === planting.key),
  )
  const spoken: LeverKind =
    what.kind === 'surer'
      ? { ...what, cells: now.sizing.cells - (batch.sizing?.cells ?? 0) }
      : what.kind === 'otherwise'
        ? { ...what, differences: differencesOf(batch, now, season) }
        : what
  if (spoken.kind === 'surer' && spoken.cells <= 0) return undefined
  if (spoken.kind === 'otherwise' && spoken.differences.length === 0) return undefined
  return {
    batch,
    what: spoken,
    changes,
    serves: [now, ...added],
    money: after.money - before.money,
    trayDays: after.trayDays - before.trayDays,
  }
}
