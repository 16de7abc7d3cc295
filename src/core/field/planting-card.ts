/** What the crew needs to know when a planting goes out. */
import type { Crop } from '../../season/schema'
import type { FieldCrop } from './field-crop'
import { spotsFor } from './spacing'

export interface PlantingCard {
  /** How deep it is set. */
  bury: 'never' | 'to-seed-leaves' | 'deep' | undefined
  atSpot: number
  spots: number
  /** cm in the row and between rows, where they are known. */
  plant: number | undefined
  rows: number | undefined
  rowSpacing: number | undefined
  /** ml of water for each spot. */
  water: number
  /** What goes into each hole, and for the whole planting. */
  hole: { what: string; amount: number; unit: 'g' | 'ml' | 'l' | 'handful'; total: number }[]
  support: NonNullable<Crop['field']['support']>
}

/** Water that settles a plug in dry soil: as much as the plug holds, and no less than a cupful. An estimate. */
const WATER_IN = { least: 200, perPlug: 2 } // ml

/** The card of one planting, for the plants that go into the field. */
export function plantingCard(stand: FieldCrop, plants = stand.plants): PlantingCard {
  const { crop, planting, batch } = stand
  const { field, care } = crop
  const atSpot = planting.spacing?.atSpot ?? field.atSpot ?? 1
  const spots = spotsFor(plants, { atSpot })
  const plug = batch?.stays.at(-1)?.container.cellVolume ?? 0
  return {
    bury: care.buryAtPlanting,
    atSpot,
    spots,
    plant: planting.spacing?.plant ?? field.plantSpacing,
    rows: planting.spacing?.rows,
    rowSpacing: field.rowSpacing,
    water: Math.max(WATER_IN.least, plug * WATER_IN.perPlug),
    hole: (field.hole ?? []).map((one) => ({ ...one, total: one.amount * spots })),
    support: field.support ?? 'none',
  }
}
