/**
 * Whole seasons of records from several devices: sent out of order, twice, late after weeks without signal, corrected and
 * taken back. In the end each is there once, and the ledger of every batch adds up, in whatever order they are read.
 */
import { isDeepStrictEqual } from 'node:util'
import { formatDay, parseDay } from '../../src/core/calendar/day'
import { goneOf, imbalance, places } from '../../src/core/ledger/accounts'
import { createPlanner } from '../../src/core/plan/plan'
import { anyRecords, entry } from '../../src/core/testing/records'
import { readSeason } from '../../src/season/read'
import type { Entry, Season } from '../../src/season/schema'
import { chanceOf } from './chance'
import { createSender, severalAtOnce, type Outcome } from './sender'

const DEVICES = 4
const RECORDS = 600 // of a season
const MOST_AT_ONCE = 40
const AGAIN = 0.25 // of messages whose answer does not come
const CORRECTED = 0.06
const FEW_END = 0.1
const AWAY = 2 // devices of these that have no signal until the others are done

export interface SeasonsOutcome extends Outcome {
  seasons: number
  acknowledged: number
  refused: number
}

type Chance = () => number

const idOf = (chance: Chance): string => {
  const hex = Array.from({ length: 32 }, () => Math.floor(chance() * 16).toString(16))
  hex[12] = '4'
  hex[16] = '8'
  const text = hex.join('')
  return `${text.slice(0, 8)}-${text.slice(8, 12)}-${text.slice(12, 16)}-${text.slice(16, 20)}-${text.slice(20)}`
}

/** Records of a season, in the order of their days, some of them corrected or taken back by later ones. */
function recordsOf(season: Season, chance: Chance): Entry[] {
  const { batches } = createPlanner().plan({ ...season, records: [] })
  const last = Math.max(...batches.map(({ plantOn }) => plantOn))
  const picks = Array.from({ length: RECORDS }, () => Math.floor(chance() * 2 ** 30))
  // Everything is sown, if not on its day; few end before they are planted.
  const sown = batches.flatMap(({ id, sow, sizing }): Entry[] => {
    if (sow === undefined || !sizing) return []
    const on = formatDay(sow + Math.floor(chance() * 4))
    return [entry(id, on, { did: 'task', task: 'sow', nth: 0, cells: sizing.cells, seeds: sizing.seeds })]
  })
  const happened = anyRecords(season, batches, last, picks).filter(
    ({ what }) => !(what.did === 'task' && what.task === 'sow') && (what.did !== 'end' || chance() < FEW_END),
  )
  const all = [...sown, ...happened].map((one): Entry => ({ ...one, id: idOf(chance) }))
  const more = all.flatMap((one): Entry[] => {
    if (one.batch === undefined || chance() > CORRECTED) return []
    const said = chance() < 0.5 ? { void: true } : {}
    const later = formatDay(Math.min(last, parseDay(one.on) + 1))
    return [{ ...entry(one.batch, one.on, one.what), at: `${later}T18:00:00.000Z`, id: idOf(chance), instead: one.id, ...said }] // prettier-ignore
  })
  return [...all, ...more].sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0))
}

function shuffled<T>(all: readonly T[], chance: Chance): T[] {
  const next = [...all]
  for (let i = next.length - 1; i > 0; i--) {
    const j = Math.floor(chance() * (i + 1))
    ;[next[i], next[j]] = [next[j]!, next[i]!]
  }
  return next
}

/** What one device sends, message by message; what had no answer is sent again, with what came after it. */
function messagesOf(records: readonly Entry[], chance: Chance): Entry[][] {
  const messages: Entry[][] = []
  for (let at = 0; at < records.length;) {
    const size = 1 + Math.floor(chance() * MOST_AT_ONCE)
    messages.push(records.slice(at, at + size))
    if (chance() < AGAIN) messages.push(records.slice(Math.max(0, at - 5), at + size))
    at += size
  }
  // One in three comes in any order: several tabs of one phone.
  return chance() < 0.33 ? shuffled(messages, chance) : messages
}

const JSON_HEADERS = { 'content-type': 'application/json' }

/** What can be told of the ledgers of a season, without the records themselves. */
function accountsOf(season: Season, faults: string[]): object[] {
  const last = Math.max(...season.records.map(({ on }) => parseDay(on)))
  const { batches } = createPlanner().plan(season, last + 1)
  return batches.map(({ id, progress }) => {
    const parts = progress?.all.parts ?? []
    for (const { id: part, accounts } of parts) {
      const sums = [...Object.values(accounts.standing), ...Object.values(accounts.gone.lost)]
      if (imbalance(accounts) !== 0) faults.push(`${part} does not add up: ${JSON.stringify(accounts)}`)
      if (sums.some((n) => n < 0)) faults.push(`${part} is below zero: ${JSON.stringify(accounts)}`)
    }
    const total = (of: (accounts: (typeof parts)[number]['accounts']) => number) =>
      parts.reduce((sum, { accounts }) => sum + of(accounts), 0)
    const [came, is] = [
      total(({ sown, extra }) => sown + extra),
      total(({ standing, gone }) => places(standing) + goneOf(gone)),
    ]
    if (came !== is) faults.push(`${id}: ${came} came in, ${is} stand or left`)
    return { id, standing: progress?.standing, accounts: parts.map((part) => part.accounts) }
  })
}

