/** Writing down what happened, from any view: on screen at once, safe on the device, then with the server. */
'use client'
import { useCallback, useSyncExternalStore } from 'react'
import { v4 as newId } from 'uuid'
import { useTranslations } from 'next-intl'
import { formatDay, parseDay, type Day } from '../../core/calendar/day'
import type { Entry } from '../../season/schema'
import { useNotice } from '../notice'
import { useSeason } from '../season-context'
import { clock } from './clock'

/** What is said of something that happened; who, when it was written and its id are added. */
export interface Said {
  batch?: string | undefined
  place?: string | undefined
  /** The day it happened; the day it is, unless given. */
  on?: Day | undefined
  what: Entry['what']
  note?: string | undefined
  photos?: string[] | undefined
  instead?: string | undefined
  void?: boolean | undefined
}

const WHO = 'dove-who'
const people = new Set<() => void>()
let whoHere: string | undefined

function nameHere(): string | null {
  if (whoHere !== undefined) return whoHere
  try {
    return localStorage.getItem(WHO)
  } catch {
    return null // closed to pages
  }
}

/** Who holds this device. */
export function useWho(): [string, (name: string) => void] {
  const t = useTranslations('records')
  const who = useSyncExternalStore(
    (listener) => {
      people.add(listener)
      return () => people.delete(listener)
    },
    () => nameHere() ?? t('grower'),
    () => t('grower'),
  )
  const set = useCallback(
    (name: string) => {
      const said = name.trim() || t('grower')
      try {
        localStorage.setItem(WHO, said)
        whoHere = undefined
      } catch {
        whoHere = said // a device without room knows it until the page is closed
      }
      for (const listener of people) listener()
    },
    [t],
  )
  return [who, set]
}

export type RecordNow = (said: Said | readonly Said[], summary: string) => Promise<Entry[]>

/** Records what happened; gives back what was written. The notice offers to take it back. */
export function useRecord(): {
  record: RecordNow
  takeBack: (entries: readonly Entry[]) => Promise<void>
  who: string
} {
  const t = useTranslations('records')
  const { queue, today, season, data } = useSeason()
  const [typed] = useWho()
  // A name that is not on the list of a shared phone, or no longer, would stand for nobody.
  const { phone } = data
  const held = phone && (phone.hands.find(({ name }) => name === typed)?.name ?? phone.name)
  const who = data.person?.name ?? held ?? typed
  const notice = useNotice()
  const write = useCallback(
    async (all: readonly Said[]) => {
      const entries = all.map(({ on, what, ...said }, i): Entry => ({
        id: newId(),
        on: formatDay(on ?? today),
        at: moment(season.season.opensOn === undefined ? undefined : today, i),
        who,
        what,
        ...present(said),
      }))
      await queue.add(entries, data.own)
      return entries
    },
    [queue, today, season.season.opensOn, who, data.own],
  )
  const takeBack = useCallback(
    async (entries: readonly Entry[]) => {
      await write(
        entries.map(({ id, batch, place, on }) => ({
          batch,
          place,
          on: parseDay(on),
          what: { did: 'note' },
          instead: id,
          void: true,
        })),
      )
    },
    [write],
  )
  const record = useCallback<RecordNow>(
    async (said, summary) => {
      const entries = await write(Array.isArray(said) ? (said as readonly Said[]) : [said as Said])
      notice({ text: summary, action: { label: t('undo2'), run: () => void takeBack(entries) } })
      return entries
    },
    [write, notice, t, takeBack],
  )
  return { record, takeBack, who }
}

/** Now, or so many milliseconds later; on a season that opens on a day of its own, the same time of that day. */
function moment(day: Day | undefined, later: number): string {
  const now = new Date(clock.now() + later).toISOString()
  return day === undefined ? now : `${formatDay(day)}${now.slice(10)}`
}

/** Without the parts that say nothing. */
function present<T extends object>(value: T): { [Part in keyof T]: Exclude<T[Part], undefined> } {
  return Object.fromEntries(
    Object.entries(value).filter(([, part]) => part !== undefined && !(Array.isArray(part) && part.length === 0)),
  ) as { [Part in keyof T]: Exclude<T[Part], undefined> }
}
