import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest'
import { readField } from '../season/small-field'
import { library } from '../library/library'
import type { Crop, Lot, Method, Place } from '../season/schema'
import { readSmall } from '../season/small-season'
import { saveChanges } from './change-repository'
import { redo, undo } from './undo-repository'
import { freshDatabase } from './fresh-database'
import { createFarm, loadSeason, type SeasonId } from './season-repository'
import { factsOf } from './things'

let connection: Awaited<ReturnType<typeof freshDatabase>>
let id: SeasonId
const season = readSmall()
const db = () => connection.db
const stored = async () => (await loadSeason(db(), id))!.season
const by = (summary: string) => ({ who: 'Grower', summary })

beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
})
afterAll(() => connection.close())
beforeEach(async () => {
  await db().deleteFrom('farm').execute()
  id = await createFarm(db(), season)
})

describe('a season with everything a crop, lot, place and method can say', () => {
  it('comes back just as it went in', async () => {
    const full = readSmall((s) => {
      for (const { crop } of library()) s.crops.push({ ...crop, key: `full-${crop.key}` })
      s.places[0]!.layout = {
        benches: [{ name: 'Long bench', length: 600, width: 90, levels: 2 }],
        headroom: 45,
        lampHeight: 30,
      }
      s.places[0]!.stock = [{ what: 'Covers', count: 12 }]
      Object.assign(s.containers[0]!, {
        packCells: 16,
        measures: { shape: 'square', top: 3, bottom: 2, depth: 4.5 },
        outline: { length: 54, width: 28 },
        price: 2.4,
      })
      s.varieties[0]!.overrides = {
        germination: { thermalTime: 66 },
        field: { maturity: { days: 50, from: 'planting' } },
      }
      Object.assign(s.lots[0]!, {
        year: 2026,
        stored: 'cool-dry',
        treated: true,
        homeTests: [{ on: '2027-01-20', sown: 50, up: 44 }],
        packetSeeds: 1000,
        packetPrice: 12,
      })
      s.habits = { work: { sowTray: 5 }, costs: { hour: 18, mixLitre: 0.12 } }
      s.methods[0]!.preparation = [{ what: 'Warm', days: 1 }]
      s.methods.push(
        {
          key: 'clump',
          crop: 'lettuce',
          name: 'Clump',
          sowing: { policy: 'clump', seedsPerCell: 4, count: 'clumps', atLeast: 2 },
          stages: [{ place: 'bench', container: 'cells-128' }],
        },
        {
          key: 'bought',
          crop: 'lettuce',
          name: 'Bought',
          sowing: { policy: 'bought', age: 160, price: 0.2 },
          stages: [{ place: 'bench', container: 'cells-128' }],
        },
        {
          key: 'divide',
          crop: 'tomato',
          name: 'Divide',
          sowing: { policy: 'divide', seedsPerCell: 6, parts: 4 },
          stages: [
            { place: 'bench', container: 'cells-128' },
            { place: 'bench', container: 'pots', divide: 2 },
          ],
        },
      )
    })
    const other = await createFarm(db(), full)
    expect((await loadSeason(db(), other))!.season).toEqual(full)
  })
})

describe('a season with a field', () => {
  const full = readField((s) => {
    Object.assign(s.site, {
      nightDrop: 6,
      soilLift: 1,
      events: [{ key: 'fair', name: 'Fair', on: '2027-06-05' }],
      forecast: { from: 'file', name: 'week.csv', days: [{ on: '2027-04-12', low: 3, high: 14, rain: 2 }] },
    })
    s.habits = { hardening: 'two-weeks', turnaroundDays: 5 }
    s.methods[0]!.hardening = { days: 9, place: 'frame', school: 'four-weeks' }
    s.methods.push({
      key: 'rows',
      crop: 'lettuce',
      name: 'Rows',
      sowing: { policy: 'in-place', seedsPerMetre: 30, thinTo: 25 },
      stages: [],
    })
    s.beds[1]!.standing = [{ what: 'leeks', from: '2026-08-01', until: '2027-04-05' }]
    Object.assign(s.plantings[0]!, {
      anchor: { to: 'event', event: 'fair', days: 2 },
      spacing: { rows: 2, plant: 35, atSpot: 2, between: true },
      goes: [
        { to: 'bed', bed: 'n2', plants: 90, at: 100, on: '2027-04-23' },
        { to: 'customer', name: 'The inn', plants: 60, on: '2027-04-22' },
        { to: 'sale', plants: 40, pot: 'pots', on: '2027-04-24' },
        { to: 'spare', plants: 10 },
      ],
      stand: { on: '2027-04-10', plants: 180 },
      leaves: { on: '2027-04-18', firm: true, dark: false },
      clears: '2027-06-30',
    })
    s.plantings[1] = {
      key: 'b',
      code: 'B',
      variety: 'lettuce-red',
      method: 'lettuce-cells',
      plants: 150,
      on: '2027-05-01',
      series: { every: 10, count: 3, even: 'harvest', dates: ['2027-05-01', '2027-05-12', '2027-05-23'] },
      changes: [{ n: 2, goes: [{ to: 'bed', bed: 'f1', plants: 20 }], stand: { on: '2027-04-30', plants: 120 } }],
    }
    Object.assign(s.plantings[2]!, { anchor: { to: 'bed', bed: 'n1', days: 3 } })
    Object.assign(s.plantings[3]!, { anchor: { to: 'warmth', night: 8, soil: 12 } })
    delete s.plantings[3]!.sowOn
  })
  it('comes back just as it went in, whole and planting by planting', async () => {
    const other = await createFarm(db(), full)
    const loaded = (await loadSeason(db(), other))!
    expect(loaded.season).toEqual(full)
    const changed = { ...full.plantings[0]!, goes: [{ to: 'bed' as const, bed: 'f1', plants: 200 }] }
    const saved = await saveChanges(
      db(),
      other,
      [{ of: 'plantings', key: 'a', version: loaded.versions['plantings/a']!, to: changed }],
      by('moved'),
    )
    expect(saved.ok).toBe(true)
    expect((await loadSeason(db(), other))!.season.plantings[0]).toEqual(changed)
    expect((await undo(db(), other, { who: 'Grower' })).ok).toBe(true)
    expect((await loadSeason(db(), other))!.season).toEqual(full)
  })
  it('keeps a bed that a planting goes to', async () => {
    const other = await createFarm(db(), full)
    const bed = full.beds[1]!
    expect(await saveChanges(db(), other, [{ of: 'beds', key: bed.key, from: bed, to: null }], by('gone'))).toEqual({
      ok: false,
      used: true,
    })
    const longer = { ...bed, length: 1200, standing: [] }
    const done = await saveChanges(db(), other, [{ of: 'beds', key: bed.key, from: bed, to: longer }], by('longer'))
    expect(done.ok).toBe(true)
    expect((await loadSeason(db(), other))!.season.beds[1]).toEqual(longer)
  })
})

