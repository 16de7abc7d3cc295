/** Rows of one farm on a real database: whatever is asked through them, no other farm is seen or changed. */
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { sql, type Kysely } from 'kysely'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { done } from '../core/testing/records'
import { readSmall } from '../season/small-season'
import { connect } from './database'
import { FARM_ROLE, letFarmsIn } from './farm-rows'
import { freshDatabase } from './fresh-database'
import { addPhone, addHand } from './phone-repository'
import { invite } from './people-repository'
import { note } from './audit-repository'
import { keepPhoto, keepRecords } from './record-repository'
import { keepAnswers } from './drill-repository'
import { addCalendar } from './calendar-repository'
import { createFarm, loadSeason } from './season-repository'
import type { Database, SeasonId } from './schema'
import { createWhatIf } from './what-if-repository'

let connection: Awaited<ReturnType<typeof freshDatabase>>
let ours: SeasonId
let theirs: SeasonId
let tables: string[]

const rows = async (db: Kysely<Database>, query: string) =>
  (await sql.raw<Record<string, unknown>>(query).execute(db)).rows

/** A farm with something in as many tables as there are. */
async function fullFarm(db: Kysely<Database>, name: string): Promise<SeasonId> {
  const season = readSmall()
  const id = await createFarm(db, { ...season, farm: { ...season.farm, name } })
  await createWhatIf(db, id, 'A copy', season, season)
  await keepRecords(db, id, [done(season.plantings[0]!.key, '2027-03-01', 'sow')])
  await addPhone(db, id.farm_id, 'Barn phone', null)
  await addHand(db, id.farm_id, 'Ines')
  await addCalendar(db, id.farm_id, null, { facts: { name: 'Work', remind: 'nothing', remindAt: 0 }, locale: 'en-GB', units: 'metric' }) // prettier-ignore
  await keepAnswers(db, { farm: id.farm_id, person: null, who: 'Ines' }, [{ id: crypto.randomUUID(), card: 'mix', right: true, at: 0 }]) // prettier-ignore
  await invite(db, { farm: id.farm_id, role: 'crew', by: null })
  await note(db, { farm: id.farm_id, person: null, who: 'Ines' }, 'exported')
  const bytes = Buffer.from([1])
  await keepPhoto(db, id, { id: crypto.randomUUID(), type: 'image/jpeg', width: 1, height: 1, bytes })
  return id
}

beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
  ours = await fullFarm(connection.db, 'Mill Field')
  theirs = await fullFarm(connection.db, 'Reed Bank')
  const found = await rows(
    connection.db,
    `select table_name from information_schema.columns where table_schema = 'public' and column_name = 'farm_id'`,
  )
  tables = found.map(({ table_name }) => String(table_name)).sort()
})
afterAll(() => connection.close())

