/** Shows the working of a batch: what a number came from, by which rule, and what would change it. */
import { flatHabits } from '../core/sizing/size'
import { seedToHave } from '../core/seed/handling'
import { legAge, legStart, limitAge } from '../core/schedule/forward'
import { judgedPlaces, leastNight, type PlaceLack } from '../core/schedule/place-by-rule'
import type { Batch } from '../core/batch/batch'
import type { Season } from '../season/schema'
import { sowingWords } from './methods'
import { chanceWords, count, list, shareWords, type Format } from './format'
import { inFlats, policyOf } from '../core/sowing/policies'

/** A piece of a sentence; with `at` it links to where it is set. */
export type Piece = string | { text: string; at: string }

/** One number opened up. */
export interface Working {
  title: string
  answer: string
  /** Inputs, one sentence each. */
  lines: Piece[][]
  rule: string
  /** What would change it. */
  changes: string
}

/** Where a thing of the season is set, as an address inside the application. */
export const setAt = {
  site: () => '/farm#site',
  habits: () => '/farm#habits',
  place: (key: string) => `/farm?place=${key}`,
  container: (key: string) => `/farm?container=${key}`,
  crop: (key: string) => `/know-how?crop=${key}`,
  variety: (key: string) => `/know-how?variety=${key}`,
  lot: (key: string) => `/seed?lot=${key}`,
  method: (key: string) => `/know-how?method=${key}`,
  planting: (key: string) => `/plan?edit=${key}`,
  bed: (key: string) => `/field?bed=${key}`,
}

const agePointWords = (point: number) => (point < 0.15 ? 'younger' : point <= 0.45 ? 'usual' : 'older')

/** The working of a batch's dates, size and room, in the order they are computed. */
export function workingOf(batch: Batch, season: Season, f: Format): Working[] {
  const working: Working[] = []
  if (batch.sow !== undefined && batch.pass) working.push(sowingDay(batch, season, f))
  if (batch.sizing) working.push(cells(batch, season, f))
  if (batch.sizing && batch.sizing.seeds > 0) working.push(seeds(batch, season, f))
  if (batch.stays.length > 0) working.push(room(batch, season, f))
  return working
}

function sowingDay(batch: Batch, season: Season, f: Format): Working {
  const { way, seed, plantOn, window } = batch
  const bought = way.route.boughtAge
  const pass = batch.pass!
  const { crop, method, route } = way
  const { changing } = route.climate
  const germPlace = season.places[pass.germPlace]!
  const lines: Piece[][] = [
    [{ text: `Planting on ${f.longDate(plantOn)}`, at: setAt.planting(batch.planting.key) }, '.'],
  ]
  if (bought !== undefined) {
    lines.push([
      'Young plants arrive ',
      `${f.date(pass.sown)}, `,
      { text: `${f.number(bought)} degree-days old`, at: setAt.method(method.key) },
      '.',
    ])
  } else if (pass.emergence < Infinity) {
    lines.push([
      'Up ',
      f.date(pass.emergence),
      `: ${count(f, pass.emergence - pass.sown, 'day')} on `,
      { text: germPlace.name, at: setAt.place(germPlace.key) },
      batch.germTemperature === undefined ? '' : ` at about ${f.temperature(batch.germTemperature)}`,
      '; half are up after ',
      {
        text: `${f.number(crop.germination.thermalTime)} degree-days above ${f.temperature(crop.germination.base)}`,
        at: setAt.crop(crop.key),
      },
      ...(seed.pace === 1 || !seed.lot
        ? []
        : [' × ', { text: `pace ${f.number(seed.pace, 2)} of this lot`, at: setAt.lot(seed.lot.key) }]),
      '.',
    ])
  }
  route.legs.forEach((leg, i) => {
    const day = legStart(pass, i)
    if (i === 0 || day === Infinity) return
    const place = season.places[changing.on(leg.place, day)]!
    const { container } = route.steps[leg.step]!
    lines.push([
      leg.starts.by === 'potting' ? 'Potted into ' : 'Moved to ',
      leg.starts.by === 'potting'
        ? { text: container.name, at: setAt.container(container.key) }
        : { text: place.name, at: setAt.place(place.key) },
      ` ${f.date(day)}, at an age of ${f.number(legAge(pass, i))} degree-days`,
      leg.starts.by === 'potting' ? `, then ${count(f, route.steps[leg.step]!.pauseDays, 'day')} to settle` : '',
      leg.starts.by === 'potting' && changing.on(leg.place, day) !== changing.on(route.legs[i - 1]!.place, day - 1)
        ? ` on ${place.name}`
        : '',
      '.',
    ])
  })
  lines.push(...placesByRule(batch, season, f))
  const last = route.steps.at(-1)!
  // Where it never gets as far as its last container, that container's own age stands for it.
  const ready = Number.isFinite(pass.readyAge) ? pass.readyAge : last.ready
  const limit = limitAge(route)
  lines.push([
    'In ',
    { text: last.container.name, at: setAt.container(last.container.key) },
    ` the plug pulls cleanly at `,
    { text: `${f.number(ready)} degree-days`, at: setAt.crop(crop.key) },
    batch.ready === undefined ? '' : ` (${f.date(batch.ready)})`,
    ` and the plant is too old after ${f.number(limit)}`,
    batch.limit === undefined ? '' : ` (${f.date(batch.limit)})`,
    '.',
  ])
  const hardening = route.tail.at(-1)
  if (method.hardening.days > 0 && hardening) {
    const place = season.places[changing.on(hardening.place, plantOn - 1)]!
    lines.push([
      { text: `${count(f, method.hardening.days, 'day')} of hardening`, at: setAt.method(method.key) },
      ' on ',
      { text: place.name, at: setAt.place(place.key) },
      '.',
    ])
  }
  lines.push([
    `At planting it is ${f.number(batch.ageAtPlanting)} degree-days old; wanted: `,
    { text: `${agePointWords(batch.agePoint)} plants`, at: setAt.habits() },
    `, ${f.number(ready + batch.agePoint * (limit - ready))}.`,
  ])
  const chosen = batch.sowOn !== undefined
  return {
    title: bought === undefined ? 'Sowing day' : 'Arrival day',
    answer: `${f.longDate(pass.sown)}${chosen ? ', chosen by hand' : ''}${
      window ? `; any day from ${f.date(window.earliest)} to ${f.date(window.latest)} still works` : ''
    }`,
    lines,
    rule: 'The latest sowing whose plants reach the wanted age at planting, counted day by day with the temperature (and light) of each place they stand in.',
    changes: `A warmer place, a smaller container or younger plants bring the sowing later; hardening, each potting-up and ${
      crop.growth.points.length > 1 ? 'a larger cell' : 'more room'
    } bring it earlier. The window is when the plant is ready but not past its limit.`,
  }
}

