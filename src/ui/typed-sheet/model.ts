/** The sheet as it is being written: its lines, what they come to, and what of it would be saved. */
import { parseDay } from '../../core/calendar/day'
import type { Plan } from '../../core/plan/plan'
import { EMPTY_ROW, isEmptyRow, SHEET_COLUMNS, type SheetRow } from '../../interchange/plan-sheet/columns'
import type { FileRow, WriteDay } from '../../interchange/plan-sheet/file-rows'
import { rowOf, type ReadRow } from '../../interchange/plan-sheet/read-rows'
import type { Line } from '../../interchange/plan-sheet/reader'
import type { Planting, Season } from '../../season/schema'
import { sameValue } from '../../season/values'

/** The sheet: its lines, and the season they were made of. */
export interface Sheet {
  season: Season
  lines: readonly Line[]
  /** New lines as they were last sent, with the keys of their plantings. */
  sent: ReadonlyMap<string, { key: string; line: Line }>
}

const lineOf = (planting: Planting, season: Season, write: WriteDay): Line => {
  const row = rowOf(planting, season)
  const times = planting.series?.last === undefined ? row.times : write(parseDay(planting.series.last))
  return { ...row, on: write(parseDay(planting.on)), times, id: planting.key, of: planting.key }
}

/** Every planting as a line. */
export const sheetOf = (season: Season, write: WriteDay): Sheet => ({
  season,
  lines: ended(season.plantings.map((planting) => lineOf(planting, season, write))),
  sent: new Map(),
})

export const newLine = (id: string): Line => ({ ...EMPTY_ROW, id })

/** Lines with an empty one to write in at the end. */
export function ended(lines: readonly Line[]): readonly Line[] {
  const last = lines.at(-1)
  if (last && last.of === undefined && isEmptyRow(last)) return lines
  const ids = new Set(lines.map(({ id }) => id))
  let n = lines.length
  while (ids.has(`new ${n}`)) n++
  return [...lines, newLine(`new ${n}`)]
}

const sameText = (a: SheetRow, b: SheetRow) => SHEET_COLUMNS.every((column) => a[column] === b[column])

/** A line that was written in: new, or other than its planting. */
export function isEdited(line: Line, stored: ReadonlyMap<string, Line>): boolean {
  const was = line.of === undefined ? undefined : stored.get(line.of)
  return was ? !sameText(line, was) : !isEmptyRow(line)
}

/** Lines of the season as it is stored, by planting. */
export const storedLines = (season: Season, write: WriteDay): Map<string, Line> =>
  new Map(season.plantings.map((planting) => [planting.key, lineOf(planting, season, write)]))

/** A new line that nothing was written in yet. */
const isBlank = (line: Line) => line.of === undefined && isEmptyRow(line)

/**
 * The sheet after the season has changed: what was being written stays, everything else is as it is stored now. A new line
 * that was sent is the line of its planting, once that is there, with what has been written in it since.
 */
export function following({ season: before, lines, sent }: Sheet, season: Season, write: WriteDay): Sheet {
  const [was, now] = [storedLines(before, write), storedLines(season, write)]
  const shown = new Set<string>()
  const next = lines.flatMap((line): Line[] => {
    const asSent = sent.get(line.id)
    const key = line.of ?? asSent?.key
    const stored = key === undefined ? undefined : now.get(key)
    if (stored) shown.add(key!)
    if (line.of === undefined)
      return [!stored ? line : sameText(line, asSent!.line) ? stored : { ...line, of: stored.of }]
    // What someone else has taken out stays only where it is being written.
    if (!stored) return isEdited(line, was) ? [{ ...line, of: undefined }] : []
    return [isEdited(line, was) ? line : stored]
  })
  const removed = new Set([...was.keys()].filter((key) => !lines.some(({ of }) => of === key) && now.has(key)))
  const more = [...now.values()].filter(({ of }) => !shown.has(of!) && !removed.has(of!))
  const [written, blank] = [next.filter((line) => !isBlank(line)), next.filter(isBlank)]
  return { season, lines: ended([...written, ...more, ...blank.slice(0, 1)]), sent }
}

/** What would be saved. */
export interface Unsaved {
  added: number
  changed: number
  removed: number
  /** Lines that something is missing in: they stay in the sheet. */
  unready: number
}

/** Counts what would be saved. */
export function unsavedOf(
  { season, lines }: Pick<Sheet, 'season' | 'lines'>,
  edited: readonly Line[],
  rows: readonly ReadRow[],
): Unsaved {
  const count = { added: 0, changed: 0, removed: 0, unready: 0 }
  const stored = new Map(season.plantings.map((planting) => [planting.key, planting]))
  edited.forEach(({ of }, i) => {
    const planting = rows[i]?.planting
    if (!planting) count.unready++
    else if (of === undefined) count.added++
    else if (!sameValue(stored.get(of), planting)) count.changed++
  })
  count.removed = removedKeys({ season, lines }).length
  return count
}

/** Plantings whose lines were taken out. */
export function removedKeys({ season, lines }: Pick<Sheet, 'season' | 'lines'>): string[] {
  const there = new Set(lines.map(({ of }) => of))
  return season.plantings.map(({ key }) => key).filter((key) => !there.has(key))
}

/** Ids of all batches, and of all that is sown in place, of plantings by their keys. */
export function idsOf({ batches, inPlace }: Plan, plantings: readonly string[]): string[] {
  const keys = new Set(plantings)
  return [...batches, ...inPlace].filter(({ planting }) => keys.has(planting.key)).map(({ id }) => id)
}

/** The sheet with rows of a file: one that goes by the code of a planting is that planting's, the others are new. */
export function withRows(sheet: Sheet, rows: readonly FileRow[], newId: () => string): Sheet {
  const byCode = new Map(sheet.season.plantings.map(({ code, key }) => [code, key]))
  const of = new Map<string, SheetRow>()
  const more: Line[] = []
  for (const { code, row } of rows) {
    const key = byCode.get(code.trim().toUpperCase())
    if (key === undefined || of.has(key)) more.push({ ...row, id: newId() })
    else of.set(key, row)
  }
  const lines = sheet.lines.map((line) => {
    const row = line.of === undefined ? undefined : of.get(line.of)
    return row ? { ...line, ...row } : line
  })
  return { ...sheet, lines: ended([...lines.filter((line) => !isBlank(line)), ...more]) }
}
