/** Mix by recipe: how much of each part, of each additive, and of water, for so many litres in the cells. */
import type { Container, MixRecipe } from '../../season/schema'

/** Containers that bring their own growing medium. */
export const NO_MIX: ReadonlySet<Container['kind']> = new Set(['foam-sheet', 'pellet-sheet', 'fibre-sheet'])

/** Litres that an additive's amount is for, unless it says so. */
export const DOSE_LITRES = 10

/**
 * Loose mix that cells take, litres.
 *
 * @param cells of one container
 * @param compaction mix beyond the volume of the cells, as a share
 */
export function mixLitres(
  { kind, cellVolume }: Pick<Container, 'kind' | 'cellVolume'>,
  cells: number,
  compaction: number,
): number {
  return NO_MIX.has(kind) ? 0 : (cells * cellVolume * (1 + compaction)) / 1000
}

type Recipe = Pick<MixRecipe, 'parts' | 'additives' | 'water'>
type Additive = Recipe['additives'][number]

/** What is measured out for a quantity of mix. */
export interface Measured {
  parts: { what: string; litres: number }[]
  additives: Pick<Additive, 'what' | 'amount' | 'unit'>[]
  /** Litres of water to wet it. */
  water: number
}

/** Parts by volume add up to the litres; additives are given for the litres they name; water for one. */
export function measureOut({ parts, additives, water }: Recipe, litres: number): Measured {
  const all = parts.reduce((sum, part) => sum + part.parts, 0)
  return {
    parts: parts.map((part) => ({ what: part.what, litres: (litres * part.parts) / all })),
    additives: additives.map(({ what, amount, unit, litres: dosed = DOSE_LITRES }) => ({
      what,
      amount: (amount * litres) / dosed,
      unit,
    })),
    water: litres * water,
  }
}
