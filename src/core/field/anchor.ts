/** What a planting day hangs on: frost, a harvest or an event, a bed that must be clear, or warmth. */
import type { Anchor, Crop, Planting, Season, Share } from '../../season/schema'
import { formatDay, parseDay, type Day } from '../calendar/day'
import { airOver, coversOver, earlierUnder, type Ground } from './cover'
import { clearDay, firstHarvest, plantingForHarvest } from './days-to-harvest'
import { evenPlantings } from './even'
import { openAirOf, warmFrom, type OpenAir } from '../weather/open-air'
import { firstFrostFor } from '../frost/working-date'
import { lastFrostFor, workingFrostDate } from '../frost/working-date'
import { midsummerBefore } from '../frost/midsummer'
import { USUALLY_OUT } from './planting-window'
import { expandPlanting } from '../batch/expand'
import { onPlantingDay } from '../schedule/moving-days'
import { farmDays, type WorkDays } from '../schedule/work-days'
import { isInPlace } from '../sowing/policies'
import { foundOf } from './who-gets-what'

/** Why an anchor gives no day. */
export type AnchorProblem =
  'no-frost' | 'no-maturity' | 'from-sowing' | 'no-event' | 'no-bed' | 'bed-open' | 'never-warm' | 'never-ripe'

/** A harvest that is wanted sooner than any planting inside the season and its usual time can give. */
export interface TooEarly {
  why: 'too-early'
  /** First day it can usually go out, and its first harvest then; `undefined` where the season gives none. */
  planting: Day
  harvest: Day | undefined
}

/** What is known beside the season itself. */
export interface AnchorHelp {
  /** Days a planting is raised before it goes out, for crops whose days to harvest are counted from sowing. */
  nurseryDays?: number | undefined
  /** Who the plants are for: a bed may be under cover. */
  goes?: readonly Share[] | undefined
  /** Day a bed is clear for the planting. */
  clear?: ((bed: string) => Day | undefined) | undefined
}

/** The open air of a season. */
export function seasonAir(season: Pick<Season, 'site' | 'season'>): OpenAir {
  return openAirOf(season.site, parseDay(season.season.from), parseDay(season.season.to) + 1)
}

/**
 * Planting day that an anchor comes to.
 *
 * - days from the last frost: the working frost date of the season's spring, so many days after (or before)
 * - ready before the first frost: days to maturity, stretched by a factor for shortening days, before the autumn
 *   day that the trusted share of years has its first frost by
 * - first harvest on a day, or some days before an event: the latest planting day that is harvested by then
 * - bed: so many days after it is clear, and no sooner than beds are turned around
 * - warmth: the first day of spring from which usual nights and soil stay so warm
 *
 * @param crop with the variety's own figures
 * @returns the day, or why there is none
 */
export function anchoredDay(
  anchor: Anchor,
  crop: Crop,
  season: Pick<Season, 'site' | 'season'> & Partial<Pick<Season, 'habits'>> & Ground,
  help: AnchorHelp = {},
): Day | AnchorProblem | TooEarly {
  const { frost, latitude, events } = season.site
  if (anchor.to === 'last-frost') return frost ? springFrost(season, anchor.average) + anchor.days : 'no-frost'
  if (anchor.to === 'bed') {
    const bed = season.beds.find(({ key }) => key === anchor.bed)
    if (!bed) return 'no-bed'
    const clear = help.clear ? help.clear(anchor.bed) : standingClear(bed)
    return clear === undefined ? 'bed-open' : clear + Math.max(anchor.days, season.habits?.turnaroundDays ?? 0)
  }
  if (anchor.to === 'warmth') {
    const summer = nextMidsummer(parseDay(season.season.from), latitude)
    return warmFrom(seasonAir(season), anchor.night, anchor.soil, summer - 220, summer) ?? 'never-warm'
  }
  const { maturity } = crop.field
  if (!maturity) return 'no-maturity'
  if (maturity.from === 'sowing' && help.nurseryDays === undefined) return 'from-sowing'
  const nursery = maturity.from === 'sowing' ? help.nurseryDays! : 0
  if (anchor.to === 'first-frost') {
    if (!frost) return 'no-frost'
    const spring = springFrost(season)
    // The first autumn frost after that spring: the season of frosts that begins with the next midsummer.
    const summer = midsummerBefore(spring + 200, latitude)
    const first = firstFrostFor(frost, latitude, Math.max(summer, spring + 1), frost.trustedChance)
    return first - Math.ceil(Math.max(1, maturity.days - nursery) * anchor.factor - 1e-9)
  }
  const event = anchor.to === 'event' ? events.find(({ key }) => key === anchor.event) : undefined
  if (anchor.to === 'event' && !event) return 'no-event'
  const wanted = anchor.to === 'event' ? parseDay(event!.on) - anchor.days : parseDay(anchor.on)
  const air = airOver(season, help.goes)
  const earliest = earliestPlanting(crop, season, help.goes)
  const day = plantingForHarvest(crop, wanted, help.nurseryDays, air)
  if (day !== undefined && day >= earliest) return day
  const sown = help.nurseryDays === undefined ? undefined : earliest - help.nurseryDays
  const harvest = firstHarvest(crop, earliest, sown, air)
  // What the year never ripens is said so; what it ripens only later is said with its day.
  return day === undefined && harvest === undefined ? 'never-ripe' : { why: 'too-early', planting: earliest, harvest }
}