describe('the rows of a farm', () => {
  it('are told apart in every table that has any', async () => {
    const held = await rows(
      connection.db,
      `select c.relname from pg_class c join pg_policy p on p.polrelid = c.oid where c.relrowsecurity order by 1`,
    )
    expect(held.map(({ relname }) => relname)).toEqual(tables)
    expect(tables.length).toBeGreaterThan(20)
  })

  it('are all that is read, in whatever table', async () => {
    const own = connection.ofFarm(ours.farm_id)
    let seen = 0
    for (const table of tables) {
      const all = await rows(connection.db, `select farm_id from "${table}" where farm_id = '${ours.farm_id}'`)
      const read = await rows(own, `select farm_id from "${table}"`)
      expect([table, new Set(read.map(({ farm_id }) => farm_id))]).toEqual([
        table,
        new Set(all.map(({ farm_id }) => farm_id)),
      ])
      expect(read.length).toBe(all.length)
      if (all.length > 0) seen++
    }
    expect(seen).toBeGreaterThan(15)
    expect(await loadSeason(own, theirs)).toBeUndefined()
    expect((await loadSeason(own, ours))?.season.farm.name).toBe('Mill Field')
  })

  it('are all that is changed, removed or added', async () => {
    const own = connection.ofFarm(ours.farm_id)
    const count = (table: string) =>
      rows(connection.db, `select count(*)::int as n from "${table}" where farm_id = '${theirs.farm_id}'`)
    for (const table of tables) {
      const before = await count(table)
      expect(await rows(own, `update "${table}" set farm_id = farm_id where farm_id = '${theirs.farm_id}' returning 1`)).toEqual([]) // prettier-ignore
      expect(await rows(own, `delete from "${table}" where farm_id = '${theirs.farm_id}' returning 1`)).toEqual([])
      expect([table, await count(table)]).toEqual([table, before])
    }
    await expect(own.updateTable('season').set({ farm_id: theirs.farm_id }).execute()).rejects.toThrow(
      /row-level security/,
    )
    await expect(addHand(own, theirs.farm_id, 'Somebody')).rejects.toThrow(/row-level security/)
    const sown = done(readSmall().plantings[0]!.key, '2027-03-02', 'sow')
    await expect(keepRecords(own, theirs, [sown])).rejects.toThrow('no result')
  })

  it('are apart from who people are and how they sign in', async () => {
    for (const table of ['person', 'credential', 'sign_in', 'sharing', 'verification'])
      await expect(rows(connection.ofFarm(ours.farm_id), `select * from ${table}`)).rejects.toThrow(/permission denied/)
  })

  it('are none where no farm is named, or one that nobody has', async () => {
    for (const farm of ['', crypto.randomUUID()])
      expect(await rows(connection.ofFarm(farm), 'select * from season')).toEqual([])
    await expect(rows(connection.ofFarm("x' or true"), 'select * from season')).rejects.toThrow(/uuid/)
  })

  it('are never mixed by connections that many farms use in turn, in and out of transactions', async () => {
    const asked = Array.from({ length: 300 }, (_, i) => (i * 7) % 3)
    const farms = [ours.farm_id, theirs.farm_id, undefined]
    const read = await Promise.all(
      asked.map(async (which, i) => {
        const db = farms[which] === undefined ? connection.db : connection.ofFarm(farms[which])
        const all = (from: Kysely<Database>) => from.selectFrom('farm').select('farm_id').execute()
        if (i % 5 !== 0) return all(db)
        if (i % 10 === 0) return db.transaction().execute(all)
        // One that fails halfway leaves nothing behind for the next.
        await expect(db.transaction().execute((trx) => rows(trx, 'select 1/0'))).rejects.toThrow()
        return all(db)
      }),
    )
    read.forEach((found, i) => {
      const farm = farms[asked[i]!]
      expect(found.map(({ farm_id }) => farm_id).sort()).toEqual(
        farm === undefined ? [ours.farm_id, theirs.farm_id].sort() : [farm],
      )
    })
  })

  it('can be let in again as often as one likes, and are told apart without privileges that a backup lacks', async () => {
    await rows(connection.db, `revoke all on season from ${FARM_ROLE}`)
    const other = connect(connection.url)
    await expect(rows(other.ofFarm(ours.farm_id), 'select * from season')).rejects.toThrow(/permission denied/)
    // Several servers of one database start at once.
    await Promise.all(Array.from({ length: 12 }, (_, i) => letFarmsIn(i % 2 === 0 ? connection.db : other.db)))
    expect(await rows(other.ofFarm(ours.farm_id), 'select * from season')).toHaveLength(2)
    await other.close()
  })
})

/** Where the whole database is asked: before it is known which farm may be looked at, or for what is of none. */
const WHOLE = [
  'src/actions/asker.ts', // who asks
  'src/actions/audited.ts',
  'src/actions/begin-season.ts', // a farm that is not there yet
  'src/actions/farms.ts', // lists farms, makes and deletes them
  'src/actions/health.ts',
  'src/actions/my-data.ts', // a person, of all farms
  'src/actions/owned.ts',
  'src/actions/people-listed.ts',
  'src/actions/people.ts',
  'src/actions/phones.ts',
  'src/actions/practice.ts', // makes and deletes farms to practise in
  'src/actions/season-data.ts', // lists farms
  'src/actions/season-in-view.ts', // looks which farm it is, and whether whoever asks may
  'src/actions/sign-in.ts',
  'src/actions/subscribed.ts', // looks whose calendar it is
  'src/actions/told-devices.ts', // the server's own keys
  'src/app/api/records/route.ts', // looks whose season it is
  'src/app/api/thermometer/route.ts', // looks whose thermometer it is
  'src/features/benches/fit-api.ts', // looks whose fit it is
  'src/features/farm-page/backup-api.ts', // everything
  'src/features/farm-page/import-api.ts', // a farm that is not there yet
]

describe('the whole database', () => {
  it('is asked only where no farm is known yet, or none is meant', () => {
    const asking = ['src/actions', 'src/app', 'src/features', 'src/ui'].flatMap((folder) =>
      readdirSync(folder, { recursive: true, encoding: 'utf8' })
        .map((name) => join(folder, name))
        .filter((name) => /\.tsx?$/.test(name) && !/\.test\./.test(name))
        .filter((name) => /\bdatabase\(\)/.test(readFileSync(name, 'utf8'))),
    )
    expect(asking.sort()).toEqual(WHOLE)
  })
})
