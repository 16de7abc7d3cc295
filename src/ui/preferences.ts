/** Cookies that hold a reader's own choices. They are read by the server too, so that the first page is right. */

import type { Units } from '../words/format'
import { LANGUAGES, languageOf, type Language } from '../words/translator'

const WORKING_DAY_COOKIE = 'dove-step-day'
export const UNITS_COOKIE = 'dove-step-units'

/** The units this reader has chosen for themselves, if any; a cookie that says anything else says nothing. */
export const ownUnits = (cookie: string | undefined): Units | undefined =>
  cookie === 'us' || cookie === 'metric' ? cookie : undefined

/** A cookie to set for units of one's own; none gives them back to the farm. */
export const unitsCookie = (units: Units | undefined) =>
  `${UNITS_COOKIE}=${units ?? ''}; path=/; max-age=${units ? 31_536_000 : 0}; samesite=lax`

export const LANGUAGE_COOKIE = 'dove-step-language'

/** The language this reader has chosen, if any; one there is no catalogue for is none. */
export const ownLanguage = (cookie: string | undefined): Language | undefined =>
  LANGUAGES.find((language) => language === cookie)

/** A cookie to set for a language of one's own; none leaves it to the browser. */
export const languageCookie = (language: Language | undefined) =>
  `${LANGUAGE_COOKIE}=${language ?? ''}; path=/; max-age=${language ? 31_536_000 : 0}; samesite=lax`

/**
 * How a reader's words, dates and numbers are written: their own language, else the browser's; the farm's region where it says one.
 *
 * @param browser the first locale the browser asks for
 */
export function localeFor(own: Language | undefined, browser: string, region: 'uk' | 'us' | undefined): string {
  const language = own ?? languageOf(browser)
  const theirs = languageOf(browser) === language ? browser : language
  if (language === 'es') return region === 'us' ? 'es-US' : theirs === 'es' || theirs.startsWith('es-') ? theirs : 'es'
  if (region) return region === 'us' ? 'en-US' : 'en-GB'
  return theirs.toLowerCase().startsWith('en-') ? theirs : 'en-GB'
}

export const SEASON_COOKIE = 'dove-step-season'

/** A cookie to set for the season that is looked at: an address without one leads to it. */
export const seasonCookie = (season: string) => `${SEASON_COOKIE}=${season}; path=/; max-age=31536000; samesite=lax`

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