/** Which place a rule took on which days, and why not a cheaper one. */
function placesByRule({ way, pass, stays }: Batch, season: Season, f: Format): Piece[][] {
  const { route } = way
  return route.legs.flatMap((leg, i) => {
    const { keeps } = leg
    if (!keeps) return []
    const begins = i === 0 ? pass!.leavesHeat : legStart(pass!, i)
    const ends = i + 1 < route.legs.length ? legStart(pass!, i + 1) : Infinity
    return stays
      .filter(({ kind, from, until }) => kind === 'grow' && from >= begins && from < ends && until > from)
      .map((stay): Piece[] => {
        const place = season.places[stay.place]!
        const judged = judgedPlaces(route.climate, keeps, stay.from)
        const at = judged.findIndex((one) => one.place === stay.place)
        const cheaper = judged
          .slice(0, Math.max(0, at))
          .flatMap(({ place: other, lack }) => (lack ? [lackWords(lack, season.places[other]!.name, f)] : []))
        const own = judged[at]?.lack
        return [
          `From ${f.date(stay.from)} on `,
          { text: place.name, at: setAt.place(place.key) },
          own
            ? `, the nearest there is: ${lackWords(own, place.name, f)}`
            : `, the cheapest place that keeps about its usual pace (${f.number(keeps.usualRate, 1)} degree-days a day) with no usual night under ${f.temperature(leastNight(keeps.cold))}`,
          cheaper.length > 0 ? `; ${cheaper.join('; ')}.` : '.',
        ]
      })
  })
}

/** What a place lacks on a day. */
function lackWords(lack: PlaceLack, place: string, f: Format): string {
  switch (lack.kind) {
    case 'closed':
      return `${place} is not open`
    case 'kills':
      return `${place} has usual nights under ${f.temperature(lack.under)}, which kill it`
    case 'chills':
      return `${place} has usual nights under ${f.temperature(lack.under)}`
    case 'hot':
      return `${place} goes over ${f.temperature(lack.above)}`
    case 'slow':
      return `${place} is slow, ${f.number(lack.pace, 1)} degree-days a day where ${f.number(lack.usual, 1)} are usual`
  }
}