interface Played {
  /** Ids of records the farm had before. */
  before: ReadonlySet<string>
  sent: ReadonlyMap<string, Entry>
  /** Ids the server said it has. */
  kept: ReadonlySet<string>
  chance: Chance
}

/** Whether a season has what was acknowledged, each once and as it was sent, and adds up in any order. */
function compare(n: number, season: Season, { before, sent, kept, chance }: Played, faults: string[]): void {
  const { records } = season
  const there = records.map((one) => one.id).filter((one) => !before.has(one))
  if (new Set(there).size !== there.length)
    faults.push(`season ${n}: ${there.length - new Set(there).size} are doubled`)
  const lost = [...kept].filter((one) => !there.includes(one))
  const odd = there.filter((one) => !kept.has(one))
  if (lost.length > 0) faults.push(`season ${n}: ${lost.length} acknowledged records are not there`)
  if (odd.length > 0) faults.push(`season ${n}: ${odd.length} are there that were not acknowledged`)
  for (const one of records) {
    const own = sent.get(one.id)
    if (own && !isDeepStrictEqual(own.what, one.what)) faults.push(`${one.id} was changed on its way`)
  }
  const accounts = accountsOf(season, faults)
  const again = accountsOf({ ...season, records: shuffled(records, chance) }, faults)
  if (!isDeepStrictEqual(accounts, again)) faults.push(`season ${n}: its accounts hang on the order of its records`)
}

/** A season that is over: nothing is recorded of a day that has not come. */
function over(text: string): string {
  const document = JSON.parse(text) as { season: { to: string; opensOn?: string } }
  document.season.opensOn = document.season.to
  return JSON.stringify(document)
}

/**
 * Plays seasons.
 *
 * @param texts season documents to play, one after the other; each becomes a farm of its own
 */
export async function playSeasons(
  url: string,
  texts: readonly string[],
  count: number,
  seed: number,
): Promise<SeasonsOutcome> {
  const chance = chanceOf(seed)
  const { outcome, send } = createSender(url)
  const { faults } = outcome
  const said: SeasonsOutcome = Object.assign(outcome, { seasons: 0, acknowledged: 0, refused: 0 })
  const post = async <T>(path: string, body: object): Promise<T | undefined> => {
    const answer = await send(path, { method: 'POST', headers: JSON_HEADERS, body: JSON.stringify(body) })
    return answer && (JSON.parse(answer.text) as T)
  }
  for (let n = 0; n < count; n++) {
    const text = over(texts[n % texts.length]!)
    const upload = await send('/api/import/upload', { method: 'POST', body: new TextEncoder().encode(text) })
    const { file } = JSON.parse(upload?.text ?? '{}') as { file?: string }
    const made = await post<{ at?: string; season?: string }>('/api/import/apply', { file, season: null, revision: 0 })
    const id = made?.season
    const document = async () => JSON.parse((await send(`/out/season.json?season=${id}`))?.text ?? '{}') as unknown
    const begun = id === undefined ? undefined : readSeason(await document())
    if (!begun?.ok) {
      faults.push(`season ${n} could not be begun: ${JSON.stringify(made)}`)
      continue
    }
    said.seasons++
    const before = new Set(begun.season.records.map((one) => one.id))
    const all = recordsOf(begun.season, chance)
    const owners = all.map(() => Math.floor(chance() * DEVICES))
    const sent = new Map(all.map((one) => [one.id, one]))
    const kept = new Set<string>()
    const refused = new Set<string>()
    const devices = Array.from({ length: DEVICES }, (_, device) =>
      messagesOf(
        all.filter((_, i) => owners[i] === device),
        chance,
      ),
    )
    const play = (messages: readonly Entry[][]) =>
      severalAtOnce(messages, 1, async (records) => {
        const answer = await post<{ kept: { id: string; ok: boolean }[] }>('/api/records', { season: id, records })
        for (const one of answer?.kept ?? []) (one.ok ? kept : refused).add(one.id)
      })
    await Promise.all(devices.slice(AWAY).map(play))
    // Weeks later they have signal again.
    await Promise.all(devices.slice(0, AWAY).map(play))
    for (const one of kept) refused.delete(one)
    said.acknowledged += kept.size
    said.refused += refused.size

    const after = readSeason(await document())
    if (!after.ok) {
      faults.push(`season ${n} does not read any more: ${JSON.stringify(after.problems.slice(0, 3))}`)
      continue
    }
    compare(n, after.season, { before, sent, kept, chance }, faults)
    for (const view of ['today', 'plan', 'journal', 'learned']) {
      const opened = await send(`${made!.at}/${view}`)
      if (opened?.status !== 200) faults.push(`${opened?.status} ${made!.at}/${view}`)
    }
  }
  return said
}
