/** Places and containers that many farms have, and a first guess of the weather, to begin a farm with. */
import { formatDay, parseDay } from '../core/calendar/day'
import { fastestDays } from '../core/germination/emergence'
import { usualRate } from '../core/schedule/place-by-rule'
import type { Container, Crop, Place } from '../season/schema'

/** A place to begin with; room is how much of it there usually is. */
export const PRESET_PLACES: readonly Place[] = [
  {
    key: 'mats',
    name: 'Heat mats',
    kind: 'heat-mat',
    trayPlaces: 4,
    temperature: { held: 24, periods: [] },
    stock: [],
  },
  {
    key: 'lit-rack',
    name: 'Lit rack',
    kind: 'lit-shelf',
    trayPlaces: 12,
    temperature: { held: 20, periods: [] },
    transmission: 0,
    lamp: { ppfd: 190, hours: 16 },
    stock: [],
  },
  {
    key: 'warm-bench',
    name: 'Heated bench',
    kind: 'bench',
    trayPlaces: 24,
    temperature: { lift: 6, halfRange: 8, floor: 12, ceiling: 30, periods: [] },
    transmission: 0.65,
    stock: [],
  },
  {
    key: 'tunnel',
    name: 'Unheated tunnel',
    kind: 'tunnel',
    trayPlaces: 60,
    temperature: { lift: 4, halfRange: 8, ceiling: 36, periods: [] },
    transmission: 0.7,
    stock: [],
  },
  {
    key: 'frames',
    name: 'Cold frames',
    kind: 'cold-frame',
    trayPlaces: 24,
    temperature: { lift: 1, floor: -2, periods: [] },
    stock: [],
  },
  {
    key: 'outside',
    name: 'Standing-out ground',
    kind: 'hardening-area',
    trayPlaces: 40,
    temperature: { lift: 0, halfRange: 6, periods: [] },
    stock: [],
  },
]

/** A container to begin with. */
export const PRESET_CONTAINERS: readonly Container[] = [
  {
    key: 'cells-128',
    name: '128-cell tray',
    kind: 'cell-tray',
    cells: 128,
    cellVolume: 22,
    trayPlaces: 1,
    rowCells: 8,
    washDays: 2,
    plantable: false,
  },
  {
    key: 'cells-72',
    name: '72-cell tray',
    kind: 'cell-tray',
    cells: 72,
    cellVolume: 45,
    trayPlaces: 1,
    rowCells: 6,
    washDays: 2,
    plantable: false,
  },
  {
    key: 'cells-50',
    name: '50-cell deep tray',
    kind: 'cell-tray',
    cells: 50,
    cellVolume: 100,
    trayPlaces: 1,
    rowCells: 5,
    washDays: 2,
    plantable: false,
  },
  {
    key: 'cells-200',
    name: '200-cell tray',
    kind: 'cell-tray',
    cells: 200,
    cellVolume: 13,
    trayPlaces: 1,
    rowCells: 10,
    washDays: 2,
    plantable: false,
  },
  {
    key: 'pots-9',
    name: '9 cm pots in a carrier',
    kind: 'pots',
    cells: 18,
    cellVolume: 350,
    trayPlaces: 1,
    rowCells: 3,
    washDays: 3,
    plantable: false,
    measures: { shape: 'round', top: 9, bottom: 6.5, depth: 8 },
    outline: { length: 54, width: 28 },
  },
  {
    key: 'plantable-8',
    name: '8 cm plantable pots',
    kind: 'pots',
    cells: 18,
    cellVolume: 230,
    trayPlaces: 1,
    rowCells: 3,
    washDays: 0,
    plantable: true,
  },
  {
    key: 'blocks',
    name: 'Soil blocks, 5 cm',
    kind: 'block-sheet',
    cells: 50,
    cellVolume: 100,
    trayPlaces: 1,
    rowCells: 5,
    washDays: 1,
    plantable: true,
  },
  {
    key: 'open-flat',
    name: 'Open flat',
    kind: 'open-flat',
    cells: 1,
    cellVolume: 6000,
    trayPlaces: 1,
    washDays: 2,
    plantable: false,
  },
  {
    key: 'packs-6',
    name: '12 packs of six',
    kind: 'break-apart-pack',
    cells: 72,
    cellVolume: 55,
    trayPlaces: 1,
    rowCells: 6,
    packCells: 6,
    washDays: 2,
    plantable: false,
  },
]

