import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startTestCluster } from '../../scripts/cluster.mjs'
import { readSmall } from '../season/small-season'
import { saveChanges } from './change-repository'
import { freshDatabase } from './fresh-database'
import { createSeasonFeed } from './season-feed'
import { createFarm, loadSeason, type SeasonId } from './season-repository'

let cluster: Awaited<ReturnType<typeof startTestCluster>>
let connection: Awaited<ReturnType<typeof freshDatabase>>
let id: SeasonId
beforeAll(async () => {
  cluster = await startTestCluster()
  connection = await freshDatabase(cluster.url)
  id = await createFarm(connection.db, readSmall())
})
afterAll(async () => {
  await connection.close()
  cluster.stop()
})

/** Somebody changes the number of plants. @returns the revision after */
async function changed(plants: number): Promise<number> {
  const { season, versions } = (await loadSeason(connection.db, id))!
  const [planting] = season.plantings
  const to = { ...planting!, plants }
  const edit = { of: 'plantings' as const, key: planting!.key, version: versions[`plantings/${planting!.key}`]!, to }
  const done = await saveChanges(connection.db, id, [edit], { who: 'Grower', summary: 'changed' })
  if (!done.ok) throw new Error('it must be kept')
  return done.revision
}

describe('changes of a season', () => {
  it('are told as they are kept, to those who listen to that season, and to nobody after', async () => {
    const feed = createSeasonFeed(connection.url)
    const [heard, other]: (number | undefined | 'over')[][] = [[], []]
    const stop = feed.listen(id.season_id, (revision) => heard!.push(revision))
    feed.listen(crypto.randomUUID(), (revision) => other!.push(revision))
    await expect.poll(() => heard).toEqual([undefined])
    const revisions = [await changed(41), await changed(42)]
    await expect.poll(() => heard).toEqual([undefined, ...revisions])
    stop()
    await changed(43)
    expect(other).toEqual([undefined])
    expect(heard).toHaveLength(3)
    await feed.close()
  })
  it('are listened for again after the database was away, and what was missed is asked for', async () => {
    const feed = createSeasonFeed(connection.url)
    const heard: (number | undefined | 'over')[] = []
    feed.listen(id.season_id, (revision) => heard.push(revision))
    await expect.poll(() => heard).toEqual([undefined])
    cluster.crash()
    cluster.start()
    await expect.poll(() => heard, { timeout: 15_000 }).toEqual([undefined, undefined])
    const revision = await changed(44)
    await expect.poll(() => heard).toEqual([undefined, undefined, revision])
    await feed.close()
    feed.listen(id.season_id, (told) => heard.push(told))
    await expect.poll(() => heard).toEqual([undefined, undefined, revision, 'over', 'over'])
  })
})
