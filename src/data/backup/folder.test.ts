import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { freshDatabase } from '../fresh-database'
import { lookAtBackup } from './backup'
import { backUp, backupsIn, isDue } from './folder'

const home = mkdtempSync(join(tmpdir(), 'dove-step-folder-'))
const DAY = 86_400_000
let there: Awaited<ReturnType<typeof freshDatabase>>
beforeAll(async () => {
  there = await freshDatabase(inject('databaseUrl'))
})
afterAll(async () => {
  await there.close()
  rmSync(home, { recursive: true, force: true })
})

describe('a folder of backups', () => {
  it('gets one that is whole, and so does the second folder; old ones go, and what is not ours stays', async () => {
    const [folder, second] = [join(home, 'first'), join(home, 'second')]
    const now = Date.UTC(2027, 5, 16, 3, 0, 5)
    const one = await backUp({ url: there.url, folder, second, now })
    expect(await lookAtBackup(one.path)).toEqual(one.manifest)
    for (let day = 1; day <= 40; day++)
      writeFileSync(
        join(folder, `dove-step-${new Date(now - day * DAY).toISOString().slice(0, 10)}-030000.dovestep`),
        '',
      )
    writeFileSync(join(folder, 'notes.txt'), 'mine')
    expect(await backupsIn(folder)).toHaveLength(41)
    await backUp({ url: there.url, folder, second, now: now + 60_000 })
    const kept = await backupsIn(folder)
    expect(kept[0]!.at).toBe(now + 60_000)
    expect(kept.length).toBeGreaterThanOrEqual(9)
    expect(kept.length).toBeLessThan(20)
    expect(readdirSync(folder)).toContain('notes.txt')
    expect(await backupsIn(second)).toHaveLength(2)
    // Weeks later one of each day stands for it, but not before what is about to be used was.
    const weeks = now + 20 * DAY
    await backUp({ url: there.url, folder: second, now: weeks, sparing: true })
    expect(await backupsIn(second)).toHaveLength(3)
    await backUp({ url: there.url, folder: second, now: weeks + 60_000 })
    expect((await backupsIn(second)).map(({ at }) => at)).toEqual([weeks + 60_000, weeks, now + 60_000])
    expect(await backupsIn(join(home, 'not there'))).toEqual([])
  })
  it('is due once a night, and at once where none was made for a day', () => {
    const at = (day: number, hour: number) => new Date(2027, 5, day, hour).getTime()
    expect(isDue(undefined, at(16, 12))).toBe(true)
    expect(isDue(at(15, 3), at(16, 2))).toBe(false)
    expect(isDue(at(15, 3), at(16, 3))).toBe(true)
    expect(isDue(at(16, 3), at(16, 23))).toBe(false)
    expect(isDue(at(14, 12), at(15, 13))).toBe(true)
  })
})
