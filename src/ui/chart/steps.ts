/** Amounts that hold from day to day, drawn as steps. */
import { area, curveStepAfter, line } from 'd3-shape'
import type { Day } from '../../core/calendar/day'
import type { Scale } from './scale'

/** An amount from a day on. */
export interface Step {
  day: Day
  value: number
}

/** The days of [first, last) on which an amount changes, and the end, where the last one still holds. */
export function stepsOf(of: (day: Day) => number, first: Day, last: Day): Step[] {
  const steps: Step[] = []
  for (let day = first; day < last; day++) {
    const value = of(day)
    if (value !== steps.at(-1)?.value) steps.push({ day, value })
  }
  const end = steps.at(-1)
  return end ? [...steps, { day: last, value: end.value }] : steps
}

const DIGITS = 1

/** Path of the top of the steps. */
export function steppedLine(steps: readonly Step[], x: Scale, y: Scale): string {
  const path = line<Step>(
    ({ day }) => x(day),
    ({ value }) => y(value),
  )
  return path.curve(curveStepAfter).digits(DIGITS)([...steps]) ?? ''
}

/** Path of what lies between the steps and a foot. */
export function steppedArea(steps: readonly Step[], x: Scale, y: Scale, foot: number): string {
  const path = area<Step>(
    ({ day }) => x(day),
    foot,
    ({ value }) => y(value),
  )
  return path.curve(curveStepAfter).digits(DIGITS)([...steps]) ?? ''
}
