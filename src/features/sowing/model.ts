/** What a session needs and lacks. */
import {
  SESSIONS,
  sessionDays,
  sessionOn,
  type Missing,
  type Session,
  type SessionKind,
  type SessionLine,
} from '../../core/advice/session'
import { shiftsOf } from '../../core/advice/day-shift'
import type { Work } from '../../core/advice/work'
import { plantsOut } from '../../core/batch/tasks'
import type { Day } from '../../core/calendar/day'
import type { Plan } from '../../core/plan/plan'
import type { Season } from '../../season/schema'
import { count, list, mixWords, type Format } from '../../words/format'
import { placed } from '../../words/placed'
import { beyondWords } from '../../words/loads'
import { taskLine } from '../../words/tasks'

/** What of a day is looked at: one session, or all of it. */
export type Chosen = SessionKind | 'all'

const KINDS = Object.keys(SESSIONS) as SessionKind[]

export const sessionsOf = (chosen: Chosen): SessionKind[] => (chosen === 'all' ? KINDS : [chosen])

/** Work of a day that is still to be done in a session. */
export const openWorks = ({ lines }: Session, chosen: Chosen): Work[] => {
  const kinds = new Set<string>(sessionsOf(chosen).flatMap((kind) => SESSIONS[kind]))
  return lines.flatMap(({ kind, works }) => (kinds.has(kind) ? works.filter(({ state }) => state === 'open') : []))
}

/** The session that is asked for; else sowing, where anything is sown, or whatever else there is. */
export function chosenSession(whole: Session, asked: string | null): Chosen {
  if (asked === 'all') return asked
  const own = KINDS.find((kind) => kind === asked)
  if (own) return own
  const has = (kind: SessionKind) =>
    whole.lines.some((line) => (SESSIONS[kind] as readonly string[]).includes(line.kind))
  return KINDS.find(has) ?? 'sow'
}

export function missingWords(one: Missing, f: Format): string {
  switch (one.kind) {
    case 'seed':
      return f.t('sowing.ofFor', { seeds: count(f, one.short, 'seed'), lot: one.lot, batch: one.batch.code })
    case 'no-lot':
      return f.t('sowing.noSeedIsEnteredFor', { batch: one.batch.code, variety: one.batch.variety.name })
    case 'container':
      return `${f.number(one.short)} × ${one.container.name}`
    case 'place':
      return f.t('sowing.roomForTraysOn', { over: beyondWords(one.over, f), at: placed(f, one.place) })
    case 'preparation':
      return f.t('sowing.ofFrom', { what: one.what, batch: one.batch.code, from: f.date(one.from) })
  }
}

/** What is missing, what is said of many batches alike said once. */
export function missingList(all: readonly Missing[], f: Format): string[] {
  const without = all.flatMap((one) => (one.kind === 'no-lot' ? [one.batch] : []))
  if (without.length < 2) return all.map((one) => missingWords(one, f))
  const codes = list(
    f,
    without.map(({ code }) => code),
  )
  return [
    f.t('sowing.noSeedIsEnteredForMany', { n: without.length, batches: codes }),
    ...all.filter(({ kind }) => kind !== 'no-lot').map((one) => missingWords(one, f)),
  ]
}

/** How much of what goes where, of a whole line. */
export function lineAmount(line: SessionLine, season: Pick<Season, 'places'>, f: Format): string {
  const { works, container, trays, place, kind, cells } = line
  const task = works[0]?.task
  if (!task)
    return f.t('sowing.toBeCool', {
      litres: mixWords(f, line.mix?.litres ?? 0),
      day: line.forDay === undefined ? '' : f.date(line.forDay),
    })
  const at = (number: number | undefined) => (number === undefined ? '' : (season.places[number]?.name ?? ''))
  const stands = (number: number | undefined) =>
    number === undefined || !season.places[number] ? '' : placed(f, season.places[number])
  const seeds = count(
    f,
    sumOf(works, ({ batch }) => batch.sizing?.seeds ?? 0),
    'seed',
  )
  if (kind === 'sow')
    return f.t('sowing.inTo', { seeds, trays: f.number(trays), container: container?.name ?? '', places: at(place) })
  if (works.length === 1) return taskLine(task, season.places, f)
  const inTrays = container ? `${f.number(trays)} × ${container.name}` : ''
  const [from, to] = [at(line.fromPlace), at(place)]
  const where = from === '' || from === to ? stands(place) : `${from} → ${to}`
  switch (kind) {
    case 'prepare':
      return `${task.what ?? ''}: ${seeds}`
    case 'prick-out':
    case 'pot-up':
      return f.t('words.tasks.into', { plants: count(f, cells, 'plant'), trays: inTrays, extra: where })
    case 'plant':
      return f.t('words.tasks.from', {
        plants: count(
          f,
          sumOf(works, ({ batch }) => plantsOut(batch)),
          'plant',
        ),
        trays: inTrays,
        from,
      })
    default:
      return `${inTrays}: ${where}`
  }
}

const sumOf = (works: readonly Work[], of: (task: Work['task']) => number): number =>
  works.reduce((sum, { task }) => sum + of(task), 0)

/** Mix by name, covering and water of a line. */
export function takesWords(line: SessionLine, { habits }: Pick<Season, 'habits'>, f: Format): string {
  const { mix, covering, soak, trays, works } = line
  const words: string[] = []
  if (mix && works.length > 0)
    words.push(f.t('sowing.takesMix', { mix: mix.mix.name, litres: mixWords(f, mix.litres) }))
  if (covering > 0)
    words.push(f.t('sowing.takesCovering', { covering: habits.covering, litres: mixWords(f, covering) }))
  if (soak > 0 && trays > 0)
    words.push(
      f.t('sowing.soakATray', {
        litres: mixWords(f, soak / trays),
        minutes: count(f, habits.soak.minutes, 'minute'),
      }),
    )
  const shifts = shiftsOf(line)
  if (shifts.length > 0)
    words.push(
      f.t('sowing.shifted', {
        what: shifts[0]!.what,
        batches: list(
          f,
          shifts.slice(0, 3).map(({ batch, days }) => `${batch.code} ${daysAway(days, f)}`),
        ),
        more: shifts.length > 3 ? 'yes' : 'no',
      }),
    )
  return words.join(' · ')
}

/** `2 days later`, `1 day earlier`. */
const daysAway = (days: number, f: Format): string =>
  f.t('sowing.daysAway', { days: count(f, Math.abs(days), 'day'), later: days > 0 ? 'yes' : 'no' })

const AHEAD = 28 // days
const LOOKED_AT = 8 // sessions

const FAR = 300 // days

/** The days of the four weeks after a day on which there is such a session; else the next there is. */
export function sessionsAhead(plan: Plan, day: Day, chosen: Chosen): Day[] {
  const days = (until: Day) => sessionDays(plan, day, until, sessionsOf(chosen)).filter((other) => other !== day)
  const soon = days(day + AHEAD)
  return soon.length > 0 ? soon : days(day + FAR).slice(0, 1)
}

/** What cannot be had by preparing in time: seed, containers and room. */
export const lacking = ({ missing }: Pick<Session, 'missing'>): Missing[] =>
  missing.filter(({ kind }) => kind !== 'preparation')

/** The next sessions for which something lacks. */
export const daysLacking = (plan: Plan, ahead: readonly Day[], chosen: Chosen): Session[] =>
  ahead
    .slice(0, LOOKED_AT)
    .map((other) => sessionOn(plan, other, sessionsOf(chosen)))
    .filter((session) => lacking(session).length > 0)
