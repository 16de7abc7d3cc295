/** Varieties as rows of a sheet. */
import { ownCrop } from '../../core/batch/own-crop'
import type { Season, Variety } from '../../season/schema'
import { bringVariety, ownName } from '../plan-sheet/bring'
import { plainText } from '../sheet-file/plain-text'
import type { Said } from '../sheet-file/table'
import { readChoice, readWhole } from './cells'
import type { VarietyColumn } from './lists'
import type { ListProblem, ListReading, RowRead } from './read-list'

const FROM = {
  sowing: ['sowing', 'seed', 'sown', 'siembra'],
  planting: ['planting', 'transplant', 'transplanting', 'planted', 'trasplante'],
} as const

/** Reads one row: the variety of that name, or a new one of its kind, with what the row says of it. */
export function readVariety(row: Said<string>, reading: ListReading): RowRead {
  const said = row as Said<VarietyColumn>
  const problems: ListProblem[] = []
  const had = new Set(reading.season.varieties)
  const found = bringVariety(said.kind, said.variety, reading)
  const days = readWhole(said.maturity, 'maturity')
  const from = readChoice(said.from, 'from', FROM)
  for (const { problem } of [days, from]) if (problem) problems.push(problem)
  if (!found.ok) {
    problems.push({ column: found.column, what: 'unknown', like: found.like })
    return {
      name: `${said.kind} ${said.variety}`.trim(),
      problems,
      brings: undefined,
      base: undefined,
      draft: undefined,
    }
  }
  const { crop, variety } = found
  const base = had.has(variety) ? variety : undefined
  const group = said.seasonGroup.trim()
  const known = crop.seasonGroups.find(({ name }) => plainText(name) === plainText(group))
  if (group !== '' && !known)
    problems.push({
      column: 'seasonGroup',
      what: 'unknown',
      like: crop.seasonGroups.map(({ name }) => name).slice(0, 4),
    })
  const draft: Variety = {
    ...variety,
    ...(known ? { seasonGroup: known.name } : {}),
    ...(said.note.trim() === '' ? {} : { note: said.note.trim().slice(0, 2000) }),
    ...maturityOf(variety, ownCrop(crop, variety).field.maturity, days.value, from.value),
  }
  // The kind is what came along; that the variety is new is said of the row itself.
  const brings =
    base || reading.season.varieties.filter(({ crop: of }) => of === crop.key).length > 1 ? undefined : found.brings
  return { name: variety.name, problems, brings, base, draft }
}

type Maturity = NonNullable<ReturnType<typeof ownCrop>['field']['maturity']>

/** What a variety says of its days to harvest, where it is otherwise than the kind has it. */
function maturityOf(
  variety: Variety,
  now: Maturity | undefined,
  days: number | undefined,
  from: Maturity['from'] | undefined,
): Pick<Variety, 'overrides'> | Record<string, never> {
  const wanted = { days: days ?? now?.days, from: from ?? now?.from ?? 'planting' }
  if (wanted.days === undefined || (wanted.days === now?.days && wanted.from === now.from)) return {}
  const { overrides } = variety
  return {
    overrides: {
      ...overrides,
      field: { ...overrides?.field, maturity: { ...overrides?.field?.maturity, days: wanted.days, from: wanted.from } },
    },
  }
}

/** Every variety as a row. */
export function varietyRows(season: Season): Said<VarietyColumn>[] {
  const crops = new Map(season.crops.map((one) => [one.key, one]))
  return season.varieties.map((variety) => {
    const crop = crops.get(variety.crop)
    const maturity = crop && ownCrop(crop, variety).field.maturity
    return {
      kind: crop?.name ?? '',
      variety: ownName(crop, variety.name),
      seasonGroup: variety.seasonGroup ?? '',
      maturity: maturity ? String(maturity.days) : '',
      from: maturity?.from ?? '',
      note: variety.note ?? '',
    }
  })
}
