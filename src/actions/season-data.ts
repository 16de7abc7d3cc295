/** What a page says of its reader, and seasons for those who draw them here. */
import { cookies, headers } from 'next/headers'
import { cache } from 'react'
import { database, rowsOf } from '../data/database'
import { listFarms, type SeasonFound } from '../data/farm-repository'
import { listWhatIfs } from '../data/what-if-repository'
import { farmsOf, may } from '../season/roles'
import { handsOf } from '../data/phone-repository'
import { seasonSince } from '../data/since-repository'
import { clockDay, seasonToday } from '../core/calendar/clock'
import { formatDay } from '../core/calendar/day'
import { asker } from './asker'
import { seasonAtAddress } from './season-in-view'
import { HELD_COOKIE } from '../ui/held-season'
import { LANGUAGE_COOKIE, localeFor, ownLanguage, ownUnits, UNITS_COOKIE, workingDayKept } from '../ui/preferences'
import { dataOf, type Frame, type SeasonData } from '../ui/season-data'
import type { Season } from '../season/schema'
import { languageOf, loadLanguage, type Language } from '../words/translator'

/** The frame round a season at an address for this reader, and whether their device holds that season; made once a request. */
export const frameAt = cache(async (farm: string, season: string) => {
  const found = await seasonAtAddress(farm, season)
  if (!found) return undefined
  const held = (await cookies()).get(HELD_COOKIE)?.value === found.id.season_id
  return { frame: await frameOf(found), held }
})

/** All farms that whoever asks may see, with their seasons. */
export async function farmsListed() {
  const one = await asker()
  const farms = await listFarms(database(), farmsOf(one))
  return farms.filter(({ id }) => may(one, 'read', id))
}

/** What a page of a season says of its reader. */
async function frameOf({ base, id, at, baseAt }: SeasonFound): Promise<Frame> {
  const [jar, head, whatIfs, farms, one] = await Promise.all([
    cookies(),
    headers(),
    listWhatIfs(rowsOf(id), base),
    farmsListed(),
    asker(),
  ])
  return {
    own: base.season_id,
    view: id.season_id,
    at,
    ownAt: baseAt,
    farms,
    whatIf: whatIfs.find((copy) => copy.id === id.season_id) ?? null,
    whatIfs,
    workingDay: workingDayKept((name) => jar.get(name)?.value, base.season_id),
    browser: browserLocale(head.get('accept-language')),
    ownLanguage: ownLanguage(jar.get(LANGUAGE_COOKIE)?.value),
    ownUnits: ownUnits(jar.get(UNITS_COOKIE)?.value),
    person: one.kind === 'person' ? { name: one.name, role: one.roles.get(id.farm_id)!, keeps: one.keeps } : null,
    phone:
      one.kind === 'phone'
        ? { name: one.name, hands: (await handsOf(database(), one.farm)).map(({ name, pin }) => ({ name, pin })) }
        : null,
  }
}

/** A season for this reader. */
export async function seasonFor(found: SeasonFound): Promise<SeasonData | undefined> {
  const [frame, since] = await Promise.all([frameOf(found), seasonSince(rowsOf(found.id), found.id)])
  return since && 'whole' in since ? dataOf(frame, since.whole) : undefined
}

/** The day it is for a season, ISO: the one it says it opens on, else today where the farm is. */
export const todayOf = (season: Pick<Season, 'season' | 'farm'>): string => seasonToday(season, Date.now())

/** Today on the wall calendar of a time zone, ISO; by the clock of the server where none is named. */
export const localToday = (zone?: string): string => formatDay(clockDay(Date.now(), zone))

/** How this reader reads where no farm is open yet. */
export async function readersLocale(): Promise<{ locale: string; language: Language }> {
  const [jar, head] = await Promise.all([cookies(), headers()])
  const chosen = ownLanguage(jar.get(LANGUAGE_COOKIE)?.value)
  const locale = localeFor(chosen, browserLocale(head.get('accept-language')), undefined)
  const language = languageOf(locale)
  await loadLanguage(language)
  return { locale, language }
}

function browserLocale(header: string | null): string {
  const first = header?.split(',')[0]?.split(';')[0]?.trim() ?? ''
  try {
    return Intl.getCanonicalLocales(first)[0] ?? 'en-GB'
  } catch {
    return 'en-GB' // a header no browser sends
  }
}
