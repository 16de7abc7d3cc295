/** Cookies that hold a reader's own choices. They are read by the server too, so that the first page is right. */

const WORKING_DAY_COOKIE = 'dove-step-day'
export const UNITS_COOKIE = 'dove-step-units'

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
