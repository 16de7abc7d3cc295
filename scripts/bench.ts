/**
 * npm run bench: how long the plan of a 2,000-batch season takes, as ratios to a bare loop.
 * npm run bench -- --browser runs bench-browser.ts instead.
 * Prints one JSON line a measurement.
 */
import { weekStart } from '../src/core/calendar/day'
import { createPlanner, type Plan } from '../src/core/plan/plan'
import { tasksBetween } from '../src/core/plan/tasks'
import { shareUnchanged } from '../src/season/share'
import type { Season } from '../src/season/schema'
import { largeSeason } from './large-season'

const BATCHES = 2000
const WEEKS = 7

/** Everything the three views need: batches, loads, what is over, and the working weeks' tasks. */
function viewsOf(plan: Plan): number {
  const monday = weekStart(plan.from + 101)
  return plan.batches.length + tasksBetween(plan.batches, monday, monday + 7 * WEEKS).length
}

/** Median milliseconds of many runs, after some that do not count. */
function median(run: (i: number) => void, runs: number, warm = 5): number {
  const times: number[] = []
  for (let i = 0; i < runs + warm; i++) {
    const begun = performance.now()
    run(i)
    if (i >= warm) times.push(performance.now() - begun)
  }
  return times.sort((a, b) => a - b)[times.length >> 1]!
}

/** The same season with every planting a new object, so that no batch is taken over from before. */
const renewed = (season: Season): Season => ({ ...season, plantings: season.plantings.map((planting) => ({ ...planting })) })

/** The bare loop: the same stays, as plain numbers, added day by day into typed arrays and nothing else. */
function floorOf(plan: Plan): () => number {
  const from = plan.places[0]!.from
  const days = plan.places[0]!.days.length + 60
  const all = plan.batches.flatMap(({ stays }) => stays)
  const numbers = (of: (stay: (typeof all)[number]) => number) => Float64Array.from(all, of)
  const place = numbers((stay) => stay.place)
  const kind = numbers((stay) => stay.containerNumber)
  const begin = numbers((stay) => stay.from - from)
  const end = numbers((stay) => stay.until - from)
  const trayPlaces = numbers((stay) => stay.trayPlaces)
  const trays = numbers((stay) => stay.trays)
  const places = plan.places.map(() => new Float64Array(days))
  const kinds = plan.containers.map(() => new Float64Array(days))
  return () => {
    for (const load of places) load.fill(0)
    for (const load of kinds) load.fill(0)
    for (let i = 0; i < place.length; i++) {
      const onPlace = places[place[i]!]!
      const ofKind = kinds[kind[i]!]!
      const until = end[i]!
      for (let day = begin[i]!; day < until; day++) {
        onPlace[day]! += trayPlaces[i]!
        ofKind[day]! += trays[i]!
      }
    }
    return places[0]![200]!
  }
}

function core(): void {
  const season = largeSeason(BATCHES)
  const planner = createPlanner()
  const plan = planner.plan(season)
  const floor = floorOf(plan)
  const floor_ms = median(() => void floor(), 100, 100)
  const seasons = Array.from({ length: 90 }, () => renewed(season))
  const recompute_ms = median((i) => void viewsOf(planner.plan(seasons[i]!)), 40, 50)
  const cold_ms = median(() => void viewsOf(createPlanner().plan(renewed(season))), 7, 2)

  const aged = Array.from({ length: 45 }, (_, i) => ({ ...season, plantings: season.plantings.map((planting) => ({ ...planting, agePoint: 0.2 + i / 1000 })) }))
  const anew_ms = median((i) => void viewsOf(planner.plan(aged[i]!)), 40, 5)

  planner.plan(season)
  let now = season
  const edit_ms = median((i) => {
    // As the page gets it: the whole document anew, one planting changed, the rest equal.
    const plantings = now.plantings.map((planting, at) => (at === (i * 37) % now.plantings.length ? { ...planting, plants: planting.plants + 1 } : planting))
    now = { ...now, plantings }
    viewsOf(planner.plan(now))
  }, 60, 10)
  const share_ms = median(() => void shareUnchanged(season, structuredClone(season)), 9, 2)
  const round = (ms: number) => Math.round(ms * 1000) / 1000
  const print = (line: object) => console.log(JSON.stringify(line))
  print({ bench: 'plan', batches: plan.batches.length, plantings: season.plantings.length, recompute_ms: round(recompute_ms), floor_ms: round(floor_ms), ratio: round(recompute_ms / floor_ms), limit: 10 })
  print({ bench: 'plan, every batch to another age: no course is known', anew_ms: round(anew_ms), ratio: round(anew_ms / floor_ms) })
  print({ bench: 'plan, nothing kept (climate, sowing tables and sizes made anew)', cold_ms: round(cold_ms), ratio: round(cold_ms / floor_ms) })
  print({ bench: 'edit one planting', edit_ms: round(edit_ms), limit: 5 })
  print({ bench: 'recognise what did not change in a whole document, copying included', share_ms: round(share_ms) })
}

core()