describe('single things', () => {
  it('are added, changed and removed, and undo and redo go through every one of them', async () => {
    const [lettuce] = season.crops as [Crop]
    const slower: Crop = {
      ...lettuce,
      germination: { ...lettuce.germination, thermalTime: 90 },
      preparation: [{ what: 'Chill', days: 3 }],
    }
    const lot: Lot = {
      ...season.lots[0]!,
      key: 'new-lot',
      name: 'New lot',
      homeTests: [{ on: '2027-02-01', sown: 40, up: 38 }],
    }
    const warmer: Place = {
      ...season.places[2]!,
      temperature: { lift: 3, periods: [{ from: '01-01', until: '02-01', floor: 2 }] },
    }
    const all = await saveChanges(
      db(),
      id,
      [
        { of: 'crops', key: 'lettuce', from: lettuce, to: slower },
        { of: 'lots', key: 'new-lot', from: null, to: lot },
        { of: 'places', key: 'frame', from: season.places[2], to: warmer },
        { of: 'plantings', key: 'h', from: season.plantings[3], to: null },
        {
          of: 'head',
          key: 'head',
          from: factsOf(season),
          to: { ...factsOf(season), farm: { name: 'New name' }, habits: { ...season.habits, handling: 0.1 } },
        },
      ],
      by('several'),
    )
    expect(all.ok).toBe(true)
    const next = await stored()
    expect(next.crops).toEqual([slower, season.crops[1]])
    expect(next.lots).toEqual([season.lots[0], lot])
    expect(next.places).toEqual([season.places[0], season.places[1], warmer])
    expect(next.plantings.map(({ key }) => key)).toEqual(['a', 'b', 't'])
    expect(next.farm.name).toBe('New name')
    expect(next.habits.handling).toBe(0.1)
    expect((await undo(db(), id, { who: 'Grower' })).ok).toBe(true)
    expect(await stored()).toEqual(season)
    expect((await redo(db(), id, { who: 'Grower' })).ok).toBe(true)
    expect(await stored()).toEqual(next)
  })
  it('are refused when they have changed since they were read', async () => {
    const [lettuce] = season.crops as [Crop]
    await saveChanges(
      db(),
      id,
      [{ of: 'crops', key: 'lettuce', from: lettuce, to: { ...lettuce, name: 'Salad' } }],
      by('theirs'),
    )
    const mine = await saveChanges(
      db(),
      id,
      [{ of: 'crops', key: 'lettuce', from: lettuce, to: { ...lettuce, pauseDays: 4 } }],
      by('mine'),
    )
    expect(mine).toEqual({
      ok: false,
      stale: [{ of: 'crops', key: 'lettuce', now: { ...lettuce, name: 'Salad' }, version: 2 }],
    })
    expect((await stored()).crops[0]!.name).toBe('Salad')
  })
  it('that are used cannot be removed, and nothing is written', async () => {
    const refused = await saveChanges(
      db(),
      id,
      [
        { of: 'places', key: 'frame', from: season.places[2], to: null },
        { of: 'places', key: 'mat', from: season.places[0], to: { ...season.places[0], trayPlaces: 9 } },
      ],
      by('remove'),
    )
    expect(refused).toEqual({ ok: false, used: true })
    expect(await stored()).toEqual(season)
  })
  it('cannot be undone while something added since needs them', async () => {
    const method: Method = { ...season.methods[0]!, key: 'second', name: 'Second way' }
    const added = await saveChanges(
      db(),
      id,
      [{ of: 'methods', key: 'second', from: null, to: method }],
      by('a method'),
    )
    await saveChanges(
      db(),
      id,
      [
        {
          of: 'plantings',
          key: 'n',
          version: null,
          to: { ...season.plantings[0]!, key: 'n', code: 'N', method: 'second' },
        },
      ],
      by('a planting'),
    )
    if (!added.ok) throw new Error('the method must be added')
    expect(await undo(db(), id, { who: 'Grower' }, added.entry)).toEqual({ ok: false, reason: 'changed-since' })
    expect((await stored()).methods).toHaveLength(3)
  })
})
