/** How a planting is raised, in the grower's words. */
import type { Batch } from '../core/batch/batch'
import type { Sowing } from '../season/schema'
import { count, type Format } from './format'

/** What is put into a cell and what becomes of it. */
export function sowingWords(sowing: Sowing, f: Format): string {
  switch (sowing.policy) {
    case 'single':
      return 'one seed a cell'
    case 'thin':
      return `${sowing.seedsPerCell} seeds a cell, thinned to ${sowing.keep === 1 ? 'one' : sowing.keep}`
    case 'clump':
      return `${sowing.seedsPerCell} seeds a cell, kept as a clump`
    case 'flat':
      return `${sowing.seedsPerFlat} seeds a flat, pricked out`
    case 'divide':
      return `${sowing.seedsPerCell} seeds a cell, divided into ${sowing.parts} at most`
    case 'bought':
      return 'young plants bought in'
    case 'in-place':
      return `${sowing.seedsPerMetre} seeds a metre, sown in place`
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
