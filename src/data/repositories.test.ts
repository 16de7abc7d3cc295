import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest'
import { readSmall } from '../season/small-season'
import type { Planting } from '../season/schema'
import { saveChanges } from './change-repository'
import { redo, undo, undoState } from './undo-repository'
import { importSeason } from './import-repository'
import { freshDatabase } from './fresh-database'
import { migrate } from './migrate'
import { createFarm, loadSeason, openSeason, seasonRevision, type SeasonId } from './season-repository'

let connection: Awaited<ReturnType<typeof freshDatabase>>
let id: SeasonId
const season = readSmall()
const author = { who: 'Grower', summary: 'a change' }
const db = () => connection.db
const stored = async () => (await loadSeason(db(), id))!
const planting = (more: Partial<Planting>): Planting => ({ ...season.plantings[0]!, ...more })

beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
})
afterAll(() => connection.close())
beforeEach(async () => {
  await db().deleteFrom('farm').execute()
  id = await createFarm(db(), season)
})

describe('a season in the database', () => {
  it('comes back just as it went in', async () => {
    expect((await stored()).season).toEqual(season)
    expect(await openSeason(db())).toEqual(id)
  })
  it('migrates only once', async () => {
    expect(await migrate(db())).toEqual([])
  })
  it('goes with its farm, and leaves others alone', async () => {
    const other = await createFarm(db(), { ...season, farm: { name: 'Other farm' } })
    await db().deleteFrom('farm').where('farm_id', '=', id.farm_id).execute()
    expect(await loadSeason(db(), id)).toBeUndefined()
    expect((await loadSeason(db(), other))!.season.plantings).toHaveLength(4)
  })
  it('refuses what the schema would refuse, underneath it too', async () => {
    const set = (values: object) => db().updateTable('planting').set(values).where('key', '=', 'a').execute()
    await expect(set({ plants: 0 })).rejects.toThrow(/check constraint/)
    await expect(set({ code: 'B' })).rejects.toThrow(/unique/)
    await expect(set({ variety: 'nothing' })).rejects.toThrow(/foreign key/)
    await expect(set({ lot: 'lettuce-lot', variety: 'tomato-plum' })).rejects.toThrow(/foreign key/)
    await expect(set({ sow_on: '2027-08-01' })).rejects.toThrow(/check constraint/)
    await expect(db().updateTable('season').set({ ends_on: '2020-01-01' }).execute()).rejects.toThrow(
      /check constraint/,
    )
  })
})

describe('changes', () => {
  it('add, change and remove, each raising the revision', async () => {
    const added = planting({ key: 'z', code: 'Z', plants: 5 })
    await saveChanges(db(), id, [{ of: 'plantings', key: 'z', to: added, version: null }], author)
    expect((await stored()).season.plantings.at(-1)).toEqual(added)
    const { versions } = await stored()
    await saveChanges(
      db(),
      id,
      [{ of: 'plantings', key: 'z', to: { ...added, plants: 6 }, version: versions['plantings/z']! }],
      author,
    )
    expect((await stored()).season.plantings.at(-1)!.plants).toBe(6)
    await saveChanges(
      db(),
      id,
      [{ of: 'plantings', key: 'z', to: null, version: (await stored()).versions['plantings/z']! }],
      author,
    )
    expect((await stored()).season).toEqual(season)
    expect(await seasonRevision(db(), id)).toBe(4)
  })
  it('of something changed since it was read are refused with what stands there now', async () => {
    const { versions } = await stored()
    await saveChanges(
      db(),
      id,
      [{ of: 'plantings', key: 'a', to: planting({ plants: 1 }), version: versions['plantings/a']! }],
      author,
    )
    const second = await saveChanges(
      db(),
      id,
      [{ of: 'plantings', key: 'a', to: planting({ plants: 2 }), version: versions['plantings/a']! }],
      author,
    )
    expect(second).toMatchObject({ ok: false, stale: [{ of: 'plantings', key: 'a', now: { plants: 1 } }] })
    expect((await stored()).season.plantings[0]!.plants).toBe(1)
  })
  it('made at the same moment end with one winner and one told', async () => {
    const { versions } = await stored()
    const results = await Promise.all(
      [11, 12, 13].map((plants) =>
        saveChanges(
          db(),
          id,
          [{ of: 'plantings', key: 'a', to: planting({ plants }), version: versions['plantings/a']! }],
          author,
        ),
      ),
    )
    expect(results.filter(({ ok }) => ok)).toHaveLength(1)
  })
  it('are all or none', async () => {
    const { versions } = await stored()
    const both = [
      { of: 'plantings' as const, key: 'a', to: planting({ plants: 1 }), version: versions['plantings/a']! },
      { of: 'plantings' as const, key: 'z', to: planting({ key: 'z', code: 'B' }), version: null },
    ]
    await expect(saveChanges(db(), id, both, author)).rejects.toThrow(/unique/)
    expect((await stored()).season).toEqual(season)
    expect(await seasonRevision(db(), id)).toBe(1)
  })
})

