/** What every view of the season needs. */
import { cookies, headers } from 'next/headers'
import { cache } from 'react'
import { undoState } from '../data/undo-repository'
import { database, rowsOf } from '../data/database'
import { listFarms, type SeasonFound } from '../data/farm-repository'
import { listWhatIfs } from '../data/what-if-repository'
import { farmsOf, may } from '../season/roles'
import { handsOf } from '../data/phone-repository'
import { clockDay } from '../core/calendar/clock'
import { formatDay } from '../core/calendar/day'
import { asker } from './asker'
import { seasonAtAddress } from './season-in-view'
import { loadSeason } from '../data/season-repository'
import { LANGUAGE_COOKIE, localeFor, ownLanguage, ownUnits, UNITS_COOKIE, workingDayKept } from '../ui/preferences'
import type { Season } from '../season/schema'
import { languageOf, type Language } from '../words/translator'
import type { SeasonData } from '../ui/season-context'

/** The season at an address for this reader, read once a request; `undefined` where there is none. */
export const loadSeasonData = cache(async (farm: string, season: string): Promise<SeasonData | undefined> => {
  const found = await seasonAtAddress(farm, season)
  return found && dataOf(found)
})

/** All farms that whoever asks may see, with their seasons. */
export async function farmsListed() {
  const one = await asker()
  const farms = await listFarms(database(), farmsOf(one))
  return farms.filter(({ id }) => may(one, 'read', id))
}

const MOST_TOLD = 200

/** A season for this reader. */
export async function dataOf(found: SeasonFound): Promise<SeasonData | undefined> {
  const { base, id } = found
  const db = rowsOf(id)
  const [jar, head, whatIfs, farms] = await Promise.all([cookies(), headers(), listWhatIfs(db, base), farmsListed()])
  const [stored, undo, one] = await Promise.all([loadSeason(db, id), undoState(db, id), asker()])
  if (!stored) return undefined
  const own = ownUnits(jar.get(UNITS_COOKIE)?.value)
  const language = ownLanguage(jar.get(LANGUAGE_COOKIE)?.value)
  return {
    own: base.season_id,
    view: id.season_id,
    at: found.at,
    ownAt: found.baseAt,
    farms,
    season: stored.season,
    revision: stored.revision,
    setAside: stored.setAside.slice(0, MOST_TOLD).map(({ of, key, problem }) => ({ of, key, problem })),
    versions: stored.versions,
    ...undo,
    whatIf: whatIfs.find((one) => one.id === id.season_id) ?? null,
    whatIfs,
    today: todayOf(stored.season),
    workingDay: workingDayKept((name) => jar.get(name)?.value, base.season_id),
    locale: localeFor(language, browserLocale(head.get('accept-language')), stored.season.farm.region),
    ownLanguage: language,
    units: own ?? stored.season.farm.units ?? 'metric',
    ownUnits: own,
    person: one.kind === 'person' ? { name: one.name, role: one.roles.get(id.farm_id)!, keeps: one.keeps } : null,
    phone:
      one.kind === 'phone'
        ? { name: one.name, hands: (await handsOf(database(), one.farm)).map(({ name, pin }) => ({ name, pin })) }
        : null,
  }
}

/** The day it is for a season, ISO: the one it says it opens on, else today where the farm is. */
export const todayOf = ({ season, farm }: Pick<Season, 'season' | 'farm'>): string =>
  season.opensOn ?? localToday(farm.timeZone)

/** Today on the wall calendar of a time zone, ISO; by the clock of the server where none is named. */
export const localToday = (zone?: string): string => formatDay(clockDay(Date.now(), zone))

/** How this reader reads where no farm is open yet. */
export async function readersLocale(): Promise<{ locale: string; language: Language }> {
  const [jar, head] = await Promise.all([cookies(), headers()])
  const chosen = ownLanguage(jar.get(LANGUAGE_COOKIE)?.value)
  const locale = localeFor(chosen, browserLocale(head.get('accept-language')), undefined)
  return { locale, language: languageOf(locale) }
}

function browserLocale(header: string | null): string {
  const first = header?.split(',')[0]?.split(';')[0]?.trim() ?? ''
  try {
    return Intl.getCanonicalLocales(first)[0] ?? 'en-GB'
  } catch {
    return 'en-GB' // a header no browser sends
  }
}
