/** The season every view looks at: its plan, the working day, and how this reader reads dates and units. */
'use client'
import { useSearchParams } from 'next/navigation'
import {
  createContext,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
  type ReactNode,
} from 'react'
import { parseDay, type Day } from '../core/calendar/day'
import type { Plan, Planner } from '../core/plan/plan'
import type { FarmListed, WhatIf } from '../season/farms'
import type { Pin } from '../season/pin'
import type { Role } from '../season/roles'
import type { Season } from '../season/schema'
import type { SetAside } from '../season/set-aside'
import { createFormat, yearOf, type Format, type Units } from '../words/format'
import type { Language } from '../words/translator'
import { WordsProvider } from './words-provider'
import { workingDayCookie } from './preferences'
import { deviceQueue, emptyQueue, type Queued, type QueueState, type RecordQueue } from './records/queue'
import { UnitsContext } from './units'
import { useToday } from './use-today'
import { placeLooks, type PlaceLook } from './place-look'
import { createKeptPlan } from './kept-plan'

/** What the server hands over. */
export interface SeasonData {
  /** Id of the farm's own season: what happens is written there. */
  own: string
  /** Id of what is looked at: the season, or a copy of it. */
  view: string
  /** Address of what is looked at; every view of it stands below. */
  at: string
  /** Address of the farm's own season. */
  ownAt: string
  /** All farms there are, with their seasons. */
  farms: FarmListed[]
  season: Season
  revision: number
  /** What of the season cannot be read, and is left out: what it is, its key, and why. */
  setAside: Omit<SetAside, 'value'>[]
  versions: Record<string, number>
  undo: { entry: string; summary: string } | null
  redo: { entry: string; summary: string } | null
  /** The copy that is looked at instead of the season, and the copies there are. */
  whatIf: WhatIf | null
  whatIfs: WhatIf[]
  /** ISO day that counts as today. */
  today: string
  /** ISO working day kept from before, if any. */
  workingDay: string | undefined
  locale: string
  /** The language this reader has chosen; without one the browser's. */
  ownLanguage: Language | undefined
  /** Units that are shown: this reader's own, else the farm's. */
  units: Units
  ownUnits: Units | undefined
  /** Who has signed in, and what they are on this farm; none where nobody has to. */
  person: { name: string; role: Role; keeps: boolean } | null
  /** The phone this is, where a crew shares it, and who may hold it. */
  phone: { name: string; hands: { name: string; pin: Pin | null }[] } | null
}

/** The working day, held outside React so that dragging it redraws only what looks at it. */
export interface WorkingDay {
  get(): Day
  set(day: Day): void
  subscribe(listener: () => void): () => void
  /** Keeps it within [first, last) from now on. */
  limit(first: Day, last: Day): void
}

interface SeasonContextValue {
  data: SeasonData
  season: Season
  plan: Plan
  planner: Planner
  looks: PlaceLook[]
  format: Format
  today: Day
  /** Days the ribbon and every time axis run over: [first, last). */
  span: { first: Day; last: Day }
  workingDay: WorkingDay
  /** Records of this device on their way, and how they stand. */
  queue: RecordQueue
  recording: QueueState
}

const SeasonContext = createContext<SeasonContextValue | null>(null)

/** The season with what this device has recorded and the server does not show yet. */
function withQueued(season: Season, queued: readonly Queued[]): Season {
  if (queued.length === 0) return season
  const known = new Set(season.records.map(({ id }) => id))
  const more = queued.flatMap(({ entry, state }) => (state === 'refused' || known.has(entry.id) ? [] : [entry]))
  return more.length === 0 ? season : { ...season, records: [...season.records, ...more] }
}

// One queue for the device; it outlives every page that is drawn.
let queueOfDevice: RecordQueue | undefined

function useQueue(): RecordQueue {
  return useState(() => (typeof window === 'undefined' ? emptyQueue : (queueOfDevice ??= deviceQueue())))[0]
}

