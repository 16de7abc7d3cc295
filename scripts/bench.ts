/**
 * npm run bench: how long the plan of a 2,000-batch season takes, as ratios to a bare loop.
 * npm run bench -- --browser runs bench-browser.ts instead.
 * Prints one JSON line a measurement.
 */
import { readFileSync } from 'node:fs'
import { readSeason } from '../src/season/read'
import { formatDay, parseDay, weekStart } from '../src/core/calendar/day'
import { gatesBetween } from '../src/core/field/gates'
import { frostDates, frostSeasons, percentile } from '../src/core/frost/percentiles'
import { anchoredMoves, seasonAir } from '../src/core/field/anchor'
import { compareWays } from '../src/core/plan/compare'
import { budgetOf } from '../src/core/plan/budget'
import { costsByKind, whatEarns } from '../src/core/plan/costs'
import { levers } from '../src/core/rehearsal/levers'
import { rehearse, USUAL } from '../src/core/rehearsal/rehearse'
import { openOf } from '../src/core/rehearsal/years'
import { buyingList } from '../src/core/stores/buying'
import { leastCost } from '../src/core/stores/packs'
import { expandPlanting } from '../src/core/batch/expand'
import { createPlanner, type Plan } from '../src/core/plan/plan'
import { tasksBetween } from '../src/core/batch/tasks'
import { sizeBatch } from '../src/core/sizing/size'
import { library } from '../src/library/library'
import { methodOfSchool, SCHOOLS } from '../src/library/schools'
import { shareUnchanged } from '../src/season/share'
import type { Method, Planting, Season } from '../src/season/schema'
import { forecastOf } from '../src/standins/forecast'
import { seeded } from '../src/core/statistics/random'
import { madeUpMinima } from '../src/standins/minima'
import { cropOfPlanting, nurseryDays } from '../src/ui/moves'
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
const renewed = (season: Season): Season => ({
  ...season,
  plantings: season.plantings.map((planting) => ({ ...planting })),
})

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

  const shared = renewed({ ...season, habits: { ...season.habits, shareTrays: true } })
  planner.plan(shared)
  const sharing = Array.from({ length: 60 }, () => renewed(shared))
  const shared_ms = median((i) => void viewsOf(planner.plan(sharing[i]!)), 30, 20)
  planner.plan(season)
  const aged = Array.from({ length: 45 }, (_, i) => ({
    ...season,
    plantings: season.plantings.map((planting) => ({ ...planting, agePoint: 0.2 + i / 1000 })),
  }))
  const anew_ms = median((i) => void viewsOf(planner.plan(aged[i]!)), 40, 5)

  planner.plan(season)
  let now = season
  const edit_ms = median(
    (i) => {
      // As the page gets it: the whole document anew, one planting changed, the rest equal.
      const plantings = now.plantings.map((planting, at) =>
        at === (i * 37) % now.plantings.length ? { ...planting, plants: planting.plants + 1 } : planting,
      )
      now = { ...now, plantings }
      viewsOf(planner.plan(now))
    },
    60,
    10,
  )
  const share_ms = median(() => void shareUnchanged(season, structuredClone(season)), 9, 2)
  const round = (ms: number) => Math.round(ms * 1000) / 1000
  const print = (line: object) => console.log(JSON.stringify(line))
  print({
    bench: 'plan',
    batches: plan.batches.length,
    plantings: season.plantings.length,
    recompute_ms: round(recompute_ms),
    floor_ms: round(floor_ms),
    ratio: round(recompute_ms / floor_ms),
    limit: 10,
  })
  print({ bench: 'plan where sowings share trays', shared_ms: round(shared_ms), ratio: round(shared_ms / floor_ms) })
  print({
    bench: 'plan, every batch to another age: no course is known',
    anew_ms: round(anew_ms),
    ratio: round(anew_ms / floor_ms),
  })
  print({
    bench: 'plan, nothing kept (climate, sowing tables and sizes made anew)',
    cold_ms: round(cold_ms),
    ratio: round(cold_ms / floor_ms),
  })
  print({ bench: 'edit one planting', edit_ms: round(edit_ms), limit: 5 })
  print({ bench: 'recognise what did not change in a whole document, copying included', share_ms: round(share_ms) })
}

