/** Rows that are ticked in a list: one by one, a stretch with Shift, or all that is shown. */
'use client'
import { useCallback, useMemo, useRef, useState } from 'react'

export interface Ticks {
  /** Ticked rows that are shown, in their order. */
  ids: readonly string[]
  has(id: string): boolean
  /** @param range ticks everything from the row ticked last to this one */
  toggle(id: string, range?: boolean): void
  /** Ticks rows, or takes their ticks away where all of them are ticked. */
  toggleAll(ids: readonly string[]): void
  clear(): void
}

/**
 * @param shown ids of the rows that are shown, in their order; what is not shown is not ticked
 */
export function useTicks(shown: readonly string[]): Ticks {
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set())
  const last = useRef<string>(undefined)
  const toggle = useCallback(
    (id: string, range = false) =>
      setTicked((before) => {
        const next = tickedAfter(before, shown, id, range ? last.current : undefined)
        last.current = id
        return next
      }),
    [shown],
  )
  const toggleAll = useCallback(
    (ids: readonly string[]) =>
      setTicked((before) => {
        const next = new Set(before)
        const all = ids.every((id) => before.has(id))
        for (const id of ids)
          if (all) next.delete(id)
          else next.add(id)
        return next
      }),
    [],
  )
  const clear = useCallback(() => setTicked(new Set()), [])
  return useMemo(
    () => ({ ids: shown.filter((id) => ticked.has(id)), has: (id) => ticked.has(id), toggle, toggleAll, clear }),
    [shown, ticked, toggle, toggleAll, clear],
  )
}

/**
 * Ticks after a row was ticked or its tick taken away; from another row on, all between are as this one comes to be.
 *
 * @param from the row ticked before, where a stretch is meant
 */
export function tickedAfter(
  before: ReadonlySet<string>,
  shown: readonly string[],
  id: string,
  from: string | undefined,
): ReadonlySet<string> {
  const next = new Set(before)
  const [a, b] = [from === undefined ? -1 : shown.indexOf(from), shown.indexOf(id)]
  const stretch = a < 0 || b < 0 ? [id] : shown.slice(Math.min(a, b), Math.max(a, b) + 1)
  // A stretch is ticked, or unticked, as the row it began with is.
  const tick = a < 0 || b < 0 ? !before.has(id) : before.has(from!)
  for (const one of stretch)
    if (tick) next.add(one)
    else next.delete(one)
  return next
}
