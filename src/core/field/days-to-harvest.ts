/** First and last harvest of what stands in the field. */
import type { Crop } from '../../season/schema'
import type { Day } from '../calendar/day'
import { growthRate } from '../growth/rate'
import type { OpenAir } from '../weather/open-air'

/** Days that pinching puts the harvest off. */
const pinchDelay = (crop: Crop) => crop.care.pinch?.delayDays ?? 0

/**
 * Degree-days to the first harvest.
 *
 * A packet's days hold at some temperature; at that temperature each of them adds the same warmth, so days × rate is the
 * sum that a warm summer reaches sooner and a cool spring later.
 *
 * @returns °C·days, or `undefined` where the crop gives no temperature for its days
 */
export function maturityHeat(crop: Crop): number | undefined {
  const { maturity } = crop.field
  if (!maturity || maturity.at === undefined) return undefined
  const rate = growthRate(crop.growth, maturity.at)
  return rate > 0 ? maturity.days * rate : undefined
}

/**
 * Day on which what is sown in its place is as far as a young plant that is set out: up, and as old as one that is ready
 * in the smallest cell of the kind. Days to harvest that are counted from planting begin then.
 *
 * @returns `undefined` where the soil or the air never gets warm enough
 */
export function asFarAsPlanted(crop: Crop, sownOn: Day, air: OpenAir): Day | undefined {
  const up = air.emergence(crop.germination, sownOn)
  if (up === undefined) return undefined
  return air.dayOfWarmth(crop.growth, up, Math.min(...crop.growth.points.map(({ ready }) => ready)))
}

/**
 * First harvest.
 *
 * @param plantOn day it goes into the field
 * @param sownOn sowing day, for crops whose days are counted from sowing; the planting day itself where it is sown in its
 *   place
 * @returns the day; or `undefined` when the crop gives no days to harvest, when its days are counted from a sowing that is
 *   not known, or when the year never gets warm enough for it
 */
export function firstHarvest(crop: Crop, plantOn: Day, sownOn: Day | undefined, air: OpenAir): Day | undefined {
  const { maturity } = crop.field
  if (!maturity) return undefined
  const planted = plantOn === sownOn ? asFarAsPlanted(crop, sownOn, air) : plantOn
  const from = maturity.from === 'planting' ? planted : sownOn
  if (from === undefined) return undefined
  const heat = maturityHeat(crop)
  const waits = notBeforeDays(crop, from, air)
  if (waits === Infinity) return undefined
  if (heat === undefined) return Math.max(plantOn + 1, from + maturity.days, waits) + pinchDelay(crop)
  // Raised under cover it grows at the pace its days were given for until it goes out.
  const before = Math.max(0, plantOn - from) * growthRate(crop.growth, maturity.at!)
  const day = air.dayOfWarmth(crop.growth, Math.max(plantOn, from), Math.max(0, heat - before))
  return day === undefined ? undefined : Math.max(plantOn + 1, day, waits) + pinchDelay(crop)
}

const AFTER_TURNING = 0.5 // part of the days to harvest that are still to come once days are long enough: an estimate

/** Day before which a kind that waits for long days is not harvested, whatever its warmth; -Infinity where it does not wait. */
function notBeforeDays(crop: Crop, from: Day, air: OpenAir): Day {
  const { maturity } = crop.field
  if (maturity?.hours === undefined) return -Infinity
  const turns = air.longDay(maturity.hours, from)
  return turns === undefined ? Infinity : turns + Math.round(AFTER_TURNING * maturity.days)
}

/** Days from first to last harvest where the crop says nothing: it is cut in one go. */
const SHORT_HARVEST = 7

/** Day its ground is clear again: after the last harvest. */
export function clearDay(crop: Crop, first: Day | undefined): Day | undefined {
  return first === undefined ? undefined : first + (crop.field.harvestDays ?? SHORT_HARVEST)
}

/**
 * Latest planting day with its first harvest no later than a day wanted.
 *
 * @param nurseryDays days from sowing to planting; 0 for what is sown in its place
 */
export function plantingForHarvest(
  crop: Crop,
  harvestOn: Day,
  nurseryDays: number | undefined,
  air: OpenAir,
): Day | undefined {
  const { maturity } = crop.field
  if (!maturity || (maturity.from === 'sowing' && nurseryDays === undefined)) return undefined
  const before = maturity.from === 'sowing' ? nurseryDays! : 0
  const wanted = harvestOn - pinchDelay(crop)
  // Planted ever so early, it waits for its days to be long enough.
  if (notBeforeDays(crop, wanted - maturity.days, air) > wanted) return undefined
  const heat = maturityHeat(crop)
  const out = heat === undefined ? wanted - Math.max(1, maturity.days - before) : outForHeat(crop, wanted, before, air)
  if (out === undefined || maturity.from === 'sowing' || nurseryDays !== 0) return out
  return sowingInPlaceFor(crop, out, air)
}

function outForHeat(crop: Crop, wanted: Day, before: number, air: OpenAir): Day | undefined {
  const left = Math.max(0, maturityHeat(crop)! - before * growthRate(crop.growth, crop.field.maturity!.at!))
  const day = air.startForWarmth(crop.growth, wanted, left)
  return day === undefined ? undefined : Math.min(day, wanted - 1)
}

const LONGEST_UP = 200 // days that a sowing in its place may take to be as far as a young plant

/** Latest sowing in its place that is as far as a young plant by a day; a later sowing is never sooner as far. */
function sowingInPlaceFor(crop: Crop, out: Day, air: OpenAir): Day | undefined {
  const inTime = (sown: Day) => (asFarAsPlanted(crop, sown, air) ?? Infinity) <= out
  let [low, high] = [out - LONGEST_UP, out]
  if (!inTime(low)) return undefined
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2)
    if (inTime(middle)) low = middle
    else high = middle
  }
  return low
}
