/** What Today shows: the day's work in walking order, the rest of the week, and the sowings of the weeks after. */
import { weekStart, type Day } from '../../core/calendar/day'
import { fieldWork, type FieldWork } from '../../core/field/field-work'
import type { FieldCrop } from '../../core/field/field-crop'
import type { Batch } from '../../core/batch/batch'
import type { Plan } from '../../core/plan/plan'
import { type CountDue, countsDue } from '../../core/advice/counts-due'
import { isSown, roundsOn, type Round } from '../../core/advice/rounds'
import { dayOf, workBetween, type Work } from '../../core/advice/work'
import type { Said } from '../../ui/records/use-record'

/** Work at one place; `undefined` is the field. */
export interface Stop {
  place: number | undefined
  work: Work[]
  /** Stands there that are to be counted. */
  counts: CountDue[]
}

export interface DayWork {
  day: Day
  stops: Stop[]
  /** Pieces of work, and those of them that are still to be done. */
  tasks: number
  open: number
}

export interface SowingWeek {
  monday: Day
  batches: Batch[]
  /** What is sown in its place. */
  inPlace: FieldCrop[]
  seeds: number
  trays: number
}

export interface TodayModel {
  rounds: Round[]
  today: DayWork
  /** The other days of the working week that have work. */
  week: DayWork[]
  /** Field work of the day, and of the rest of its week. */
  field: FieldWork[]
  fieldWeek: FieldWork[]
  /** Batches that are hardening on the day, with the days they do. */
  hardening: { batch: Batch; from: Day; until: Day }[]
  /** The working week and the six after it, those with sowings. */
  sowings: SowingWeek[]
}

/** Where orders are made: no place of the season, and first on the way. */
export const DESK = -1

const WEEKS_AHEAD = 6

/** Today's page for a working day. */
export function todayModel(plan: Plan, day: Day): TodayModel {
  const monday = weekStart(day)
  const byDay = new Map<Day, Work[]>()
  const rounds = roundsOn(plan, day)
  const withRounds = new Set(rounds.flatMap(({ first }) => first))
  for (const work of workBetween(plan, monday, monday + 7)) {
    // What is fed for the first time with a round of the day is named there.
    if (work.task.kind === 'feed' && dayOf(work) === day && withRounds.has(work.task.batch.code)) continue
    const others = byDay.get(dayOf(work))
    if (others) others.push(work)
    else byDay.set(dayOf(work), [work])
  }
  const week = [...byDay].filter(([other]) => other !== day).map(([other, work]) => dayWork(other, work))
  const field = fieldWork(plan.inField, monday, monday + 7)
  return {
    rounds,
    today: dayWork(day, byDay.get(day) ?? [], day === plan.today ? countsDue(plan, day) : []),
    week,
    field: field.filter((work) => work.day === day),
    fieldWeek: field.filter((work) => work.day !== day),
    hardening: hardeningOn(plan, day),
    sowings: Array.from({ length: WEEKS_AHEAD + 1 }, (_, i) => sowingWeek(plan, monday + 7 * i)).filter(
      ({ batches, inPlace }) => batches.length + inPlace.length > 0,
    ),
  }
}

/** Batches that are hardening on a day, those that go out soonest first. */
function hardeningOn(plan: Plan, day: Day): TodayModel['hardening'] {
  const hardening = plan.batches.flatMap((batch) => {
    const stay = batch.stays.at(-1)
    return stay?.kind === 'harden' && stay.from <= day && day < stay.until && isSown(batch, plan, day)
      ? [{ batch, from: stay.from, until: stay.until }]
      : []
  })
  return hardening.sort((a, b) => a.until - b.until || (a.batch.code < b.batch.code ? -1 : 1))
}

/** A day's work by place: where the trays stand, in the order of the places, the field last; what is latest first. */
function dayWork(day: Day, all: readonly Work[], counts: readonly CountDue[] = []): DayWork {
  const stops = new Map<number | undefined, Work[]>()
  for (const work of all) {
    const { task } = work
    const place = task.kind === 'order' ? DESK : (task.fromPlace ?? task.place)
    const stop = stops.get(place)
    if (stop) stop.push(work)
    else stops.set(place, [work])
  }
  for (const { place } of counts) if (!stops.has(place)) stops.set(place, [])
  const order = [...stops].sort(([a], [b]) => (a ?? Infinity) - (b ?? Infinity))
  for (const [, own] of order)
    own.sort((a, b) => Number(a.state === 'done') - Number(b.state === 'done') || b.late - a.late)
  return {
    day,
    stops: order.map(([place, own]) => ({ place, work: own, counts: counts.filter((count) => count.place === place) })),
    tasks: all.length + counts.length,
    open: all.filter(({ state }) => state === 'open').length,
  }
}

function sowingWeek(plan: Plan, monday: Day): SowingWeek {
  const batches = plan.batches
    .filter(
      ({ sow, progress }) => sow !== undefined && sow >= monday && sow < monday + 7 && progress?.standing !== 'gone',
    )
    .sort((a, b) => a.sow! - b.sow! || (a.code < b.code ? -1 : 1))
  const inPlace = plan.inPlace
    .filter((stand) => stand.from >= monday && stand.from < monday + 7)
    .sort((a, b) => a.from - b.from)
  return {
    monday,
    batches,
    inPlace,
    seeds:
      batches.reduce((sum, { sizing }) => sum + (sizing?.seeds ?? 0), 0) +
      inPlace.reduce((sum, stand) => sum + stand.inPlace!.seeds, 0),
    trays: batches.reduce((sum, { stays }) => sum + (stays[0]?.trays ?? 0), 0),
  }
}

export const sowingTask = (batch: Batch) => (batch.way.route.boughtAge === undefined ? 'sow' : 'receive')

/** The record that a batch was sown on its day, all of it. */
export function sownAsPlanned(batch: Batch, on = batch.sow!, cells = batch.stays[0]?.cells): Said {
  const share = cells !== undefined && batch.sizing ? cells / Math.max(1, batch.stays[0]?.cells ?? cells) : 1
  return {
    batch: batch.id,
    on,
    what: {
      did: 'task',
      task: sowingTask(batch),
      nth: 0,
      ...(cells === undefined ? {} : { cells }),
      ...(batch.sizing && sowingTask(batch) === 'sow' ? { seeds: Math.round(batch.sizing.seeds * share) } : {}),
    },
  }
}

/** Sowings of a week by day, raised and in place together. */
export function inOrder({ batches, inPlace }: SowingWeek) {
  const all = [
    ...batches.map((batch) => ({ day: batch.sow!, batch, stand: undefined })),
    ...inPlace.map((stand) => ({ day: stand.from, batch: undefined, stand })),
  ]
  return all.sort((a, b) => a.day - b.day)
}

export function sameWeek({ week: a }: { week: SowingWeek }, { week: b }: { week: SowingWeek }): boolean {
  return (
    a.monday === b.monday &&
    a.batches.length === b.batches.length &&
    a.batches.every((batch, i) => batch === b.batches[i]) &&
    a.inPlace.length === b.inPlace.length &&
    a.inPlace.every((stand, i) => stand === b.inPlace[i])
  )
}