function createWorkingDay(season: string, start: Day, from: Day, to: Day): WorkingDay {
  let [first, last] = [from, to]
  let day = Math.min(last - 1, Math.max(first, start))
  const listeners = new Set<() => void>()
  let kept: ReturnType<typeof setTimeout> | undefined
  return {
    get: () => day,
    limit(newFirst, newLast) {
      ;[first, last] = [newFirst, newLast]
      this.set(day)
    },
    set(next) {
      const within = Math.min(last - 1, Math.max(first, Math.round(next)))
      if (within === day) return
      day = within
      for (const listener of listeners) listener()
      clearTimeout(kept)
      kept = setTimeout(() => {
        const iso = new Date(day * 86_400_000).toISOString().slice(0, 10)
        document.cookie = workingDayCookie(season, iso)
      }, 200)
    },
    subscribe(listener) {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
  }
}

export function SeasonProvider({ data, children }: { data: SeasonData; children: ReactNode }) {
  // An address with a day has the word over the day that was looked at last.
  const asked = useSearchParams().get('day') ?? undefined
  const queue = useQueue()
  const hydrated = useSyncExternalStore(never, yes, no)
  const recording = useSyncExternalStore(queue.subscribe, queue.get, emptyQueue.get)
  // What the server drew knows nothing of this device: the first drawing here must be the same.
  const queued = useMemo(
    () => (hydrated ? recording.items.filter((item) => item.season === data.own) : NONE),
    [hydrated, recording.items, data.own],
  )
  const today = useToday(parseDay(data.today), data.season.farm.timeZone, data.season.season.opensOn === undefined)
  const [kept] = useState(createKeptPlan)
  const { planner } = kept
  const { season, plan } = useMemo(
    () => kept.of(withQueued(data.season, queued), today),
    [kept, data.season, queued, today],
  )
  useEffect(
    () => queue.settle(new Set(data.season.records.map(({ id }) => id)), data.own),
    [queue, data.season.records, data.own, recording.items],
  )
  const looks = useMemo(() => placeLooks(season.places), [season.places])
  const year = yearOf(data.season.season)
  const format = useMemo(() => createFormat(data.locale, data.units, year), [data.locale, data.units, year])
  const first = Math.min(plan.from, ...plan.batches.map((batch) => batch.sow ?? plan.from))
  const last = Math.max(plan.to, ...plan.batches.map((batch) => batch.plantOn + 1))
  const span = useMemo(() => ({ first, last }), [first, last])
  const [workingDay] = useState(() =>
    createWorkingDay(data.own, startDay(asked ?? data.workingDay, today), first, last),
  )
  useEffect(() => workingDay.limit(first, last), [workingDay, first, last])
  // Whoever looks at today looks at the new day once it has come.
  const dayBefore = useRef(today)
  useEffect(() => {
    if (workingDay.get() === dayBefore.current) workingDay.set(today)
    dayBefore.current = today
  }, [workingDay, today])
  const value = useMemo(
    () => ({ data, season, plan, planner, looks, format, today, span, workingDay, queue, recording }),
    [data, season, plan, planner, looks, format, today, span, workingDay, queue, recording],
  )
  return (
    <UnitsContext value={data.units}>
      <SeasonContext value={value}>
        <WordsProvider locale={data.locale}>{children}</WordsProvider>
      </SeasonContext>
    </UnitsContext>
  )
}

const NONE: readonly Queued[] = []
const never = () => () => undefined
const yes = () => true
const no = () => false

function startDay(kept: string | undefined, today: Day): Day {
  try {
    return kept === undefined ? today : parseDay(kept)
  } catch {
    return today // a cookie someone edited: no more than a lost place
  }
}

/** The season, its plan and this reader's format. */
export function useSeason(): SeasonContextValue {
  const value = useContext(SeasonContext)
  if (!value) throw new Error('useSeason needs a SeasonProvider around it')
  return value
}

/** The season, where there is one round it. */
export const useSeasonIfAny = (): SeasonContextValue | null => useContext(SeasonContext)

/** The working day; the component is drawn again whenever it moves. */
export function useWorkingDay(): Day {
  const { workingDay } = useSeason()
  return useSyncExternalStore(workingDay.subscribe, workingDay.get, workingDay.get)
}
