/** How a planting is raised, in the grower's words. */
import type { Sowing } from '../season/schema'

/** What is put into a cell and what becomes of it. */
export function sowingWords(sowing: Sowing): string {
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
  }
}
