/** Successions that harvest evenly, amounts by the week, and season groups that follow one another. */
import type { Crop } from '../../season/schema'
import type { Day } from '../calendar/day'
import { clearDay, firstHarvest, plantingForHarvest } from './days-to-harvest'
import type { OpenAir } from '../weather/open-air'

/**
 * Planting days whose first harvests come evenly: the first as given, each next one the latest day that is harvested by so
 * many days after the one before. In spring that puts plantings further apart than their harvests, towards autumn closer.
 *
 * @param first first planting day
 * @param every days between first harvests
 * @param nurseryDays days from sowing to planting, for crops whose days are counted from sowing
 * @returns planting days, never two on one day; fewer than asked where the year runs out; `undefined` when the crop gives no
 *   days to harvest
 */
export function evenPlantings(
  crop: Crop,
  first: Day,
  every: number,
  count: number,
  nurseryDays: number | undefined,
  air: OpenAir,
): Day[] | undefined {
  const begin = firstHarvest(crop, first, nurseryDays === undefined ? undefined : first - nurseryDays, air)
  if (begin === undefined) return undefined
  const days = [first]
  for (let n = 1; n < count; n++) {
    const day = plantingForHarvest(crop, begin + n * every, nurseryDays, air)
    // Late in the year nothing ripens sooner for being planted later: the series ends there.
    if (day === undefined || day >= air.to - 1) break
    days.push(Math.max(day, days.at(-1)! + 1))
  }
  return days
}

/** What a wanted weekly amount asks for. */
export interface Weekly {
  /** Plants of each succession. */
  plants: number
  /** Days between first harvests. */
  every: number
  /** What a plant gives in all, in the crop's unit; pinching counted. */
  perPlant: number
}

/** What a plant gives in all, in the unit of its crop's yield, pinching counted; `undefined` when the crop gives none. */
export function yieldOfPlant(crop: Crop): number | undefined {
  const { yield: yields, harvestDays = 7 } = crop.field
  if (!yields || yields.amount <= 0) return undefined
  const pinched = yields.unit === 'stems' ? (crop.care.pinch?.stems ?? 1) : 1
  return (yields.per === 'plant-week' ? yields.amount * Math.max(1, harvestDays / 7) : yields.amount) * pinched
}

/**
 * Plants and interval for so much a week.
 *
 * A crop cut once gives all it has; its successions come weekly, or as often as its harvest lasts. A crop cut again and
 * again gives so much a plant and week, and each succession takes over when the one before is done.
 *
 * @param amount wanted each week, in the unit of the crop's yield
 * @returns `undefined` when the crop gives no yield
 */
export function weeklyPlantings(crop: Crop, amount: number): Weekly | undefined {
  const perPlant = yieldOfPlant(crop)
  if (perPlant === undefined || !(amount > 0)) return undefined
  const weeks = Math.max(1, (crop.field.harvestDays ?? 7) / 7)
  const perWeek = perPlant / weeks
  return { plants: Math.ceil(amount / perWeek - 1e-9), every: Math.max(1, Math.round(weeks * 7)), perPlant }
}

/** One of a chain of varieties. */
export interface Link {
  plantOn: Day
  harvest: Day
  until: Day
}

/**
 * Plantings of several varieties, in the order given, so that each begins to be harvested when the one before is done.
 *
 * @param crops the crop of each, with its variety's own figures
 * @param firstHarvestOn first harvest of the first
 * @returns one for each, or `undefined` for those that give no days to harvest
 */
export function chainHarvests(
  crops: readonly Crop[],
  firstHarvestOn: Day,
  nurseryDays: (index: number) => number | undefined,
  air: OpenAir,
): (Link | undefined)[] {
  let wanted = firstHarvestOn
  return crops.map((crop, i) => {
    const nursery = nurseryDays(i)
    const plantOn = plantingForHarvest(crop, wanted, nursery, air)
    if (plantOn === undefined) return undefined
    const harvest = firstHarvest(crop, plantOn, nursery === undefined ? undefined : plantOn - nursery, air)
    const until = clearDay(crop, harvest)
    if (harvest === undefined || until === undefined) return undefined
    wanted = until
    return { plantOn, harvest, until }
  })
}
