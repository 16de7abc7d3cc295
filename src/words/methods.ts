/** How a planting is raised, in the grower's words. */
import type { Batch } from '../core/batch/batch'
import type { Sowing } from '../season/schema'
import { alongRow } from './field'
import { count, type Format } from './format'

/** What is put into a cell and what becomes of it. */
export function sowingWords(sowing: Sowing, f: Format): string {
  switch (sowing.policy) {
    case 'single':
      return f.t('words.methods.oneSeedACell')
    case 'thin':
      return f.t('words.methods.seedsACellThinnedTo', {
        seedsPerCell: String(sowing.seedsPerCell),
        extra: sowing.keep === 1 ? f.t('words.methods.one') : sowing.keep,
      })
    case 'clump':
      return f.t('words.methods.seedsACellKeptAs', { seedsPerCell: String(sowing.seedsPerCell) })
    case 'flat':
      return f.t('words.methods.seedsAFlatPrickedOut', { seedsPerFlat: String(sowing.seedsPerFlat) })
    case 'divide':
      return f.t('words.methods.seedsACellDividedInto', {
        seedsPerCell: String(sowing.seedsPerCell),
        parts: String(sowing.parts),
      })
    case 'bought':
      return f.t('words.methods.youngPlantsBoughtIn')
    case 'in-place':
      return f.t('words.methods.seedsAMetreSownIn', alongRow(f, 'seeds', sowing.seedsPerMetre))
  }
}

/** What is sown, or arrives, and in what. */
export function sownWords(batch: Batch, f: Format): string {
  const { sizing, stays, way } = batch
  const first = stays[0]
  if (!sizing || !first) return ''
  const trays = `${f.number(first.trays)} × ${first.container.name}`
  switch (way.method.sowing.policy) {
    case 'bought':
      return f.t('words.methods.in', { youngPlants: count(f, sizing.cells, 'youngPlant'), trays })
    case 'flat':
      return f.t('words.methods.over', { seeds: count(f, sizing.seeds, 'seed'), trays })
    default:
      return f.t('words.methods.inOfSeeds', {
        seeds: count(f, sizing.seeds, 'seed'),
        cells: count(f, sizing.cells, 'cell'),
        trays,
      })
  }
}

/** Whether a batch is bought in rather than sown. */
export const isBought = (batch: Batch): boolean => batch.way.route.boughtAge !== undefined
