/** Work beside the page: a worker that is started for it, and ended with it. */
'use client'
import { wrap, type Remote } from 'comlink'
import type { PageWorkerApi } from '../interchange/page.worker'

/** A worker of its own. To stop what it does is to end it. */
export interface Beside {
  own: Worker
  api: Remote<PageWorkerApi>
}

export function startBeside(): Beside {
  const own = new Worker(new URL('../interchange/page.worker.ts', import.meta.url), { type: 'module' })
  return { own, api: wrap<PageWorkerApi>(own) }
}
