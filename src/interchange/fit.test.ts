import { spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { afterAll, describe, expect, inject, it } from 'vitest'
import { startTestCluster } from '../../scripts/cluster.mjs'
import { freshDatabase } from '../data/fresh-database'
import { askForFit, findFit } from '../data/fit-run-repository'
import { isTaken, takenByAnother } from '../data/queue-in-tests'
import { createFarm } from '../data/season-repository'
import { overfull } from '../core/capacity/limits'
import { plantingsOf, withPlantings } from '../core/fit/as-plantings'
import { parseDay } from '../core/calendar/day'
import { createPlanner } from '../core/plan/plan'
import type { Season } from '../season/schema'
import { readSeason } from '../season/read'
import { readSmall } from '../season/small-season'
import { fitPlan, type FitStatus } from '../worker/fit-plan'
import { startFitServer } from '../worker/serve-fits'
import { fitReport } from './fit-report'

/** A bench that is too small in May, and a tunnel that could take some of it. */
const tight = readSmall((s) => {
  s.places[1]!.trayPlaces = 3
  s.places.push({ key: 'tunnel', name: 'Tunnel', kind: 'tunnel', trayPlaces: 12, temperature: { lift: 4, floor: 5 } })
  s.plantings[0]!.plants = 300
})
const START = '2026-06-01'

describe('a fit of a season', () => {
  it('tells how it goes, each time no worse than before, and ends with changes that fit', async () => {
    const told: FitStatus[] = []
    const status = await fitPlan(tight, START, { onNews: (news) => told.push(news) })
    expect(status).toMatchObject({ doing: 'done', overfull: 0, overfullProven: true, stillOver: [], troubles: [] })
    expect(status.overfullNow).toBeGreaterThan(0)
    expect(status.gap).toBeLessThanOrEqual(0.01)
    told.forEach((news, i) => i > 0 && expect(news.overfull).toBeLessThanOrEqual(told[i - 1]!.overfull + 1e-9))
  })
  it('is the same each time', async () => {
    const [one, other] = await Promise.all([fitPlan(tight, START), fitPlan(tight, START)])
    expect(one.picks).toEqual(other.picks)
  })
  it('proposes nothing where nothing is over, or where shared trays make it fit', async () => {
    expect(await fitPlan(readSmall(), START)).toMatchObject({ doing: 'done', overfullNow: 0, picks: [] })
    const sharing = (shareTrays: boolean) =>
      readSmall((s) => {
        s.habits = { shareTrays }
        s.containers[0]!.rowCells = 8
        s.lots = []
        s.places[1]!.trayPlaces = 1
        s.varieties.push({ key: 'lettuce-green', crop: 'lettuce', name: 'Lettuce, green' })
        s.plantings = ['red', 'green'].map((name) => ({
          key: name,
          code: name[0]!.toUpperCase(),
          variety: `lettuce-${name}`,
          method: 'lettuce-cells',
          plants: 24,
          on: '2027-05-01',
        }))
      })
    expect((await fitPlan(sharing(true), START)).picks).toEqual([])
    expect((await fitPlan(sharing(false), START)).overfullNow).toBeGreaterThan(0)
  })
  it('says what stays over, by limit and day, where nothing fits', async () => {
    const none = {
      ...tight,
      places: tight.places.map((place) => ({ ...place, trayPlaces: place.kind === 'heat-mat' ? 4 : 0 })),
    }
    const status = await fitPlan(none, START)
    expect(status.overfull).toBeGreaterThan(0)
    expect(status.overfullProven).toBe(true)
    expect(
      status.stillOver.some(
        ({ limit }) => limit === 'place bench' || limit === 'place tunnel' || limit === 'place frame',
      ),
    ).toBe(true)
    expect(status.troubles.length).toBeGreaterThan(0)
  })
})

describe('the report of a fit', () => {
  it('is plain JSON with its changes in words, and the season as it would be', async () => {
    const report = fitReport(tight, await fitPlan(tight, START), START)
    expect(JSON.parse(JSON.stringify(report))).toEqual(report)
    expect(report).toMatchObject({ fits: true, leastOverfullProven: true, stillOver: [] })
    expect(report.before.overfull).toBeGreaterThan(0)
    expect(report.after.overfull).toBe(0)
    for (const { batch, change, reason, effect } of report.changes)
      for (const text of [batch, change, reason, effect]) expect(text.length).toBeGreaterThan(0)
    const read = readSeason(report.fitted)
    expect(read.ok && overfull(createPlanner().plan(read.season).limits)).toBe(0)
  })
  it('comes from the command line, which names what is wrong with a file or a day', () => {
    const run = (input: unknown, ...more: string[]) =>
      spawnSync(process.execPath, ['--import', 'tsx', 'scripts/season.ts', 'fit', '-', ...more], {
        input: JSON.stringify(input),
        encoding: 'utf8',
      })
    const good = run(tight, START)
    expect(good.status).toBe(0)
    expect(JSON.parse(good.stdout)).toMatchObject({ fits: true })
    expect(good.stderr).toMatch(/done: fits/)
    const bad = run({ ...tight, plantings: [{ ...tight.plantings[0]!, method: 'none' }] })
    expect([bad.status, bad.stderr.includes('plantings[0].method')]).toEqual([1, true])
    expect(run(tight, 'Easter')).toMatchObject({ status: 1, stderr: expect.stringContaining('YYYY-MM-DD') as string })
  }, 60_000)
})

describe('a farm in the middle of its season', () => {
  const farm = (name: string): Season => {
    const read = readSeason(JSON.parse(readFileSync(`demo/${name}-2027.json`, 'utf8')))
    if (!read.ok) throw new Error(`${name} must read`)
    // Less room, so that something has to give.
    const places = read.season.places.map((place) => ({ ...place, trayPlaces: Math.ceil(place.trayPlaces * 0.6) }))
    return { ...read.season, records: [], places }
  }
  it.each([
    ['kestrel-flat', '2027-09-14'],
    ['loft-and-porch', '2027-04-20'],
    ['one-tunnel', '2027-04-02'],
  ])(
    '%s, with nothing written down, is never told to sow on a day that is past, nor that it fits where it does not',
    async (name, today) => {
      const season = farm(name)
      for (const wanted of [undefined, { chance: 0.9, over: 0.1 }]) {
        const status = await fitPlan(season, today, { today, wanted, searchOnly: true })
        const planner = createPlanner()
        const plan = planner.plan(season, parseDay(today))
        for (const { batch, parts } of status.picks)
          for (const { sow } of parts) expect([batch, sow >= parseDay(today)]).toEqual([batch, true])
        const then = createPlanner().plan(
          withPlantings(season, plantingsOf(planner, plan, status.picks)),
          parseDay(today) - 1,
        )
        // What it says is over is what is over once the changes are made.
        const made = overfull(then.limits, parseDay(today))
        expect([name, status.overfull > 1e-6]).toEqual([name, made > 1e-6])
        expect(status.stillOver.length > 0).toBe(made > 1e-6)
      }
    },
    60_000,
  )
})

describe('the worker of the server', () => {
  const ends: (() => Promise<void>)[] = []
  afterAll(async () => {
    for (const end of ends.reverse()) await end()
  })
  it('makes a fit that was asked for in a thread of its own, and reports it', async () => {
    const connection = await freshDatabase(inject('databaseUrl'))
    ends.push(connection.close)
    const id = await createFarm(connection.db, tight)
    const run = await askForFit(connection.db, connection.url, id, 1, { from: START })
    ends.push(await startFitServer(connection.url))
    await expect.poll(async () => (await findFit(connection.db, id, run))!.state, { timeout: 40_000 }).toBe('done')
    const fit = (await findFit(connection.db, id, run))!
    expect(fit.status).toMatchObject({ doing: 'done', overfull: 0 })
    expect((fit.status as FitStatus).picks.length).toBeGreaterThan(0)
    // One that is to hold goes through the queue with what is wanted of it, and says what other years make of it.
    const wanted = { chance: 0.8, over: 0.05 }
    const held = await askForFit(connection.db, connection.url, id, 1, { from: START, wanted })
    await expect.poll(async () => (await findFit(connection.db, id, held))!.state, { timeout: 40_000 }).toBe('done')
    const status = (await findFit(connection.db, id, held))!.status as FitStatus
    expect(fitReport(tight, status, START).holds).toMatchObject({ wanted, judgedByYears: 150, cannot: [] })
  }, 60_000)
  it('makes a fit that another worker had begun when it ended without warning', async () => {
    const connection = await freshDatabase(inject('databaseUrl'))
    ends.push(connection.close)
    const id = await createFarm(connection.db, tight)
    const run = await askForFit(connection.db, connection.url, id, 1, { from: START })
    await takenByAnother(connection.db)
    ends.push(await startFitServer(connection.url))
    await expect.poll(async () => (await findFit(connection.db, id, run))!.state, { timeout: 40_000 }).toBe('done')
  }, 60_000)
  it('ends a fit though the database ended in the middle of it and came back', async () => {
    const cluster = await startTestCluster()
    ends.push(() => Promise.resolve(cluster.stop()))
    const connection = await freshDatabase(cluster.url)
    ends.push(connection.close)
    const id = await createFarm(connection.db, tight)
    ends.push(await startFitServer(connection.url))
    const run = await askForFit(connection.db, connection.url, id, 1, { from: START })
    const { db } = connection
    await expect.poll(() => isTaken(db), { timeout: 20_000, interval: 20 }).toBe(true)
    cluster.crash()
    await new Promise((done) => setTimeout(done, 4000))
    expect(cluster.start).not.toThrow()
    const state = () =>
      findFit(db, id, run).then(
        (fit) => fit!.state,
        () => 'away',
      )
    await expect.poll(state, { timeout: 60_000 }).toBe('done')
  }, 120_000)
})
