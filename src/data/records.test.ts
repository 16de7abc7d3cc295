import { sql } from 'kysely'
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest'
import { done, entry } from '../core/testing/records'
import { nextSeason } from '../core/plan/next-season'
import type { Entry } from '../season/schema'
import { readSmall } from '../season/small-season'
import { saveChanges } from './change-repository'
import { undo } from './undo-repository'
import { importSeason } from './import-repository'
import { freshDatabase } from './fresh-database'
import { dropReadings, keepReadings } from './reading-repository'
import { findPhoto, keepPhoto, keepRecords } from './record-repository'
import { createFarm, createNextSeason, loadSeason, openSeason, ownSeason, type SeasonId } from './season-repository'
import { archiveSeason, listFarms } from './farm-repository'
import { createWhatIf } from './what-if-repository'

let connection: Awaited<ReturnType<typeof freshDatabase>>
let id: SeasonId
const season = readSmall()
const db = () => connection.db
const stored = async (of = id) => (await loadSeason(db(), of))!
const records = async () => (await stored()).season.records
const reasons = async (...entries: Entry[]) =>
  (await keepRecords(db(), id, entries)).kept.map((one) => (one.ok ? 'kept' : one.reason.kind))
const sown = () => done('a', '2027-03-01', 'sow', { cells: 200, trays: 2, seeds: 200 })

beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
})
afterAll(() => connection.close())
beforeEach(async () => {
  await db().deleteFrom('farm').execute()
  id = await createFarm(db(), season)
})

describe('records', () => {
  it('come back as they went in, in the order they came, and raise the revision once', async () => {
    const all = [
      sown(),
      entry(
        'a',
        '2027-03-12',
        { did: 'count', cells: 200, showing: 150, doubles: 0, gaps: [1, 5] },
        { note: 'Sparse.', photos: ['11111111-1111-4111-8111-111111111111'] },
      ),
      entry(undefined, '2027-03-13', { did: 'round', what: 'water' }, { place: 'bench' }),
      entry('b.2', '2027-03-13', { did: 'note' }),
    ]
    const { revision } = await keepRecords(db(), id, all)
    expect(revision).toBe(2)
    expect(await records()).toEqual(all)
  })
  it('sent twice are written once', async () => {
    const one = sown()
    await keepRecords(db(), id, [one])
    const { kept, revision } = await keepRecords(db(), id, [one, one])
    expect(kept).toEqual([
      { id: one.id, ok: true },
      { id: one.id, ok: true },
    ])
    expect(revision).toBe(2)
    expect(await records()).toHaveLength(1)
  })
  it('that cannot be are refused with their reason, and the others stand', async () => {
    expect(
      await reasons(
        sown(),
        entry('a', '2027-03-12', { did: 'loss', plants: 500, cause: 'heat' }),
        entry('a', '2027-03-12', { did: 'count', cells: 300, showing: 2, doubles: 0 }),
        entry('a', '2027-02-20', { did: 'loss', plants: 5, cause: 'heat' }),
        entry('nowhere', '2027-03-12', { did: 'note' }),
        entry('a', '2027-03-12', { did: 'note' }, { instead: '99999999-9999-4999-8999-999999999999' }),
        entry('a', '2027-03-13', { did: 'loss', plants: 5, cause: 'heat' }),
      ),
    ).toEqual(['kept', 'too-many', 'too-many', 'before-sowing', 'unknown-batch', 'nothing-to-correct', 'kept'])
    expect(await records()).toHaveLength(2)
  })
  it('are refused where what someone else wrote would become impossible', async () => {
    await keepRecords(db(), id, [sown(), entry('a', '2027-03-12', { did: 'loss', plants: 150, cause: 'heat' })])
    expect(await reasons(entry('a', '2027-03-10', { did: 'loss', plants: 100, cause: 'cold' }))).toEqual(['too-many'])
  })
  it('of two people are both kept, and the second is told', async () => {
    await keepRecords(db(), id, [sown()])
    const first = done('a', '2027-03-09', 'leave-heat')
    const second = { ...done('a', '2027-03-09', 'leave-heat'), who: 'Crew B' }
    const [x, y] = await Promise.all([keepRecords(db(), id, [first]), keepRecords(db(), id, [second])])
    const told = [...x.kept, ...y.kept].filter((one) => one.ok && one.again)
    expect(told).toHaveLength(1)
    expect(await records()).toHaveLength(3)
  })
  it('of many devices at once are all written, each once', async () => {
    await keepRecords(db(), id, [sown()])
    const all = Array.from({ length: 40 }, (_, i) =>
      entry(i % 2 ? 'a' : 'b.1', '2027-03-15', { did: 'note' }, { note: `note ${i}` }),
    )
    await Promise.all(all.flatMap((one) => [keepRecords(db(), id, [one]), keepRecords(db(), id, [one])]))
    expect(
      (await records())
        .map((one) => one.note)
        .filter(Boolean)
        .sort(),
    ).toEqual(all.map((one) => one.note).sort())
  })
  it('cut off by the database are not half written, and are written once when they are sent again', async () => {
    await keepRecords(db(), id, [sown()])
    const all = [
      entry('a', '2027-03-15', { did: 'note' }, { note: 'one' }),
      entry('a', '2027-03-15', { did: 'note' }, { note: 'two' }),
    ]
    // Another holds the season, so that the writing waits; then the database ends that connection under it.
    let letGo = () => {}
    const held = new Promise<void>((done) => (letGo = done))
    const holder = db()
      .transaction()
      .execute(async (trx) => {
        await trx.selectFrom('season').select('revision').where('season_id', '=', id.season_id).forUpdate().execute()
        await held
      })
    const cut = keepRecords(db(), id, all).then(
      () => 'written',
      () => 'cut off',
    )
    for (let ended = 0; ended === 0;) {
      const { rows } = await sql<{
        ended: boolean
      }>`select pg_terminate_backend(pid) as ended from pg_stat_activity where datname = current_database() and wait_event_type = 'Lock'`.execute(
        db(),
      )
      ended = rows.length
    }
    expect(await cut).toBe('cut off')
    letGo()
    await holder
    expect(await records()).toHaveLength(1)
    await keepRecords(db(), id, all)
    await keepRecords(db(), id, all)
    expect((await records()).map(({ note }) => note)).toEqual([undefined, 'one', 'two'])
  })
  it('may be corrected and taken back, and stay to be seen', async () => {
    const wrong = entry('a', '2027-03-12', { did: 'loss', plants: 190, cause: 'heat' })
    expect(
      await reasons(
        sown(),
        wrong,
        entry('a', '2027-03-12', { did: 'loss', plants: 19, cause: 'heat' }, { instead: wrong.id }),
        entry('a', '2027-03-13', { did: 'loss', plants: 150, cause: 'heat' }),
      ),
    ).toEqual(['kept', 'kept', 'kept', 'kept'])
    expect(await records()).toHaveLength(4)
  })
  it('outlive a change of their planting, an import and its undo', async () => {
    await keepRecords(db(), id, [sown()])
    const a = season.plantings[0]!
    const { versions, revision } = await stored()
    await saveChanges(
      db(),
      id,
      [{ of: 'plantings', key: 'a', to: { ...a, plants: 220 }, version: versions['plantings/a']! }],
      {
        who: 'Grower',
        summary: 'more',
      },
    )
    expect(await records()).toHaveLength(1)
    const now = await stored()
    expect(now.revision).toBe(revision + 1)
    await importSeason(
      db(),
      id,
      { ...now.season, records: now.season.records },
      {
        readAt: now.revision,
        who: 'Grower',
        summary: 'in',
      },
    )
    await keepRecords(db(), id, [entry('a', '2027-03-20', { did: 'note' }, { note: 'since' })])
    expect((await undo(db(), id, { who: 'Grower' })).ok).toBe(true)
    expect((await records()).map((one) => one.note)).toEqual([undefined, 'since'])
  })
  it('are seen from a what-if copy, and belong to the season', async () => {
    const copy = await createWhatIf(db(), id, 'Copy', season, season)
    await keepRecords(db(), id, [sown()])
    expect((await stored(copy)).season.records).toHaveLength(1)
  })
})

