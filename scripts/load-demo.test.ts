/** Making a database ready, as every start does. */
import { spawnSync } from 'node:child_process'
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, expect, inject, it } from 'vitest'
import { freshDatabase } from '../src/data/fresh-database'
import { lacksMigrations, migrate } from '../src/data/migrate'
import { createFarm, loadSeason } from '../src/data/season-repository'
import { readSmall } from '../src/season/small-season'
import { ROOT, tsxBin } from './machine.mjs'

const folder = mkdtempSync(join(tmpdir(), 'dove-step-ready-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

const madeReady = (url: string, backups: string) =>
  spawnSync(process.execPath, [tsxBin(), join(ROOT, 'scripts/load-demo.ts')], {
    cwd: ROOT,
    encoding: 'utf8',
    env: { ...process.env, DATABASE_URL: url, DOVE_STEP_BACKUPS: backups },
  })

it('a database of an earlier version is changed only once there is a backup of it', async () => {
  const one = await freshDatabase(inject('databaseUrl'))
  try {
    const id = await createFarm(one.db, readSmall())
    await migrate(one.db, '0014-phones')
    const file = join(folder, 'a-file')
    writeFileSync(file, '')

    const refused = madeReady(one.url, join(file, 'backups'))
    expect(refused.status).toBe(1)
    expect(refused.stderr).toMatch(/no backup could be made .* It was left as it is\. Make room there/)
    expect(refused.stderr).not.toMatch(/^\s+at /m)
    expect(await lacksMigrations(one.db)).toBe(true)

    const backups = join(folder, 'backups')
    const done = madeReady(one.url, backups)
    expect(done.status).toBe(0)
    expect(done.stdout).toContain('it was backed up to')
    expect(readdirSync(backups)).toHaveLength(1)
    expect(await lacksMigrations(one.db)).toBe(false)
    expect((await loadSeason(one.db, id))?.season.farm.name).toBe(readSmall().farm.name)
  } finally {
    await one.close()
  }
}, 120_000)
