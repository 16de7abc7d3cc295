/** What is sent to a server to try it, several at once, and what becomes of it. */

export interface Outcome {
  sent: number
  /** Answers by status. */
  statuses: Record<string, number>
  /** Answers of 500 and beyond, and none at all, with what was asked: there should be none. */
  faults: string[]
  /** The longest answer, ms, and what it was to. */
  longest: number
  slowest: string
}

const PATIENCE = 15_000 // ms

/** An answer, read to its end. */
export interface Answer {
  status: number
  text: string
  location: string | null
}

export function createSender(url: string) {
  const outcome: Outcome = { sent: 0, statuses: {}, faults: [], longest: 0, slowest: '' }
  /** Sends one; `undefined` where no answer came. */
  const send = async (path: string, init: RequestInit = {}): Promise<Answer | undefined> => {
    const begun = performance.now()
    const said = `${init.method ?? 'GET'} ${path.slice(0, 120)}`
    const stop = new AbortController()
    const late = new Promise<never>((_, failed) => {
      setTimeout(() => {
        stop.abort()
        failed(new Error(`no answer within ${PATIENCE} ms`))
      }, PATIENCE).unref()
    })
    late.catch(() => undefined)
    outcome.sent++
    try {
      const answer = await Promise.race([fetch(url + path, { ...init, redirect: 'manual', signal: stop.signal }), late])
      const text = await Promise.race([answer.text(), late])
      outcome.statuses[answer.status] = (outcome.statuses[answer.status] ?? 0) + 1
      if (answer.status >= 500)
        outcome.faults.push(`${answer.status} ${said} ${typeof init.body === 'string' ? init.body.slice(0, 300) : ''}`)
      return { status: answer.status, text, location: answer.headers.get('location') }
    } catch (error) {
      outcome.faults.push(`${String(error)} ${said}`)
      return undefined
    } finally {
      const took = performance.now() - begun
      if (took > outcome.longest) Object.assign(outcome, { longest: took, slowest: said })
    }
  }
  return { outcome, send }
}

/** Does each thing once, some at the same time. */
export async function severalAtOnce<T>(things: Iterable<T>, atOnce: number, act: (thing: T) => Promise<void>) {
  const next = things[Symbol.iterator]()
  const one = async () => {
    for (let at = next.next(); !at.done; at = next.next()) await act(at.value)
  }
  await Promise.all(Array.from({ length: atOnce }, one))
}
