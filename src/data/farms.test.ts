import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest'
import { entry } from '../core/testing/records'
import { readSmall } from '../season/small-season'
import { archiveSeason, deleteFarm, lastSeasonOf, listFarms, seasonAt, seasonOfId } from './farm-repository'
import { freshDatabase } from './fresh-database'
import { migrate } from './migrate'
import { handsOf } from './phone-repository'
import { createFarm, createNextSeason, loadSeason, openSeason } from './season-repository'
import { createWhatIf } from './what-if-repository'

let connection: Awaited<ReturnType<typeof freshDatabase>>
const db = () => connection.db
const season = readSmall()
const named = (farm: string, name = season.season.name) => ({
  ...season,
  farm: { ...season.farm, name: farm },
  season: { ...season.season, name },
})

beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
})
afterAll(() => connection.close())
beforeEach(async () => {
  await db().deleteFrom('farm').execute()
})

describe('farms', () => {
  it('that are shipped for looking at have whoever recorded in them for their phones; others name their own', async () => {
    const records = ['Mara', 'Grower', 'Mara', 'Tom'].map((who, i) =>
      entry(season.plantings[0]!.key, `2027-03-0${i + 1}`, { did: 'note' }, { who, note: 'dry' }),
    )
    const shown = await createFarm(db(), { ...named('Shown'), records }, { demo: true })
    const own = await createFarm(db(), { ...named('Own'), records })
    expect((await handsOf(db(), shown.farm_id)).map(({ name }) => name)).toEqual(['Mara', 'Tom'])
    expect(await handsOf(db(), own.farm_id)).toEqual([])
  })
  it('stand beside each other, each at an address of its own', async () => {
    await createFarm(db(), named('Mill Field'))
    await createFarm(db(), named('Mill Field'))
    await createFarm(db(), named('Plan'), { demo: true })
    expect((await listFarms(db())).map(({ name, address, demo }) => [name, address, demo])).toEqual([
      ['Mill Field', expect.stringMatching(/^mill-field(-2)?$/), false],
      ['Mill Field', expect.stringMatching(/^mill-field(-2)?$/), false],
      ['Plan', 'plan-2', true],
    ])
    const { id } = (await listFarms(db()))[2]!
    expect((await listFarms(db(), [id])).map(({ name, seasons }) => [name, seasons.length])).toEqual([['Plan', 1]])
    expect(await listFarms(db(), [])).toEqual([])
    const [a, b] = [await seasonAt(db(), 'mill-field', '2027'), await seasonAt(db(), 'mill-field-2', '2027')]
    expect(a!.id.farm_id).not.toBe(b!.id.farm_id)
    expect(await seasonAt(db(), 'mill-field', '2031')).toBeUndefined()
    expect(await seasonAt(db(), 'nobody', '2027')).toBeUndefined()
  })
  it('begun at once on two servers do not come to the same address', async () => {
    await Promise.all(Array.from({ length: 6 }, () => createFarm(db(), named('Same'))))
    expect(new Set((await listFarms(db())).map(({ address }) => address)).size).toBe(6)
  })
  it('have seasons and copies at addresses, a copy with the way back to its season', async () => {
    const first = await createFarm(db(), named('Mill Field'))
    const next = await createNextSeason(db(), first.farm_id, named('Mill Field', '2028'))
    const copy = await createWhatIf(db(), first, 'One more bench', season, season)
    expect(await seasonAt(db(), 'mill-field', '2027-one-more-bench')).toEqual({
      id: copy,
      base: first,
      at: '/mill-field/2027-one-more-bench',
      baseAt: '/mill-field/2027',
      farm: 'Mill Field',
    })
    expect(await seasonOfId(db(), next.season_id)).toMatchObject({ base: next, at: '/mill-field/2028' })
    // Copies are not listed among the seasons.
    expect((await listFarms(db()))[0]!.seasons.map(({ name }) => name)).toEqual(['2028', '2027'])
  })
  it('lead to the season opened last that is not put away, and to one that is when there is no other', async () => {
    const first = await createFarm(db(), named('Mill Field'))
    const next = await createNextSeason(db(), first.farm_id, named('Mill Field', '2028'))
    expect((await lastSeasonOf(db(), 'mill-field'))!.id).toEqual(next)
    await archiveSeason(db(), next, true)
    expect((await lastSeasonOf(db(), 'mill-field'))!.id).toEqual(first)
    expect(await openSeason(db())).toEqual(first)
    expect((await listFarms(db()))[0]!.seasons).toMatchObject([{ archived: false }, { name: '2028', archived: true }])
    await archiveSeason(db(), first, true)
    expect((await lastSeasonOf(db(), 'mill-field'))!.id).toEqual(next)
    await archiveSeason(db(), next, false)
    // Nothing in it has changed by that.
    expect((await loadSeason(db(), next))!.season.season.name).toBe('2028')
  })
  it('go with everything in them, and the others stay', async () => {
    const gone = await createFarm(db(), named('Gone'))
    const stays = await createFarm(db(), named('Stays'))
    expect(await deleteFarm(db(), gone.farm_id)).toBe(true)
    expect(await deleteFarm(db(), gone.farm_id)).toBe(false)
    expect(await loadSeason(db(), gone)).toBeUndefined()
    expect((await loadSeason(db(), stays))!.season.plantings).toEqual(season.plantings)
  })
  it('of a database from before have addresses too', async () => {
    const first = await createFarm(db(), named('Östra Ängen'))
    await createFarm(db(), named('Farm'))
    await createNextSeason(db(), first.farm_id, named('Östra Ängen'))
    await createWhatIf(db(), first, 'Warm', season, season)
    await migrate(db(), '0009-rest')
    await migrate(db())
    const addresses = (await db().selectFrom('season').select('address').execute()).map(({ address }) => address)
    expect(addresses.sort()).toEqual(['2027', '2027', '2027-2', '2027-warm'])
    expect((await listFarms(db())).map(({ address }) => address)).toEqual(['farm-2', 'ostra-angen'])
  })
})
