import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest'
import { readSmall } from '../season/small-season'
import { freshDatabase } from './fresh-database'
import { askForFit, findFit, reportFit, serveFits, stopFit, type FitRun } from './fit-run-repository'
import { createFarm, loadSeason, openSeason, type SeasonId } from './season-repository'
import { createWhatIf, dropWhatIf, findWhatIf, listWhatIfs } from './what-if-repository'

let connection: Awaited<ReturnType<typeof freshDatabase>>
let id: SeasonId
const season = readSmall()
const copy = { ...season, places: season.places.slice(0, 2).concat({ ...season.places[2]!, trayPlaces: 99 }) }
const db = () => connection.db

beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
})
afterAll(() => connection.close())
beforeEach(async () => {
  await db().deleteFrom('farm').execute()
  id = await createFarm(db(), season)
})

describe('a what-if copy', () => {
  it('is a season of its own beside the one it was made from, which stays the open one', async () => {
    const made = await createWhatIf(db(), id, 'One more frame', season, copy)
    expect(await openSeason(db())).toEqual(id)
    expect((await loadSeason(db(), made))!.season).toEqual(copy)
    expect((await loadSeason(db(), id))!.season).toEqual(season)
    expect(await listWhatIfs(db(), id)).toMatchObject([{ id: made.season_id, name: 'One more frame' }])
    expect((await findWhatIf(db(), id, made.season_id))!.from).toEqual(season)
  })
  it('is dropped whole, but the season itself never is', async () => {
    const made = await createWhatIf(db(), id, 'Gone soon', season, copy)
    expect(await dropWhatIf(db(), id, id.season_id)).toBe(false)
    expect(await dropWhatIf(db(), id, made.season_id)).toBe(true)
    expect(await loadSeason(db(), made)).toBeUndefined()
    expect(await findWhatIf(db(), id, made.season_id)).toBeUndefined()
  })
  it('goes with its season, and must be a whole one', async () => {
    const made = await createWhatIf(db(), id, 'A copy', season, copy)
    await expect(
      db().updateTable('season').set({ what_if: null }).where('season_id', '=', made.season_id).execute(),
    ).rejects.toThrow(/check constraint/)
    await db().deleteFrom('season').where('season_id', '=', id.season_id).execute()
    expect(await loadSeason(db(), made)).toBeUndefined()
  })
})

describe('fits asked of the server', () => {
  const settled = async (run: string, states: FitRun['state'][]) => {
    for (let i = 0; i < 100; i++) {
      const fit = await findFit(db(), id, run)
      if (fit && states.includes(fit.state)) return fit
      await new Promise((wait) => setTimeout(wait, 100))
    }
    throw new Error('The queue did not get to it.')
  }
  it('wait in the queue until a worker takes them, and are reported as they go', async () => {
    const asked = { from: '2027-04-12', today: '2027-04-10', wanted: { chance: 0.9, over: 0.1 } }
    const run = await askForFit(db(), connection.url, id, 1, asked)
    expect(await findFit(db(), id, run)).toMatchObject({
      state: 'waiting',
      from: '2027-04-12',
      revision: 1,
      status: null,
    })
    let told: unknown
    const runner = await serveFits(db(), connection.url, async (of, { run: one }, asked) => {
      told = asked
      await reportFit(db(), of, one, { cost: 2 }, 'running')
      await reportFit(db(), of, one, { cost: 1 }, 'done')
    })
    try {
      const fit = await settled(run, ['done'])
      expect([fit.status, fit.doneAt instanceof Date]).toEqual([{ cost: 1 }, true])
      expect(told).toEqual(asked)
    } finally {
      await runner.stop()
    }
  })
  it('are stopped with what they found, and not begun when they were stopped before', async () => {
    const run = await askForFit(db(), connection.url, id, 1, { from: '2027-04-12' })
    await reportFit(db(), id, run, { cost: 5 }, 'running')
    expect([await stopFit(db(), id, run), await stopFit(db(), id, run)]).toEqual([true, false])
    expect(await reportFit(db(), id, run, { cost: 1 }, 'done')).toBe(false)
    expect(await findFit(db(), id, run)).toMatchObject({ state: 'stopped', status: { cost: 5 } })
    let made = 0
    const other = await askForFit(db(), connection.url, id, 1, { from: '2027-05-01' })
    const runner = await serveFits(db(), connection.url, async (of, asked) => {
      made++
      await reportFit(db(), of, asked.run, {}, 'done')
    })
    try {
      await settled(other, ['done'])
      expect(made).toBe(1)
    } finally {
      await runner.stop()
    }
  })
  it('are tried again when a worker fails at them', async () => {
    const run = await askForFit(db(), connection.url, id, 1, { from: '2027-04-12' })
    let tries = 0
    const runner = await serveFits(db(), connection.url, async (of, asked) => {
      if (++tries === 1) throw new Error('the worker was ended')
      await reportFit(db(), of, asked.run, {}, 'done')
    })
    try {
      expect((await settled(run, ['done', 'failed'])).state).toBe('done')
      expect(tries).toBe(2)
    } finally {
      await runner.stop()
    }
  })
})