describe('undo', () => {
  const change = async (plants: number) =>
    saveChanges(
      db(),
      id,
      [{ of: 'plantings', key: 'a', to: planting({ plants }), version: (await stored()).versions['plantings/a']! }],
      {
        who: 'Grower',
        summary: `to ${plants}`,
      },
    )

  it('walks back and forth through the journal', async () => {
    await change(1)
    await change(2)
    expect(await undoState(db(), id)).toMatchObject({ undo: { summary: 'to 2' }, redo: null })
    await undo(db(), id, { who: 'Grower' })
    expect((await stored()).season.plantings[0]!.plants).toBe(1)
    await undo(db(), id, { who: 'Grower' })
    expect((await stored()).season).toEqual(season)
    expect(await undo(db(), id, { who: 'Grower' })).toEqual({ ok: false, reason: 'nothing' })
    expect(await undoState(db(), id)).toMatchObject({ undo: null, redo: { summary: 'to 1' } })
    await redo(db(), id, { who: 'Grower' })
    await redo(db(), id, { who: 'Grower' })
    expect((await stored()).season.plantings[0]!.plants).toBe(2)
    expect(await redo(db(), id, { who: 'Grower' })).toEqual({ ok: false, reason: 'nothing' })
  })
  it('forgets what could be redone once something new is done', async () => {
    await change(1)
    await undo(db(), id, { who: 'Grower' })
    await change(9)
    expect((await undoState(db(), id)).redo).toBeNull()
  })
  it('brings a removed series back to its place, with its changes', async () => {
    await saveChanges(
      db(),
      id,
      [{ of: 'plantings', key: 'b', to: null, version: (await stored()).versions['plantings/b']! }],
      author,
    )
    expect((await stored()).season.plantings).toHaveLength(3)
    await undo(db(), id, { who: 'Grower' })
    expect((await stored()).season).toEqual(season)
  })
  it('of one change leaves a later change of the same thing alone', async () => {
    const first = await change(1)
    await change(2)
    if (!first.ok) throw new Error('the first change must be written')
    expect(await undo(db(), id, { who: 'Grower' }, first.entry)).toEqual({ ok: false, reason: 'changed-since' })
    expect((await stored()).season.plantings[0]!.plants).toBe(2)
  })
  it('keeps who did what', async () => {
    await change(1)
    await undo(db(), id, { who: 'Crew A' })
    const entries = await db().selectFrom('journal').select(['who', 'action', 'undone']).orderBy('entry').execute()
    expect(entries).toEqual([
      { who: 'Grower', action: 'things', undone: true },
      { who: 'Crew A', action: 'undo', undone: false },
    ])
  })
})

describe('bringing a season in', () => {
  const other = readSmall((s) => {
    s.farm.name = 'Renamed'
    s.plantings = s.plantings.slice(0, 1)
    s.crops[0]!.pauseDays = 3
  })
  it('replaces everything in one, and can be taken back', async () => {
    await importSeason(db(), id, other, { readAt: 1, ...author })
    expect((await stored()).season).toEqual(other)
    await undo(db(), id, { who: 'Grower' })
    expect((await stored()).season).toEqual(season)
    await redo(db(), id, { who: 'Grower' })
    expect((await stored()).season).toEqual(other)
  })
  it('changes nothing when the season has moved on since the preview', async () => {
    await saveChanges(db(), id, [{ of: 'plantings', key: 'a', to: null, version: 1 }], author)
    expect(await importSeason(db(), id, other, { readAt: 1, ...author })).toBeUndefined()
    expect((await stored()).season.farm.name).toBe('Test farm')
  })
  it('changes nothing when it fails half way', async () => {
    const broken = { ...other, plantings: [{ ...other.plantings[0]!, method: 'missing' }] }
    await expect(importSeason(db(), id, broken, { readAt: 1, ...author })).rejects.toThrow(/foreign key/)
    expect((await stored()).season).toEqual(season)
  })
})
