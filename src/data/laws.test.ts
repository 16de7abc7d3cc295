import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { anySeason } from '../season/any-season'
import { readSmall } from '../season/small-season'
import type { Planting } from '../season/schema'
import { changeAsItStands, saveChanges } from './change-repository'
import { redo, undo } from './undo-repository'
import { importSeason } from './import-repository'
import { freshDatabase } from './fresh-database'
import { createFarm, loadSeason, readSeasonRows, seasonRevision, type SeasonId } from './season-repository'

let connection: Awaited<ReturnType<typeof freshDatabase>>
const db = () => connection.db
const author = { who: 'Grower', summary: 'a change' }

beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
})
afterAll(() => connection.close())

/** What the database holds, whatever the server remembers of it. */
const asWritten = (id: SeasonId) =>
  db()
    .transaction()
    .execute((trx) => readSeasonRows(trx, id))

describe('laws of the database', () => {
  it('any season at all comes back just as it went in', async () => {
    await fc.assert(
      fc.asyncProperty(anySeason, async (season) => {
        const id = await createFarm(db(), season)
        expect((await loadSeason(db(), id))!.season).toEqual(season)
      }),
      { numRuns: 40 },
    )
  }, 120_000)

  it('any season may take the place of any other, and undo brings the other back', async () => {
    await fc.assert(
      fc.asyncProperty(anySeason, anySeason, async (one, other) => {
        const id = await createFarm(db(), one)
        expect(await importSeason(db(), id, other, { readAt: 1, ...author })).toBeDefined()
        expect((await loadSeason(db(), id))!.season).toEqual(other)
        expect(await asWritten(id)).toEqual(await loadSeason(db(), id))
        expect((await undo(db(), id, { who: 'Grower' })).ok).toBe(true)
        expect((await loadSeason(db(), id))!.season).toEqual(one)
      }),
      { numRuns: 15 },
    )
  }, 120_000)

  it('any walk of changes, undos and redos ends where a plain list of states does', async () => {
    const step = fc.oneof(
      fc.record({ do: fc.constant('change' as const), which: fc.nat(5), plants: fc.integer({ min: 1, max: 999 }) }),
      fc.record({ do: fc.constant('remove' as const), which: fc.nat(5) }),
      fc.record({ do: fc.constant('undo' as const) }),
      fc.record({ do: fc.constant('redo' as const) }),
    )
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 14 }), async (steps) => {
        const season = readSmall()
        const id = await createFarm(db(), season)
        // The model: every state there was, and which one stands.
        let states: Planting[][] = [season.plantings]
        let at = 0
        let revision = 1
        for (const now of steps) {
          const stored = (await loadSeason(db(), id))!
          if (now.do === 'undo') {
            const done = await undo(db(), id, { who: 'Grower' })
            expect(done.ok).toBe(at > 0)
            if (at > 0) at--
            if (done.ok) revision++
          } else if (now.do === 'redo') {
            const done = await redo(db(), id, { who: 'Grower' })
            expect(done.ok).toBe(at < states.length - 1)
            if (at < states.length - 1) at++
            if (done.ok) revision++
          } else {
            const target = states[at]![now.which]
            if (!target) continue
            const to = now.do === 'change' ? { ...target, plants: now.plants } : null
            const written = await saveChanges(
              db(),
              id,
              [{ of: 'plantings', key: target.key, to, version: stored.versions[`plantings/${target.key}`]! }],
              author,
            )
            expect(written.ok).toBe(true)
            const next = states[at]!.flatMap((planting) => (planting.key !== target.key ? [planting] : to ? [to] : []))
            states = [...states.slice(0, at + 1), next]
            at++
            revision++
          }
          const there = (await loadSeason(db(), id))!
          expect(there.season.plantings).toEqual(states[at])
          expect(await asWritten(id)).toEqual(there)
          expect(await seasonRevision(db(), id)).toBe(revision)
        }
      }),
      { numRuns: 20 },
    )
  }, 120_000)

  it('a change that is sent again under its id is made once, also where the same was changed since', async () => {
    const id = await createFarm(db(), readSmall())
    const [first] = readSmall().plantings
    const change = crypto.randomUUID()
    const send = (plants: number, own?: string) =>
      changeAsItStands(
        db(),
        id,
        (now) => {
          const from = now.plantings.find(({ key }) => key === first!.key)!
          return {
            ok: true,
            summary: `${plants}`,
            changes: [{ of: 'plantings', key: from.key, from, to: { ...from, plants } }],
          }
        },
        { who: 'Grower', change: own },
      )
    const [a, b] = await Promise.all([send(77, change), send(77, change)])
    expect(a).toEqual(b)
    const since = await send(78)
    expect(since.ok).toBe(true)
    expect(await send(77, change)).toEqual(a)
    expect((await loadSeason(db(), id))!.season.plantings.find(({ key }) => key === first!.key)!.plants).toBe(78)
    // Another farm may have been given the same id.
    const other = await createFarm(db(), readSmall())
    const there = await changeAsItStands(
      db(),
      other,
      () => ({ ok: true, summary: 'there', changes: [{ of: 'plantings', key: first!.key, from: first, to: null }] }),
      { who: 'Grower', change },
    )
    expect(there).toMatchObject({ ok: true, summary: 'there' })
  })

  it('two farms that are changed in turn and at once never hold anything of each other', async () => {
    const season = readSmall()
    const farms = await Promise.all(
      ['One', 'Other'].map((name) => createFarm(db(), { ...season, farm: { ...season.farm, name } })),
    )
    const [first] = season.plantings
    const change = async (n: number, i: number) => {
      const written = await changeAsItStands(
        db(),
        farms[n]!,
        (now) => {
          const from = now.plantings.find(({ key }) => key === first!.key)!
          expect(now.farm.name).toBe(['One', 'Other'][n])
          const to = { ...from, plants: from.plants + 1 + n }
          return { ok: true, summary: `${i}`, changes: [{ of: 'plantings', key: from.key, from, to }] }
        },
        { who: 'Grower' },
      )
      expect(written.ok).toBe(true)
      const now = (await loadSeason(db(), farms[n]!))!
      expect(now.season.farm.name).toBe(['One', 'Other'][n])
    }
    for (let i = 0; i < 4; i++) {
      await change(0, i)
      await change(1, i)
    }
    await Promise.all(Array.from({ length: 20 }, (_, i) => change(i % 2, i)))
    for (const n of [0, 1]) {
      const there = (await loadSeason(db(), farms[n]!))!
      expect(there.season.plantings[0]!.plants).toBe(first!.plants + 14 * (1 + n))
      expect(await asWritten(farms[n]!)).toEqual(there)
    }
  }, 60_000)
})
