import { readFileSync } from 'node:fs'
import { sql } from 'kysely'
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest'
import { createPlanner } from '../core/plan/plan'
import { parseDay } from '../core/calendar/day'
import { readSeason } from '../season/read'
import { saveChanges } from './change-repository'
import { freshDatabase } from './fresh-database'
import { forgetSeasons } from './season-cache'
import { createFarm, loadSeason, type SeasonId } from './season-repository'

const read = readSeason(JSON.parse(readFileSync('demo/sallow-ferry-2027.json', 'utf8')))
if (!read.ok) throw new Error('the demo farm must read')
const file = read.season

let connection: Awaited<ReturnType<typeof freshDatabase>>
let id: SeasonId
/** The season as it is read where all is well. */
let demo: typeof file
beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
  // What the database would not let in now may have come in before it was guarded.
  const checks = await sql<{ table: string; name: string }>`select conrelid::regclass::text as table, conname as name
    from pg_constraint where contype = 'c' and connamespace = 'public'::regnamespace`.execute(connection.db)
  for (const { table, name } of checks.rows)
    await sql`alter table ${sql.table(table)} drop constraint ${sql.ref(name)}`.execute(connection.db)
})
beforeEach(async () => {
  await sql`truncate farm cascade`.execute(connection.db)
  id = await createFarm(connection.db, file)
  demo = (await after()).season
})
afterAll(() => connection.close())

/** Somebody, or something, changes rows past every check; then the season is read anew. */
async function after(...statements: ReturnType<typeof sql>[]) {
  for (const one of statements) await one.execute(connection.db)
  forgetSeasons(connection.db)
  return (await loadSeason(connection.db, id))!
}
const plans = (season: typeof file) => createPlanner().plan(season, parseDay('2027-04-12'))

describe('a season with rows that cannot be understood', () => {
  it('is read whole where there are none', async () => {
    const { season, setAside } = await after()
    expect(setAside).toEqual([])
    expect(season.plantings).toEqual(file.plantings)
    expect(season.records.map((one) => one.id)).toEqual(file.records.map((one) => one.id))
  })
  it('is read without a kind, what hangs on it, and nothing else', async () => {
    const key = demo.varieties.find(({ key }) => key === demo.plantings[0]!.variety)!.crop
    const { season, setAside } = await after(sql`update crop set name = '' where key = ${key}`)
    const gone = (of: string) => new Set(setAside.filter((one) => one.of === of).map((one) => one.key))
    expect(gone('crops')).toEqual(new Set([key]))
    const varieties = demo.varieties.filter((one) => one.crop === key).map((one) => one.key)
    expect(gone('varieties')).toEqual(new Set(varieties))
    const plantings = demo.plantings.filter((one) => varieties.includes(one.variety)).map((one) => one.key)
    expect(plantings.length).toBeGreaterThan(0)
    expect(gone('plantings')).toEqual(new Set(plantings))
    expect(season.plantings).toEqual(demo.plantings.filter((one) => !plantings.includes(one.key)))
    expect(season.containers).toEqual(demo.containers)
    expect(plans(season).batches.length).toBeGreaterThan(20)
    // Mended, everything is there again.
    const name = demo.crops.find((one) => one.key === key)!.name
    const mended = await after(sql`update crop set name = ${name} where key = ${key}`)
    expect(mended.setAside).toEqual([])
    expect(mended.season).toEqual(demo)
  })
  it('is read without a record of no day, of the end of time, or of no kind that is known', async () => {
    const [one, other, third] = demo.records
    const { season, setAside } = await after(
      sql`update record set at = 'infinity' where id = ${one!.id}`,
      sql`update record set what = '{"did":"flew-away"}' where id = ${other!.id}`,
      sql`update record set who = '' where id = ${third!.id}`,
    )
    expect(setAside.map(({ of, key }) => [of, key])).toEqual([one, other, third].map((entry) => ['records', entry!.id]))
    expect(season.records).toHaveLength(demo.records.length - 3)
    expect(setAside.find(({ key }) => key === third!.id)!.value).toMatchObject({ batch: third!.batch })
    plans(season)
  })
  it('is read where its only place cannot be, without what has nowhere to stand', async () => {
    const tunnel = readSeason(JSON.parse(readFileSync('demo/one-tunnel-2027.json', 'utf8')))
    if (!tunnel.ok) throw new Error('the farm of one tunnel must read')
    const { season_id } = (id = await createFarm(connection.db, tunnel.season))
    const { season, setAside } = await after(sql`update place set name = '' where season_id = ${season_id}`)
    expect(setAside[0]).toMatchObject({ of: 'places', key: 'tunnel' })
    expect(season.plantings).toEqual([])
    expect(setAside.filter(({ of }) => of === 'plantings')).toHaveLength(tunnel.season.plantings.length)
    expect(plans(season).batches).toEqual([])
  })
  it('is read with what is usual for a fact of the farm that cannot be', async () => {
    const { season, setAside } = await after(sql`update season set elevation = 1e9`)
    expect(setAside).toEqual([expect.objectContaining({ of: 'head', key: 'site.elevation', value: 1e9 })])
    expect(season.site.latitude).toBe(demo.site.latitude)
    plans(season)
  })
  it('is changed as any other, and loses none of what is set aside by it', async () => {
    const [spoilt, other] = demo.plantings
    const before = await after(sql`update planting set code = '' where key = ${spoilt!.key}`)
    expect(before.setAside.map(({ key }) => key)).toEqual([spoilt!.key])
    const version = before.versions[`plantings/${other!.key}`]!
    const done = await saveChanges(
      connection.db,
      id,
      [{ of: 'plantings', key: other!.key, version, to: { ...other!, plants: 77 } }],
      { who: 'Grower', summary: 'changed' },
    )
    expect(done.ok).toBe(true)
    const left = await after(sql`update planting set code = ${spoilt!.code} where key = ${spoilt!.key}`)
    expect(left.setAside).toEqual([])
    expect(left.season.plantings).toEqual(
      demo.plantings.map((one) => (one.key === other!.key ? { ...one, plants: 77 } : one)),
    )
  })
})