describe('what was measured', () => {
  it('comes back, is put right by the same source, and can be forgotten', async () => {
    await keepReadings(db(), id, [
      {
        place: 'bench',
        from: 'file',
        days: [
          { on: '2027-03-01', low: 3, high: 9 },
          { on: '2027-03-02', low: 4, high: 9 },
        ],
      },
    ])
    await keepReadings(db(), id, [
      { place: 'bench', from: 'file', days: [{ on: '2027-03-02', low: 5, high: 11 }] },
      { place: 'frame', from: 'stand-in', days: [{ on: '2027-03-02', low: -2, high: 1 }] },
    ])
    expect((await stored()).season.readings).toEqual([
      {
        place: 'bench',
        from: 'file',
        days: [
          { on: '2027-03-01', low: 3, high: 9 },
          { on: '2027-03-02', low: 5, high: 11 },
        ],
      },
      { place: 'frame', from: 'stand-in', days: [{ on: '2027-03-02', low: -2, high: 1 }] },
    ])
    await dropReadings(db(), id, 'stand-in')
    expect((await stored()).season.readings.map(({ from }) => from)).toEqual(['file'])
  })
})

describe('photos', () => {
  it('are kept once under their id', async () => {
    const photo = {
      id: '11111111-1111-4111-8111-111111111111',
      type: 'image/jpeg' as const,
      width: 4,
      height: 3,
      bytes: Buffer.from([1, 2, 3]),
    }
    await keepPhoto(db(), id, photo)
    await keepPhoto(db(), id, { ...photo, bytes: Buffer.from([9]) })
    expect((await findPhoto(db(), id, photo.id))!.bytes).toEqual(Buffer.from([1, 2, 3]))
    expect(await findPhoto(db(), id, '22222222-2222-4222-8222-222222222222')).toBeUndefined()
  })
})

describe('the next season', () => {
  it('stands beside this one, and either can be opened', async () => {
    await keepRecords(db(), id, [sown()])
    const next = nextSeason((await stored()).season, new Map())
    const made = await createNextSeason(db(), id.farm_id, next)
    expect(await openSeason(db())).toEqual(made)
    const [farm] = await listFarms(db())
    expect(farm!.seasons.map(({ name }) => name)).toEqual(['2028', '2027'])
    expect((await stored(made)).season).toEqual(next)
    await archiveSeason(db(), made, true)
    expect(await openSeason(db())).toEqual(id)
    expect(await records()).toHaveLength(1)
  })
  it('takes nothing that was written in this one, though both have a planting of that key', async () => {
    const made = await createNextSeason(db(), id.farm_id, nextSeason(season, new Map()))
    const copy = await createWhatIf(db(), id, 'Copy', season, season)
    expect(await ownSeason(db(), id.season_id)).toEqual(id)
    expect(await ownSeason(db(), copy.season_id)).toBeUndefined()
    expect(await ownSeason(db(), '99999999-9999-4999-8999-999999999999')).toBeUndefined()
    await keepRecords(db(), (await ownSeason(db(), id.season_id))!, [sown()])
    expect(await records()).toHaveLength(1)
    expect((await stored(made)).season.records).toHaveLength(0)
  })
})
