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
import type { Season } from '../season/schema'
import { createFormat, yearOf, type Format } from '../words/format'
import { WordsProvider } from './words-provider'
import { workingDayCookie } from './preferences'
import { deviceQueue, emptyQueue, type Queued, type QueueState, type RecordQueue } from './records/queue'
import { UnitsContext } from './units'
import type { LiveState, LiveTrouble } from './live-season'
import type { SeasonData } from './season-data'
import { useToday } from './use-today'
import { placeLooks, type PlaceLook } from './place-look'
import { createKeptPlan, type KeptPlan } from './kept-plan'
import { deviceChanges, noChanges } from './plan-changes/device'
import { withWaiting, type WaitingChange, type WaitingChanges } from './plan-changes/waiting'

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
  /** Changes of seasons that wait on this device, and those of the season that is looked at. */
  changes: WaitingChanges
  waiting: readonly WaitingChange[]
  /** Shows what has changed on the server since it was asked last. */
  catchUp: () => Promise<void>
  /** Why the server did not answer when it was asked last, and since when. */
  trouble: LiveTrouble | undefined
  troubleSince: number | undefined
}

const SeasonContext = createContext<SeasonContextValue | null>(null)

/** The season with what this device has recorded and the server does not show yet. */
function withQueued(season: Season, queued: readonly Queued[]): Season {
  if (queued.length === 0) return season
  const known = new Set(season.records.map(({ id }) => id))
  const more = queued.flatMap(({ entry, state }) => (state === 'refused' || known.has(entry.id) ? [] : [entry]))
  return more.length === 0 ? season : { ...season, records: [...season.records, ...more] }
}

/** The season as it will be once what waits is saved, and its plan. */
function planned(kept: KeptPlan, season: Season, waiting: readonly WaitingChange[], today: Day) {
  if (waiting.length === 0) return kept.of(season, today)
  try {
    return kept.of(withWaiting(season, waiting), today)
  } catch (error) {
    // Somebody else took away what a change needs: the server says so when it is sent.
    console.warn('What waits cannot be shown in the season as it is now:', error)
    return kept.of(season, today)
  }
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

interface SeasonProviderProps {
  data: SeasonData
  state: LiveState
  catchUp: () => Promise<void>
  children: ReactNode
}

export function SeasonProvider({ data, state, catchUp, children }: SeasonProviderProps) {
  // An address with a day has the word over the day that was looked at last.
  const asked = useSearchParams().get('day') ?? undefined
  const queue = useQueue()
  const recording = useSyncExternalStore(queue.subscribe, queue.get, emptyQueue.get)
  const queued = useMemo(() => recording.items.filter((item) => item.season === data.own), [recording.items, data.own])
  const today = useToday(parseDay(data.today), data.season.farm.timeZone, data.season.season.opensOn === undefined)
  const [kept] = useState(createKeptPlan)
  const { planner } = kept
  const [changes] = useState(() => (typeof window === 'undefined' ? noChanges : deviceChanges()))
  const allWaiting = useSyncExternalStore(changes.subscribe, changes.get, noChanges.get)
  const waiting = useMemo(() => allWaiting.filter((one) => one.season === data.view), [allWaiting, data.view])
  const { season, plan } = useMemo(
    () => planned(kept, withQueued(data.season, queued), waiting, today),
    [kept, data.season, queued, waiting, today],
  )
  // A record is let go of once the season that lies on this device has it: what was done is not open again without signal.
  const lying = data.view === data.own ? state.safe?.season.records : undefined
  useEffect(() => {
    if (lying) queue.settle(new Set(lying.map(({ id }) => id)), data.own)
  }, [queue, lying, data.own, recording.items])
  const looks = useMemo(() => placeLooks(season.places), [season.places])
  const year = yearOf(data.season.season)
  const { currency } = data.season.farm
  const format = useMemo(
    () => createFormat(data.locale, data.units, year, currency),
    [data.locale, data.units, year, currency],
  )
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
  const { trouble, troubleSince } = state
  const value = useMemo(
    () => ({
      data,
      season,
      plan,
      planner,
      looks,
      format,
      today,
      span,
      workingDay,
      queue,
      recording,
      changes,
      waiting,
      catchUp,
      trouble,
      troubleSince,
    }),
    [
      data,
      season,
      plan,
      planner,
      looks,
      format,
      today,
      span,
      workingDay,
      queue,
      recording,
      changes,
      waiting,
      catchUp,
      trouble,
      troubleSince,
    ],
  )
  return (
    <UnitsContext value={data.units}>
      <SeasonContext value={value}>
        <WordsProvider locale={data.locale}>{children}</WordsProvider>
      </SeasonContext>
    </UnitsContext>
  )
}

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
