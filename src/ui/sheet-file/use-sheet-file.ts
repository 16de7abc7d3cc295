/** A spreadsheet file that was chosen, read beside the page: what its columns are taken to say, and its rows. */
'use client'
import type { Remote } from 'comlink'
import { startTransition, useCallback, useEffect, useRef, useState } from 'react'
import type { Day } from '../../core/calendar/day'
import type { DayOrder } from '../../core/calendar/typed-day'
import { startBeside, type Beside } from '../page-worker'
import { MOST_BYTES, type FileFault } from '../../interchange/sheet-file/read-file'
import type { PageWorkerApi } from '../../interchange/page.worker'
import type { Found, Sought } from '../../interchange/sheet-file/beside'

/** A file with what its columns are said to be. */
export interface OpenedSheet {
  file: string
  found: Extract<Found, { ok: true }>
  columns: (string | undefined)[]
  /** The order of day and month as the reader said it. */
  order: DayOrder | undefined
  /** The same as the days themselves tell it; `undefined` where nothing tells, though it matters. */
  told: DayOrder | 'any' | undefined
}

/** Why a file was not read. */
export type SheetFault = FileFault | 'no-table' | 'too-long'

export interface SheetFile {
  busy: boolean
  opened: OpenedSheet | undefined
  problem: { file: string; what: SheetFault } | undefined
  /** Gets ready what reads a file, while one is being chosen. */
  getReady(): void
  choose(file: File | undefined): void
  /** Says what a column is; a column of the sheet is said by one of the file. */
  say(at: number, column: string | undefined): void
  sayOrder(order: DayOrder | undefined): void
  /** The order days are read in; none while it has to be asked. */
  order: DayOrder | undefined
  drop(): void
  clearProblem(): void
  /** Asks the file for something; what was matched is remembered for files of the same headings. */
  ask<T>(run: (file: Remote<PageWorkerApi>, opened: OpenedSheet) => Promise<T>): Promise<T | undefined>
}

const LONGEST = 60_000 // ms a file may take to be read

/** Reads files for a list. @param from days without a year are the first of their name from there on */
export function useSheetFile(sought: Sought, from: Day): SheetFile {
  const [busy, setBusy] = useState(false)
  const [opened, setOpened] = useState<OpenedSheet>()
  const [problem, setProblem] = useState<SheetFile['problem']>()
  const worker = useRef<Worker>(undefined)
  const ready = useRef<Beside>(undefined)
  const remote = useRef<Remote<PageWorkerApi>>(undefined)
  const end = useCallback(() => {
    worker.current?.terminate()
    worker.current = undefined
    remote.current = undefined
  }, [])
  useEffect(
    () => () => {
      end()
      ready.current?.own.terminate()
      ready.current = undefined
    },
    [end],
  )
  const getReady = () => {
    if (ready.current) return
    ready.current = startBeside()
    // What goes wrong here goes wrong again when a file is read, and is said then.
    ready.current.api.loadReader().catch(() => undefined)
  }

  const choose = async (file: File | undefined) => {
    setProblem(undefined)
    setOpened(undefined)
    if (!file) return
    const fail = (what: SheetFault) => setProblem({ file: file.name, what })
    if (file.size > MOST_BYTES) return fail('too-large')
    end()
    setBusy(true)
    const { own, api } = ready.current ?? startBeside()
    ready.current = undefined
    worker.current = own
    const broken = new Promise<'broken'>((done) => (own.onerror = () => done('broken')))
    const slow = new Promise<'slow'>((done) => setTimeout(() => done('slow'), LONGEST))
    try {
      const bytes = await file.arrayBuffer()
      const found = await Promise.race([api.openFile(file.name, bytes, sought), broken, slow])
      if (worker.current !== own) return
      if (found === 'broken' || found === 'slow') return fail(found === 'slow' ? 'too-long' : 'not-a-sheet')
      if (!found.ok) return fail(found.fault)
      remote.current = api
      const columns = remembered(sought, found)
      const told = await api.orderOf(columns, from)
      startTransition(() => setOpened({ file: file.name, found, columns, order: undefined, told }))
    } catch {
      fail('not-a-sheet')
    } finally {
      setBusy(false)
    }
  }
  const say = async (at: number, column: string | undefined) => {
    if (!opened) return
    const columns = opened.columns.map((one, i) => (i === at ? column : one === column ? undefined : one))
    setOpened({ ...opened, columns })
    const told = await remote.current?.orderOf(columns, from)
    setOpened((now) => now && { ...now, told })
  }
  const ask = async <T>(
    run: (file: Remote<PageWorkerApi>, opened: OpenedSheet) => Promise<T>,
  ): Promise<T | undefined> => {
    if (!opened || !remote.current) return undefined
    remember(sought, opened)
    setBusy(true)
    try {
      return await run(remote.current, opened)
    } catch {
      setProblem({ file: opened.file, what: 'not-a-sheet' })
      return undefined
    } finally {
      setBusy(false)
    }
  }
  return {
    busy,
    opened,
    problem,
    getReady,
    choose: (file) => void choose(file),
    say: (at, column) => void say(at, column),
    sayOrder: (order) => setOpened((now) => now && { ...now, order }),
    order: opened?.order ?? (opened?.told === 'any' ? 'dmy' : opened?.told),
    drop: () => {
      end()
      setOpened(undefined)
    },
    clearProblem: () => setProblem(undefined),
    ask,
  }
}

const REMEMBERED = 'dove-step-sheet-columns'
const nameOf = (sought: Sought, headings: readonly string[]) => [sought, ...headings].join('|')

/** What was said of columns of these headings the last time. */
function remembered(sought: Sought, { headings, guess }: OpenedSheet['found']): (string | undefined)[] {
  try {
    const known = JSON.parse(localStorage.getItem(REMEMBERED) ?? '{}') as Record<string, (string | null)[]>
    const said = known[nameOf(sought, headings)]
    return said?.length === headings.length ? said.map((one) => one ?? undefined) : guess
  } catch {
    return guess // a device that keeps nothing, or something else in its place
  }
}

function remember(sought: Sought, { found, columns }: OpenedSheet): void {
  try {
    const known = JSON.parse(localStorage.getItem(REMEMBERED) ?? '{}') as Record<string, unknown>
    const said = { [nameOf(sought, found.headings)]: columns.map((one) => one ?? null) }
    localStorage.setItem(REMEMBERED, JSON.stringify({ ...known, ...said }))
  } catch {
    // A device that keeps nothing: it is guessed again the next time.
  }
}
