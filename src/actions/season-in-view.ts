/** Which season this reader looks at: the farm's own, or a what-if copy of it. */
import { cookies } from 'next/headers'
import { database } from '../data/database'
import { farmName, openSeason, type SeasonId } from '../data/season-repository'
import { listWhatIfs, type WhatIf } from '../data/what-if-repository'

export const WHAT_IF_COOKIE = 'dove-what-if'

/** Both seasons a reader may be concerned with. */
export interface InView {
  /** The farm's own season. */
  base: SeasonId
  /** What is looked at. */
  id: SeasonId
  whatIf: WhatIf | null
  whatIfs: WhatIf[]
}

/** What this reader looks at, with the copies there are; `undefined` when the database holds no season. */
export async function inView(): Promise<InView | undefined> {
  const db = database()
  const base = await openSeason(db)
  if (!base) return undefined
  const [jar, whatIfs] = await Promise.all([cookies(), listWhatIfs(db, base)])
  const chosen = jar.get(WHAT_IF_COOKIE)?.value
  const whatIf = whatIfs.find(({ id }) => id === chosen) ?? null
  return { base, id: whatIf ? { farm_id: base.farm_id, season_id: whatIf.id } : base, whatIf, whatIfs }
}

/**
 * The season this reader looks at, if the page was drawn of it. Another tab or device may have opened another since:
 * what is written on a page must not go where its reader does not look.
 *
 * @param seen id of the season the page shows
 */
export async function seasonSeen(seen: string): Promise<SeasonId | 'no-season' | 'other-season'> {
  const id = await seasonInView()
  return id === undefined ? 'no-season' : id.season_id === seen ? id : 'other-season'
}

/** The season this reader looks at. */
export const seasonInView = async (): Promise<SeasonId | undefined> => (await inView())?.id

/** Name of the farm whose season is open; none where there is no season, or where it cannot be read just now. */
export async function farmInView(): Promise<string | undefined> {
  try {
    const id = await openSeason(database())
    return id && (await farmName(database(), id))
  } catch {
    return undefined // the page itself reads the season next, and says what is wrong
  }
}
