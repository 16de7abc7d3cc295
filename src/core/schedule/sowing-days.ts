/** Sowing only on some days. */
import type { Day } from '../calendar/day'
import type { CountedBack } from './count-back'
import { nearestWorkDay, type WorkDays } from './work-days'

/** Nearest day of sowing to a counted day that stays inside its window, or without one before the planting day; a tie goes earlier. */
export function onSowingDay(
  sow: Day,
  of: { readonly window: CountedBack['window']; readonly plantOn: Day },
  days: WorkDays | undefined,
): Day {
  if (!days) return sow
  const { window, plantOn } = of
  return nearestWorkDay(sow, days, (day) => (window ? day >= window.earliest && day <= window.latest : day < plantOn))
}
