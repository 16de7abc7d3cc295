/** The plan as the cells of a spreadsheet, and an empty one to fill in. */
import { formatDay, parseDay } from '../../core/calendar/day'
import type { Season } from '../../season/schema'
import { cellsOf } from '../sheet-file/write-cells'
import { EMPTY_ROW } from './columns'
import { PLAN_FILE, type FileColumn } from './file-rows'
import { rowOf } from './read-rows'

/** Headings in the language of the reader. */
export type SheetHeadings = Readonly<Record<FileColumn, string>>

/** Every planting as a row below the headings. */
export const planCells = (season: Season, headings: SheetHeadings): string[][] =>
  cellsOf(
    PLAN_FILE,
    headings,
    season.plantings.map((planting) => ({ code: planting.code, ...rowOf(planting, season) })),
  )

const SPRING = 120 // days from the first of a season

/** Headings with a row that shows how one is written. */
export const templateCells = (season: Season, headings: SheetHeadings): string[][] =>
  cellsOf(PLAN_FILE, headings, [
    {
      ...EMPTY_ROW,
      code: '',
      kind: season.crops[0]?.name ?? 'Lettuce',
      quantity: '48',
      unit: 'plants',
      on: formatDay(parseDay(season.season.from) + SPRING),
      every: '14',
      times: '4',
    },
  ])