/**
 * First day of a season on which a kind usually goes out: by its tenderness so long before the last frost, under a cover
 * sooner, and never before the season begins.
 */
export function earliestPlanting(
  crop: Pick<Crop, 'tenderness'>,
  season: Pick<Season, 'site' | 'season'> & Partial<Pick<Season, 'habits'>> & Ground,
  goes?: readonly Share[],
): Day {
  const begins = parseDay(season.season.from)
  if (!season.site.frost) return begins
  const open = springFrost(season) + USUALLY_OUT[crop.tenderness]
  return Math.max(begins, open - earlierUnder(coversOver(season, goes), open))
}

/** The midsummer that ends a season's spring: the first one at least 60 days after it begins. */
const nextMidsummer = (from: Day, latitude: number) => midsummerBefore(from + 60 + 366, latitude)

function standingClear(bed: Season['beds'][number]): Day | undefined {
  return bed.standing.length === 0 ? undefined : Math.max(...bed.standing.map(({ until }) => parseDay(until)))
}

const AVERAGE = 0.5 // of the years have a frost later than the average last one

/**
 * The last frost of the spring that falls in a season.
 *
 * @param average by which half of the years are over, and not the date that is planned by
 */
export function springFrost({ site, season }: Pick<Season, 'site' | 'season'>, average = false): Day {
  const from = parseDay(season.from)
  const { latitude } = site
  const frost = site.frost!
  const frostOf = (day: Day) =>
    average ? lastFrostFor(frost, latitude, day, AVERAGE) : workingFrostDate(frost, latitude, day)
  // A day of a season of frosts leads to the spring of that season; look from the season's beginning on.
  for (const day of [from, from + 183, from + 366]) {
    const date = frostOf(day)
    if (date >= from) return date
  }
  return frostOf(from)
}

/** A planting whose anchor now comes to another day, or whose even harvests come to other plantings. */
export interface Moved {
  planting: Planting
  from: Day
  to: Day
  /** Planting days of a series that harvests evenly. */
  dates: readonly Day[] | undefined
  /** Sowing day, where it hangs on the frost and comes to another. */
  sow?: Day | undefined
}

/** When beds are clear, as plantings are gone through in the order of their list. */
class BedsInOrder {
  readonly #clear: Map<string, Day>
  readonly #plantingDays: WorkDays | undefined
  readonly #inPlace: ReadonlySet<string>
  constructor(
    private readonly season: Season,
    private readonly cropOf: (planting: Planting) => Crop,
    private readonly nurseryDaysOf: (planting: Planting) => number | undefined,
    private readonly reallyOn: (planting: Planting, n: number) => Day | undefined = () => undefined,
  ) {
    this.#plantingDays = farmDays(season.habits).planting
    this.#inPlace = new Set(season.methods.filter(isInPlace).map(({ key }) => key))
    this.#clear = new Map(
      season.beds.flatMap((bed) => {
        const clear = standingClear(bed)
        return clear === undefined ? [] : [[bed.key, clear] as const]
      }),
    )
  }
  clear = (bed: string): Day | undefined => this.#clear.get(bed)
  /** Takes note of a planting, on the days it has now. */
  take(planting: Planting): void {
    const inBeds = [planting.goes, ...planting.changes.map(({ goes }) => goes)].some((goes) =>
      goes?.some(({ to }) => to === 'bed'),
    )
    if (!inBeds) return
    const crop = this.cropOf(planting)
    const nursery = this.nurseryDaysOf(planting)
    // What is raised goes out on the farm's planting days; what is sown in its place on its own.
    const days = this.#inPlace.has(planting.method) ? undefined : this.#plantingDays
    for (const { n, plantOn: wished } of expandPlanting(planting)) {
      const plantOn = this.reallyOn(planting, n) ?? onPlantingDay(wished, days)
      const { goes, clears } = foundOf(planting, n)
      const air = airOver(this.season, goes)
      const until =
        clears === undefined
          ? clearDay(crop, firstHarvest(crop, plantOn, nursery === undefined ? undefined : plantOn - nursery, air))
          : parseDay(clears)
      for (const share of goes ?? []) {
        if (share.to !== 'bed') continue
        const day = Math.max(plantOn + 1, until ?? parseDay(this.season.season.to) + 1)
        this.#clear.set(share.bed, Math.max(this.#clear.get(share.bed) ?? -Infinity, day))
      }
    }
  }
}

