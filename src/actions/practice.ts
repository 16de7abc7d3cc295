/** Practice seasons: each is a farm of its own, so that nothing of it can come among what is real. */
'use server'
import { z } from 'zod'
import { formatDay, parseDay } from '../core/calendar/day'
import { daysOf } from '../core/climate/readings'
import { createPlanner } from '../core/plan/plan'
import { PRACTICE_SIZES, practiceSeason } from '../core/practice/begin'
import { crewOn, usualCrew } from '../core/practice/crew'
import { changeAsItStands } from '../data/change-repository'
import { database, rowsOf } from '../data/database'
import { deleteFarm, listFarms, seasonOfId, type SeasonFound } from '../data/farm-repository'
import { keepReadings } from '../data/reading-repository'
import { createFarm, loadSeason } from '../data/season-repository'
import type { Readings, Season } from '../season/schema'
import { farmsOf } from '../season/roles'
import { simulatedThermometer } from '../standins/thermometer'
import { asker, byWhom, mayHere, NotAllowed } from './asker'
import { ownedByAsker } from './owned'
import { seasonNamed } from './season-in-view'

const MOST_SEEDS = 1_000_000
const MOST_DAYS = 31 // that pass at once

const Asked = z.strictObject({
  first: z.iso.date(),
  size: z.enum(PRACTICE_SIZES),
  name: z.string().trim().min(1).max(120),
  seed: z.int().min(1).max(MOST_SEEDS).optional(),
})

/**
 * Makes a practice season of a plan, in the place of the one its maker had of it.
 *
 * @param seen id of the season the page shows
 * @returns its address; or that nothing is sown on that day or after it
 */
export async function beginPractice(
  seen: string,
  asked: z.input<typeof Asked>,
): Promise<{ at: string } | { ok: false; reason: 'no-season' | 'nothing-sown' | 'is-practice' }> {
  const { first, size, name, seed = 1 + Math.floor(Math.random() * MOST_SEEDS) } = Asked.parse(asked)
  const found = await seasonNamed(seen, 'read')
  const one = await asker()
  // A farm of one's own wants somebody to own it.
  if (one.kind === 'phone') throw new NotAllowed()
  const stored = found && (await loadSeason(rowsOf(found.id), found.id))
  if (!found || !stored) return { ok: false, reason: 'no-season' }
  if (stored.season.season.practice) return { ok: false, reason: 'is-practice' }
  const plan = createPlanner().plan({ ...stored.season, records: [] })
  const season = practiceSeason(plan, { first: parseDay(first), size, seed, name, home: found.at })
  if (!season) return { ok: false, reason: 'nothing-sown' }
  for (const farm of await ownPractice(found.at)) await deleteFarm(database(), farm)
  const made = await createFarm(database(), season)
  await ownedByAsker(made.farm_id)
  return { at: (await seasonOfId(database(), made.season_id))!.at }
}

/** Farms the asker owns that were made to practise a season. */
async function ownPractice(home: string): Promise<string[]> {
  const own: string[] = []
  for (const farm of await listFarms(database(), farmsOf(await asker()))) {
    if (!(await mayHere('own', farm.id))) continue
    const id = farm.seasons[0]
    const stored = id && (await loadSeason(rowsOf({ farm_id: farm.id }), { farm_id: farm.id, season_id: id.id }))
    if (stored?.season.season.practice?.home === home) own.push(farm.id)
  }
  return own
}

/** A season that is practised in; nothing where there is none, or it is real. */
async function practised(found: SeasonFound | undefined) {
  const stored = found && (await loadSeason(rowsOf(found.base), found.base))
  const practice = stored?.season.season.practice
  return stored && practice && { stored, practice }
}

/**
 * Lets days pass: the thermometers measure what the weather does, and it is another day.
 *
 * @param said what it is called in the journal
 */
