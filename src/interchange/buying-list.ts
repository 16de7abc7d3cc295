/** The buying list as a file, one row for every size that is bought, and one for what nobody sells yet. */
import Papa from 'papaparse'
import { formatDay, type Day } from '../core/calendar/day'
import type { Plan } from '../core/plan/plan'
import { buyingList } from '../core/stores/buying'
import { plantsToOrder } from '../core/stores/plants-to-order'
import { farmFormat } from '../words/format'
import { needName } from '../words/stores'
import type { SheetKind } from './sheet-file/table'

const COLUMNS = ['order_by', 'needed_from', 'what', 'unit', 'needed', 'have', 'short', 'supplier', 'size', 'packs', 'price', 'cost'] as const // prettier-ignore
type Column = (typeof COLUMNS)[number]

/** As the columns of a workbook: which hold days, which numbers. */
export const BUYING_FILE: SheetKind<Column> = {
  columns: COLUMNS,
  headings: Object.fromEntries(COLUMNS.map((column) => [column, [column]])) as unknown as SheetKind<Column>['headings'],
  about: ['what'],
  days: ['order_by', 'needed_from'],
  numbers: ['needed', 'have', 'short', 'size', 'packs', 'price', 'cost'],
  long: ['what', 'supplier'],
}

type Row = Partial<Record<Column, string | number>>

function rowsOf(plan: Plan, today: Day): Row[] {
  const format = farmFormat(plan.season.farm)
  const day = (one: Day | undefined) => (one === undefined ? '' : formatDay(one))
  const round = (amount: number | undefined) => (amount === undefined ? '' : Math.round(amount * 100) / 100)
  const plants = plantsToOrder(plan).filter(({ order }) => order !== undefined)
  const bought = plants.map(({ batch, plants: n, orderBy, arrives, price }): Row => ({
    order_by: day(orderBy),
    needed_from: day(arrives),
    what: `${batch.code} ${batch.variety.name}`,
    unit: 'young plants',
    needed: n,
    short: n,
    size: 1,
    packs: n,
    ...(price === undefined ? {} : { price, cost: round(n * price) }),
  }))
  const things = buyingList(plan, today).flatMap(({ need, amount, packs, orderBy }): Row[] => {
    const common = {
      order_by: day(orderBy),
      needed_from: day(need.firstShort),
      what: needName(format, need),
      unit: need.unit,
      needed: round(need.needed),
      have: round(need.have),
      short: round(amount),
    }
    if (packs.length === 0) return [common]
    return packs.map(({ offer: { supplier, size, price }, count }) => ({
      ...common,
      supplier,
      size,
      packs: count,
      price,
      cost: round(count * price),
    }))
  })
  return [...things, ...bought]
}

/** CSV (RFC 4180, UTF-8); cells that a spreadsheet would take for a formula are quoted with an apostrophe. */
export const buyingListCsv = (plan: Plan, today: Day): string =>
  `\uFEFF${Papa.unparse({ fields: [...COLUMNS], data: rowsOf(plan, today) }, { newline: '\r\n', escapeFormulae: true })}\r\n`

/** The same as the cells of a workbook, below their headings. */
export const buyingListCells = (plan: Plan, today: Day): string[][] => [
  COLUMNS.map((column) => column.replace('_', ' ')),
  ...rowsOf(plan, today).map((row) => COLUMNS.map((column) => String(row[column] ?? ''))),
]
