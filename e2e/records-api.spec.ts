import { demo, expect, test } from './farm'
import { v4 as newId } from 'uuid'

/** What any device may send to `/api/records`, and what comes of it. */
const record = (batch: string, what: object, more: object = {}) => ({
  id: newId(),
  on: '2027-04-12',
  at: '2027-04-12T09:00:00.000Z',
  who: 'Crew B',
  batch,
  what,
  ...more,
})

interface Answer {
  kept: { id: string; ok: boolean; reason?: { kind: string; [part: string]: unknown }; again?: { who: string } }[]
}

test('records from any device: kept once, refused with a reason, and the rest of them kept all the same', async ({
  request,
}) => {
  const send = async (records: unknown[], season?: string) => {
    const response = await request.post('/api/records', { data: { records, ...(season ? { season } : {}) } })
    return { status: response.status(), ...((await response.json()) as Answer) }
  }
  const note = record('la.4', { did: 'note' }, { note: 'By a device of another kind.' })
  const lost = record('la.4', { did: 'loss', plants: 100_000, cause: 'cold' })
  const early = record('la.4', { did: 'count', cells: 10, showing: 5 }, { on: '2027-01-01' })
  const many = record('la.4', { did: 'count', cells: 100, showing: 101 })
  const nowhere = record('nothing.1', { did: 'note' })
  const wrong = { ...record('la.4', { did: 'flew-away' }), id: newId() }
  const first = await send([note, lost, early, many, nowhere, wrong])
  expect(first.status).toBe(200)
  const reasons = new Map(first.kept.map(({ id, ok, reason }) => [id, ok ? 'kept' : reason!.kind]))
  expect([note, lost, early, many, nowhere, wrong].map(({ id }) => reasons.get(id))).toEqual([
    'kept',
    'too-many',
    'before-sowing',
    'too-many',
    'unknown-batch',
    'malformed',
  ])
  // Sent again, it is there already; another record cannot take its number.
  expect((await send([note])).kept[0]!.ok).toBe(true)
  expect((await send([{ ...note, what: { did: 'round', what: 'feed' } }])).kept[0]).toMatchObject({
    ok: false,
    reason: { kind: 'other-record' },
  })
  // Two devices that say the same: both are kept, and the second is told.
  const fed = { did: 'task', task: 'feed', nth: 0 }
  expect((await send([record('la.3', fed)])).kept[0]!.again).toBeUndefined()
  expect((await send([record('la.3', fed)])).kept[0]).toMatchObject({ ok: true, again: { who: 'Crew B' } })
  // A move has to say where, or into what.
  expect((await send([record('la.4', { did: 'moved' })])).kept[0]).toMatchObject({
    ok: false,
    reason: { kind: 'malformed' },
  })
  expect((await send([record('la.4', { did: 'moved', place: 'cold-frames' })])).kept[0]!.ok).toBe(true)
  expect((await send([note], '99999999-9999-4999-8999-999999999999')).kept[0]).toMatchObject({
    ok: false,
    reason: { kind: 'no-such-season' },
  })
  const journal = await (await request.get('/out/journal.csv')).text()
  expect(journal.trim().split('\r\n')).toHaveLength(1 + demo().records.length + 4)
  expect(journal).toContain('By a device of another kind.')
})

test('what is no list of records is refused whole, with what is wanted', async ({ request }) => {
  for (const data of [
    {},
    { records: [] },
    { records: 'all' },
    { records: [record('la.4', { did: 'note' })], extra: 1 },
    { records: Array.from({ length: 501 }, () => record('la.4', { did: 'note' })) },
  ]) {
    const response = await request.post('/api/records', { data })
    expect(response.status()).toBe(400)
    expect(((await response.json()) as { problem: string }).problem).toContain('1 to 500 records')
  }
  const broken = await request.post('/api/records', {
    headers: { 'content-type': 'application/json' },
    data: Buffer.from('{"records": ['),
  })
  expect(broken.status()).toBe(400)
})

test.describe('an empty database', () => {
  test.use({ season: null })
  test('keeps no records, and says so', async ({ request }) => {
    const response = await request.post('/api/records', { data: { records: [record('la.4', { did: 'note' })] } })
    expect(response.status()).toBe(409)
    expect(((await response.json()) as { problem: string }).problem).toBe('There is no season open.')
  })
})
