import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { sallowFerry } from '../../scripts/demo/sallow-ferry'
import { readSeason } from '../season/read'
import { readField } from '../season/small-field'
import { freshDatabase } from './fresh-database'
import { migrate } from './migrate'
import { createFarm, loadSeason } from './season-repository'
import { connect } from './database'

let connection: Awaited<ReturnType<typeof freshDatabase>>
const db = () => connection.db

beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
})
afterAll(() => connection.close())

const read = readSeason(sallowFerry)
if (!read.ok) throw new Error('the demo farm must read')

/** What the database holds, with nothing remembered. */
async function asWritten(id: Parameters<typeof loadSeason>[1]) {
  const other = connect(connection.url)
  const stored = await loadSeason(other.db, id)
  await other.close()
  return stored!.season
}

describe('migrations', () => {
  it('bring rows to the form before the last and back again with nothing lost', async () => {
    const field = readField((s) => {
      Object.assign(s.plantings[0]!, {
        goes: [],
        series: { every: 7, count: 3, even: 'harvest', dates: ['2027-04-20', '2027-04-29', '2027-05-08'] },
        changes: [{ n: 2, goes: [], leaves: { on: '2027-08-01', firm: true, dark: false } }],
      })
      Object.assign(s.plantings[2]!, { anchor: { to: 'bed', bed: 'n1', days: 3 } })
      s.blocks![0]!.covers = [{ kind: 'tunnel', from: '03-01', until: '06-01' }]
      Object.assign(s.crops[0]!.germination, { cover: 'thin', plateauTo: s.crops[0]!.germination.optimum + 1 })
      s.crops[0]!.growth.usual = [20, 30]
      s.varieties[0]!.overrides = { germination: { thermalTime: 66 } }
      Object.assign(s.methods[0]!.stages![0]!, { place: '@usual-pace', germinateAt: '@usual-pace' })
    })
    const seasons = [read.season, field]
    const ids = []
    for (const season of seasons) ids.push(await createFarm(db(), season))
    await migrate(db(), '0008-strangers')
    await migrate(db())
    for (const [i, season] of seasons.entries()) expect(await asWritten(ids[i]!)).toEqual(season)
  })
})
