/** Parts of a document as values: what is left out is as good as what is `undefined`. */
import { createCustomEqual } from 'fast-equals'

/** What a thing becomes when nothing in it may be `undefined`. */
export type Present<T> = { [K in keyof T]: Exclude<T[K], undefined> }

/** The same without what is not given. */
export function present<T extends object>(value: T): Present<T> {
  return Object.fromEntries(Object.entries(value).filter(([, part]) => part !== undefined)) as Present<T>
}

/** Whether two parts of a document say the same, whatever the order of their fields; one left out equals `undefined`. */
export const sameValue: (a: unknown, b: unknown) => boolean = createCustomEqual({
  createCustomConfig: () => ({
    areObjectsEqual(a: Record<string, unknown>, b: Record<string, unknown>, state) {
      const fields = new Set([...Object.keys(a), ...Object.keys(b)])
      for (const field of fields) if (!state.equals(a[field], b[field], field, field, a, b, state)) return false
      return true
    },
  }),
})
