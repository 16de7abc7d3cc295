/** Hardening off: what each day of it asks for, by school, and how the weather ahead changes that. */
import { checksUnder, coldOf, type ColdFacts } from '../growth/cold'
import type { HardeningSchool, Habits, Method } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { Ahead, Forecast } from '../weather/forecast'

/** Days a school takes where a method does not say. */
export const SCHOOL_DAYS: Record<HardeningSchool, number> = {
  'growing-hours': 7,
  'two-weeks': 14,
  'four-weeks': 28,
  'cool-bench': 7,
}

/** One day's exposure. */
export interface Exposure {
  day: Day
  /** Which day of how many, from 1. */
  nth: number
  of: number
  /** Hours outside; 24 is day and night. */
  hours: number
  light: 'shade' | 'half' | 'full'
  night: 'in' | 'out'
  /** Air moved over them on a cool bench instead. */
  fan: boolean
  /** What the weather changes; the rest is already as it should be. */
  change: 'stay-in' | 'cover' | 'shelter' | 'shade' | 'night-in' | undefined
  ahead: Ahead | undefined
}

const FULL_DAY = 12

/** Share of the way, 0 on the first day and 1 on the last. */
const way = (nth: number, of: number) => (of <= 1 ? 1 : (nth - 1) / (of - 1))

/** What a school asks for on a day of hardening, whatever the weather. */
function asked(school: HardeningSchool, nth: number, of: number): Pick<Exposure, 'hours' | 'light' | 'night' | 'fan'> {
  const along = way(nth, of)
  switch (school) {
    case 'growing-hours': {
      const out = of >= 3 && nth > of - 2
      return {
        hours: out ? 24 : Math.round(2 + along * (FULL_DAY - 2)),
        light: along < 0.34 ? 'shade' : along < 0.67 ? 'half' : 'full',
        night: out ? 'out' : 'in',
        fan: false,
      }
    }
    case 'two-weeks': {
      const out = along > 0.65
      return {
        hours: out ? 24 : Math.round(2 + (along / 0.65) * (FULL_DAY - 4)),
        light: along < 0.3 ? 'shade' : along < 0.6 ? 'half' : 'full',
        night: out ? 'out' : 'in',
        fan: false,
      }
    }
    case 'four-weeks': {
      const week = Math.min(3, Math.floor(along * 4))
      return {
        hours: [4, 8, FULL_DAY, 24][week]!,
        light: (['shade', 'half', 'full', 'full'] as const)[week]!,
        night: week === 3 ? 'out' : 'in',
        fan: false,
      }
    }
    case 'cool-bench':
      return nth === of
        ? { hours: 4, light: 'shade', night: 'in', fan: true }
        : { hours: 0, light: 'full', night: 'in', fan: true }
  }
}

const WINDY = 40 // km/h over which leaves tear
const WET = 15 // mm over which small plugs are washed out
const HOT = 30 // °C over which soft leaves scorch in full sun

/** Coldest hour outside that a kind bears while it hardens, °C. */
export const bearsWhileHardening = (crop: ColdFacts): number => checksUnder(coldOf(crop), 'hardening')

/** School a batch is hardened by: its method's, else the farm's. */
export const schoolOf = (method: Pick<Method, 'hardening'>, habits: Pick<Habits, 'hardening'>): HardeningSchool =>
  method.hardening.school ?? habits.hardening

/**
 * Exposure on one day of hardening.
 *
 * @param from, until hardening days [from, until)
 * @param least °C it bears outside
 * @returns `undefined` on any other day
 */
export function exposureOn(
  school: HardeningSchool,
  from: Day,
  until: Day,
  day: Day,
  least: number,
  forecast?: Forecast,
): Exposure | undefined {
  if (day < from || day >= until) return undefined
  const nth = day - from + 1
  const of = until - from
  const plan = asked(school, nth, of)
  const ahead = forecast?.days.get(day)
  return { day, nth, of, ...plan, ahead, ...(ahead ? adapted(plan, ahead, least) : { change: undefined }) }
}

/** The day's exposure as the weather allows it. */
function adapted(
  plan: Pick<Exposure, 'hours' | 'light' | 'night' | 'fan'>,
  { low, high, rain = 0, wind = 0 }: Ahead,
  least: number,
): Partial<Exposure> & Pick<Exposure, 'change'> {
  if (plan.hours === 0) return { change: undefined }
  if (high < least + 3) return { hours: 0, night: 'in', change: 'stay-in' }
  const cold = plan.night === 'out' && low < least
  const night = cold ? { night: 'in' as const, hours: Math.min(plan.hours, FULL_DAY) } : {}
  if (rain > WET) return { ...night, change: 'cover' }
  if (wind > WINDY) return { ...night, change: 'shelter' }
  if (high > HOT && plan.light !== 'shade') return { ...night, light: 'shade', change: 'shade' }
  return cold ? { ...night, change: 'night-in' } : { change: undefined }
}
