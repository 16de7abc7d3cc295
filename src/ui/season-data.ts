/** What every view of a season shows, put together of what the server says of its reader and of the season itself. */
import type { FarmListed, WhatIf } from '../season/farms'
import type { Pin } from '../season/pin'
import type { Role } from '../season/roles'
import type { SeasonHeld } from '../season/since'
import type { Units } from '../words/format'
import type { Language } from '../words/translator'
import { localeFor, ownUnits, UNITS_COOKIE, workingDayKept } from './preferences'

/** What a page says of its reader, and of where they are; nothing of what is in the season. */
export interface Frame {
  /** Id of the farm's own season: what happens is written there. */
  own: string
  /** Id of what is looked at: the season, or a copy of it. */
  view: string
  /** Address of what is looked at; every view of it stands below. */
  at: string
  /** Address of the farm's own season. */
  ownAt: string
  /** All farms there are, with their seasons. */
  farms: FarmListed[]
  /** The copy that is looked at instead of the season, and the copies there are. */
  whatIf: WhatIf | null
  whatIfs: WhatIf[]
  /** ISO working day kept from before, if any. */
  workingDay: string | undefined
  /** The first locale the browser asks for. */
  browser: string
  /** The language this reader has chosen; without one the browser's. */
  ownLanguage: Language | undefined
  ownUnits: Units | undefined
  /** Who has signed in, and what they are on this farm; none where nobody has to. */
  person: { name: string; role: Role; keeps: boolean } | null
  /** The phone this is, where a crew shares it, and who may hold it. */
  phone: { name: string; hands: { name: string; pin: Pin | null }[] } | null
}

export interface SeasonData extends Frame, SeasonHeld {
  locale: string
  /** Units that are shown: this reader's own, else the farm's. */
  units: Units
}

/**
 * The same frame with what this reader has chosen on this device since: a page that was kept says what they chose then.
 *
 * @param cookies as the page reads them: `a=1; b=2`
 */
export function withOwnChoices(frame: Frame, cookies: string): Frame {
  const said = new Map(cookies.split('; ').map((one) => [one.split('=', 1)[0]!, one.slice(one.indexOf('=') + 1)]))
  return {
    ...frame,
    workingDay: workingDayKept((name) => said.get(name), frame.own),
    ownUnits: ownUnits(said.get(UNITS_COOKIE)),
  }
}

/** A season for its reader. */
export const dataOf = (frame: Frame, held: SeasonHeld): SeasonData => ({
  ...frame,
  ...held,
  locale: localeFor(frame.ownLanguage, frame.browser, held.season.farm.region),
  units: frame.ownUnits ?? held.season.farm.units ?? 'metric',
})
