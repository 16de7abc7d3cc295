/** Devices that record without end, as devices do: the same again until it is acknowledged. What was acknowledged is counted. */
import { v4 as newId } from 'uuid'

export interface Writers {
  /** Ids that were acknowledged, and all that were asked for. */
  acknowledged: ReadonlySet<string>
  /** Good records that were refused. */
  faults: readonly string[]
  /** The longest time in which nobody's record was acknowledged since this was asked last, ms. */
  longestGap(): number
  /** Lets them end with what they are writing, and with so many acknowledged at least. */
  end(atLeast?: number): Promise<void>
  /** What of it is not in the season, and what is there more than once. */
  compared(): Promise<{ lost: number; doubled: number }>
}

const sleep = (ms: number) => new Promise((done) => setTimeout(done, ms))

/**
 * @param season id of the demo farm's season
 * @param pause ms between two records of one device
 * @param mostFaults they end by themselves with so many refused
 */
export function startWriters({
  url,
  season,
  devices,
  pause,
  mostFaults = 100,
}: {
  url: string
  season: string
  devices: number
  pause: number
  mostFaults?: number
}): Writers {
  const acknowledged = new Set<string>()
  const asked = new Set<string>()
  const faults: string[] = []
  let writing = true
  let needed = 0
  let last = performance.now()
  let longest = 0
  const heard = () => {
    const now = performance.now()
    longest = Math.max(longest, now - last)
    last = now
  }
  const untilAcknowledged = async (id: string) => {
    const entry = { id, on: '2027-04-12', at: '2027-04-12T09:00:00.000Z', who: 'Crew', batch: 'la.4' }
    const body = JSON.stringify({ season, records: [{ ...entry, what: { did: 'note' } }] })
    for (;;) {
      try {
        const answer = await fetch(`${url}/api/records`, {
          method: 'POST',
          body,
          headers: { 'content-type': 'application/json' },
          signal: AbortSignal.timeout(5000),
        })
        if (answer.ok) {
          const { kept } = (await answer.json()) as { kept: { ok: boolean }[] }
          if (kept[0]?.ok) {
            acknowledged.add(id)
            heard()
          } else faults.push(`a good record was refused: ${JSON.stringify(kept)}`)
          return
        }
      } catch {
        // No answer is no acknowledgement: the same again.
      }
      await sleep(200)
    }
  }
  const write = async () => {
    while ((writing || acknowledged.size < needed) && faults.length < mostFaults) {
      const id = newId()
      asked.add(id)
      await untilAcknowledged(id)
      await sleep(pause)
    }
  }
  const all = Array.from({ length: devices }, write)
  return {
    acknowledged,
    faults,
    longestGap() {
      const found = Math.max(longest, performance.now() - last)
      longest = 0
      last = performance.now()
      return found
    },
    async end(atLeast = 0) {
      needed = atLeast
      writing = false
      await Promise.all(all)
    },
    async compared() {
      const document = (await (await fetch(`${url}/out/season.json?season=${season}`)).json()) as {
        records: { id: string }[]
      }
      const found = document.records.map(({ id }) => id).filter((id) => asked.has(id))
      const there = new Set(found)
      return {
        lost: [...acknowledged].filter((id) => !there.has(id)).length,
        doubled: found.length - there.size,
      }
    },
  }
}

/** Id of the demo farm's season, as its page names it. */
export async function demoSeasonId(url: string): Promise<string> {
  const page = await (await fetch(`${url}/sallow-ferry/2027/farm`)).text()
  const id = /\/out\/season\.json\?season=([0-9a-f-]{36})/.exec(page)?.[1]
  if (!id) throw new Error('the demo farm is not there')
  return id
}
