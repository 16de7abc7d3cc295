/** What nobody should send, made by chance from a seed: records, documents of photos, addresses. Counted is what becomes of it. */
import fc from 'fast-check'
import { v4 as newId } from 'uuid'
import { createSender, severalAtOnce, type Outcome } from './sender'

export interface Counts {
  records: number
  photos: number
  addresses: number
}

const AT_ONCE = 6

const text = fc.string({ unit: 'binary', maxLength: 40 })
const oddRecord = fc.oneof(
  fc.anything({ withBigInt: false, withDate: false, maxDepth: 4 }),
  fc.record(
    {
      id: fc.oneof(text, fc.constant(newId()), fc.integer()),
      on: fc.constantFrom('2027-04-12', '9999-12-31', '2027-02-30', '', 'infinity', '-0001-01-01'),
      at: fc.constantFrom('2027-04-12T09:00:00Z', '9999-12-31T23:59:59.9999999Z', 'now', '\u0000'),
      who: text,
      batch: fc.constantFrom('la.4', '__proto__', 'constructor', '', '\ud800', 'la.4\u0000'),
      what: fc.oneof(
        fc.record({
          did: fc.constantFrom('loss', 'count', 'note', 'task', 'seed'),
          plants: fc.oneof(fc.double(), fc.integer()),
        }),
        fc.anything({ withBigInt: false, withDate: false, maxDepth: 2 }),
      ),
      note: text,
      photos: fc.array(text, { maxLength: 3 }),
    },
    { requiredKeys: [] },
  ),
)
const HEADS = [
  [0xff, 0xd8, 0xff],
  [...Buffer.from('\x89PNG\r\n\x1a\n', 'latin1')],
  [...Buffer.from('RIFF....WEBP')],
  [],
]
const oddPhoto = fc
  .tuple(fc.constantFrom(...HEADS), fc.uint8Array({ maxLength: 4000 }))
  .map(([head, rest]) => Uint8Array.from([...head, ...rest]))
const VIEWS = ['plan', 'today', 'benches', 'field', 'seed', 'batch', 'journal', 'know-how', 'sheet', 'labels', 'farm']
const oddAddress = fc.oneof(
  fc
    .tuple(
      fc.constantFrom(...VIEWS),
      fc.dictionary(fc.constantFrom('id', 'day', 'batch', 'q', 'edit', 'lot', 'x'), text, { maxKeys: 3 }),
    )
    .map(([view, query]) => `/sallow-ferry/2027/${view}?${new URLSearchParams(wellFormed(query)).toString()}`),
  fc
    .array(
      fc.constantFrom(
        'b',
        '%ff',
        '%00',
        '..',
        'out',
        'api',
        'constructor',
        '__proto__',
        '%F0%9F',
        'season.json',
        'x'.repeat(900),
      ),
      { minLength: 1, maxLength: 4 },
    )
    .map((parts) => `/${parts.join('/')}`),
  fc.constantFrom(
    '/out/labels.pdf?ids=%00',
    '/api/photos/%ff',
    '/api/revision?season=%00',
    '/out/season.json?season=..',
    '/out/lists/..%2f..%2fetc',
  ),
)

/** URLSearchParams takes no halves of characters. */
const wellFormed = (query: Record<string, string>) =>
  Object.fromEntries(Object.entries(query).map(([name, value]) => [name, value.replace(/[\ud800-\udfff]/g, '')]))

/** Sends it all to a server, and counts. */
export async function sendRough(url: string, counts: Counts, seed: number): Promise<Outcome> {
  const { outcome, send } = createSender(url)
  const sample = <T>(of: fc.Arbitrary<T>, n: number) => (n === 0 ? [] : fc.sample(of, { numRuns: n, seed }))
  const asks: (() => [string, RequestInit])[] = [
    ...sample(oddRecord, counts.records).map((record, i) => (): [string, RequestInit] => [
      '/api/records',
      {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        // Now and then no JSON at all.
        body: i % 9 === 0 ? `{"records":[${'['.repeat(i % 50)}` : JSON.stringify({ records: [record ?? null] }),
      },
    ]),
    ...sample(oddPhoto, counts.photos).map((body) => (): [string, RequestInit] => [
      `/api/photos/${newId()}`,
      { method: 'PUT', body: Buffer.from(body) },
    ]),
    ...sample(oddAddress, counts.addresses).map((path) => (): [string, RequestInit] => [path, {}]),
  ]
  await severalAtOnce(asks, AT_ONCE, async (ask) => {
    await send(...ask())
  })
  return outcome
}
