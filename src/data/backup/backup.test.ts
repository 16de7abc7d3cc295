/** Backups on a real database: what is brought back is what there was, photos and journal too, and what is damaged is refused. */
import { randomBytes } from 'node:crypto'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { sql } from 'kysely'
import { v4 as newId } from 'uuid'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { sallowFerry } from '../../../scripts/demo/sallow-ferry'
import { tenTimes } from '../../../scripts/ten-times'
import { readSeason } from '../../season/read'
import { saveChanges } from '../change-repository'
import { connect } from '../database'
import { freshDatabase } from '../fresh-database'
import { findPhoto, keepPhoto } from '../record-repository'
import { createFarm, loadSeason, type SeasonId } from '../season-repository'
import { lookAtBackup, makeBackup, restoreBackup } from './backup'

const read = readSeason(sallowFerry)
if (!read.ok) throw new Error('the demo farm must read')
const { season } = read
const folder = mkdtempSync(join(tmpdir(), 'dove-step-backups-'))
const at = (name: string) => join(folder, name)
const PHOTO = '7b1c2d3e-4f50-4a6b-8c7d-9e0f1a2b3c4d'

let there: Awaited<ReturnType<typeof freshDatabase>>
let id: SeasonId
beforeAll(async () => {
  there = await freshDatabase(inject('databaseUrl'))
  id = await createFarm(there.db, season)
  await createFarm(there.db, { ...season, farm: { ...season.farm, name: 'Second' }, records: [] })
  await keepPhoto(there.db, id, { id: PHOTO, type: 'image/jpeg', width: 2, height: 1, bytes: Buffer.from([1, 0, 255]) })
})
afterAll(async () => {
  await there.close()
  rmSync(folder, { recursive: true, force: true })
})

/** Every row of every table, as text. */
async function everything(url: string): Promise<Record<string, string[]>> {
  const { db, close } = connect(url)
  const tables = await sql<{ name: string }>`select tablename as name from pg_tables where schemaname = 'public'
    order by 1`.execute(db)
  const found: Record<string, string[]> = {}
  for (const { name } of tables.rows) {
    const rows = await sql<{ row: string }>`select t::text as row from ${sql.table(name)} t order by 1`.execute(db)
    found[name] = rows.rows.map(({ row }) => row)
  }
  await close()
  return found
}

const emptyOne = async () => {
  const made = await freshDatabase(inject('databaseUrl'))
  await made.close()
  return made.url
}

describe('a backup', () => {
  it.each([undefined, 'blue door, three steps'])(
    'is brought back with not one row otherwise, sealed with %s',
    async (passphrase) => {
      const file = at(passphrase ? 'sealed.dovestep' : 'plain.dovestep')
      const made = await makeBackup(there.url, file, passphrase)
      expect(made.farms.map(({ name, seasons, photos }) => [name, seasons, photos])).toEqual([
        [season.farm.name, 1, 1],
        ['Second', 1, 0],
      ])
      expect(made.farms[0]!.records).toBe(season.records.length)
      expect(await lookAtBackup(file, passphrase)).toEqual(made)
      const url = await emptyOne()
      await restoreBackup(url, file, { passphrase })
      expect(await everything(url)).toEqual(await everything(there.url))
      const { db, close } = connect(url)
      expect(JSON.stringify((await loadSeason(db, id))!.season)).toBe(
        JSON.stringify((await loadSeason(there.db, id))!.season),
      )
      expect((await findPhoto(db, id, PHOTO))!.bytes).toEqual(Buffer.from([1, 0, 255]))
      await close()
    },
  )
  it('of ten times as much is brought back byte for byte, photos and journal too', async () => {
    const large = await freshDatabase(inject('databaseUrl'))
    const big = await createFarm(large.db, tenTimes(season))
    const photos = Array.from({ length: 30 }, (_, i) => ({ id: newId(), bytes: randomBytes(150_000 + i) }))
    for (const photo of photos) await keepPhoto(large.db, big, { ...photo, type: 'image/jpeg', width: 2, height: 1 })
    const [planting] = season.plantings
    await saveChanges(
      large.db,
      big,
      [{ of: 'plantings', key: planting!.key, version: 1, to: { ...planting!, plants: planting!.plants + 1 } }],
      { who: 'Grower', summary: 'one more' },
    )
    const file = at('large.dovestep')
    await makeBackup(large.url, file, 'three steps')
    const url = await emptyOne()
    await restoreBackup(url, file, { passphrase: 'three steps' })
    const [before, after] = [await everything(large.url), await everything(url)]
    expect(before.journal!.length).toBeGreaterThan(0)
    for (const [table, rows] of Object.entries(before)) expect(after[table], table).toEqual(rows)
    const { db, close } = connect(url)
    const document = async (of: typeof db) => JSON.stringify((await loadSeason(of, big))!.season)
    expect(await document(db)).toBe(await document(large.db))
    for (const { id: photo, bytes } of photos) expect((await findPhoto(db, big, photo))!.bytes.equals(bytes)).toBe(true)
    await close()
    await large.close()
  }, 60_000)
  it('replaces what there is only where that is said, and takes out what came after it', async () => {
    const file = at('before.dovestep')
    await makeBackup(there.url, file)
    const before = await everything(there.url)
    const other = await freshDatabase(inject('databaseUrl'))
    await createFarm(other.db, { ...season, farm: { ...season.farm, name: 'Other' } })
    await sql`create table of_a_later_version (x int)`.execute(other.db)
    const untouched = await everything(other.url)
    await expect(restoreBackup(other.url, file)).rejects.toThrow(/farms in this database already/)
    expect(await everything(other.url)).toEqual(untouched)
    await other.close()
    await restoreBackup(other.url, file, { replace: true })
    expect(await everything(other.url)).toEqual(before)
  })
  it('that was damaged, cut short, sealed with another passphrase or is something else changes nothing', async () => {
    const [plain, sealed] = [at('a.dovestep'), at('b.dovestep')]
    await makeBackup(there.url, plain)
    await makeBackup(there.url, sealed, 'one')
    const url = await emptyOne()
    const before = await everything(url)
    const refused = async (name: string, bytes: Uint8Array, says: RegExp, passphrase?: string) => {
      writeFileSync(at(name), bytes)
      await expect(restoreBackup(url, at(name), { passphrase }), name).rejects.toThrow(says)
      expect(await everything(url), name).toEqual(before)
    }
    const [a, b] = [readFileSync(plain), readFileSync(sealed)]
    const flipped = (bytes: Buffer, where: number) => {
      const other = Buffer.from(bytes)
      other[where] = other[where]! ^ 1
      return other
    }
    await refused('flipped', flipped(a, Math.floor(a.length / 2)), /damaged|no backup/)
    await refused('short', a.subarray(0, Math.floor(a.length / 2)), /cut short|damaged/)
    await refused('text', Buffer.from('{"format":1}'), /no backup/)
    await refused('sealed and flipped', flipped(b, Math.floor(b.length / 2)), /passphrase|changed/, 'one')
    await refused('sealed and cut', b.subarray(0, b.length - 20), /passphrase|changed/, 'one')
    await refused('another passphrase', b, /passphrase/, 'two')
    await refused('no passphrase', b, /sealed: give its passphrase/)
  })
  it('of a database that is not there says so, and leaves no file behind', async () => {
    await expect(makeBackup('postgres://nobody@127.0.0.1:1/none', at('none.dovestep'))).rejects.toThrow()
    expect(() => readFileSync(at('none.dovestep'))).toThrow()
  })
})
