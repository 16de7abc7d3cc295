import { createHash } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { sallowFerry } from '../../scripts/demo/sallow-ferry'
import { entry } from '../core/testing/records'
import { readSeason } from '../season/read'
import { readField } from '../season/small-field'
import { freshDatabase } from './fresh-database'
import { migrate } from './migrate'
import { forgetSeasons } from './season-cache'
import { createFarm, loadSeason } from './season-repository'
import { connect } from './database'

let connection: Awaited<ReturnType<typeof freshDatabase>>
const db = () => connection.db

beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
})
afterAll(() => connection.close())

// Forms before the last hold no mixes by name, what beds bear in mind, nor where blocks lie.
const bare = (sallowFerry.beds ?? []).map(({ grew: _, standing = [], ...bed }) => ({
  ...bed,
  standing: standing.map(({ what, until }) => ({ what, until })),
}))
const unmapped = (sallowFerry.blocks ?? []).map(({ map: _, ...block }) => block)
const read = readSeason({ ...sallowFerry, blocks: unmapped, beds: bare, mixes: [], supplies: [], orders: [] })
if (!read.ok) throw new Error('the demo farm must read')
const demo = read.season

/** What the database holds, with nothing remembered. */
async function asWritten(id: Parameters<typeof loadSeason>[1]) {
  const other = connect(connection.url)
  const stored = await loadSeason(other.db, id)
  await other.close()
  return stored!.season
}

/** Every column and every constraint of a database. */
async function shape(of: ReturnType<typeof db>) {
  const columns = await sql<{ column: string }>`select table_name || '.' || column_name || ' ' || data_type || ' '
    || is_nullable as column from information_schema.columns where table_schema = 'public'
    and table_name not like 'kysely%' order by 1`.execute(of)
  const constraints = await sql<{ text: string }>`select conrelid::regclass || ' ' || conname || ' '
    || pg_get_constraintdef(oid) as text from pg_constraint where connamespace = 'public'::regnamespace
    order by 1`.execute(of)
  return { columns: columns.rows.map(({ column }) => column), constraints: constraints.rows.map(({ text }) => text) }
}

/** Beginnings of the checksums of the migrations that have landed: a new one adds its own, and none ever changes. */
const LANDED: Readonly<Record<string, string>> = {
  '0001-season.ts': '491f1a2910d32a01',
  '0002-know-how.ts': 'd4f30cca65f040ea',
  '0003-frost-record.ts': 'eb3256162cf6e9dc',
  '0004-anchors.ts': 'bc4eb05789a5b56c',
  '0005-field.ts': '439c5a5d9732d2e8',
  '0006-what-if.ts': '839fb5365147f74f',
  '0007-records.ts': 'd583fce613624128',
  '0008-strangers.ts': '7f453174622bf31d',
  '0008a-repairs.ts': 'bdb4d29dad64fa84',
  '0009-rest.ts': 'fe387ce06135a17b',
  '0010-addresses.ts': '755c9b92988e0586',
  '0011-days.ts': 'c05f165ffd6ee946',
  '0012-told.ts': '6a3f0b8414cdf01a',
  '0013-people.ts': '949b3a05f4916e9a',
  '0014-phones.ts': '293e1b02a4935242',
  '0015-farm-rows.ts': '4f77ba2d1733aee4',
  '0016-since.ts': '66e77612e7d7710e',
  '0017-change-once.ts': 'b35e8b6185edea9d',
  '0018-thermometers.ts': 'dbbdcd39e9c7290a',
  '0019-passkeys.ts': '5998b8bdd11ea0de',
  '0020-mixes.ts': 'e1b8fb01bcfe952b',
  '0021-supplies.ts': '8c098bac8041e74e',
  '0022-purchases.ts': 'b61fe110705c854d',
  '0023-calendars.ts': '2808c6ff8f1b790e',
  '0024-drills.ts': '355fe9aeeac1de44',
}

const ANCHORS = new Set<string>(['date'])