function cells(batch: Batch, season: Season, f: Format): Working {
  const { seed } = batch
  // It was sized for the way that was planned, whatever came of that.
  const { way, germTemperature } = batch.progress?.planned ?? batch
  const sizing = batch.sizing!
  const { input } = sizing
  const factor = input.temperatureFactor ?? 1
  const lot = seed.lot
  const { policy } = way.method.sowing
  const bought = policy === 'bought'
  const germination: Piece = bought
    ? { text: `${shareWords(input.germination)} pass inspection on arrival`, at: setAt.method(way.method.key) }
    : lot
      ? { text: `${shareWords(seed.germination)} of this lot come up`, at: setAt.lot(lot.key) }
      : { text: `${shareWords(seed.germination)} usually come up`, at: setAt.crop(way.crop.key) }
  const lines: Piece[][] = [
    [{ text: `${count(f, batch.plants, 'goodPlant')} wanted`, at: setAt.planting(batch.planting.key) }, '.'],
    [
      germination,
      bought
        ? '.'
        : ` (as sure as a test of ${count(f, Math.round(seed.testedSeeds), 'seed')}, and that doubt is counted in).`,
    ],
  ]
  if (inFlats(way.method))
    lines.push([
      {
        text: `${shareWords(policyOf(way.method.sowing).usable)} of the seedlings are good enough to prick out`,
        at: setAt.method(way.method.key),
      },
      '.',
    ])
  if (factor < 0.999 && policy !== 'flat') {
    lines.push([
      `On ${season.places[batch.pass!.germPlace]!.name} at about ${f.temperature(germTemperature!)} only ${shareWords(factor)} of those.`,
    ])
  }
  if (way.seedsPerCell > 1) {
    lines.push([
      { text: sowingWords(way.method.sowing), at: setAt.method(way.method.key) },
      `: ${f.number(sizing.perCell, 2)} good ${input.atLeast === undefined ? 'plants' : 'clumps'} from a cell on average.`,
    ])
  }
  way.survivals.forEach((survival, i) => {
    if (survival === 1) return
    const { container } = way.route.steps[i]!
    lines.push([
      { text: `${shareWords(survival)} stay good in ${container.name}`, at: setAt.method(way.method.key) },
      '.',
    ])
  })
  if (sizing.counts.length > 1) {
    const later = sizing.counts.slice(1).map((n, i) => `${f.number(n)} into ${way.route.steps[i + 1]!.container.name}`)
    lines.push([`Only what is needed is carried on: ${list(f, later)}.`])
  }
  const habits = flatHabits(input).filter(({ habit }) => habit !== 'by the averages')
  lines.push([
    `For comparison, ${list(
      f,
      habits.map(
        ({ habit, cells: n, chance }) =>
          `"${habit}" sows ${f.number(n)} and is ${chanceWords(f, chance)} likely to be enough`,
      ),
    )}.`,
  ])
  return {
    title: bought ? 'Young plants' : policy === 'flat' ? 'Seed in flats' : 'Cells',
    answer: `${count(f, sizing.cells, bought ? 'youngPlant' : policy === 'flat' ? 'seed' : 'cell')}: ${chanceWords(f, sizing.chance)} likely to give at least ${f.number(batch.plants)} good plants, about ${f.number(Math.max(0, sizing.spare))} to spare`,
    lines,
    rule: `The smallest number that is enough with the wanted confidence (${chanceWords(f, batch.confidence)}), worked out exactly, not by adding a percentage.`,
    changes: bought
      ? 'Fewer losses on the way, or a lower confidence, order fewer.'
      : 'A better or better-tested lot, a second seed in each cell, or a lower confidence sow fewer cells.',
  }
}

function seeds(batch: Batch, season: Season, f: Format): Working {
  const sizing = batch.sizing!
  const { way, seed } = batch.progress?.planned ?? batch
  const { seedsPerFlat } = policyOf(way.method.sowing)
  const toHave = seedToHave(sizing.seeds, season.habits.handling)
  const lines: Piece[][] = [
    [
      ...(seedsPerFlat !== undefined
        ? [
            `${count(f, sizing.seeds, 'seed')} over ${count(f, way.cellsIn(0, sizing), 'flat')}, `,
            { text: `${f.number(seedsPerFlat)} to a flat`, at: setAt.method(way.method.key) },
            '.',
          ]
        : [
            `${count(f, sizing.cells, 'cell')} × `,
            { text: count(f, way.seedsPerCell, 'seed'), at: setAt.method(way.method.key) },
            ` = ${f.number(sizing.seeds)}.`,
          ]),
    ],
    [
      { text: `${shareWords(season.habits.handling)} for handling`, at: setAt.habits() },
      ` makes ${f.number(toHave)} to have in hand.`,
    ],
  ]
  if (seed.lot?.seeds !== undefined) {
    lines.push([
      { text: `${count(f, seed.lot.seeds, 'seed')} left in ${seed.lot.name}`, at: setAt.lot(seed.lot.key) },
      '.',
    ])
  }
  return {
    title: 'Seeds',
    answer: `${count(f, sizing.seeds, 'seed')}; ${f.number(toHave)} to have`,
    lines,
    rule: 'Cells times seeds per cell.',
    changes: 'Sowing fewer seeds per cell uses less seed and more cells.',
  }
}

function room(batch: Batch, season: Season, f: Format): Working {
  const most = Math.max(...batch.stays.map((stay) => stay.trayPlaces))
  return {
    title: 'Room',
    answer: `${count(f, most, 'trayPlace')} at most`,
    lines: batch.stays.map((stay) => [
      { text: season.places[stay.place]!.name, at: setAt.place(season.places[stay.place]!.key) },
      `, ${f.date(stay.from)} to ${f.date(stay.until)}: ${f.number(stay.cells)} in ${f.number(stay.trays)} × `,
      { text: stay.container.name, at: setAt.container(stay.container.key) },
      `, ${count(f, stay.trayPlaces, 'trayPlace')}.`,
    ]),
    rule: 'Whole trays, each by its footprint; a part-filled tray takes its whole place.',
    changes: 'A smaller cell, or later potting-up, takes less room.',
  }
}
