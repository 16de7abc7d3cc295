/** What has changed since a moment, on a real database: put into what was held then, it is the season as it is now. */
import fc from 'fast-check'
import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { done } from '../core/testing/records'
import type { Season } from '../season/schema'
import { withSince, type SeasonHeld } from '../season/since'
import { readSmall } from '../season/small-season'
import { saveChanges } from './change-repository'
import { freshDatabase } from './fresh-database'
import { importSeason } from './import-repository'
import { dropReadings, keepReadings } from './reading-repository'
import { keepRecords, recordRow } from './record-repository'
import { createFarm, createNextSeason, loadSeason, type SeasonId } from './season-repository'
import { seasonSince } from './since-repository'
import { redo, undo } from './undo-repository'
import { createWhatIf } from './what-if-repository'

let connection: Awaited<ReturnType<typeof freshDatabase>>
const db = () => connection.db
const author = { who: 'Grower', summary: 'a change' }
const small = readSmall()

beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
})
afterAll(() => connection.close())

const whole = async (id: SeasonId): Promise<SeasonHeld> => {
  const since = (await seasonSince(db(), id))!
  if (!('whole' in since)) throw new Error('who holds nothing is sent all')
  return since.whole
}

/** Who held a season is told what has changed, and holds it as it is. */
async function caughtUp(id: SeasonId, held: SeasonHeld): Promise<SeasonHeld> {
  const now = withSince(held, (await seasonSince(db(), id, held.mark))!)
  const stored = (await loadSeason(db(), id))!
  expect(now.season).toEqual(stored.season)
  expect(now.versions).toEqual(stored.versions)
  expect(now).toEqual(await whole(id))
  return now
}

/** What was sent: by its kind, and how much of it. */
async function sent(id: SeasonId, held: SeasonHeld) {
  const since = (await seasonSince(db(), id, held.mark))!
  if ('whole' in since) return 'whole'
  const { things, records, readings } = since.changes
  return { things: things.length, records: records.list.length, all: records.all, readings: readings?.length }
}

const STEPS = ['change', 'add', 'remove', 'facts', 'undo', 'redo', 'record', 'measure', 'forget', 'import'] as const
type Step = { do: (typeof STEPS)[number]; n: number; looks: number }

/** Does one step; what cannot be done is not. */
async function doStep(id: SeasonId, { do: step, n }: Step) {
  const { season, versions, revision } = (await loadSeason(db(), id))!
  const one = season.plantings[n % Math.max(1, season.plantings.length)]
  const change = (of: 'plantings' | 'head', key: string, to: unknown) =>
    saveChanges(db(), id, [{ of, key, to, version: versions[of === 'head' ? 'head' : `${of}/${key}`] ?? null }], author)
  if (step === 'undo') return undo(db(), id, author)
  if (step === 'redo') return redo(db(), id, author)
  if (step === 'measure')
    return keepReadings(db(), id, [
      { place: 'frame', from: 'file', days: [{ on: `2027-03-${10 + n}`, low: 1, high: n + 2 }] },
    ])
  if (step === 'forget') return dropReadings(db(), id, 'file')
  if (step === 'import') return importSeason(db(), id, imported(season, n), { readAt: revision, ...author })
  if (step === 'facts') {
    const { farm, season: about, site, habits } = season
    return change('head', 'head', { farm: { ...farm, name: `Farm ${n}` }, season: about, site, habits })
  }
  if (!one) return undefined
  if (step === 'record') return keepRecords(db(), id, [done(one.key, `2027-04-${10 + n}`, 'sow', { cells: 10 })])
  if (step === 'add') return change('plantings', `new-${n}`, { ...one, key: `new-${n}`, code: `N${n}` })
  return change('plantings', one.key, step === 'remove' ? null : { ...one, plants: one.plants + n + 1 })
}

/** Another document in the place of a season: other order, some gone, some of its records. */
const imported = (season: Season, n: number): Season => ({
  ...season,
  plantings: n % 2 === 0 ? season.plantings.toReversed() : season.plantings.slice(1),
  varieties: n % 3 === 0 ? season.varieties.toReversed() : season.varieties,
  records: n % 2 === 0 ? season.records : season.records.slice(1),
})

