/** Cookies that hold a reader's own choices. They are read by the server too, so that the first page is right. */

import type { Units } from '../words/format'

const WORKING_DAY_COOKIE = 'dove-step-day'
export const UNITS_COOKIE = 'dove-step-units'

/** The units this reader has chosen for themselves, if any; a cookie that says anything else says nothing. */
export const ownUnits = (cookie: string | undefined): Units | undefined =>
  cookie === 'us' || cookie === 'metric' ? cookie : undefined

/** A cookie to set for units of one's own; none gives them back to the farm. */
export const unitsCookie = (units: Units | undefined) =>
  `${UNITS_COOKIE}=${units ?? ''}; path=/; max-age=${units ? 31_536_000 : 0}; samesite=lax`

/** A cookie that was set for one season of a farm means nothing in another. */
const ofSeason = (season: string) => `${season}/`

/** The working day kept for a season, ISO, as a cookie to set. */
export const workingDayCookie = (season: string, day: string) =>
  `${WORKING_DAY_COOKIE}=${ofSeason(season)}${day}; path=/; samesite=lax`

/** The working day that was kept for a season, if it was this one. */
export function workingDayKept(cookie: (name: string) => string | undefined, season: string): string | undefined {
  const kept = cookie(WORKING_DAY_COOKIE)
  return kept?.startsWith(ofSeason(season)) ? kept.slice(ofSeason(season).length) : undefined
}
