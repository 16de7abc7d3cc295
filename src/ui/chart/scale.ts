/** Where a day, or an amount, is drawn. */
import { scaleLinear } from 'd3-scale'
import type { Day } from '../../core/calendar/day'

export type Scale = (value: number) => number

/** Days of [first, last] along a length from one end to the other, px or any unit; a span of no days is one day long. */
export function dayScale(first: Day, last: Day, from: number, to: number): Scale {
  return scaleLinear([first, Math.max(first + 1, last)], [from, to])
}

/** The day that is drawn at a place, by the same ends. */
export function dayAt(place: number, first: Day, last: Day, length: number): Day {
  return Math.floor(scaleLinear([first, Math.max(first + 1, last)], [0, length]).invert(place))
}

/** Days of [first, last] as a length of the whole in CSS, such as `50%`. */
export function dayShare(first: Day, last: Day): (day: Day) => string {
  const share = dayScale(first, last, 0, 100)
  return (day) => `${share(day)}%`
}

/** Amounts from the least, at the foot, to the most there is, at the top; what is more is drawn at the top. */
export function heightScale(least: number, most: number, foot: number, top: number): Scale {
  return scaleLinear([least, most], [foot, top]).clamp(true)
}