describe('what has changed since', () => {
  it('makes of what was held what there is, whoever has looked when, whatever was done', async () => {
    const step = fc.record({ do: fc.constantFrom(...STEPS), n: fc.nat(9), looks: fc.nat(7) })
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 12 }), async (steps) => {
        const id = await createFarm(db(), small)
        const first = await whole(id)
        const devices = [first, first, first]
        for (const one of steps) {
          await doStep(id, one)
          for (const i of devices.keys()) if ((one.looks >> i) & 1) devices[i] = await caughtUp(id, devices[i]!)
        }
        for (const held of devices) await caughtUp(id, held)
      }),
      { numRuns: 40 },
    )
  }, 240_000)

  it('is only that: one planting, one record, readings where there are others', async () => {
    const id = await createFarm(db(), small)
    let held = await whole(id)
    expect(await sent(id, held)).toEqual({ things: 0, records: 0, all: false, readings: undefined })
    await doStep(id, { do: 'change', n: 1, looks: 0 })
    expect(await sent(id, held)).toEqual({ things: 1, records: 0, all: false, readings: undefined })
    held = await caughtUp(id, held)
    await doStep(id, { do: 'record', n: 1, looks: 0 })
    expect(await sent(id, held)).toEqual({ things: 0, records: 1, all: false, readings: undefined })
    const text = JSON.stringify(await seasonSince(db(), id, held.mark))
    expect(text.length).toBeLessThan(1500)
    held = await caughtUp(id, held)
    await doStep(id, { do: 'measure', n: 1, looks: 0 })
    expect(await sent(id, held)).toEqual({ things: 0, records: 0, all: false, readings: 1 })
  })

  it('leaves what has not changed the same objects', async () => {
    const id = await createFarm(db(), small)
    const held = await whole(id)
    await doStep(id, { do: 'change', n: 0, looks: 0 })
    const now = await caughtUp(id, held)
    expect(now.season.crops).toBe(held.season.crops)
    expect(now.season.plantings.filter((one) => held.season.plantings.includes(one))).toHaveLength(
      held.season.plantings.length - 1,
    )
  })

  it('misses no record that took its number before another and was written after it', async () => {
    const id = await createFarm(db(), small)
    const slow = await connection.db.startTransaction().execute()
    const late = done('a', '2027-04-10', 'sow', { cells: 10 })
    await slow.insertInto('record').values(recordRow(id, late)).execute()
    await keepRecords(db(), id, [done('b', '2027-04-10', 'sow', { cells: 10 })])
    const held = await whole(id)
    expect(held.season.records).toHaveLength(1)
    await slow.commit().execute()
    const now = await caughtUp(id, held)
    expect(now.season.records.map(({ id: own }) => own)).toContain(late.id)
    expect(now.season.records).toHaveLength(2)
  })

  it('of a copy is also what has happened in the season it is of', async () => {
    const id = await createFarm(db(), small)
    const copy = await createWhatIf(db(), id, 'Later', small, small)
    let held = await whole(copy)
    await doStep(id, { do: 'record', n: 2, looks: 0 })
    await doStep(id, { do: 'measure', n: 2, looks: 0 })
    held = await caughtUp(copy, held)
    expect(held.season.records).toHaveLength(1)
    await doStep(id, { do: 'import', n: 1, looks: 0 })
    held = await caughtUp(copy, held)
    expect(held.season.records).toHaveLength(0)
  })

  it('knows the name of a farm that was changed in another of its seasons', async () => {
    const id = await createFarm(db(), small)
    const held = await whole(id)
    const other = await createNextSeason(db(), id.farm_id, { ...small, season: { ...small.season, name: '2028' } })
    await doStep(other, { do: 'facts', n: 7, looks: 0 })
    expect((await caughtUp(id, held)).season.farm.name).toBe('Farm 7')
  })

  it('is all of it where the moment is of another history, or says nothing', async () => {
    const id = await createFarm(db(), small)
    const { mark } = await whole(id)
    await doStep(id, { do: 'change', n: 0, looks: 0 })
    const [, ...rest] = mark.split('.')
    const ahead = mark.replace(/^([0-9a-f]+)\.1\./, '$1.99.')
    for (const wrong of [
      `${'0'.repeat(32)}.${rest.join('.')}`,
      ahead,
      'x',
      '',
      `${mark}.1`,
      '1.1.1.1.1; drop table farm',
    ])
      expect(Object.keys((await seasonSince(db(), id, wrong))!), wrong).toEqual(['whole'])
    // The tables of a backup that was brought back are others.
    await sql`alter table season rename to season_before`.execute(db())
    try {
      await sql`create table season (like season_before)`.execute(db())
      await sql`insert into season select * from season_before`.execute(db())
      expect(Object.keys((await seasonSince(db(), id, mark))!)).toEqual(['whole'])
    } finally {
      await sql`drop table season`.execute(db())
      await sql`alter table season_before rename to season`.execute(db())
    }
    expect(Object.keys((await seasonSince(db(), id, mark))!)).toEqual(['changes'])
  })

  it('is told to whoever gets at one farm alone', async () => {
    const id = await createFarm(db(), small)
    const held = await whole(id)
    await doStep(id, { do: 'record', n: 0, looks: 0 })
    expect(await seasonSince(connection.ofFarm(id.farm_id), id, held.mark)).toEqual(
      await seasonSince(db(), id, held.mark),
    )
  })

  it('is nothing where there is no such season', async () => {
    expect(await seasonSince(db(), { farm_id: crypto.randomUUID(), season_id: crypto.randomUUID() })).toBeUndefined()
  })
})
