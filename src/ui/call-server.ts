/** Asking the server for something from a view: what went wrong is told apart and said truly. */

import type { Format } from '../words/format'
import { caughtUp } from './live-season'

/** Why there is no answer. */
export type Trouble =
  /** The device is offline: nothing was sent. */
  | { kind: 'offline' }
  /** It was sent, and no answer came: whether it was done is not known. */
  | { kind: 'unknown' }
  /** The server failed at it; its log has more under that name. */
  | { kind: 'fault'; logged: string | undefined }
  /** The server is newer than the page. */
  | { kind: 'old-page' }
  /** Who asks may not, or has signed out: nothing was done. */
  | { kind: 'not-allowed' | 'signed-out' }

export type Called<T> = { ok: true; answer: T } | { ok: false; trouble: Trouble; reads: boolean }

/**
 * Calls a server action.
 *
 * @param call the action, called at once
 * @param reads whether it only looks: then nothing can have been changed, whatever became of it
 */
export async function callServer<T>(call: () => Promise<T>, reads = false): Promise<Called<T>> {
  if (isOffline()) return failed({ kind: 'offline' }, reads)
  try {
    return { ok: true, answer: await call() }
  } catch (error) {
    const digest = digestOf(error)
    // Redirects and the like travel as errors, and are none.
    if (digest?.startsWith('NEXT_')) throw error
    return failed(troubleOf(error, digest), reads)
  }
}

/** Calls a server action that changes a season: what it did is shown before whoever called goes on. */
export async function callForSeason<T>(call: () => Promise<T>): Promise<Called<T>> {
  const called = await callServer(call)
  if (called.ok) await caughtUp()
  return called
}

const isOffline = () => typeof navigator !== 'undefined' && navigator.onLine === false

const failed = (trouble: Trouble, reads: boolean) => ({ ok: false as const, trouble, reads })

function digestOf(error: unknown): string | undefined {
  const { digest } = (error ?? {}) as { digest?: unknown }
  return typeof digest === 'string' ? digest : undefined
}

function troubleOf(error: unknown, digest: string | undefined): Trouble {
  if (error instanceof Error && /Server Action .*not found|UnrecognizedAction/i.test(`${error.name} ${error.message}`))
    return { kind: 'old-page' }
  if (digest === 'DOVE_NOT_ALLOWED') return { kind: 'not-allowed' }
  if (digest === 'DOVE_SIGNED_OUT') return { kind: 'signed-out' }
  // What the server threw comes with a digest; anything else did not come from there.
  if (digest !== undefined) return { kind: 'fault', logged: digest }
  return isOffline()
    ? { kind: 'unknown' }
    : error instanceof TypeError
      ? { kind: 'unknown' }
      : { kind: 'fault', logged: undefined }
}

/** What to tell the reader. */
export function troubleWords({ trouble, reads }: { trouble: Trouble; reads: boolean }, format: Format): string {
  switch (trouble.kind) {
    case 'offline':
      return reads ? format.t('ui.noConnectionTryAgainWhen') : format.t('ui.noConnectionSoNothingWas')
    case 'unknown':
      return reads ? format.t('ui.theServerDidNotAnswer') : format.t('ui.theServerDidNotAnswer2')
    case 'fault':
      return format.t(reads ? 'ui.serverFailedReading' : 'ui.serverFailedWriting', {
        log: trouble.logged === undefined ? '' : format.t('ui.logHasMore', { name: trouble.logged }),
      })
    case 'not-allowed':
      return format.t('ui.notAllowed')
    case 'signed-out':
      return format.t('ui.signedOut')
    case 'old-page':
      return format.t('ui.theApplicationWasUpdatedSince')
  }
}
