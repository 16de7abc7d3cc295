/** Seed lots, beds and varieties as the cells of a spreadsheet, and empty ones to fill in. */
import type { Season } from '../../season/schema'
import { cellsOf } from '../sheet-file/write-cells'
import type { Said } from '../sheet-file/table'
import { bedRows } from './beds'
import { LIST_FILES, type ListColumn, type ListName } from './lists'
import { lotRows } from './lots'
import { supplyRows } from './supplies'
import { varietyRows } from './varieties'

const ROWS: Readonly<Record<ListName, (season: Season) => Said<string>[]>> = {
  lots: lotRows,
  beds: bedRows,
  varieties: varietyRows,
  supplies: supplyRows,
}

type Headings = Readonly<Record<string, string>>

/** Everything of a list as rows below its headings. */
export const listCells = (of: ListName, season: Season, headings: Headings): string[][] =>
  cellsOf(LIST_FILES[of], headings, ROWS[of](season))

/** Headings with a row that shows how one is written. */
export function listTemplate(of: ListName, season: Season, headings: Headings): string[][] {
  const kind = season.crops[0]?.name ?? 'Lettuce'
  const feet = season.farm.units === 'us'
  const examples: Record<ListName, Partial<Record<ListColumn, string>>> = {
    lots: { kind, variety: 'red', lot: 'Red 27', year: season.season.from.slice(0, 4), seeds: '500', comesUp: '85%' },
    beds: { block: 'North', bed: 'N1', length: feet ? '100 ft' : '30 m', width: feet ? '2.5 ft' : '0.75 m' },
    varieties: { kind, variety: 'red', maturity: '55', from: 'planting' },
    supplies: {
      thing: 'Compost',
      unit: 'l',
      inStore: '120',
      countedOn: season.season.from,
      supplier: 'The merchant',
      size: '40',
      packPrice: '9.5',
      leadDays: '7',
    },
  }
  const { columns } = LIST_FILES[of]
  return cellsOf(LIST_FILES[of], headings, [
    Object.fromEntries(columns.map((column) => [column, examples[of][column as ListColumn] ?? ''])),
  ])
}
