/** The farms of a database: the demo farm, seasons put away, copied and taken out again, farms taken away. */
'use server'
import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { refresh } from 'next/cache'
import { z } from 'zod'
import { archiveSeason, deleteFarm, listFarms, seasonOfId } from '../data/farm-repository'
import { database, rowsOf } from '../data/database'
import { createFarm, createNextSeason, loadSeason } from '../data/season-repository'
import { readSeasonText } from '../interchange/season-file'
import type { Season } from '../season/schema'
import { setRole } from '../data/people-repository'
import { assertMayBegin, byWhom, mayHere } from './asker'
import { ownedByAsker } from './owned'
import { seasonNamed } from './season-in-view'

const DEMO = 'demo/sallow-ferry-2027.json'

/** The demo farm as it ships. */
async function readDemo(): Promise<Season> {
  const read = readSeasonText(await readFile(join(process.cwd(), DEMO), 'utf8'))
  if (!read.ok) throw new Error(`${DEMO}: ${read.problems[0]!.path} ${read.problems[0]!.message}`)
  return read.season
}

async function makeDemo(season: Season): Promise<{ at: string }> {
  const { season_id, farm_id } = await createFarm(database(), season, { demo: true })
  await ownedByAsker(farm_id)
  return { at: (await seasonOfId(database(), season_id))!.at }
}

/** The address of the demo farm; it is made where there is none. */
export async function lookAtDemo(): Promise<{ at: string }> {
  const one = await assertMayBegin()
  const demo = (await listFarms(database())).find((farm) => farm.demo)
  const season = demo?.seasons[0]
  if (!demo || !season) return makeDemo(await readDemo())
  // It is nobody's own: who may make farms may look at it.
  if (one.kind === 'person' && !one.roles.has(demo.id)) await setRole(database(), demo.id, one.id, 'owner')
  return { at: `/${demo.address}/${season.address}` }
}

/** Puts the demo farm back as it ships: whatever was done in it is gone. */
export async function resetDemo(): Promise<{ at: string }> {
  // Read first: what cannot be made anew is not taken away.
  await assertMayBegin()
  const season = await readDemo()
  for (const { id, demo } of await listFarms(database()))
    if (demo) {
      await byWhom('own', id)
      await deleteFarm(database(), id)
    }
  return makeDemo(season)
}

/**
 * Takes a farm away with all its seasons and records.
 *
 * @param said its name as its owner wrote it; the demo farm asks for none
 * @returns false where the name is another, or the farm is gone already
 */
export async function removeFarm(id: string, said: string): Promise<boolean> {
  const read = z.uuid().safeParse(id)
  const [farm] = read.success ? await listFarms(database(), [read.data]) : []
  if (!farm || !(await mayHere('read', farm.id))) return false
  await byWhom('own', farm.id)
  if (!farm.demo && farm.name !== z.string().parse(said).trim()) return false
  const gone = await deleteFarm(database(), farm.id)
  refresh()
  return gone
}

/** Puts a season away, or takes it out again; nothing in it changes. */
export async function putAway(season: string, away: boolean): Promise<void> {
  const found = await seasonNamed(season, 'plan')
  if (found) await archiveSeason(rowsOf(found.base), found.base, z.boolean().parse(away))
  refresh()
}

/**
 * Makes a season of the same farm with the same plan: what happened stays with the season it happened in.
 *
 * @param name what it is to be called
 */
export async function copySeason(season: string, name: string): Promise<{ at: string } | undefined> {
  const called = z.string().trim().min(1).max(60).parse(name)
  const found = await seasonNamed(season, 'plan')
  const stored = found && (await loadSeason(rowsOf(found.base), found.base))
  if (!stored) return undefined
  const { season_id } = await createNextSeason(rowsOf(stored.id), stored.id.farm_id, {
    ...stored.season,
    season: { ...stored.season.season, name: called },
    records: [],
    readings: [],
  })
  refresh()
  return { at: (await seasonOfId(database(), season_id))!.at }
}
