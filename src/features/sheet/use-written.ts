/** What was written in the sheet, read and planned beside the page: lines that are as they are stored are not read again. */
'use client'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { ReadRow } from '../../interchange/plan-sheet/read-rows'
import type { Addition } from '../../library/adding'
import type { Season } from '../../season/schema'
import { useSeason } from '../../ui/season-context'
import {
  createReader,
  outcomesOf,
  seasonAsWritten,
  type Line,
  type Outcome,
  type Worked,
} from '../../interchange/plan-sheet/reader'
import { startBeside, type Beside } from '../../ui/page-worker'
import { isEdited, removedKeys, unsavedOf, type Sheet, type Unsaved } from '../../ui/typed-sheet/model'
import { dayOrderOf } from '../../words/format'

/** What of the sheet is not saved, as far as it has been read. */
export interface Written {
  /** Lines that were written in, with what they were read as. */
  edited: readonly Line[]
  rows: readonly ReadRow[]
  /** Kinds, varieties and methods that come along. */
  additions: readonly Addition[]
  removed: readonly string[]
  outcomes: ReadonlyMap<string, Outcome>
  unsaved: Unsaved
  /** What stands in the sheet has not been read yet. */
  behind: boolean
  failed: boolean
}

interface Asked {
  season: Season
  edited: readonly Line[]
  removed: readonly string[]
}

const FEW_LINES = 60
const FEW_PLANTINGS = 300

const NOTHING: Pick<Worked, 'rows' | 'additions'> = { rows: [], additions: [] }

const sameLines = (a: readonly unknown[], b: readonly unknown[]) =>
  a.length === b.length && a.every((one, i) => one === b[i])

export function useWritten(sheet: Sheet, stored: ReadonlyMap<string, Line>): Written {
  const { season, plan, planner, data } = useSeason()
  const asked = useMemo((): Asked => {
    const edited = sheet.lines.filter((line) => isEdited(line, stored))
    return { season, edited, removed: removedKeys({ season, lines: sheet.lines }) }
  }, [sheet, stored, season])
  const order = dayOrderOf(data.locale)
  const asStored = useMemo(() => outcomesOf(plan), [plan])
  // A few lines are read at once, sooner than a worker could be told of them.
  const few = asked.edited.length <= FEW_LINES && season.plantings.length <= FEW_PLANTINGS
  const [reader] = useState(createReader)
  const atOnce = useMemo((): Worked | undefined => {
    if (asked.edited.length === 0 && asked.removed.length === 0) return { ...NOTHING, outcomes: asStored }
    if (!few) return undefined
    const read = reader.read(asked.edited, season, { order, planner })
    const trial = planner.plan(seasonAsWritten(read, asked.removed), plan.today)
    return { rows: read.rows, additions: read.additions, outcomes: outcomesOf(trial) }
  }, [asked, few, asStored, reader, season, order, planner, plan.today])
  const { answer, failed } = useWorked(atOnce ? undefined : asked, order, plan.today)
  return useMemo((): Written => {
    const of = atOnce ? asked : (answer?.asked ?? { ...asked, edited: [], removed: [] })
    const worked = atOnce ?? answer?.worked ?? { ...NOTHING, outcomes: asStored }
    const behind =
      !atOnce &&
      !(answer?.asked.season === season && sameLines(of.edited, asked.edited) && sameLines(of.removed, asked.removed))
    const unsaved = unsavedOf({ season, lines: sheet.lines }, of.edited, worked.rows)
    return { ...of, ...worked, unsaved, behind, failed: failed && !atOnce }
  }, [atOnce, asked, answer, asStored, season, sheet.lines, failed])
}

/** Asks the worker, one question at a time; what was asked while it was at work is asked once it is done. */
function useWorked(asked: Asked | undefined, order: ReturnType<typeof dayOrderOf>, today: number | undefined) {
  const [answer, setAnswer] = useState<{ asked: Asked; worked: Worked }>()
  const [failed, setFailed] = useState(false)
  const worker = useRef<Beside & { opened: Season | undefined }>(undefined)
  const wanted = useRef<Asked>(undefined)
  const working = useRef(false)
  useEffect(
    () => () => {
      worker.current?.own.terminate()
      worker.current = undefined
      working.current = false
    },
    [],
  )
  useEffect(() => {
    wanted.current = asked
    if (working.current || !asked) return
    const work = async () => {
      working.current = true
      try {
        for (let next = wanted.current; next; next = wanted.current === next ? undefined : wanted.current) {
          const own = (worker.current ??= begin())
          if (own.opened !== next.season) {
            await own.api.openSeason(next.season)
            own.opened = next.season
          }
          const worked = await own.api.readLines(next.edited, next.removed, order, today)
          setAnswer({ asked: next, worked })
          setFailed(false)
        }
      } catch (error) {
        console.error('The sheet could not be read.', error)
        worker.current?.own.terminate()
        worker.current = undefined
        setFailed(true)
      } finally {
        working.current = false
      }
    }
    void work()
  }, [asked, order, today])
  return { answer, failed }
}

const begin = (): Beside & { opened: Season | undefined } => ({ ...startBeside(), opened: undefined })
