/** Values that stand in an address, read and written by name. */
import type { z } from 'zod'

/**
 * What an address says of the values of a schema; what does not fit the schema is not said.
 *
 * @param params the query of the address
 */
export function readAddress<S extends z.ZodObject>(params: URLSearchParams, schema: S): Partial<z.output<S>> {
  const said: Record<string, unknown> = {}
  for (const [name, of] of Object.entries(schema.shape)) {
    const text = params.get(name)
    if (text === null) continue
    // Words first: a number or a yes only where words do not fit.
    for (const as of [text, Number(text), text === '1']) {
      const read = (of as z.ZodType).safeParse(as)
      if (!read.success) continue
      said[name] = read.data
      break
    }
  }
  return said as Partial<z.output<S>>
}

/** The query for values that are not as they are at first: `group=week&zoom=2`. */
export function inAddress(values: Record<string, unknown>, initial: Record<string, unknown>): string {
  const query = new URLSearchParams()
  for (const name of Object.keys(values).sort()) {
    const value = values[name]
    if (value === undefined || value === initial[name]) continue
    query.set(name, typeof value === 'boolean' ? (value ? '1' : '0') : String(value))
  }
  return query.toString()
}

/** An address whose values of a schema are those of a query; the rest of it stays. */
export function withInAddress(
  { pathname, search, hash }: Pick<Location, 'pathname' | 'search' | 'hash'>,
  schema: z.ZodObject,
  wanted: string,
): string {
  const query = new URLSearchParams(search)
  for (const name of Object.keys(schema.shape)) query.delete(name)
  for (const [name, value] of new URLSearchParams(wanted)) query.set(name, value)
  const text = query.toString()
  return `${pathname}${text ? `?${text}` : ''}${hash}`
}

/**
 * Lets the address follow what is shown. The router is not told: for it that would be a step of its own, which breaks off
 * a page that is on its way. It reads the address itself when one comes back to it.
 */
export function followInAddress(address: string | URL): void {
  History.prototype.replaceState.call(window.history, window.history.state, '', address)
}