/**
 * Monthly means between a coldest and a warmest month, as a wave through the year: a first guess, to be
 * replaced by a nearby station's means.
 *
 * @param coldest mean of the coldest month, °C
 * @param warmest mean of the warmest month, °C
 * @param latitude south of the equator the warmest month is January
 */
export function monthlyMeans(coldest: number, warmest: number, latitude: number): number[] {
  const peak = latitude < 0 ? 0 : 6
  return Array.from({ length: 12 }, (_, month) => {
    const wave = Math.cos((2 * Math.PI * (month - peak)) / 12)
    return Math.round(((warmest + coldest) / 2 + ((warmest - coldest) / 2) * wave) * 10) / 10
  })
}

/** First and last day of a season. */
export interface SeasonSpan {
  from: string
  to: string
  name: string
}

/**
 * First and last day of a season: the calendar year, or July to June south of the equator. South, a year is part of two
 * seasons: the one that is running is meant, else the one that begins in it.
 *
 * @param today the day it is, where it is known
 */
export function seasonSpan(year: number, latitude: number, today?: string): SeasonSpan {
  if (latitude >= 0) return { from: `${year}-01-01`, to: `${year}-12-31`, name: String(year) }
  const begins = (first: number) => ({
    from: `${first}-07-01`,
    to: `${first + 1}-06-30`,
    name: `${first}–${first + 1}`,
  })
  const before = begins(year - 1)
  return today !== undefined && today >= before.from && today <= before.to ? before : begins(year)
}

const LATE = 60 // days before its end, from which a season is too far gone to begin with

/** The year a farm begins with: of the season that is running, unless that is nearly over. */
export function yearToBegin(today: string, latitude: number): number {
  const day = parseDay(today)
  const year = Number(today.slice(0, 4))
  const running = seasonSpan(year, latitude, today)
  if (parseDay(running.to) - day >= LATE) return latitude < 0 ? Number(running.from.slice(0, 4)) : year
  return Number(formatDay(parseDay(running.to) + 1).slice(0, 4))
}

/** Whether a day of the year can be a last frost of spring, or a first one of autumn, in a hemisphere. */
export function frostInItsHalf(monthDay: string, which: 'spring' | 'autumn', latitude: number): boolean {
  // From midwinter to midsummer frosts are the last ones; those of the other half are the first.
  const risingInNorth = monthDay >= '01-01' && monthDay < '07-15'
  return risingInNorth === ((which === 'spring') === latitude >= 0)
}

/** Days from the median last frost to a first planting, by tenderness. */
const AFTER_FROST: Record<Crop['tenderness'], number> = { hardy: -28, 'half-hardy': -7, tender: 14 }

/** Days a kind is usually raised before it goes out: in a cell of the middle of its sizes, at its usual pace. */
function usualRaisingDays({ germination, growth }: Pick<Crop, 'germination' | 'growth'>): number {
  const points = [...growth.points].sort((a, b) => a.ml - b.ml)
  const { ready, limit } = points[Math.floor((points.length - 1) / 2)]!
  return Math.ceil(fastestDays(germination) * (4 / 3) + (ready + 0.3 * (limit - ready)) / usualRate(growth))
}

/**
 * A first planting day for a crop: so many days from the median last spring frost, by how tender it is, and late enough
 * to raise it after the season, or the farm, has begun.
 *
 * @param from first day it can be sown on
 */
export function firstPlanting(
  crop: Pick<Crop, 'tenderness' | 'germination' | 'growth' | 'raise'>,
  lastFrost: string,
  season: Pick<SeasonSpan, 'from' | 'to'>,
  from: string = season.from,
): string {
  const begin = parseDay(season.from)
  const year = Number(season.from.slice(0, 4))
  const here = parseDay(`${year}-${lastFrost}`)
  const frost = here >= begin ? here : parseDay(`${year + 1}-${lastFrost}`)
  const raising = crop.raise?.way === 'direct' ? 0 : Math.ceil(1.15 * usualRaisingDays(crop))
  return formatDay(Math.max(frost + AFTER_FROST[crop.tenderness], Math.max(begin, parseDay(from)) + raising + 7))
}
