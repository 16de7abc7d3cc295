import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest'
import { library } from '../library/library'
import type { Crop, Lot, Method, Place } from '../season/schema'
import { readSmall } from '../season/small-season'
import { redo, savePlantings, saveThings, undo } from './change-repository'
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
      s.places[0]!.layout = { benches: [{ name: 'Long bench', length: 600, width: 90, levels: 2 }], headroom: 45, lampHeight: 30 }
      s.places[0]!.stock = [{ what: 'Covers', count: 12 }]
      Object.assign(s.containers[0]!, { packCells: 16, measures: { shape: 'square', top: 3, bottom: 2, depth: 4.5 }, outline: { length: 54, width: 28 }, price: 2.4 })
      s.varieties[0]!.overrides = { germination: { thermalTime: 66 }, field: { maturity: { days: 50, from: 'planting' } } }
      Object.assign(s.lots[0]!, { year: 2026, stored: 'cool-dry', treated: true, homeTests: [{ on: '2027-01-20', sown: 50, up: 44 }], packetSeeds: 1000, packetPrice: 12 })
      s.habits = { work: { sowTray: 5 }, costs: { hour: 18, mixLitre: 0.12 } }
      s.methods[0]!.preparation = [{ what: 'Warm', days: 1 }]
      s.methods.push(
        { key: 'clump', crop: 'lettuce', name: 'Clump', sowing: { policy: 'clump', seedsPerCell: 4, count: 'clumps', atLeast: 2 }, stages: [{ place: 'bench', container: 'cells-128' }] },
        { key: 'bought', crop: 'lettuce', name: 'Bought', sowing: { policy: 'bought', age: 160, price: 0.2 }, stages: [{ place: 'bench', container: 'cells-128' }] },
        { key: 'divide', crop: 'tomato', name: 'Divide', sowing: { policy: 'divide', seedsPerCell: 6, parts: 4 }, stages: [{ place: 'bench', container: 'cells-128' }, { place: 'bench', container: 'pots', divide: 2 }] },
      )
    })
    const other = await createFarm(db(), full)
    expect((await loadSeason(db(), other))!.season).toEqual(full)
  })
})

describe('single things', () => {
  it('are added, changed and removed, and undo and redo go through every one of them', async () => {
    const [lettuce] = season.crops as [Crop]
    const slower: Crop = { ...lettuce, germination: { ...lettuce.germination, thermalTime: 90 }, preparation: [{ what: 'Chill', days: 3 }] }
    const lot: Lot = { ...season.lots[0]!, key: 'new-lot', name: 'New lot', homeTests: [{ on: '2027-02-01', sown: 40, up: 38 }] }
    const warmer: Place = { ...season.places[2]!, temperature: { lift: 3, periods: [{ from: '01-01', until: '02-01', floor: 2 }] } }
    const all = await saveThings(
      db(),
      id,
      [
        { of: 'crops', key: 'lettuce', from: lettuce, to: slower },
        { of: 'lots', key: 'new-lot', from: null, to: lot },
        { of: 'places', key: 'frame', from: season.places[2], to: warmer },
        { of: 'plantings', key: 'h', from: season.plantings[3], to: null },
        { of: 'head', key: 'head', from: factsOf(season), to: { ...factsOf(season), farm: { name: 'New name' }, habits: { ...season.habits, handling: 0.1 } } },
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
    expect((await undo(db(), id, 'Grower')).ok).toBe(true)
    expect(await stored()).toEqual(season)
    expect((await redo(db(), id, 'Grower')).ok).toBe(true)
    expect(await stored()).toEqual(next)
  })
  it('are refused when they have changed since they were read', async () => {
    const [lettuce] = season.crops as [Crop]
    await saveThings(db(), id, [{ of: 'crops', key: 'lettuce', from: lettuce, to: { ...lettuce, name: 'Salad' } }], by('theirs'))
    const mine = await saveThings(db(), id, [{ of: 'crops', key: 'lettuce', from: lettuce, to: { ...lettuce, pauseDays: 4 } }], by('mine'))
    expect(mine).toEqual({ ok: false, stale: [{ of: 'crops', key: 'lettuce' }] })
    expect((await stored()).crops[0]!.name).toBe('Salad')
  })
  it('that are used cannot be removed, and nothing is written', async () => {
    const refused = await saveThings(
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
    const added = await saveThings(db(), id, [{ of: 'methods', key: 'second', from: null, to: method }], by('a method'))
    await savePlantings(db(), id, [{ key: 'n', version: null, to: { ...season.plantings[0]!, key: 'n', code: 'N', method: 'second' } }], by('a planting'))
    if (!added.ok) throw new Error('the method must be added')
    expect(await undo(db(), id, 'Grower', added.entry)).toEqual({ ok: false, reason: 'changed-since' })
    expect((await stored()).methods).toHaveLength(3)
  })
})
