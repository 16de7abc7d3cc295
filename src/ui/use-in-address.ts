/** State of a view that stands in the address: a link, a reload and another device find the view as it was left. */
'use client'
import { useSearchParams } from 'next/navigation'
import { useEffect, useState } from 'react'
import * as z from 'zod/mini'
import { followInAddress, inAddress, readAddress, withInAddress, type Values } from './address'
import { useKept, type Reads } from './use-kept'

/** How long a state may change on, as while a word is typed, before the address follows. */
const PAUSE = 250 // ms

interface Kept<S extends Values> {
  value: z.output<S>
  /** What stood in the address, or soon will, when this was so. */
  known: string[]
}

/**
 * State by a name of its own, in the address and kept in this tab for when the view is come to without it.
 *
 * @param schema an object of plain values; each stands in the address by its name, unless it is as `initial` has it
 * @param initial the same object at every call
 */
export function useInAddress<S extends Values>(
  name: string,
  schema: S,
  initial: z.output<S>,
): [z.output<S>, (next: z.output<S>) => void] {
  const params = useSearchParams()
  const [{ Kept, atFirst }] = useState(() => ({
    Kept: z.object({ value: schema, known: z.array(z.string()) }) as unknown as Reads<Kept<S>>,
    atFirst: { value: initial, known: [] } as Kept<S>,
  }))
  const [{ value: kept, known }, setKept] = useKept(name, Kept, atFirst)
  const asked = readAddress(params, schema)
  const stands = inAddress(asked, {})
  // An address that did not follow from this state has the word.
  const fresh = stands !== '' && !known.includes(stands)
  const value: z.output<S> = fresh ? { ...initial, ...asked } : kept
  const wanted = inAddress(value, initial)
  useEffect(() => {
    const later = setTimeout(() => {
      const there = inAddress(readAddress(new URLSearchParams(window.location.search), schema), {})
      if (fresh) setKept({ value, known: [stands, wanted] })
      if (wanted !== there) followInAddress(withInAddress(window.location, schema, wanted))
    }, PAUSE)
    return () => clearTimeout(later)
  })
  const change = (next: z.output<S>) => {
    // What the address says now has no word any more, not even when the page is left before the address has followed.
    const there = inAddress(readAddress(new URLSearchParams(window.location.search), schema), {})
    setKept({ value: next, known: [stands, there, inAddress(next, initial)] })
  }
  return [value, change]
}
