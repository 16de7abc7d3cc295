/** Single things of a season (places, crops, lots …) and its own facts: read and written one by one. */
import type { Transaction } from 'kysely'
import { Season, type Collection } from '../season/schema'
import * as rows from './rows'
import type { SeasonId } from './rows'
import type { Database } from './schema'
import { insertAll, readSeasonRows } from './season-repository'

/** What belongs to the season itself and not to a list. */
export type SeasonFacts = Pick<Season, 'farm' | 'season' | 'site' | 'habits'>

/** A thing by its list and key; `head` is the season's own facts. */
export interface ThingRef {
  of: Collection | 'head'
  key: string
}

/** A thing as it stands; `null` when there is none. */
export interface ThingState extends ThingRef {
  value: unknown
  position: number
}

/** A season's own facts. */
export const factsOf = ({ farm, season, site, habits }: Season): SeasonFacts => ({ farm, season, site, habits })

/** Reads things as they stand, new ones at the end of their lists. */
export async function readThings(
  trx: Transaction<Database>,
  id: SeasonId,
  refs: readonly ThingRef[],
): Promise<ThingState[]> {
  const { season } = (await readSeasonRows(trx, id))!
  const next = new Map<string, number>()
  return refs.map(({ of, key }) => {
    if (of === 'head') return { of, key, value: factsOf(season), position: 0 }
    const list: readonly { key: string }[] = season[of]
    const at = list.findIndex((thing) => thing.key === key)
    if (at >= 0) return { of, key, value: list[at]!, position: at }
    const end = next.get(of) ?? list.length
    next.set(of, end + 1)
    return { of, key, value: null, position: end }
  })
}

const TABLES = {
  places: 'place',
  containers: 'container',
  crops: 'crop',
  varieties: 'variety',
  lots: 'lot',
  methods: 'method',
  blocks: 'block',
  beds: 'bed',
  plantings: 'planting',
} as const

/** Puts things in the place of what stands under their keys; references are checked when the transaction ends. */
export async function writeThings(
  trx: Transaction<Database>,
  id: SeasonId,
  states: readonly ThingState[],
  version: number,
): Promise<void> {
  for (const { of, key, value, position } of states) {
    if (of === 'head') {
      const facts = value as SeasonFacts
      await trx.updateTable('farm').set({ name: facts.farm.name }).where('farm_id', '=', id.farm_id).execute()
      await trx
        .updateTable('season')
        .set(rows.seasonRow(facts))
        .where('farm_id', '=', id.farm_id)
        .where('season_id', '=', id.season_id)
        .execute()
      continue
    }
    await trx
      .deleteFrom(TABLES[of])
      .where('farm_id', '=', id.farm_id)
      .where('season_id', '=', id.season_id)
      .where('key', '=', key)
      .execute()
    if (value !== null) await insertThing(trx, id, of, value, position, version)
  }
}

async function insertThing(
  trx: Transaction<Database>,
  id: SeasonId,
  of: Collection,
  value: unknown,
  position: number,
  version: number,
): Promise<void> {
  switch (of) {
    case 'places': {
      const place = Season.shape.places.unwrap().element.parse(value)
      await insertAll(trx, 'place', [rows.placeRow(id, place, position)])
      return insertAll(trx, 'place_period', rows.periodRows(id, place))
    }
    case 'containers':
      return insertAll(trx, 'container', [
        rows.containerRow(id, Season.shape.containers.unwrap().element.parse(value), position),
      ])
    case 'crops': {
      const crop = Season.shape.crops.unwrap().element.parse(value)
      await insertAll(trx, 'crop', [rows.cropRow(id, crop, position)])
      await insertAll(trx, 'growth_point', rows.pointRows(id, crop))
      return insertAll(trx, 'preparation', rows.preparationRows(id, crop))
    }
    case 'varieties':
      return insertAll(trx, 'variety', [
        rows.varietyRow(id, Season.shape.varieties.unwrap().element.parse(value), position),
      ])
    case 'lots': {
      const lot = Season.shape.lots.unwrap().element.parse(value)
      await insertAll(trx, 'lot', [rows.lotRow(id, lot, position)])
      return insertAll(trx, 'lot_test', rows.lotTestRows(id, lot))
    }
    case 'methods': {
      const method = Season.shape.methods.unwrap().element.parse(value)
      await insertAll(trx, 'method', [rows.methodRow(id, method, position)])
      return insertAll(trx, 'stage', rows.stageRows(id, method))
    }
    case 'blocks':
      return insertAll(trx, 'block', [rows.blockRow(id, Season.shape.blocks.unwrap().element.parse(value), position)])
    case 'beds': {
      const bed = Season.shape.beds.unwrap().element.parse(value)
      await insertAll(trx, 'bed', [rows.bedRow(id, bed, position)])
      return insertAll(trx, 'bed_standing', rows.standingRows(id, bed))
    }
    case 'plantings': {
      const planting = Season.shape.plantings.unwrap().element.parse(value)
      await insertAll(trx, 'planting', [rows.plantingRow(id, planting, position, version)])
      await insertAll(trx, 'series_change', rows.changeRows(id, planting))
      return insertAll(trx, 'planting_share', rows.shareRows(id, planting))
    }
  }
}
