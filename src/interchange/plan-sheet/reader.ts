/** Reading lines of the sheet again and again as they are written, and what they come to in the plan. */
import type { Day } from '../../core/calendar/day'
import type { DayOrder } from '../../core/calendar/typed-day'
import type { Mark } from '../../core/batch/marks'
import { createPlanner, type Plan } from '../../core/plan/plan'
import type { Addition } from '../../library/adding'
import type { Planting, Season } from '../../season/schema'
import { shareUnchanged } from '../../season/share'
import type { SheetRow } from './columns'
import { readRows, type ReadRow, type ReadSheet } from './read-rows'

/** A line of the sheet. */
export interface Line extends SheetRow {
  id: string
  /** Key of the planting it shows; none while it is new. */
  of?: string | undefined
}

/** What a line comes to in the plan: its first sowing, and what all of it takes. */
export interface Outcome {
  sow: Day | undefined
  trays: number
  /** Kinds of marks its batches bear, each once. */
  marks: readonly Mark['kind'][]
}

/** What every planting of a plan comes to, by its key. */
export function outcomesOf(plan: Plan): Map<string, Outcome> {
  const found = new Map<string, Outcome>()
  const none: Outcome = { sow: undefined, trays: 0, marks: [] }
  for (const batch of plan.batches) {
    const { key } = batch.planting
    const had = found.get(key) ?? none
    const sow = batch.sow === undefined ? had.sow : Math.min(batch.sow, had.sow ?? Infinity)
    const more = batch.marks.map(({ kind }) => kind).filter((kind) => !had.marks.includes(kind))
    const marks = more.length === 0 ? had.marks : [...new Set([...had.marks, ...more])]
    found.set(key, { sow, trays: had.trays + (batch.stays[0]?.trays ?? 0), marks })
  }
  for (const stand of plan.inPlace) {
    const { key } = stand.planting
    const had = found.get(key) ?? none
    found.set(key, { ...had, sow: Math.min(stand.from, had.sow ?? Infinity) })
  }
  return found
}

/** The season as the sheet would make it, without the plantings that were taken out. */
export function seasonAsWritten(read: ReadSheet, removed: readonly string[]): Season {
  if (removed.length === 0) return read.season
  const gone = new Set(removed)
  return { ...read.season, plantings: read.season.plantings.filter(({ key }) => !gone.has(key)) }
}

/** Reads lines that were written in; a line that comes to the same planting as the last time comes to the same object, so that nothing of it is planned again. */
export function createReader() {
  let known = new Map<string, Planting>()
  let last: Season | undefined
  return {
    read(edited: readonly Line[], season: Season, ways: Parameters<typeof readRows>[2]): ReadSheet {
      const bases = new Map(season.plantings.map((planting) => [planting.key, planting]))
      const before = new Map<number, Planting>()
      edited.forEach(({ id }, i) => {
        const planting = known.get(id)
        if (planting) before.set(i, planting)
      })
      const rows = edited.map((row) => ({ row, base: row.of === undefined ? undefined : bases.get(row.of) }))
      const read = readRows(rows, season, ways, before)
      known = new Map()
      read.rows.forEach(({ planting }, i) => planting && known.set(edited[i]!.id, planting))
      // What comes along is made anew each time: where it says the same it is the same.
      last = shareUnchanged(last ?? season, read.season)
      return { ...read, season: last }
    },
  }
}

/** What lines come to. */
export interface Worked {
  rows: readonly ReadRow[]
  additions: readonly Addition[]
  outcomes: ReadonlyMap<string, Outcome>
}

const planner = createPlanner()
let reader = createReader()
let season: Season | undefined

/** The sheet as it is read and planned beside the page, so that typing never waits for it. */
export const sheetBeside = {
  /** The season everything after is read on. */
  openSeason(next: Season): void {
    season = next
    reader = createReader()
  },
  readLines(edited: readonly Line[], removed: readonly string[], order: DayOrder, today: Day | undefined): Worked {
    if (!season) throw new Error('no season was opened')
    const read = reader.read(edited, season, { order, planner })
    const plan = planner.plan(seasonAsWritten(read, removed), today)
    return { rows: read.rows, additions: read.additions, outcomes: outcomesOf(plan) }
  },
}
