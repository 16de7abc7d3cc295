/** The sowing list as CSV, one row a sowing, raised or in place, in order of sowing. */
import Papa from 'papaparse'
import { formatDay, weekday, type Day } from '../core/calendar/day'
import type { Plan } from '../core/plan/plan'
import { seedToHave } from '../core/seed/handling'
import { markTag } from '../words/marks'
import { farmFormat } from '../words/format'

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']

/**
 * CSV (RFC 4180, UTF-8) of every batch sown in [from, until).
 *
 * Cells that a spreadsheet would take for a formula are quoted with an apostrophe.
 */
export function sowingListCsv(plan: Plan, from: Day = -Infinity, until: Day = Infinity): string {
  const format = farmFormat(plan.season.farm)
  const bedName = new Map(plan.season.beds.map(({ key, name }) => [key, name]))
  const bedsOf = new Map(
    plan.inField.map(({ id, goes }) => [
      id,
      goes.flatMap((share) => (share.to === 'bed' ? [bedName.get(share.bed)] : [])).join('; '),
    ]),
  )
  const inPlace = plan.inField
    .filter((stand) => stand.inPlace && stand.from >= from && stand.from < until)
    .map((stand) => {
      const { seeds, lot } = stand.inPlace!
      return {
        sow: formatDay(stand.from),
        weekday: WEEKDAYS[weekday(stand.from) - 1],
        batch: stand.code,
        variety: stand.variety.name,
        seed_lot: lot?.name ?? '',
        seeds,
        seeds_to_have: seedToHave(seeds, plan.season.habits.handling),
        place: 'in place',
        plant: formatDay(stand.from),
        plants: stand.plants,
        beds: bedsOf.get(stand.id),
      }
    })
  const raised = plan.batches
    .filter(({ sow }) => sow !== undefined && sow >= from && sow < until)
    .map((batch) => {
      const { sow, window, sizing, stays, way } = batch
      const first = stays[0]
      return {
        sow: formatDay(sow!),
        weekday: WEEKDAYS[weekday(sow!) - 1],
        batch: batch.code,
        variety: batch.variety.name,
        seed_lot: batch.seed.lot?.name ?? '',
        seeds: sizing?.seeds ?? '',
        seeds_to_have: sizing ? seedToHave(sizing.seeds, plan.season.habits.handling) : '',
        seeds_per_cell: way.seedsPerCell,
        cells: sizing?.cells ?? '',
        trays: first?.trays ?? '',
        container: first?.container.name ?? '',
        place: first ? plan.season.places[first.place]!.name : '',
        earliest: window ? formatDay(window.earliest) : '',
        latest: window ? formatDay(window.latest) : '',
        plant: formatDay(batch.plantOn),
        plants: batch.plants,
        marks: batch.marks.map((one) => markTag(one, format)).join('; '),
        beds: bedsOf.get(batch.id) ?? '',
      }
    })
  const rows = [...raised, ...inPlace].sort((a, b) =>
    a.sow < b.sow ? -1 : a.sow > b.sow ? 1 : a.batch < b.batch ? -1 : 1,
  )
  const columns =
    'sow weekday batch variety seed_lot seeds seeds_to_have seeds_per_cell cells trays container place earliest latest plant plants marks beds'
  return `\uFEFF${Papa.unparse({ fields: columns.split(' '), data: rows }, { newline: '\r\n', escapeFormulae: true })}\r\n`
}
