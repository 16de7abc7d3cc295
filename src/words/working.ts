/** Shows the working of a batch: what a number came from, by which rule, and what would change it. */
import { flatHabits } from '../core/sizing/size'
import { seedToHave } from '../core/seed/handling'
import { legAge, legStart, limitAge } from '../core/schedule/forward'
import { judgedPlaces, leastNight, type PlaceLack } from '../core/schedule/place-by-rule'
import type { Batch } from '../core/batch/batch'
import type { Season } from '../season/schema'
import { sowingWords } from './methods'
import { placed } from './placed'
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
  mix: (key: string) => `/farm?mix=${key}`,
  crop: (key: string) => `/know-how?crop=${key}`,
  variety: (key: string) => `/know-how?variety=${key}`,
  order: (key: string) => `/buying?order=${key}`,
  supply: (key: string) => `/buying?supply=${key}`,
  lot: (key: string) => `/seed?lot=${key}`,
  method: (key: string) => `/know-how?method=${key}`,
  planting: (key: string) => `/plan?edit=${key}`,
  bed: (key: string) => `/field?bed=${key}`,
}

const agePointWords = (point: number, f: Format) =>
  point < 0.15 ? f.t('words.working.younger') : point <= 0.45 ? f.t('words.working.usual') : f.t('words.working.older')

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
    [
      {
        text: f.t('words.working.plantingOn', { plantOn: f.longDate(plantOn) }),
        at: setAt.planting(batch.planting.key),
      },
      '.',
    ],
  ]
  if (bought !== undefined) {
    lines.push([
      f.t('words.working.youngPlantsArrive'),
      `${f.date(pass.sown)}, `,
      { text: f.t('words.working.degreeDaysOld', { bought: f.number(bought) }), at: setAt.method(method.key) },
      '.',
    ])
  } else if (pass.emergence < Infinity) {
    lines.push([
      f.t('words.working.up'),
      f.date(pass.emergence),
      f.t('words.working.on', { days: count(f, pass.emergence - pass.sown, 'day') }),
      { text: germPlace.name, at: setAt.place(germPlace.key) },
      batch.germTemperature === undefined
        ? ''
        : f.t('words.working.atAbout', { temperature: f.temperature(batch.germTemperature) }),
      f.t('words.working.halfAreUpAfter'),
      {
        text: f.t('words.working.degreeDaysAbove', {
          thermalTime: f.number(crop.germination.thermalTime),
          temperature: f.temperature(crop.germination.base),
        }),
        at: setAt.crop(crop.key),
      },
      ...(seed.pace === 1 || !seed.lot
        ? []
        : [
            ' × ',
            { text: f.t('words.working.paceOfThisLot', { pace: f.number(seed.pace, 2) }), at: setAt.lot(seed.lot.key) },
          ]),
      '.',
    ])
  }
  route.legs.forEach((leg, i) => {
    const day = legStart(pass, i)
    if (i === 0 || day === Infinity) return
    const place = season.places[changing.on(leg.place, day)]!
    const { container } = route.steps[leg.step]!
    lines.push([
      leg.starts.by === 'potting' ? f.t('words.working.pottedInto') : f.t('words.working.movedTo'),
      leg.starts.by === 'potting'
        ? { text: container.name, at: setAt.container(container.key) }
        : { text: place.name, at: setAt.place(place.key) },
      f.t('words.working.atAnAgeOfDegree', { day: f.date(day), legAge: f.number(legAge(pass, i)) }),
      leg.starts.by === 'potting'
        ? f.t('words.working.thenToSettle', { days: count(f, route.steps[leg.step]!.pauseDays, 'day') })
        : '',
      leg.starts.by === 'potting' && changing.on(leg.place, day) !== changing.on(route.legs[i - 1]!.place, day - 1)
        ? f.t('words.working.onOfPlace', { at: placed(f, place) })
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
    f.t('words.working.in'),
    { text: last.container.name, at: setAt.container(last.container.key) },
    f.t('words.working.thePlugPullsCleanlyAt'),
    { text: f.t('words.working.degreeDays', { ready: f.number(ready) }), at: setAt.crop(crop.key) },
    batch.ready === undefined ? '' : ` (${f.date(batch.ready)})`,
    f.t('words.working.andThePlantIsToo', { limit: f.number(limit) }),
    batch.limit === undefined ? '' : ` (${f.date(batch.limit)})`,
    '.',
  ])
  const hardening = route.tail.at(-1)
  if (method.hardening.days > 0 && hardening) {
    const place = season.places[changing.on(hardening.place, plantOn - 1)]!
    lines.push([
      {
        text: f.t('words.working.ofHardening', { days: count(f, method.hardening.days, 'day') }),
        at: setAt.method(method.key),
      },
      f.t('words.working.on2'),
      { text: place.name, at: setAt.place(place.key) },
      '.',
    ])
  }
  lines.push([
    f.t('words.working.atPlantingItIsDegree', { ageAtPlanting: f.number(batch.ageAtPlanting) }),
    { text: f.t('words.working.plants', { agePoint: agePointWords(batch.agePoint, f) }), at: setAt.habits() },
    `, ${f.number(ready + batch.agePoint * (limit - ready))}.`,
  ])
  const chosen = batch.sowOn !== undefined
  // What has been sown has no other day any more.
  const toSow = batch.progress === undefined || batch.progress.standing === 'to-sow'
  return {
    title: bought === undefined ? f.t('words.working.sowingDay') : f.t('words.working.arrivalDay'),
    answer: `${f.longDate(pass.sown)}${chosen ? f.t('words.working.chosenByHand') : ''}${
      window && toSow
        ? f.t('words.working.anyDayFromToStill', { earliest: f.date(window.earliest), latest: f.date(window.latest) })
        : ''
    }`,
    lines,
    rule: f.t('words.working.theLatestSowingWhosePlants'),
    changes: f.t('words.working.aWarmerPlaceASmaller', {
      extra: crop.growth.points.length > 1 ? f.t('words.working.aLargerCell') : f.t('words.working.moreRoom'),
    }),
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
          f.t('words.working.fromOn', { from: f.date(stay.from) }),
          { text: place.name, at: setAt.place(place.key) },
          own
            ? f.t('words.working.theNearestThereIs', { lack: lackWords(own, place.name, f) })
            : f.t('words.working.theCheapestPlaceThatKeeps', {
                usualRate: f.number(keeps.usualRate, 1),
                temperature: f.temperature(leastNight(keeps.cold)),
              }),
          cheaper.length > 0 ? `; ${cheaper.join('; ')}.` : '.',
        ]
      })
  })
}

