/** Who asks, handed on from what stands before all pages to what answers, so that it is looked for once a request. */
import { randomUUID } from 'node:crypto'
import type { Asker } from '../season/roles'

/** Names what was found out; made by chance for each request, and in the place of whatever was sent under it. */
const HEADER = 'x-dove-step-asked'
const KEPT_FOR = 10_000 // ms

// What stands before pages is bundled apart from them, so what they share hangs on the process.
const SHARED = Symbol.for('dove-step.asked')
const kept = ((globalThis as unknown as Record<symbol, unknown>)[SHARED] ??= new Map()) as Map<string, Asker>

/** Writes into the headers that are passed on by whom a request was sent; nothing where it was not found out. */
export function handOn(headers: Headers, asker: Asker | undefined): void {
  headers.delete(HEADER)
  if (!asker) return
  const name = randomUUID()
  kept.set(name, asker)
  setTimeout(() => kept.delete(name), KEPT_FOR).unref()
  headers.set(HEADER, name)
}

/** Who sent a request, where that was found out already. */
export function handedOn(headers: Headers): Asker | undefined {
  const name = headers.get(HEADER)
  return name === null ? undefined : kept.get(name)
}
