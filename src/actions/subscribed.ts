/** What a calendar program is told that reads a farm's work by its address. */
import { parseDay } from '../core/calendar/day'
import { createPlanner } from '../core/plan/plan'
import { calendarOfToken, tellCalendar } from '../data/calendar-repository'
import { database, rowsOf } from '../data/database'
import { listFarms } from '../data/farm-repository'
import { loadSeason } from '../data/season-repository'
import { chosenEntries, subscribedCalendar } from '../interchange/calendar'
import { toldNext } from '../interchange/told-entries'
import { createFormat } from '../words/format'
import { languageOf, loadLanguage } from '../words/translator'
import { todayOf } from './season-data'

const BACK = 30 // days of what is past
const AHEAD = 400 // days

/**
 * The calendar of a token: work of every season of its farm that is not archived.
 *
 * @returns iCalendar; nothing where there is none, or its person is of the farm no more
 */
export async function subscribed(token: string): Promise<string | undefined> {
  const found = await calendarOfToken(database(), token)
  if (!found) return undefined
  const { farm, id, facts, locale, units } = found
  await loadLanguage(languageOf(locale))
  const rows = rowsOf({ farm_id: farm })
  const [listed] = await listFarms(rows, [farm])
  const entries: ReturnType<typeof chosenEntries> = []
  for (const one of listed?.seasons ?? []) {
    const season = one.archived ? undefined : (await loadSeason(rows, { farm_id: farm, season_id: one.id }))?.season
    if (!season) continue
    const today = parseDay(todayOf(season))
    const span = { from: today - BACK, until: today + AHEAD, season: one.id }
    const f = createFormat(locale, units, undefined, season.farm.currency)
    entries.push(...chosenEntries(createPlanner().plan(season, today), f, facts, span))
  }
  const { remind, remindAt } = facts
  const now = new Map(
    entries.map(({ id: entry, text, cannotWait, done }) => [
      entry,
      { text, remind: !done && (remind === 'everything' || (remind === 'what-cannot-wait' && cannotWait)) },
    ]),
  )
  const told = await tellCalendar(rows, { farm, id }, (before) => toldNext(before, entries, new Date()))
  return subscribedCalendar(`${listed?.name ?? ''}: ${facts.name}`, told, now, remindAt)
}
