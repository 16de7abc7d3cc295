/** Season documents nobody should send, made by chance from a good one: cut, turned, with values of other kinds at any place of it. */
import { chanceOf } from './chance'
import { createSender, severalAtOnce, type Outcome } from './sender'

const ODD: readonly unknown[] = [
  null,
  '',
  0,
  -1,
  1e308,
  0.1,
  '9999-12-31',
  '2027-02-30',
  '0000-00-00',
  '__proto__',
  'constructor',
  '\u0000',
  '\ud800',
  'x'.repeat(5000),
  [],
  {},
  [[]],
  [null],
  { __proto__: 1 },
  true,
  '12',
  '05-15',
  'null',
]

type Holder = Record<string, unknown> | unknown[]
const holds = (value: unknown): value is Holder => typeof value === 'object' && value !== null

/** Every place of a document as what holds it and the key there; chosen evenly by depth first, so that small parts are met too. */
function placeIn(document: Holder, chance: () => number): { holder: Holder; key: string | number } {
  let holder = document
  for (;;) {
    const keys = Array.isArray(holder) ? [...holder.keys()] : Object.keys(holder)
    const key = keys[Math.floor(chance() * keys.length)]!
    const inside = (holder as Record<string | number, unknown>)[key]
    const empty = !holds(inside) || Object.keys(inside).length === 0
    if (empty || chance() < 0.12) return { holder, key }
    holder = inside
  }
}

/** Changes one place of a document. */
function spoil(document: Holder, chance: () => number): void {
  const { holder, key } = placeIn(document, chance)
  const at = holder as Record<string | number, unknown>
  const odd = structuredClone(ODD[Math.floor(chance() * ODD.length)])
  const what = Math.floor(chance() * 5)
  if (what === 0 && Array.isArray(holder)) holder.splice(Number(key), 1)
  else if (what === 0) delete at[key]
  else if (what === 1 && Array.isArray(holder)) holder.push(structuredClone(at[key]))
  else if (what === 1) at[`${key}x`] = odd
  else if (what === 2 && typeof at[key] === 'number') at[key] = at[key] * [-1, 0, 1000, 1.5][Math.floor(chance() * 4)]!
  else if (what === 3) {
    // Another value of the same document, as where columns were swapped.
    const other = placeIn(document, chance)
    at[key] = structuredClone((other.holder as Record<string | number, unknown>)[other.key])
  } else at[key] = odd
}

/**
 * Documents made from a good one, the same for the same seed.
 *
 * @param text the good one, JSON
 */
export function* oddDocuments(text: string, count: number, seed: number): Generator<Buffer> {
  const chance = chanceOf(seed)
  for (let i = 0; i < count; i++) {
    if (i % 10 === 8) yield Buffer.from(text.slice(0, Math.floor(chance() * text.length)))
    else if (i % 10 === 9) {
      const bytes = Buffer.from(text)
      for (let n = 0; n < 3; n++) bytes[Math.floor(chance() * bytes.length)] = Math.floor(chance() * 256)
      yield bytes
    } else {
      const document = JSON.parse(text) as Holder
      for (let n = 0; n <= i % 3; n++) spoil(document, chance)
      yield Buffer.from(JSON.stringify(document))
    }
  }
}

const AT_ONCE = 3 // imports wait for each other
const JSON_HEADERS = { 'content-type': 'application/json' }

export interface ImportOutcome extends Outcome {
  /** Those that were taken: each became a farm, and its pages were read. */
  taken: number
  refused: number
}

/** Imports documents; what is taken becomes a farm of its own whose pages must open, what is refused must say why. */
export async function sendDocuments(url: string, documents: Iterable<Buffer>): Promise<ImportOutcome> {
  const { outcome, send } = createSender(url)
  let [taken, refused] = [0, 0]
  const post = (path: string, body: object) =>
    send(path, { method: 'POST', headers: JSON_HEADERS, body: JSON.stringify(body) })
  const told = <T>(answer: { text: string } | undefined) => (answer ? (JSON.parse(answer.text) as T) : undefined)
  await severalAtOnce(documents, AT_ONCE, async (document) => {
    const sent = await send('/api/import/upload', { method: 'POST', body: new Uint8Array(document) })
    const file = told<{ file: string }>(sent)?.file
    const looked = told<{ ok: boolean; problems?: { message: string }[] }>(
      await post('/api/import/preview', { file, season: null }),
    )
    if (looked?.ok !== true) {
      refused++
      if (!looked?.problems?.[0]?.message) outcome.faults.push(`refused without saying why: ${JSON.stringify(looked)}`)
      return
    }
    const made = told<{ ok: boolean; at?: string }>(
      await post('/api/import/apply', { file, season: null, revision: 0 }),
    )
    taken++
    for (const view of ['today', 'plan', 'benches']) {
      const page = await send(`${made?.at}/${view}`)
      if (page && page.status !== 200) outcome.faults.push(`${page.status} ${made?.at}/${view}`)
    }
  })
  return { ...outcome, taken, refused }
}
