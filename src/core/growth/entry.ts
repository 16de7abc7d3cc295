/** Figures as growers know them (days at a temperature, weeks in a tray) turned into figures of the model, and back. */
import { emergenceRate } from '../germination/emergence'
import { growthRate, type GrowthRange } from './rate'

/** Temperatures of germination, °C. */
export interface GerminationTemperatures {
  base: number
  optimum: number
  plateauTo?: number | undefined
  ceiling: number
}

/** "Up in 5 to 9 days at 18 to 20 °C." */
export interface UpIn {
  days: readonly [number, number]
  at: readonly [number, number]
}

const middle = ([a, b]: readonly [number, number]) => (a + b) / 2
const atUnit = (g: GerminationTemperatures, temperature: number) =>
  emergenceRate({ ...g, thermalTime: 1, spread: 1 }, temperature)

/**
 * Thermal time from what a grower knows: the middle of the days, at the middle of the temperatures.
 *
 * @returns °C·days; `undefined` when nothing comes up at that temperature
 */
export function thermalTimeFrom(g: GerminationTemperatures, { days, at }: UpIn): number | undefined {
  const rate = atUnit(g, middle(at))
  return rate > 0 ? middle(days) * rate : undefined
}

/**
 * Days until half has come up at a steady temperature.
 *
 * @returns `undefined` when it never does
 */
export function daysToEmerge(
  g: GerminationTemperatures & { thermalTime: number },
  temperature: number,
  pace = 1,
): number | undefined {
  const rate = atUnit(g, temperature)
  return rate > 0 ? (g.thermalTime * pace) / rate : undefined
}

/** "5 to 6 weeks in 90 ml at 16 °C", counted from sowing, with germination at its own temperature. */
export interface WeeksIn {
  ml: number
  /** Weeks from sowing: first good day to plant, and last. */
  weeks: readonly [number, number]
  /** °C it is grown on at. */
  at: number
  /** °C it germinates at. */
  germinatesAt: number
}

/** Why weeks could not be turned into ages. */
export type WeeksProblem = 'never-up' | 'too-cold' | 'up-after-that' | 'order'

/**
 * Growth point from what a grower knows.
 *
 * @returns ready and limit ages in degree-days since emergence, or why there are none
 */
export function pointFrom(
  g: GerminationTemperatures & { thermalTime: number },
  growth: GrowthRange,
  { ml, weeks, at, germinatesAt }: WeeksIn,
): { ml: number; ready: number; limit: number } | WeeksProblem {
  const up = daysToEmerge(g, germinatesAt)
  if (up === undefined) return 'never-up'
  const rate = growthRate(growth, at)
  if (rate <= 0) return 'too-cold'
  if (weeks[1] <= weeks[0]) return 'order'
  const ready = (7 * weeks[0] - up) * rate
  if (ready <= 0) return 'up-after-that'
  return { ml, ready, limit: (7 * weeks[1] - up) * rate }
}

/**
 * Weeks from sowing until an age, at steady temperatures.
 *
 * @param age degree-days since emergence
 * @returns `undefined` when it never comes up or never grows
 */
export function weeksTo(
  g: GerminationTemperatures & { thermalTime: number },
  growth: GrowthRange,
  age: number,
  at: number,
  germinatesAt: number,
): number | undefined {
  const up = daysToEmerge(g, germinatesAt)
  const rate = growthRate(growth, at)
  return up === undefined || rate <= 0 ? undefined : (up + age / rate) / 7
}
