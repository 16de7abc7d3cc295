/** What stands in the field: every planting from the day it goes in to the day its ground is clear. */
import type { Crop, Lot, Method, Planting, Season, Share, Variety } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'
import { leafAge } from '../growth/rate'
import type { Batch } from '../batch/batch'
import { expandPlanting } from '../batch/expand'
import type { SeedShare } from '../batch/ways'
import { airOver } from './cover'
import { clearDay, firstHarvest } from './days-to-harvest'
import { foundOf } from './who-gets-what'

/** A planting in the field; `from` until `until`, the first day it no longer stands there. */
export interface FieldCrop {
  /** Id of its batch, or the same kind of id where nothing is raised. */
  id: string
  code: string
  planting: Planting
  /** Which of a series, from 1; 0 when it is none. */
  n: number
  variety: Variety
  crop: Crop
  plants: number
  from: Day
  /** First harvest, where the crop gives days to it. */
  harvest: Day | undefined
  /** Day its ground is clear; `undefined` when nothing says so. */
  clears: Day | undefined
  until: Day
  /** Who its plants are for, in order. */
  goes: readonly Share[]
  stand: Planting['stand']
  leaves: Planting['leaves']
  /** The batch it comes from, when it is raised. */
  batch: Batch | undefined
  inPlace: InPlace | undefined
}

/** What is sown where it is to stand. */
export interface InPlace {
  method: Method
  /** cm between the plants that are left. */
  thinTo: number
  /** Metres of row. */
  metres: number
  lot: Lot | undefined
  /** Seeds sown, without what is spilt. */
  seeds: number
  /** Half of it up; `undefined` when the soil is too cold for it. */
  up: Day | undefined
  thin: Day | undefined
  /** Seedlings expected on a metre before thinning, and plants wanted on it. */
  expected: number
  wanted: number
}

type InPlaceSowing = Extract<Method['sowing'], { policy: 'in-place' }>

/** The parts of a stand that follow from its day and what it is. */
function standFrom(season: Season, planting: Planting, n: number, crop: Crop, from: Day, sownOn: Day | undefined) {
  const { goes, stand, leaves, clears: known } = foundOf(planting, n)
  const air = airOver(season, goes)
  const harvest = firstHarvest(crop, from, sownOn, air)
  const clears = known === undefined ? clearDay(crop, harvest) : parseDay(known)
  const until = Math.max(from + 1, clears ?? parseDay(season.season.to) + 1)
  return { planting, n, crop, from, harvest, clears, until, goes: goes ?? [], stand, leaves }
}

/** A raised batch, once it is planted. */
export function fieldCropOf(season: Season, batch: Batch): FieldCrop {
  const { id, code, planting, n, variety, plants, plantOn, sow } = batch
  return {
    id,
    code,
    variety,
    plants,
    batch,
    inPlace: undefined,
    ...standFrom(season, planting, n, batch.way.crop, plantOn, sow),
  }
}

/**
 * What is sown in its place, one for each planting day.
 *
 * Seeds by the metre; up by the warmth of the soil; thinned at a true leaf counted in degree-days of the open air.
 *
 * @param seed what it is sown from
 */
export function sownInPlace(
  season: Season,
  planting: Planting,
  variety: Variety,
  crop: Crop,
  method: Method,
  { lot, germination }: Pick<SeedShare, 'lot' | 'germination'>,
): FieldCrop[] {
  const sowing = method.sowing as InPlaceSowing
  return expandPlanting(planting).map(({ id, code, n, plants, plantOn }) => {
    const thinTo = planting.spacing?.plant ?? sowing.thinTo
    const metres = (plants * thinTo) / 100
    const air = airOver(season, foundOf(planting, n).goes)
    const up = air.emergence(crop.germination, plantOn)
    const { leafInterval, firstLeaf } = crop.growth
    const thin =
      up === undefined || leafInterval === undefined
        ? undefined
        : air.dayOfWarmth(crop.growth, up, leafAge(sowing.thinLeaf, leafInterval, firstLeaf))
    return {
      id,
      code,
      variety,
      plants,
      batch: undefined,
      inPlace: {
        method,
        thinTo,
        metres,
        lot,
        seeds: Math.ceil(metres * sowing.seedsPerMetre - 1e-9),
        up,
        thin,
        expected: sowing.seedsPerMetre * germination,
        wanted: 100 / thinTo,
      },
      ...standFrom(season, planting, n, crop, plantOn, plantOn),
    }
  })
}
