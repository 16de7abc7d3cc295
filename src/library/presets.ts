/** Places and containers that many farms have, and a first guess of the weather, to begin a farm with. */
import { formatDay, parseDay } from '../core/calendar/day'
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
    temperature: { lift: 5, floor: 12, ceiling: 32, periods: [] },
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

/** First and last day of a season: the calendar year, or July to June south of the equator. */
export function seasonSpan(year: number, latitude: number): { from: string; to: string; name: string } {
  return latitude < 0
    ? { from: `${year}-07-01`, to: `${year + 1}-06-30`, name: `${year}–${year + 1}` }
    : { from: `${year}-01-01`, to: `${year}-12-31`, name: String(year) }
}

/** Days from the median last frost to a first planting, by tenderness. */
const AFTER_FROST: Record<Crop['tenderness'], number> = { hardy: -28, 'half-hardy': -7, tender: 14 }

/** A first planting day for a crop: so many days from the median last spring frost, by how tender it is. */
export function firstPlanting(crop: Pick<Crop, 'tenderness'>, lastFrost: string, from: string): string {
  const begin = parseDay(from)
  const year = Number(from.slice(0, 4))
  const here = parseDay(`${year}-${lastFrost}`)
  const frost = here >= begin ? here : parseDay(`${year + 1}-${lastFrost}`)
  return formatDay(Math.max(begin + 7, frost + AFTER_FROST[crop.tenderness]))
}
