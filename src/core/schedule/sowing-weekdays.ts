/** Sowing only on some days of the week. */
import { type Day, weekday } from '../calendar/day'
import type { CountedBack } from './count-back'

/** Nearest allowed weekday to a sowing day that stays inside its window, or without one before the planting day; a tie goes earlier. */
export function onSowingWeekday(
  sow: Day,
  of: { readonly window: CountedBack['window']; readonly plantOn: Day },
  weekdays: readonly number[],
): Day {
  if (weekdays.length === 0 || weekdays.includes(weekday(sow))) return sow
  const { window, plantOn } = of
  for (let away = 1; away < 7; away++) {
    for (const day of [sow - away, sow + away]) {
      if (!weekdays.includes(weekday(day))) continue
      if (window ? day >= window.earliest && day <= window.latest : day < plantOn) return day
    }
  }
  return sow
}
