/** The next season from this one: the same wishes on the new calendar, nothing of what happened. */
import type { Planting, Season } from '../../season/schema'
import { grewAfter } from '../field/rotation'
import { brokenBy, ownedOn } from '../capacity/owned'
import { formatDay, fromCivil, civil, parseDay, weekday, type Day } from '../calendar/day'

/** The day nearest to the same date so many years on that is the same day of the week. */
export function sameWeekday(day: Day, years: number): Day {
  const { year, month, date } = civil(day)
  const same = fromCivil(year + years, month, Math.min(date, 28)) + (date - Math.min(date, 28))
  const off = (weekday(day) - weekday(same) + 7) % 7
  return off > 3 ? same + off - 7 : same + off
}

const shifted = (iso: string, years: number) => formatDay(sameWeekday(parseDay(iso), years))

/** The same date so many years on; 29 February becomes 1 March. */
function sameDate(iso: string, years: number): string {
  const { year, month, date } = civil(parseDay(iso))
  return formatDay(fromCivil(year + years, month, Math.min(date, 28)) + (date - Math.min(date, 28)))
}

/** A planting so many years on: the same wish on the new calendar, nothing of what was found or decided of single days. */
export function nextPlanting(planting: Planting, years: number): Planting {
  const move = (iso: string) => shifted(iso, years)
  const goes = (list: Planting['goes']) =>
    list?.map((share) => ('on' in share && share.on !== undefined ? { ...share, on: move(share.on) } : share))
  const {
    stand: _stand,
    leaves: _leaves,
    clears: _clears,
    stands: _stands,
    pinned: _pinned,
    sowOn: _sowOn,
    lot: _lot,
    ...kept
  } = planting
  const { series, anchor } = planting
  return {
    ...kept,
    on: move(planting.on),
    // A sowing day that hangs on the frost still does.
    ...(planting.sowAnchor && planting.sowOn !== undefined ? { sowOn: move(planting.sowOn) } : {}),
    ...(anchor && 'on' in anchor ? { anchor: { ...anchor, on: move(anchor.on) } } : {}),
    ...(series
      ? {
          series: {
            ...series,
            ...(series.last === undefined ? {} : { last: move(series.last) }),
            ...(series.dates ? { dates: series.dates.map(move) } : {}),
          },
        }
      : {}),
    ...(planting.goes ? { goes: goes(planting.goes)! } : {}),
    changes: planting.changes.map((change) => {
      const { stand: _a, leaves: _b, clears: _c, stands: _d, pinned: _e, sowOn: _f, ...own } = change
      return {
        ...own,
        ...(change.on === undefined ? {} : { on: move(change.on) }),
        ...(change.goes ? { goes: goes(change.goes)! } : {}),
      }
    }),
  }
}

/** Days of work by date, on the same day of the week so many years on. */
function datesMoved(habits: Season['habits'], years: number): Season['habits'] {
  const { workDates } = habits
  if (!workDates) return habits
  const moved = Object.entries(workDates).map(([work, dates = []]) => [work, dates.map((iso) => shifted(iso, years))])
  return { ...habits, workDates: Object.fromEntries(moved) as typeof workDates }
}

/** What was learned is what it begins with. */
function withoutLearned<T extends { learned?: unknown }>(of: T): T {
  if (of.learned === undefined) return of
  const { learned: _, ...own } = of
  return own as T
}

/**
 * A season so many years after another.
 *
 * Dates keep their day of the week. Sowings made again, records, readings, forecasts, hand-chosen sowing days and pins stay
 * behind; seed that was sown is taken off its lot, and what broke off the containers owned.
 *
 * @param sownOf seeds that were, or are to be, taken from each lot this season
 */
export function nextSeason(season: Season, sownOf: ReadonlyMap<string, number>, years = 1): Season {
  const grew = grewAfter(season)
  const again = new Set(season.records.flatMap(({ what }) => (what.did === 'resow' ? [what.as] : [])))
  const { opensOn: _, ...own } = season.season
  const { forecast: _forecast, ...site } = season.site
  return {
    ...season,
    season: {
      ...own,
      name: nameAfter(own.name, civil(parseDay(own.from)).year, years),
      from: sameDate(own.from, years),
      to: sameDate(own.to, years),
    },
    site: { ...site, events: site.events.map((event) => ({ ...event, on: shifted(event.on, years) })) },
    containers: season.containers.map((container) =>
      brokenBy(container, season.records, Infinity) === 0
        ? container
        : { ...container, owned: ownedOn(container, season.records, Infinity) },
    ),
    lots: season.lots.map((lot) =>
      lot.seeds === undefined || !sownOf.has(lot.key)
        ? lot
        : { ...lot, seeds: Math.max(0, lot.seeds - sownOf.get(lot.key)!) },
    ),
    beds: season.beds.map((bed) => ({
      ...bed,
      ...(grew.get(bed.key)?.length ? { grew: grew.get(bed.key)! } : {}),
      standing: bed.standing.map(({ from, until, ...one }) => ({
        ...one,
        until: sameDate(until, years),
        ...(from === undefined ? {} : { from: sameDate(from, years) }),
      })),
    })),
    habits: datesMoved(season.habits, years),
    crops: season.crops.map(withoutLearned),
    methods: season.methods.map(withoutLearned),
    plantings: season.plantings.filter(({ key }) => !again.has(key)).map((planting) => nextPlanting(planting, years)),
    records: [],
    readings: [],
  }
}

/** Name of the season so many years after one: every year in it that many later, `2027–2028` and `2027/28` too. */
function nameAfter(name: string, year: number, years: number): string {
  if (!name.includes(String(year))) return `${name}, the next`
  const two = (text: string) => String((Number(text) + years) % 100).padStart(2, '0')
  return name.replace(/(\d{4})(?:([/–-])(\d{2})(?!\d))?/g, (_, first: string, between?: string, second?: string) =>
    second === undefined ? String(Number(first) + years) : `${Number(first) + years}${between}${two(second)}`,
  )
}