/** Five ways side by side, a thousand sizes with the doubt of their tests, and the largest sowing. */
function knowHow(): void {
  const round = (ms: number) => Math.round(ms * 100) / 100
  const print = (line: object) => console.log(JSON.stringify(line))
  const season = largeSeason(200)
  const crop = season.crops.find(({ key }) => key === 'tomato')!
  const ways = SCHOOLS.flatMap(({ key }): Method[] => {
    const made = methodOfSchool(key, crop, season)
    return 'needs' in made ? [] : [{ ...made, key: `tomato-${key}` }]
  }).slice(0, 5)
  const variety = season.varieties.find((one) => one.crop === 'tomato')!
  const planting: Planting = {
    key: 'x',
    code: 'X',
    variety: variety.key,
    method: ways[0]!.key,
    plants: 120,
    on: '2027-05-20',
    changes: [],
  }
  const planner = createPlanner()
  planner.plan(season)
  const day = parseDay(planting.on)
  const first_ms = median(
    () =>
      void compareWays(
        planner,
        season,
        planting,
        day,
        ways.map((way) => ({ ...way })),
      ),
    15,
    3,
  )
  const again_ms = median(() => void compareWays(planner, season, planting, day, ways), 40)
  print({
    bench: `compare ${ways.length} ways of one planting`,
    first_ms: round(first_ms),
    again_ms: round(again_ms),
    limit: 10,
  })

  const random = seeded(5)
  const inputs = Array.from({ length: 1000 }, () => {
    const seedsPerCell = 1 + Math.floor(random() * 4)
    return {
      need: 20 + Math.floor(random() * 600),
      germination: 0.6 + random() * 0.38,
      testedSeeds: 100,
      seedsPerCell,
      keep: random() < 0.2 ? Math.max(1, seedsPerCell - Math.floor(random() * 3)) : 1,
      survivals: random() < 0.3 ? [0.95, 0.97] : [0.96],
      confidence: 0.9,
    }
  })
  const sizes_ms = median(() => inputs.forEach((input) => sizeBatch(input)), 7, 2)
  print({ bench: 'size 1,000 plantings with the doubt of their tests', sizes_ms: round(sizes_ms), limit: 100 })
  const large_ms = median(
    () =>
      void sizeBatch({
        need: 120_000,
        germination: 0.85,
        testedSeeds: 100,
        seedsPerCell: 4,
        keep: 3,
        survivals: [0.96],
        confidence: 0.9,
      }),
    7,
    2,
  )
  print({ bench: 'size 50,000 cells of up to three plants, with doubt', large_ms: round(large_ms) })
  const search_ms = median(
    () => void library().filter(({ crop: one }) => `${one.name} ${one.family}`.toLowerCase().includes('ras')),
    40,
  )
  print({ bench: 'search the library', search_ms: round(search_ms) })
}

/** Sixty years of nights, and two thousand plantings hung on the frost date. */
function frost(): void {
  const round = (ms: number) => Math.round(ms * 100) / 100
  const print = (line: object) => console.log(JSON.stringify(line))
  const season = largeSeason(2000)
  const { latitude, outdoorMonthlyMeans } = season.site
  const nights = madeUpMinima(outdoorMonthlyMeans, 1966, 61, 3)
  const record_ms = median(() => {
    const { seasons } = frostSeasons(nights, latitude)
    for (let threshold = 0; threshold < 3; threshold++) {
      const { lastSpring, firstAutumn } = frostDates(seasons, threshold, latitude)
      for (let share = 0.05; share < 1; share += 0.05)
        void (percentile(lastSpring, share) + percentile(firstAutumn, share))
    }
  }, 15)
  print({ bench: 'frosts and percentiles of 60 years of nights', record_ms: round(record_ms), limit: 50 })
  const plantings = Array.from({ length: 2000 }, (_, i): Planting => ({
    ...season.plantings[i % season.plantings.length]!,
    key: `h${i}`,
    anchor: { to: 'last-frost', days: i % 60 },
  }))
  const crop = season.crops[0]!
  const moves_ms = median(
    (i) =>
      void anchoredMoves(
        { ...season, plantings, site: { ...season.site, frost: { ...season.site.frost!, marginDays: i % 9 } } },
        () => crop,
      ),
    15,
  )
  print({ bench: 'what moves when 2,000 plantings hang on the frost date', moves_ms: round(moves_ms), limit: 100 })
}

