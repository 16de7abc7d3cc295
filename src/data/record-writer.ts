/** Writes records that come in at the same moment together: one transaction for all that wait, instead of one for each. */
import type { Kept, SentEntry } from './record-repository'

/** What one call is answered with. */
export interface Answer {
  kept: Kept[]
  revision: number
}

/** Writes records, and says what became of each. */
export type Keep = (entries: readonly SentEntry[]) => Promise<Answer>

interface Waiting {
  entries: readonly SentEntry[]
  done: (answer: Answer) => void
  failed: (error: unknown) => void
}

const MOST = 200 // records in one transaction

/**
 * A writer for one season. Nothing is answered before it is written.
 *
 * @param keep writes records in order, all in one transaction
 */
export function createRecordWriter(keep: Keep): Keep {
  let waiting: Waiting[] = []
  let writing = false

  const take = (): Waiting[] => {
    let records = 0
    let calls = 0
    while (calls < waiting.length && (calls === 0 || records + waiting[calls]!.entries.length <= MOST))
      records += waiting[calls++]!.entries.length
    const taken = waiting.slice(0, calls)
    waiting = waiting.slice(calls)
    return taken
  }

  const writeAll = async () => {
    while (waiting.length > 0) {
      const calls = take()
      try {
        const { kept, revision } = await keep(calls.flatMap(({ entries }) => entries))
        let at = 0
        for (const { entries, done } of calls) {
          done({ kept: kept.slice(at, at + entries.length), revision })
          at += entries.length
        }
      } catch (error) {
        if (calls.length === 1) calls[0]!.failed(error)
        // One call must not spoil another: each is tried for itself.
        else for (const { entries, done, failed } of calls) await keep(entries).then(done, failed)
      }
    }
  }

  return (entries) =>
    new Promise<Answer>((done, failed) => {
      waiting.push({ entries, done, failed })
      if (writing) return
      writing = true
      void writeAll().finally(() => (writing = false))
    })
}