/** What was known of ways to sow: in cells alone at first, nothing in its place before there was a field. */
function sownOnly(season: typeof demo, name: string): typeof demo {
  const known = new Set(['single', 'thin', ...(name < '0002' ? [] : ['clump', 'flat', 'divide', 'bought'])])
  const methods = season.methods.filter(({ sowing }) => known.has(sowing.policy))
  const keys = new Set(methods.map(({ key }) => key))
  return {
    ...season,
    methods,
    plantings: season.plantings.filter(({ method, anchor }) => keys.has(method) && (!anchor || ANCHORS.has(anchor.to))),
  }
}

/** What the first form could not be without. */
const NEEDED: Record<string, object> = { method: { seeds_per_cell: 2, keep: 1 }, series_change: { dropped: false } }

/** Tables in an order in which what is referred to comes first. */
function inOrder(tables: readonly string[]): { table: string }[] {
  const first = ['farm', 'season', 'place', 'container', 'crop', 'variety', 'lot', 'method', 'stage', 'planting']
  const rank = (table: string) => (first.includes(table) ? first.indexOf(table) : first.length)
  return [...tables].sort((a, b) => rank(a) - rank(b)).map((table) => ({ table }))
}

describe('migrations', () => {
  it('bring rows to the form before the last and back again with nothing lost', async () => {
    const field = readField((s) => {
      Object.assign(s.plantings[0]!, {
        goes: [],
        series: { every: 7, count: 3, even: 'harvest', dates: ['2027-04-20', '2027-04-29', '2027-05-08'] },
        changes: [{ n: 2, goes: [], leaves: { on: '2027-08-01', firm: true, dark: false } }],
      })
      Object.assign(s.plantings[2]!, { anchor: { to: 'bed', bed: 'n1', days: 3 } })
      s.blocks![0]!.covers = [{ kind: 'tunnel', from: '03-01', until: '06-01' }]
      Object.assign(s.crops[0]!.germination, { cover: 'thin', plateauTo: s.crops[0]!.germination.optimum + 1 })
      s.crops[0]!.growth.usual = [20, 30]
      s.varieties[0]!.overrides = { germination: { thermalTime: 66 } }
      Object.assign(s.methods[0]!.stages![0]!, { place: '@usual-pace', germinateAt: '@usual-pace' })
    })
    const seasons = [read.season, field]
    const ids = []
    for (const season of seasons) ids.push(await createFarm(db(), season))
    await migrate(db(), '0008-strangers')
    await migrate(db())
    for (const [i, season] of seasons.entries()) expect(await asWritten(ids[i]!)).toEqual(season)
  })

  it.each(
    Object.keys(LANDED)
      .map((file) => file.replace('.ts', ''))
      .filter((name) => !name.includes('repairs') && name !== '0001-season')
      .slice(0, -1),
  )('bring a database of %s with a season in it to that of today', async (name) => {
    const through = async (season: typeof demo) => {
      const one = await freshDatabase(inject('databaseUrl'))
      try {
        const id = await createFarm(one.db, season)
        await migrate(one.db, name)
        await migrate(one.db)
        forgetSeasons(one.db)
        const stored = (await loadSeason(one.db, id))!
        expect(stored.setAside).toEqual([])
        return stored.season
      } finally {
        await one.close()
      }
    }
    // What that form could hold of the demo farm; what it could hold comes through as it is.
    const given = name < '0005' ? sownOnly(demo, name) : demo
    const held = await through(given)
    expect(held.plantings.map(({ key }) => key)).toEqual(given.plantings.map(({ key }) => key))
    expect(held.plantings.length).toBeGreaterThan(40)
    expect(held.varieties.map(({ key }) => key)).toEqual(demo.varieties.map(({ key }) => key))
    expect(await through(held)).toEqual(held)
  })

  it('bring a database of the first form with a season in it to that of today', async () => {
    const season = sownOnly(demo, '0001')
    const [today, first] = [await freshDatabase(inject('databaseUrl')), await freshDatabase(inject('databaseUrl'))]
    try {
      const id = await createFarm(today.db, season)
      // The first form as it was made then, with what it could hold of the rows of today.
      await sql.raw('drop schema public cascade; create schema public').execute(first.db)
      await migrate(first.db, '0001-season')
      const tables = await sql<{ table: string }>`select table_name as table from information_schema.tables
        where table_schema = 'public' and table_name not like 'kysely%'`.execute(first.db)
      await first.db.transaction().execute(async (trx) => {
        await sql`set constraints all deferred`.execute(trx)
        for (const { table } of inOrder(tables.rows.map((row) => row.table))) {
          const rows = await sql<{ row: object }>`select to_jsonb(one) as row from ${sql.table(table)} one`.execute(
            today.db,
          )
          for (const { row } of rows.rows)
            await sql`insert into ${sql.table(table)}
              select * from jsonb_populate_record(null::${sql.table(table)}, ${JSON.stringify({ ...row, ...NEEDED[table] })}::jsonb)`.execute(
              trx,
            )
        }
      })
      await migrate(first.db)
      const stored = (await loadSeason(first.db, id))!
      expect(stored.setAside).toEqual([])
      expect(stored.season.plantings.map(({ key }) => key)).toEqual(season.plantings.map(({ key }) => key))
      expect(stored.season.plantings.length).toBeGreaterThan(30)
    } finally {
      await today.close()
      await first.close()
    }
  })

  it('refuse what happened on no day of ours, and leave what came in before', async () => {
    const records = ['2027-03-01', '2027-03-02'].map((on) => entry(undefined, on, { did: 'note' }))
    const id = await createFarm(db(), { ...demo, records })
    await migrate(db(), '0010-addresses')
    const [first] = records
    await sql`update record set on_day = '9999-12-31' where id = ${first!.id} and season_id = ${id.season_id}`.execute(
      db(),
    )
    await migrate(db())
    forgetSeasons(db())
    expect((await loadSeason(db(), id))!.setAside.map(({ key }) => key)).toEqual([first!.id])
    for (const set of [`on_day = '1969-12-31'`, `on_day = 'infinity'`, `at = '2201-01-01T00:00Z'`])
      await expect(
        sql.raw(`update record set ${set} where season_id = '${id.season_id}'`).execute(db()),
      ).rejects.toThrow(/_range/)
  })

  it('of an early form, whose first ones had other words in them, are repaired on the way, with nothing lost', async () => {
    const fresh = await shape(db())
    const id = await createFarm(db(), read.season)
    await migrate(db(), '0008-strangers')
    // The form of the first days: a column of another name, references checked at once, a check that lets nothing through.
    await sql.raw('alter table crop rename column kind to library').execute(db())
    const early = await sql<{ of: string; name: string }>`select conrelid::regclass::text as of, conname as name
      from pg_constraint where contype = 'f' and confdeltype = 'a' and condeferrable
        and conrelid::regclass::text in ('variety', 'lot', 'method', 'stage', 'planting')`.execute(db())
    expect(early.rows.length).toBeGreaterThan(4)
    for (const { of, name } of early.rows)
      await sql.raw(`alter table ${of} alter constraint ${name} not deferrable`).execute(db())
    const checks = await sql<{ of: string; name: string; def: string }>`select conrelid::regclass::text as of,
      conname as name, pg_get_constraintdef(oid) as def from pg_constraint
      where contype = 'c' and conname = 'place_open_from_check'`.execute(db())
    const [check] = checks.rows
    await sql.raw(`alter table ${check!.of} drop constraint ${check!.name}`).execute(db())
    await sql
      .raw(
        `alter table ${check!.of} add constraint ${check!.name} ${check!.def.replace(")$'", ")open_from'")} not valid`,
      )
      .execute(db())
    expect(await shape(db())).not.toEqual(fresh)
    expect(await migrate(db())).toContain('0008a-repairs')
    expect(await shape(db())).toEqual(fresh)
    expect(await asWritten(id)).toEqual(read.season)
  })
  it('that are past it run the repair as well, and are left as they are', async () => {
    const before = await shape(db())
    await sql.raw(`delete from kysely_migration where name = '0008a-repairs'`).execute(db())
    expect(await migrate(db())).toEqual(['0008a-repairs'])
    expect(await shape(db())).toEqual(before)
  })
  it('are never edited once they have landed', () => {
    const folder = new URL('./migrations/', import.meta.url)
    const sums = Object.fromEntries(
      readdirSync(folder)
        .sort()
        .map((file) => [
          file,
          createHash('sha256')
            .update(readFileSync(new URL(file, folder)))
            .digest('hex')
            .slice(0, 16),
        ]),
    )
    expect(sums).toEqual(LANDED)
  })
})