/** What 2,000 batches need and cost after one planting has changed, and the packs of a long list. */
function stores(): void {
  const round = (ms: number) => Math.round(ms * 100) / 100
  const print = (line: object) => console.log(JSON.stringify(line))
  const season = largeSeason(BATCHES)
  const planner = createPlanner()
  const day = parseDay('2027-04-12')
  planner.plan(season, day)
  // One planting is made larger each time; all others are the same objects.
  const changed = (i: number): Plan => {
    const plantings = season.plantings.map((planting, at) =>
      at === i ? { ...planting, plants: planting.plants + 20 } : planting,
    )
    return planner.plan({ ...season, plantings }, day)
  }
  const plans = Array.from({ length: 30 }, (_, i) => changed(i))
  const needs_ms = median((i) => void buyingList(plans[i]!, day), 20, 5)
  const costs_ms = median((i) => void costsByKind(plans[i]!), 20, 5)
  const earns_ms = median((i) => void whatEarns(plans[i]!), 20, 5)
  const budget_ms = median((i) => void budgetOf(plans[i]!), 20, 5)
  print({
    bench: 'buying list and costs of 2,000 batches after a change',
    needs_ms: round(needs_ms),
    costs_ms: round(costs_ms),
    earns_ms: round(earns_ms),
    budget_ms: round(budget_ms),
    limit: 15,
  })
  const sizes = (i: number) => [
    { size: 50 + i, price: 3 + (i % 7) },
    { size: 250 + i * 3, price: 9 + (i % 11) },
    { size: 1000 + i * 7, price: 30 + (i % 13) },
  ]
  const packs_ms = median(() => {
    for (let i = 0; i < 300; i++) void leastCost(137 * (i + 1), sizes(i))
  }, 20)
  print({ bench: 'packs of least cost, 300 lines of three sizes', packs_ms: round(packs_ms), limit: 2000 })
}

/** A thousand years of the demo farm and of 2,000 batches, and what would help one planting most; to the first news, too. */
function rehearsal(): void {
  const round = (ms: number) => Math.round(ms)
  const print = (line: object) => console.log(JSON.stringify(line))
  const read = readSeason(JSON.parse(readFileSync('demo/sallow-ferry-2027.json', 'utf8')))
  if (!read.ok) throw new Error('the demo farm must read')
  const day = parseDay('2027-04-12')
  for (const [of, season, limit] of [
    ['the demo farm', read.season, 5000],
    ['2,000 batches', largeSeason(BATCHES), 60_000],
  ] as const) {
    const planner = createPlanner()
    const plan = planner.plan(season, day)
    const begun = performance.now()
    let first: number | undefined
    let years = 0
    for (const done of rehearse(plan)) {
      first ??= performance.now() - begun
      years = done
    }
    const ms = performance.now() - begun
    const heap_mb = round(process.memoryUsage().heapUsed / 1e6)
    print({ bench: `rehearsal of ${of}`, years, ms: round(ms), first_ms: round(first ?? 0), heap_mb, limit })
    const [batch] = openOf(plan).filter(({ progress }) => progress === undefined)
    if (!batch) continue
    const asked = performance.now()
    let steps = 0
    for (const _ of levers(planner, plan, { ...USUAL, batches: [batch.id], from: day })) steps++
    print({
      bench: `what would help one planting of ${of} most`,
      ms: round(performance.now() - asked),
      steps,
      limit: 5000,
    })
  }
}

/** Two thousand batches in a hundred and twenty beds, half of them hung on a bed; the gates of three weeks. */
function field(): void {
  const round = (ms: number) => Math.round(ms * 100) / 100
  const print = (line: object) => console.log(JSON.stringify(line))
  const base = largeSeason(BATCHES)
  const { beds } = base
  const plantings = base.plantings.map((planting, i): Planting => ({
    ...planting,
    goes: [{ to: 'bed', bed: beds[i % beds.length]!.key, plants: planting.plants }],
    ...(i % 2 === 0 ? { anchor: { to: 'bed' as const, bed: beds[(i + 1) % beds.length]!.key, days: 3 } } : {}),
    ...(planting.series && i % 3 === 0
      ? {
          series: {
            ...planting.series,
            even: 'harvest' as const,
            dates: expandPlanting(planting).map(({ plantOn }) => formatDay(plantOn)),
          },
        }
      : {}),
  }))
  const season = { ...base, plantings }
  const planner = createPlanner()
  const plan = planner.plan(season)
  const seasons = Array.from({ length: 30 }, () => renewed(season))
  const beds_ms = median((i) => void planner.plan(seasons[i]!).beds, 20, 10)
  print({
    bench: 'stands and beds of 2,000 batches, planning included',
    beds_ms: round(beds_ms),
    clashes: plan.beds.clashes.length,
  })
  const day = parseDay('2027-05-10')
  const gates_ms = median(
    () =>
      void gatesBetween(plan.inField, plan.beds.clashesOf, day, day + 24, {
        season,
        air: seasonAir(season),
        forecast: forecastOf({ ...season.site, forecast: { from: 'stand-in', seed: 1 } }, day),
        today: day,
      }),
    20,
    5,
  )
  print({ bench: 'gates of three weeks among 2,000 batches', gates_ms: round(gates_ms) })
  const crops = cropOfPlanting(season)
  const moves_ms = median(() => void anchoredMoves(season, crops, nurseryDays(plan)), 15, 3)
  print({
    bench: 'what moves when a thousand plantings hang on beds and a third of the series harvest evenly',
    moves_ms: round(moves_ms),
    limit: 100,
  })
}

core()
knowHow()
frost()
field()
stores()
rehearsal()
