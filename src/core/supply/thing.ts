/** What is bought and stored. */
import type { Supply } from '../../season/schema'

/** Something that is bought, as a supply or an order says what it is of. */
export type Thing = Supply['of']

/** What it is counted in. */
export type StoreUnit = 'seeds' | 'trays' | 'labels' | Extract<Thing, { what: 'material' }>['unit']

/** The same for the same thing, however its name is written. */
export function idOf(of: Thing): string {
  switch (of.what) {
    case 'seed':
      return `seed/${of.variety}`
    case 'container':
      return `container/${of.container}`
    case 'material':
      return `material/${of.material.trim().toLowerCase()}/${of.unit}`
    case 'labels':
      return 'labels'
  }
}

export function unitOf(of: Thing): StoreUnit {
  return of.what === 'seed' ? 'seeds' : of.what === 'container' ? 'trays' : of.what === 'labels' ? 'labels' : of.unit
}