/** A planting on other days. */
export function movedPlanting({ planting, to, dates, sow }: Moved): Planting {
  const on = formatDay(to)
  const moved = { ...planting, on, ...(sow === undefined ? {} : { sowOn: formatDay(sow) }) }
  return planting.series && dates ? { ...moved, series: { ...planting.series, dates: dates.map(formatDay) } } : moved
}

/**
 * Plantings that move when a season's facts change to others: those with an anchor that comes to another day, and series
 * that harvest evenly whose plantings come to other days. Anchors that give no day stay where they are.
 *
 * @param nurseryDaysOf days from sowing to planting as they are now
 * @param reallyOn day a planting really went out, or goes out at the earliest, where that is another than was wished
 */
export function anchoredMoves(
  season: Season,
  cropOf: (planting: Planting) => Crop,
  nurseryDaysOf: (planting: Planting) => number | undefined = () => undefined,
  reallyOn?: (planting: Planting, n: number) => Day | undefined,
): Moved[] {
  const moves: Moved[] = []
  const beds = new BedsInOrder(season, cropOf, nurseryDaysOf, reallyOn)
  const usesBeds = season.plantings.some(({ anchor }) => anchor?.to === 'bed')
  for (const planting of season.plantings) {
    const from = parseDay(planting.on)
    let now = planting
    if (planting.anchor || planting.series?.even || planting.sowAnchor) {
      const nurseryDays = nurseryDaysOf(planting)
      const day = planting.anchor
        ? anchoredDay(planting.anchor, cropOf(planting), season, {
            nurseryDays,
            clear: beds.clear,
            goes: planting.goes,
          })
        : from
      const to = typeof day === 'number' ? day : from
      const dates = evenDates(planting, to, cropOf(planting), nurseryDays, season)
      const sow = sowMove(planting, season)
      if (to !== from || sow !== undefined || (dates && !sameDates(dates, planting.series?.dates))) {
        const moved: Moved = { planting, from, to, dates, sow }
        moves.push(moved)
        now = movedPlanting(moved)
      }
    }
    if (usesBeds) beds.take(now)
  }
  return moves
}

/** Sowing day a planting's own anchor comes to, where that is another than it has. */
function sowMove({ sowAnchor, sowOn, series }: Planting, season: Pick<Season, 'site' | 'season'>): Day | undefined {
  if (!sowAnchor || series || !season.site.frost) return undefined
  const day = springFrost(season, sowAnchor.average) + sowAnchor.days
  return sowOn === formatDay(day) ? undefined : day
}

/** Planting days of a series that is to harvest evenly; `undefined` for any other. */
export function evenDates(
  planting: Pick<Planting, 'series'>,
  first: Day,
  crop: Crop,
  nurseryDays: number | undefined,
  season: Pick<Season, 'site' | 'season'>,
): Day[] | undefined {
  const { series } = planting
  if (!series?.even) return undefined
  const count = series.count ?? Math.max(1, Math.floor((parseDay(series.last!) - first) / series.every) + 1)
  const days = evenPlantings(crop, first, series.every, Math.min(count, 400), nurseryDays, seasonAir(season))
  if (!days || series.last === undefined) return days
  return days.filter((day) => day <= parseDay(series.last!))
}

const sameDates = (days: readonly Day[], dates: readonly string[] | undefined) =>
  dates !== undefined && days.length === dates.length && days.every((day, i) => formatDay(day) === dates[i])
