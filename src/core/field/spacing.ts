/** How many plants fit a length of bed, and how much bed a number of plants takes. */
import type { Bed, Crop, Planting } from '../../season/schema'

/** How a planting stands in a bed. */
export interface Layout {
  rows: number
  /** cm between spots in the row. */
  plant: number
  /** Plants at one spot. */
  atSpot: number
  /** Stands between the rows of another crop. */
  between: boolean
}

/**
 * Layout of a planting: its own figures, else the crop's spacing; as many rows as the bed is wide, to the nearest: paths
 * give the outer rows some of their room.
 *
 * @returns `undefined` when neither gives a distance between plants
 */
export function layoutOf(
  planting: Pick<Planting, 'spacing'>,
  crop: Crop,
  bed: Pick<Bed, 'width'> | undefined,
  thinTo?: number,
): Layout | undefined {
  const { spacing } = planting
  const plant = spacing?.plant ?? thinTo ?? crop.field.plantSpacing
  if (plant === undefined) return undefined
  const { rowSpacing } = crop.field
  const rows = spacing?.rows ?? (rowSpacing && bed ? Math.max(1, Math.round(bed.width / rowSpacing)) : 1)
  return { rows, plant, atSpot: spacing?.atSpot ?? crop.field.atSpot ?? 1, between: spacing?.between ?? false }
}

/** Spots that plants take. */
export const spotsFor = (plants: number, { atSpot }: Pick<Layout, 'atSpot'>) => Math.ceil(plants / atSpot)

/** Length of bed that plants take, cm. */
export function lengthFor(plants: number, layout: Layout): number {
  return Math.ceil(spotsFor(plants, layout) / layout.rows) * layout.plant
}

/** Plants that fit a length of bed in cm. */
export function plantsIn(length: number, { rows, plant, atSpot }: Layout): number {
  return Math.floor(length / plant + 1e-9) * rows * atSpot
}