/** What a place lacks on a day. */
function lackWords(lack: PlaceLack, place: string, f: Format): string {
  switch (lack.kind) {
    case 'closed':
      return f.t('words.working.isNotOpen', { place })
    case 'kills':
      return f.t('words.working.hasUsualNightsUnderWhich', { place, temperature: f.temperature(lack.under) })
    case 'chills':
      return f.t('words.working.hasUsualNightsUnder', { place, temperature: f.temperature(lack.under) })
    case 'hot':
      return f.t('words.working.goesOver', { place, temperature: f.temperature(lack.above) })
    case 'slow':
      return f.t('words.working.isSlowDegreeDaysA', {
        place,
        pace: f.number(lack.pace, 1),
        usual: f.number(lack.usual, 1),
      })
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
    ? {
        text: f.t('words.working.passInspectionOnArrival', { share: shareWords(input.germination) }),
        at: setAt.method(way.method.key),
      }
    : lot
      ? { text: f.t('words.working.ofThisLotComeUp', { share: shareWords(seed.germination) }), at: setAt.lot(lot.key) }
      : {
          text: f.t('words.working.usuallyComeUp', { share: shareWords(seed.germination) }),
          at: setAt.crop(way.crop.key),
        }
  const lines: Piece[][] = [
    [
      {
        text: f.t('words.working.wanted', { goodPlants: count(f, batch.plants, 'goodPlant') }),
        at: setAt.planting(batch.planting.key),
      },
      '.',
    ],
    [
      germination,
      bought ? '.' : f.t('words.working.asSureAsATest', { seeds: count(f, Math.round(seed.testedSeeds), 'seed') }),
    ],
  ]
  if (inFlats(way.method))
    lines.push([
      {
        text: f.t('words.working.ofTheSeedlingsAreGood', { share: shareWords(policyOf(way.method.sowing).usable) }),
        at: setAt.method(way.method.key),
      },
      '.',
    ])
  if (factor < 0.999 && policy !== 'flat') {
    lines.push([
      f.t('words.working.onAtAboutOnlyOf', {
        places: season.places[batch.pass!.germPlace]!.name,
        temperature: f.temperature(germTemperature!),
        share: shareWords(factor),
      }),
    ])
  }
  if (way.seedsPerCell > 1) {
    lines.push([
      { text: sowingWords(way.method.sowing, f), at: setAt.method(way.method.key) },
      f.t('words.working.goodClumpsFromACell', {
        perCell: f.number(sizing.perCell, 2),
        atLeast: input.atLeast === undefined ? 'yes' : 'no',
      }),
    ])
  }
  way.survivals.forEach((survival, i) => {
    if (survival === 1) return
    const { container } = way.route.steps[i]!
    lines.push([
      {
        text: f.t('words.working.stayGoodIn', { share: shareWords(survival), container: container.name }),
        at: setAt.method(way.method.key),
      },
      '.',
    ])
  })
  if (sizing.counts.length > 1) {
    const later = sizing.counts
      .slice(1)
      .map((n, i) => f.t('words.working.into', { n: f.number(n), container: way.route.steps[i + 1]!.container.name }))
    lines.push([f.t('words.working.onlyWhatIsNeededIs', { list: list(f, later) })])
  }
  const habits = flatHabits(input).filter(({ habit }) => habit !== 'averages')
  lines.push([
    f.t('words.working.forComparison', {
      list: list(
        f,
        habits.map(({ habit, cells: n, chance }) =>
          f.t('words.working.sowsAndIsLikelyTo', {
            habit: f.t(`words.working.habits.${habit}`),
            n: f.number(n),
            chance: chanceWords(f, chance),
          }),
        ),
      ),
    }),
  ])
  return {
    title: bought
      ? f.t('words.working.youngPlants')
      : policy === 'flat'
        ? f.t('words.working.seedInFlats')
        : f.t('words.working.cells'),
    answer: f.t('words.working.likelyToGiveAtLeast', {
      count: count(f, sizing.cells, bought ? 'youngPlant' : policy === 'flat' ? 'seed' : 'cell'),
      chance: chanceWords(f, sizing.chance),
      plants: f.number(batch.plants),
      value: f.number(Math.max(0, sizing.spare)),
    }),
    lines,
    rule: f.t('words.working.theSmallestNumberThatIs', { chance: chanceWords(f, batch.confidence) }),
    changes: bought ? f.t('words.working.fewerLossesOnTheWay') : f.t('words.working.aBetterOrBetterTested'),
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
            f.t('words.working.over', {
              seeds: count(f, sizing.seeds, 'seed'),
              flats: count(f, way.cellsIn(0, sizing), 'flat'),
            }),
            {
              text: f.t('words.working.toAFlat', { seedsPerFlat: f.number(seedsPerFlat) }),
              at: setAt.method(way.method.key),
            },
            '.',
          ]
        : [
            `${count(f, sizing.cells, 'cell')} × `,
            { text: count(f, way.seedsPerCell, 'seed'), at: setAt.method(way.method.key) },
            ` = ${f.number(sizing.seeds)}.`,
          ]),
    ],
    [
      { text: f.t('words.working.forHandling', { share: shareWords(season.habits.handling) }), at: setAt.habits() },
      f.t('words.working.makesToHaveInHand', { toHave: f.number(toHave) }),
    ],
  ]
  if (seed.lot?.seeds !== undefined) {
    lines.push([
      {
        text: f.t('words.working.leftIn', { seeds: count(f, seed.lot.seeds, 'seed'), lot: seed.lot.name }),
        at: setAt.lot(seed.lot.key),
      },
      '.',
    ])
  }
  return {
    title: f.t('words.working.seeds'),
    answer: f.t('words.working.toHave', { seeds: count(f, sizing.seeds, 'seed'), toHave: f.number(toHave) }),
    lines,
    rule: f.t('words.working.cellsTimesSeedsPerCell'),
    changes: f.t('words.working.sowingFewerSeedsPerCell'),
  }
}

function room(batch: Batch, season: Season, f: Format): Working {
  const most = Math.max(...batch.stays.map((stay) => stay.trayPlaces))
  return {
    title: f.t('words.working.room'),
    answer: f.t('words.working.atMost', { trayPlaces: count(f, most, 'trayPlace') }),
    lines: batch.stays.map((stay) => [
      { text: season.places[stay.place]!.name, at: setAt.place(season.places[stay.place]!.key) },
      f.t('words.working.toIn', {
        from: f.date(stay.from),
        until: f.date(stay.until),
        cells: f.number(stay.cells),
        trays: f.number(stay.trays),
      }),
      { text: stay.container.name, at: setAt.container(stay.container.key) },
      `, ${count(f, stay.trayPlaces, 'trayPlace')}.`,
    ]),
    rule: f.t('words.working.wholeTraysEachByIts'),
    changes: f.t('words.working.aSmallerCellOrLater'),
  }
}
