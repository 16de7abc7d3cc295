/** Hours of work that batches take, week by week. */
import type { Container, Habits, Method } from '../../season/schema'
import { inPartOfYear, weekStart, type Day } from '../calendar/day'
import { loadOfSteps, type Load } from '../capacity/load'
import { inFlats, isBoughtIn, policyOf } from '../sowing/policies'

/** Kinds of work that are counted in minutes. */
export const WORK_KINDS = ['fill', 'sow', 'thin', 'prick-out', 'pot-up', 'move', 'harden', 'plant'] as const
export type WorkKind = (typeof WORK_KINDS)[number]

/** Work on one batch over [from, until). */
export interface Work {
  kind: WorkKind
  from: Day
  until: Day
  minutes: number
}

/** What of a batch the work hangs on. */
export interface Worked {
  method: Method
  plants: number
  plantOn: Day
  stays: readonly {
    kind: 'germinate' | 'grow' | 'harden'
    from: Day
    until: Day
    cells: number
    trays: number
    potted: boolean
    container: Container
  }[]
  /** Cells sown. */
  sown: number
  /** Day it is thinned, where it is. */
  thinOn: Day | undefined
}

/** How much there is of a piece of work. */
export interface Amounts {
  trays: number
  /** Cells or plants that are handled one by one. */
  units: number
  /** Sown with a seeder instead of by hand. */
  seeder?: boolean | undefined
}

/** Minutes that a piece of work takes, by what the farm says each takes; of hardening, for one day of it. */
export function minutesOf(kind: WorkKind, { trays, units, seeder }: Amounts, work: Habits['work']): number {
  switch (kind) {
    case 'fill':
      return trays * work.fillTray
    case 'sow':
      return trays * (seeder ? work.seederTray : work.sowTray)
    case 'thin':
      return (units / 100) * work.thinHundred
    case 'prick-out':
      return (units / 100) * work.prickHundred
    case 'pot-up':
      return (units / 100) * work.potHundred
    case 'move':
      return trays * work.moveTray
    case 'harden':
      return trays * work.hardenTray
    case 'plant':
      return (units / 100) * work.plantHundred
  }
}

/** All work of a batch, in minutes by what the farm says each takes. */
export function workOf(
  { method, plants, plantOn, stays, sown, thinOn }: Worked,
  { work }: Pick<Habits, 'work'>,
): Work[] {
  const list: Work[] = []
  const add = (kind: WorkKind, from: Day, amounts: Amounts, until = from + 1) => {
    const minutes = minutesOf(kind, amounts, work) * (until - from)
    if (minutes > 0) list.push({ kind, from, until, minutes })
  }
  const bought = isBoughtIn(method)
  stays.forEach((stay, i) => {
    const { from, until, trays, cells } = stay
    const amounts = { trays, units: cells, seeder: method.seeder }
    if (i === 0) {
      // A part was filled, sown or brought in with the whole that it is of.
      if (!stay.potted) return
      if (bought) add('move', from, amounts)
      else {
        add('fill', from, amounts)
        add('sow', from, amounts)
      }
    } else if (stay.potted) {
      const pricked = i > 0 && inFlats(method) && stays.findIndex(({ potted }, j) => j > 0 && potted) === i
      add(pricked ? 'prick-out' : 'pot-up', from, amounts)
    } else add('move', from, amounts)
    if (stay.kind === 'harden') add('harden', from, amounts, until)
  })
  if (policyOf(method.sowing).thins) thin(add, { stays, sown, thinOn, plantOn })
  add('move', plantOn, { trays: stays.at(-1)?.trays ?? 0, units: 0 }) // out to the field
  add('plant', plantOn, { trays: 0, units: plants })
  return list
}

/** Thinning, by the cells there are on its day: of a part its own, and none where the whole was thinned before. */
function thin(
  add: (kind: WorkKind, from: Day, amounts: Amounts) => void,
  { stays, sown, thinOn, plantOn }: Pick<Worked, 'stays' | 'sown' | 'thinOn' | 'plantOn'>,
): void {
  const day = thinOn ?? stays[0]?.until ?? plantOn
  const isWhole = stays[0]?.potted !== false
  const standing = stays.find(({ from, until }) => day >= from && day < until)
  const isCut = standing !== undefined && standing.container === stays[0]?.container && standing.cells < sown
  const units = isWhole && !isCut ? sown : (standing?.cells ?? 0)
  add('thin', day, { trays: 0, units })
}

/** Hours there are in the week that begins on a Monday; `Infinity` where none are said. */
export function crewHours({ crew }: Pick<Habits, 'crew'>, monday: Day): number {
  // A week belongs to the part of the year that its Thursday is in.
  const part = crew.parts.find(({ from, until }) => inPartOfYear(monday + 3, from, until))
  return part?.hours ?? crew.hours ?? Infinity
}

/** What the hours of the crew are called among the limits. */
const CREW = { name: 'Crew hours' }

/** Hours of every week over [from, to), each day of a week carrying the hours of the whole week. */
export function crewLoad(
  all: readonly (readonly Work[])[],
  habits: Pick<Habits, 'crew'>,
  from: Day,
  to: Day,
): Load<{ name: string }> {
  const first = weekStart(from)
  const weeks = Math.max(1, Math.ceil((to - first) / 7))
  const hours = new Float64Array(weeks)
  for (const list of all)
    for (const work of list) spreadOverWeeks(work, first, weeks, (week, share) => (hours[week]! += share))
  const steps = new Float64Array(weeks * 7 + 1)
  const capacity = new Float64Array(weeks * 7)
  for (let week = 0; week < weeks; week++) {
    steps[week * 7]! += hours[week]!
    steps[week * 7 + 7]! -= hours[week]!
    capacity.fill(crewHours(habits, first + week * 7), week * 7, week * 7 + 7)
  }
  return loadOfSteps(CREW, steps, first, capacity)
}

/** Hours of a piece of work that fall into each week from the Monday `first` on. */
export function spreadOverWeeks(
  { from, until, minutes }: Work,
  first: Day,
  weeks: number,
  take: (week: number, hours: number) => void,
): void {
  const perDay = minutes / 60 / (until - from)
  let day = from
  while (day < until) {
    const week = Math.floor((day - first) / 7)
    const end = Math.min(until, first + (week + 1) * 7)
    if (week >= 0 && week < weeks) take(week, perDay * (end - day))
    day = end
  }
}
