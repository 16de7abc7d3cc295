/** Values that stand in an address, read and written by name. */
import { safeParse, type $ZodObject, type output } from 'zod/v4/core'

/** An object of plain values, each by its name. */
export type Values = $ZodObject

/**
 * What an address says of the values of a schema; what does not fit the schema is not said.
 *
 * @param params the query of the address
 */
export function readAddress<S extends Values>(params: URLSearchParams, schema: S): Partial<output<S>> {
  const said: Record<string, unknown> = {}
  for (const [name, of] of Object.entries(schema._zod.def.shape)) {
    const text = params.get(name)
    if (text === null) continue
    // Words first: a number or a yes only where words do not fit.
    for (const as of [text, Number(text), text === '1']) {
      const read = safeParse(of, as)
      if (!read.success) continue
      said[name] = read.data
      break
    }
  }
  return said as Partial<output<S>>
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
  schema: Values,
  wanted: string,
): string {
  const query = new URLSearchParams(search)
  for (const name of Object.keys(schema._zod.def.shape)) query.delete(name)
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
