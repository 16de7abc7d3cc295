/** Test helper: the worked cases as routes, and a plain day-by-day pass to hold the fast one against. */
import { Container, Crop, Method, Place, Site } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'
import { createClimate, sumOver, type Climate } from '../climate/climate'
import { rootedIn } from '../growth/container-age'
import cases from '../schedule/fixtures/counting-back.json'
import { compileRoute, numberKeys, type Route } from '../schedule/route'

export { cases }

const from = parseDay('2025-06-01')
const to = parseDay('2029-03-01')

const site = Site.parse({
  latitude: cases.latitude,
  clearness: cases.clearness,
  outdoorMonthlyMeans: cases.outdoorMonthlyMeans,
})

const places = Object.entries(cases.places).map(([key, facts]) => {
  const { transmission, lamp, ...temperature } = facts as Record<string, unknown>
  return Place.parse({
    key: key.toLowerCase(),
    name: key,
    kind: 'bench',
    trayPlaces: 10,
    temperature,
    transmission,
    lamp,
  })
})

const climate: Climate = createClimate(site, places, from, to)

export const crops = new Map(
  Object.entries(cases.crops).map(([key, crop]) => {
    const { potUpPoint: _, ...facts } = crop
    return [key, Crop.parse({ key, name: key, ...facts })]
  }),
)

export interface CaseMethod {
  crop: string
  stages: { ml: number; place: string; germPlace?: string }[]
  hardening: { days: number; place: string }
}

/** Route of a method written as in the worked cases. */
export function routeOf(m: CaseMethod, leaveHeatAt = 0.5, pace = 1): Route {
  const containers = m.stages.map(({ ml }) =>
    Container.parse({ key: `ml-${ml}`, name: `${ml} ml`, kind: 'cell-tray', cells: 1, cellVolume: ml, trayPlaces: 1 }),
  )
  const method = Method.parse({
    key: 'm',
    name: 'm',
    crop: m.crop,
    sowing: { policy: 'single' },
    leaveHeatAt,
    stages: m.stages.map((s, i) => ({
      place: s.place.toLowerCase(),
      container: containers[i]!.key,
      germinateAt: s.germPlace?.toLowerCase(),
    })),
    hardening: { days: m.hardening.days, place: m.hardening.place.toLowerCase() },
  })
  const byKey = new Map(containers.map((c) => [c.key, c]))
  return compileRoute(climate, crops.get(m.crop)!, method, byKey, numberKeys(places), pace).route
}

/** A pass made the slow way: one day at a time, straight from the definition. */
export function slowPass(route: Route, sown: Day, planting: Day) {
  const { climate: c, tail, legs, steps } = route
  const emergenceRate = (p: number, d: Day) => sumOver(c.emergence(p, route.germination), c.from, d, d + 1) / route.pace
  const growthRate = (p: number, d: Day) => sumOver(c.growth(p, route.growth), c.from, d, d + 1)
  const leaveAt = route.leaveHeatShare / route.pace
  let share = 0
  let age = 0
  let emergence = Infinity
  let leavesHeat = Infinity
  let leg = 0
  let step = 0
  let growsFrom = sown
  let ready = steps[0]!.ready
  const moves: Day[] = []
  const ages: number[] = []
  for (let day = sown; day < Math.min(c.to, planting + 1, sown + 900); day++) {
    if (emergence === Infinity && share >= 1 - 1e-9) {
      emergence = day
      growsFrom = Math.max(growsFrom, day)
    }
    if (leavesHeat === Infinity && share >= leaveAt - 1e-9) leavesHeat = day
    for (;;) {
      const next = legs[leg + 1]
      if (!next || day < emergence || day < leavesHeat) break
      const limit = steps[step]!.limit
      const goal =
        next.starts.by === 'potting'
          ? ready + next.starts.point * (limit - ready)
          : next.starts.by === 'age'
            ? next.starts.age
            : 0
      if (age < goal - 1e-9) break
      leg++
      moves.push(day)
      if (next.starts.by === 'potting') {
        step++
        ready = rootedIn(steps[step]!.ready, steps[step - 1]!.ready, age)
        growsFrom = day + steps[step]!.pauseDays
      }
    }
    ages[day - sown] = age
    let place = day < leavesHeat ? route.germPlace : legs[leg]!.place
    for (const t of tail) if (day >= planting - t.daysBefore) place = t.place
    share += emergenceRate(place, day)
    if (day >= emergence && day >= growsFrom) age += growthRate(place, day)
  }
  const allMoved = moves.length === legs.length - 1 && moves.every((move) => move < planting)
  return { emergence, leavesHeat, moves, allMoved, ready, limit: steps[step]!.limit, age: ages[planting - sown] ?? 0 }
}

/** Sowing day and window found by trying every day: the definition. */
export function slowCountBack(route: Route, planting: Day, agePoint: number, days = 400) {
  let sow: Day | undefined
  let earliest: Day | undefined
  let latest: Day | undefined
  for (let sown = planting - 1; sown >= planting - days; sown--) {
    const pass = slowPass(route, sown, planting)
    if (!pass.allMoved || pass.emergence === Infinity || pass.leavesHeat === Infinity) continue
    if (sow === undefined && pass.age >= pass.ready + agePoint * (pass.limit - pass.ready) - 1e-9) sow = sown
    if (pass.age >= pass.ready - 1e-9 && pass.age <= pass.limit + 1e-9) {
      latest ??= sown
      earliest = sown
    }
  }
  return { sow, window: earliest === undefined ? undefined : { earliest, latest } }
}
