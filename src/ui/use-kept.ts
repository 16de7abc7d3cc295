/** State of a view that outlives it in this tab: the way back finds it as it was left, and so does a page loaded anew. */
'use client'
import { useCallback, useSyncExternalStore } from 'react'
import { safeParse, type $ZodType } from 'zod/v4/core'

/** What reads something that was kept. */
export type Reads<T> = $ZodType<T>

const values = new Map<string, unknown>()
const listeners = new Set<() => void>()
const subscribe = (listener: () => void) => {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

/**
 * State by a name of its own in this tab.
 *
 * @param schema what is kept must read by it; what does not is forgotten
 * @param initial the same object at every call
 * @param where this tab, or all of this device
 */
export function useKept<T>(
  name: string,
  schema: Reads<T>,
  initial: T,
  where: 'tab' | 'device' = 'tab',
): [T, (next: T) => void] {
  const value = useSyncExternalStore(
    subscribe,
    () => {
      if (!values.has(name)) values.set(name, stored(name, schema, where) ?? initial)
      return values.get(name) as T
    },
    () => initial,
  )
  const set = useCallback(
    (next: T) => {
      values.set(name, next)
      try {
        storeOf(where).setItem(name, JSON.stringify(next))
      } catch {
        // A browser that keeps nothing still shows it until the page is left.
      }
      for (const listener of listeners) listener()
    },
    [name, where],
  )
  return [value, set]
}

const storeOf = (where: 'tab' | 'device') => (where === 'tab' ? sessionStorage : localStorage)

function stored<T>(name: string, schema: Reads<T>, where: 'tab' | 'device'): T | undefined {
  try {
    const text = storeOf(where).getItem(name)
    const read = text === null ? undefined : safeParse(schema, JSON.parse(text))
    return read?.success ? read.data : undefined
  } catch {
    return undefined // written by something else, or nothing may be read here
  }
}