export async function passDays(
  seen: string,
  days: number,
  said: string,
): Promise<{ ok: true; today: string } | { ok: false; reason: 'no-season' | 'changed' }> {
  const on = await practised(await seasonNamed(seen, 'plan'))
  if (!on) return { ok: false, reason: 'no-season' }
  const { stored, practice } = on
  const { season } = stored
  const before = parseDay(season.season.opensOn ?? practice.from)
  const today = before + z.int().min(1).max(MOST_DAYS).parse(days)
  const opensOn = formatDay(today)
  await keepReadings(rowsOf(stored.id), stored.id, measured(season, practice.seed, before, today))
  const summary = z.string().trim().min(1).max(200).parse(said)
  const written = await changeAsItStands(
    rowsOf(stored.id),
    stored.id,
    ({ farm, season: head, site, habits }) => ({
      ok: true,
      summary,
      changes: [
        {
          of: 'head',
          key: 'head',
          from: { farm, season: head, site, habits },
          to: {
            farm,
            season: { ...head, opensOn },
            site,
            habits: { ...habits, crew: crewOn(habits.crew, practice.seed, parseDay(practice.from), today) },
          },
        },
      ],
    }),
    await byWhom('plan', stored.id.farm_id),
  )
  return written.ok ? { ok: true, today: opensOn } : { ok: false, reason: 'changed' }
}

/** What the thermometers of all places measure over [from, until). */
function measured({ site, places, readings }: Season, seed: number, from: number, until: number): Readings[] {
  const thermometer = simulatedThermometer(site, seed)
  return places.flatMap((place): Readings[] => {
    const last = readings.find((one) => one.place === place.key && one.from === 'stand-in')?.days.at(-1)?.on
    const begin = last === undefined ? from : Math.max(from, parseDay(last) + 1)
    const { days } = daysOf(thermometer.read(place, begin, until), place.temperature.held !== undefined)
    return days.length === 0 ? [] : [{ place: place.key, from: 'stand-in', days }]
  })
}

/** Begins a practice season again, with the same year or another; what was done in it is gone. */
export async function practiseAgain(
  seen: string,
  { sameYear }: { sameYear: boolean },
): Promise<{ at: string } | { ok: false; reason: 'no-season' }> {
  const on = await practised(await seasonNamed(seen, 'own'))
  if (!on) return { ok: false, reason: 'no-season' }
  const { stored, practice } = on
  const seed = z.boolean().parse(sameYear) ? practice.seed : 1 + Math.floor(Math.random() * MOST_SEEDS)
  const { season } = stored
  const first = parseDay(practice.from)
  const usual = usualCrew(season.habits.crew, practice.seed, first, parseDay(season.season.opensOn ?? practice.from))
  await byWhom('own', stored.id.farm_id)
  await deleteFarm(database(), stored.id.farm_id)
  const made = await createFarm(database(), {
    ...season,
    season: { ...season.season, opensOn: practice.from, practice: { ...practice, seed } },
    habits: { ...season.habits, crew: crewOn(usual, seed, first, first) },
    site: { ...season.site, thermometer: { from: 'stand-in', seed }, forecast: { from: 'stand-in', seed } },
    // What was sown again for another belongs to what was done.
    plantings: season.plantings.filter(({ key }) => !season.records.some(({ what }) => what.did === 'resow' && what.as === key)), // prettier-ignore
    records: [],
    readings: [],
    orders: [],
  })
  await ownedByAsker(made.farm_id)
  return { at: (await seasonOfId(database(), made.season_id))!.at }
}

/** Ends a practice season: it is deleted, with everything done in it. @returns the address of the season it was made of */
export async function endPractice(seen: string): Promise<{ at: string } | { ok: false; reason: 'no-season' }> {
  const on = await practised(await seasonNamed(seen, 'own'))
  if (!on) return { ok: false, reason: 'no-season' }
  await byWhom('own', on.stored.id.farm_id)
  await deleteFarm(database(), on.stored.id.farm_id)
  return { at: on.practice.home }
}
