/** The buying list as CSV, one row for every size that is bought, and one for what nobody sells yet. */
import Papa from 'papaparse'
import { formatDay, type Day } from '../core/calendar/day'
import type { Plan } from '../core/plan/plan'
import { buyingList } from '../core/stores/buying'
import { farmFormat } from '../words/format'
import { needName } from '../words/stores'

const COLUMNS = ['order_by', 'needed_from', 'what', 'unit', 'needed', 'have', 'short', 'supplier', 'size', 'packs', 'price', 'cost'] // prettier-ignore

/** CSV (RFC 4180, UTF-8); cells that a spreadsheet would take for a formula are quoted with an apostrophe. */
export function buyingListCsv(plan: Plan, today: Day): string {
  const format = farmFormat(plan.season.farm)
  const day = (one: Day | undefined) => (one === undefined ? '' : formatDay(one))
  const round = (amount: number | undefined) => (amount === undefined ? '' : Math.round(amount * 100) / 100)
  const rows = buyingList(plan, today).flatMap(({ need, amount, packs, orderBy }) => {
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
  return `\uFEFF${Papa.unparse({ fields: COLUMNS, data: rows }, { newline: '\r\n', escapeFormulae: true })}\r\n`
}
