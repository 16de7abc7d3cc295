/** Test helper: any season at all that reads, for laws that must hold whatever a grower writes. */
import fc from 'fast-check'
import { readSeason } from './read'
import type { Season, SeasonInput } from './schema'
import { present } from './values'

const celsius = (min: number, max: number) => fc.integer({ min: min * 2, max: max * 2 }).map((n) => n / 2)
const share = fc.integer({ min: 1, max: 20 }).map((n) => n / 20)
const maybe = <T>(arbitrary: fc.Arbitrary<T>) => fc.option(arbitrary, { nil: undefined })
const word = fc.constantFrom('Red', 'Pale “mid”', 'Long, sweet', "O'Dell", 'Zürich ½', '=2+3', 'x')
const monthDay = fc.constantFrom('01-01', '02-29', '03-01', '06-15', '10-31', '12-31')

const temperature = fc.oneof(
  fc.record({ held: celsius(2, 30) }),
  fc.record({ lift: celsius(-3, 12), halfRange: celsius(0, 10), floor: celsius(-2, 12), ceiling: celsius(20, 35) }),
  fc.record({ lift: celsius(0, 6) }),
)

const place = fc.record({
  kind: fc.constantFrom(
    'heat-mat' as const,
    'lit-shelf' as const,
    'bench' as const,
    'tunnel' as const,
    'cold-frame' as const,
  ),
  trayPlaces: fc.integer({ min: 0, max: 60 }),
  temperature: fc.tuple(temperature, fc.array(fc.tuple(monthDay, monthDay, temperature), { maxLength: 2 })),
  open: maybe(fc.record({ from: monthDay, until: monthDay })),
  transmission: maybe(share),
  lamp: maybe(fc.record({ ppfd: fc.integer({ min: 0, max: 300 }), hours: fc.integer({ min: 0, max: 20 }) })),
})

const container = fc.record({
  cells: fc.integer({ min: 1, max: 200 }),
  cellVolume: fc.constantFrom(8, 20, 45, 100, 350, 700),
  trayPlaces: fc.constantFrom(0.5, 1, 1.25),
  rowCells: maybe(fc.integer({ min: 1, max: 10 })),
  owned: maybe(fc.integer({ min: 0, max: 40 })),
  washDays: fc.integer({ min: 0, max: 4 }),
  plantable: fc.boolean(),
})

const crop = fc.record({
  base: celsius(1, 9),
  toOptimum: celsius(8, 18),
  toCeiling: celsius(3, 10),
  thermalTime: fc.integer({ min: 30, max: 220 }),
  growthBase: celsius(2, 8),
  growthSpan: celsius(10, 18),
  points: fc.uniqueArray(fc.constantFrom(10, 30, 90, 400), { minLength: 1, maxLength: 3 }),
  ready: fc.integer({ min: 120, max: 500 }),
  hold: fc.integer({ min: 30, max: 300 }),
  leafInterval: fc.integer({ min: 20, max: 90 }),
  minNight: maybe(celsius(0, 8)),
  cold: maybe(
    fc.record({ chillsUnder: celsius(0, 12), killsUnder: celsius(-6, 2), killsHardenedUnder: celsius(-10, -2) }),
  ),
  plateau: maybe(fc.double({ min: 0.1, max: 0.9, noNaN: true })),
  stressAbove: maybe(celsius(28, 38)),
  pauseDays: fc.integer({ min: 0, max: 4 }),
  preparation: fc.array(fc.record({ what: word, days: fc.integer({ min: 1, max: 20 }) }), { maxLength: 2 }),
  tenderness: fc.constantFrom('hardy' as const, 'half-hardy' as const, 'tender' as const),
})

const method = fc.record({
  crop: fc.nat(1),
  sowing: fc.oneof(
    fc.constant({ policy: 'single' as const }),
    fc.record({
      policy: fc.constant('thin' as const),
      seedsPerCell: fc.integer({ min: 2, max: 3 }),
      keep: fc.constant(1),
    }),
    fc.constant({ policy: 'thin' as const, seedsPerCell: 4, keep: 2 }),
    fc.record({
      policy: fc.constant('clump' as const),
      seedsPerCell: fc.integer({ min: 2, max: 6 }),
      count: fc.constantFrom('plants' as const, 'clumps' as const),
      atLeast: fc.constantFrom(1, 2),
    }),
    fc.record({
      policy: fc.constant('divide' as const),
      seedsPerCell: fc.integer({ min: 2, max: 8 }),
      parts: fc.integer({ min: 2, max: 6 }),
    }),
    fc.record({ policy: fc.constant('flat' as const), seedsPerFlat: fc.integer({ min: 20, max: 400 }) }),
    fc.record({
      policy: fc.constant('bought' as const),
      age: fc.integer({ min: 0, max: 300 }),
      orderDays: fc.integer({ min: 0, max: 60 }),
    }),
  ),
  divide: maybe(fc.integer({ min: 2, max: 4 })),
  leaveHeatAt: fc.constantFrom(0.1 as const, 0.5 as const, 0.9 as const),
  potUpPoint: share,
  first: fc.record({ place: fc.nat(3), container: fc.nat(2), germinateAt: maybe(fc.nat(3)), survival: share }),
  pots: maybe(fc.record({ place: fc.nat(3), container: fc.nat(2), survival: share, potUpPoint: maybe(share) })),
  shift: maybe(
    fc.record({
      place: fc.nat(3),
      when: fc.oneof(
        fc.record({ age: fc.integer({ min: 50, max: 400 }) }),
        fc.record({ leaf: fc.integer({ min: 1, max: 6 }) }),
      ),
    }),
  ),
  last: maybe(fc.record({ place: fc.nat(3), days: fc.integer({ min: 16, max: 30 }) })),
  hardening: fc.record({ days: fc.integer({ min: 0, max: 15 }), place: fc.nat(2) }),
})

const planting = fc.record({
  variety: fc.nat(2),
  method: fc.nat(2),
  plants: fc.integer({ min: 1, max: 500 }),
  month: fc.integer({ min: 1, max: 12 }),
  date: fc.integer({ min: 1, max: 28 }),
  series: maybe(fc.record({ every: fc.integer({ min: 3, max: 30 }), count: fc.integer({ min: 1, max: 5 }) })),
  change: maybe(
    fc.record({
      n: fc.integer({ min: 1, max: 5 }),
      plants: maybe(fc.integer({ min: 1, max: 90 })),
      confidence: maybe(fc.constantFrom(0.7, 0.98)),
      dropped: fc.constantFrom(true, undefined),
    }),
  ),
  agePoint: maybe(share),
  confidence: maybe(fc.constantFrom(0.6, 0.9, 0.95)),
  note: maybe(word),
})

const goes = fc.array(
  fc.oneof(
    fc.record({
      to: fc.constant('bed' as const),
      bed: fc.constantFrom('bed-0', 'bed-1'),
      plants: fc.integer({ min: 1, max: 300 }),
      at: maybe(fc.integer({ min: 0, max: 900 })),
    }),
    fc.record({
      to: fc.constant('customer' as const),
      name: word,
      plants: fc.integer({ min: 1, max: 80 }),
      on: maybe(fc.constant('2027-06-10')),
    }),
    fc.record({
      to: fc.constant('sale' as const),
      plants: fc.integer({ min: 1, max: 80 }),
      pot: maybe(fc.constant('box-0')),
    }),
    fc.record({ to: fc.constant('spare' as const), plants: fc.integer({ min: 1, max: 80 }) }),
  ),
  { maxLength: 3 },
)

const keyOrNull = (key: string) => fc.constantFrom(key, null)
const decided = fc.record({
  worth: maybe(
    fc.oneof(
      fc.constant({ by: 'promise' as const }),
      fc.record({ by: fc.constant('money' as const), amount: fc.integer({ min: 0, max: 5000 }) }),
    ),
  ),
  may: maybe(fc.record({ earlier: fc.nat(5), later: fc.nat(20) })),
  pinned: maybe(fc.boolean()),
  otherwise: maybe(
    fc
      .record({
        germinateAt: maybe(fc.constantFrom('place-0', 'place-1')),
        places: maybe(fc.tuple(keyOrNull('place-2'))),
        containers: maybe(fc.tuple(keyOrNull('box-1'))),
        hardenAt: maybe(fc.constant('place-0')),
        potUpPoint: maybe(share),
        hold: maybe(fc.record({ place: fc.constant('place-1'), days: fc.integer({ min: 1, max: 10 }) })),
      })
      .map((one) => present(one)),
  ),
  stands: maybe(
    fc.array(
      fc.record({
        place: fc.constantFrom('place-0', 'place-1'),
        bench: fc.constant(0),
        level: fc.constant(0),
        at: fc.nat(20),
      }),
      { minLength: 1, maxLength: 2 },
    ),
  ),
})

/** What limits a season, beside its places and containers. */
const limited = fc.record({
  crew: maybe(
    fc.record({
      hours: fc.integer({ min: 0, max: 60 }),
      parts: fc.array(fc.constant({ from: '04-01', until: '06-01', hours: 30 }), { maxLength: 1 }),
    }),
  ),
  fit: maybe(fc.record({ earlier: fc.nat(4), later: fc.nat(12), changed: fc.nat(20) })),
  shareTrays: fc.boolean(),
  rooms: maybe(
    fc.array(fc.record({ from: fc.constant('05-01'), until: fc.constant('06-01'), trayPlaces: fc.nat(9) }), {
      minLength: 1,
      maxLength: 1,
    }),
  ),
  stock: fc.array(
    fc.constantFrom({ what: 'Mats', count: 2, gives: 'heat' as const, serves: 3 }, { what: 'Pails', count: 4 }),
    { maxLength: 2 },
  ),
  seeder: maybe(fc.boolean()),
})

/** What a season has in the field, beside its plantings. */
const field = fc.record({
  lengths: fc.tuple(fc.integer({ min: 200, max: 4000 }), fc.integer({ min: 200, max: 4000 })),
  standing: maybe(fc.constantFrom('2027-03-20', '2027-06-15')),
  spacing: fc.record({
    rowSpacing: maybe(fc.integer({ min: 10, max: 90 })),
    plantSpacing: maybe(fc.integer({ min: 5, max: 90 })),
    harvestDays: maybe(fc.integer({ min: 1, max: 120 })),
  }),
  maturity: maybe(
    fc.record({
      days: fc.integer({ min: 20, max: 160 }),
      from: fc.constantFrom('sowing' as const, 'planting' as const),
      at: maybe(celsius(10, 22)),
    }),
  ),
  inPlace: maybe(
    fc.record({ seedsPerMetre: fc.integer({ min: 5, max: 120 }), thinTo: fc.integer({ min: 2, max: 60 }) }),
  ),
  plantings: fc.array(
    fc.record({
      decided,
      goes: maybe(goes),
      follows: fc.boolean(),
      counted: maybe(fc.nat(400)),
      spacing: maybe(
        fc.record({
          rows: maybe(fc.integer({ min: 1, max: 8 })),
          atSpot: maybe(fc.integer({ min: 1, max: 4 })),
          between: maybe(fc.boolean()),
        }),
      ),
    }),
    { minLength: 6, maxLength: 6 },
  ),
})

/** Days of the season, by date. */
const dates = fc.uniqueArray(
  fc.integer({ min: 0, max: 200 }).map((after) => new Date(Date.UTC(2027, 1, 1 + after)).toISOString().slice(0, 10)),
  { minLength: 1, maxLength: 8 },
)

/** Any season: two crops, three places, containers and methods each, up to six plantings. */
export const anySeason: fc.Arbitrary<Season> = fc
  .record({
    latitude: fc.integer({ min: -60, max: 60 }),
    means: fc.array(celsius(-8, 24), { minLength: 12, maxLength: 12 }),
    frost: fc.boolean(),
    rounding: fc.constantFrom('cells' as const, 'rows' as const, 'trays' as const),
    weekdays: fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { maxLength: 3 }),
    workDates: fc.option(
      fc.record({ sowing: dates, potting: dates, moving: dates, planting: dates }, { requiredKeys: [] }),
      {
        nil: undefined,
      },
    ),
    places: fc.array(place, { minLength: 3, maxLength: 3 }),
    containers: fc.array(container, { minLength: 3, maxLength: 3 }),
    crops: fc.array(crop, { minLength: 2, maxLength: 2 }),
    names: fc.array(word, { minLength: 3, maxLength: 3 }),
    lots: fc.array(
      fc.record({
        germination: share,
        testedSeeds: fc.constantFrom(20, 100),
        pace: fc.constantFrom(0.8, 1, 1.4),
        seeds: maybe(fc.nat(5000)),
      }),
      { maxLength: 3 },
    ),
    methods: fc.array(method, { minLength: 3, maxLength: 3 }),
    plantings: fc.array(planting, { maxLength: 6 }),
    field,
    limited,
    kept: fc.record({
      region: maybe(fc.constantFrom('uk' as const, 'us' as const)),
      timeZone: maybe(fc.constantFrom('Europe/Paris', 'America/Denver', 'UTC')),
      recordsFrom: maybe(fc.constantFrom('2026-12-01', '2027-03-01')),
    }),
    cover: maybe(fc.constantFrom('fleece' as const, 'low-tunnel' as const, 'tunnel' as const, 'glasshouse' as const)),
    plannedOn: maybe(fc.constant('2027-04-01')),
    untested: fc.boolean(),
  })
  .map((parts) => {
    const cropOf = (i: number) => `crop-${i}`
    // Beyond the places there is the rule that finds one.
    const placeKey = (i: number) => (i === 3 ? '@usual-pace' : `place-${i}`)
    const methods = parts.methods.map((m, i) => ({
      ...m,
      crop: i === 2 ? m.crop : i,
      // What is divided needs pots to go into; clumps whose plants are counted are not divided again.
      pots:
        m.pots ??
        (m.sowing.policy === 'divide' ? { place: 0, container: 1, survival: 0.9, potUpPoint: undefined } : undefined),
      divide: m.sowing.policy === 'clump' && m.sowing.count === 'plants' ? undefined : m.divide,
    }))
    const document: SeasonInput = {
      format: 1,
      farm: { name: 'Any farm', ...present(parts.kept) },
      season: { name: 'any', from: '2027-01-01', to: '2027-12-31' },
      site: {
        latitude: parts.latitude,
        outdoorMonthlyMeans: parts.means,
        ...(parts.frost
          ? {
              frost: {
                lastSpring: { median: parts.latitude < 0 ? '10-04' : '05-04', spreadDays: 12 },
                firstAutumn: { median: parts.latitude < 0 ? '05-01' : '10-01', spreadDays: 9 },
                marginDays: 2,
              },
            }
          : {}),
      },
      habits: {
        rounding: parts.rounding,
        sowingWeekdays: parts.weekdays,
        pottingWeekdays: parts.weekdays,
        movingWeekdays: parts.weekdays,
        plantingWeekdays: parts.weekdays,
        ...present({ workDates: parts.workDates }),
        shareTrays: parts.limited.shareTrays,
        ...present({ crew: parts.limited.crew, fit: parts.limited.fit }),
      },
      places: parts.places.map(({ temperature: [usual, periods], ...p }, i) => ({
        ...present(p),
        key: `place-${i}`,
        name: `Place ${i}`,
        ...(i === 0 ? present({ rooms: parts.limited.rooms, stock: parts.limited.stock }) : {}),
        temperature: { ...usual, periods: periods.map(([from, until, t]) => ({ from, until, ...t })) },
      })),
      containers: [
        ...parts.containers.map((c, i) => ({
          ...present(c),
          key: `box-${i}`,
          name: `Box ${i}`,
          kind: 'cell-tray' as const,
        })),
        { key: 'flat', name: 'Flat', kind: 'open-flat', cells: 1, cellVolume: 6000, trayPlaces: 1 },
      ],
      crops: parts.crops.map((c, i) => ({
        key: cropOf(i),
        name: `Crop ${i}`,
        tenderness: c.tenderness,
        germination: {
          base: c.base,
          optimum: c.base + c.toOptimum,
          ...present({
            plateauTo: c.plateau === undefined ? undefined : c.base + c.toOptimum + c.plateau * c.toCeiling,
          }),
          ceiling: c.base + c.toOptimum + c.toCeiling,
          thermalTime: c.thermalTime,
        },
        growth: {
          base: c.growthBase,
          optimum: c.growthBase + c.growthSpan,
          points: c.points.map((ml) => ({ ml, ready: c.ready + ml / 2, limit: c.ready + ml / 2 + c.hold + ml / 4 })),
          leafInterval: c.leafInterval,
        },
        pauseDays: c.pauseDays,
        field: present({
          ...parts.field.spacing,
          maturity: i === 0 && parts.field.maturity ? present(parts.field.maturity) : undefined,
        }),
        preparation: c.preparation,
        ...present({ minNight: c.minNight, stressAbove: c.stressAbove, ...c.cold }),
      })),
      varieties: parts.names.map((name, i) => ({ key: `kind-${i}`, crop: cropOf(i % 2), name })),
      lots: parts.lots.map((lot, i) => ({
        ...present(i === 0 && parts.untested ? { ...lot, germination: undefined } : lot),
        key: `lot-${i}`,
        variety: `kind-${i}`,
        name: `Lot ${i}`,
      })),
      blocks: [{ key: 'block', name: 'Block' }],
      beds: parts.field.lengths.map((length, i) => ({
        key: `bed-${i}`,
        name: `Bed ${i}`,
        block: 'block',
        length,
        width: 75,
        ...(i === 0 && parts.cover ? { covers: [{ kind: parts.cover, from: '03-01', until: '10-01' }] } : {}),
        ...(i === 0 && parts.field.standing ? { standing: [{ what: 'garlic', until: parts.field.standing }] } : {}),
      })),
      methods: [
        ...methods.map((m, i) => ({
          key: `way-${i}`,
          crop: cropOf(m.crop),
          name: `Way ${i}`,
          sowing: m.sowing,
          ...(i === 0 ? present({ seeder: parts.limited.seeder }) : {}),
          leaveHeatAt: m.leaveHeatAt,
          potUpPoint: m.potUpPoint,
          stages: [
            {
              place: placeKey(m.first.place),
              container: m.sowing.policy === 'flat' ? 'flat' : `box-${m.first.container}`,
              survival: m.first.survival,
              ...(m.first.germinateAt === undefined || m.sowing.policy === 'bought'
                ? {}
                : { germinateAt: placeKey(m.first.germinateAt) }),
            },
            ...(m.shift ? [{ place: placeKey(m.shift.place), when: m.shift.when }] : []),
            ...(m.pots
              ? [
                  {
                    ...present(m.pots),
                    place: placeKey(m.pots.place),
                    container: `box-${m.pots.container}`,
                    ...present({ divide: m.divide }),
                  },
                ]
              : []),
            ...(m.last ? [{ place: placeKey(m.last.place), when: { daysBeforePlanting: m.last.days } }] : []),
          ],
          hardening: { days: m.hardening.days, place: `place-${m.hardening.place}` },
        })),
        ...(parts.field.inPlace
          ? [
              {
                key: 'rows',
                crop: 'crop-0',
                name: 'Rows',
                sowing: { policy: 'in-place' as const, ...parts.field.inPlace },
                stages: [],
              },
            ]
          : []),
      ],
      plantings: parts.plantings.map((p, i) => {
        const way = methods[p.method]!
        const variety = [0, 1, 2].find((v) => v % 2 === way.crop && v >= p.variety) ?? way.crop
        const day = `2027-${String(p.month).padStart(2, '0')}-${String(p.date).padStart(2, '0')}`
        // The last of the first crop is sown in rows, where the season has such a way.
        const rows = i === 5 && way.crop === 0 && parts.field.inPlace !== undefined
        const own = parts.field.plantings[i]!
        return {
          // What is sown in its place has no stages to differ in; a flat stays a flat, and divided plants keep their pots.
          ...present(
            rows || ['flat', 'divide'].includes(way.sowing.policy)
              ? { ...own.decided, otherwise: undefined }
              : own.decided,
          ),
          ...present({
            goes: own.goes?.map((share) => present(share) as never),
            spacing: own.spacing && present(own.spacing),
            stand: p.series || own.counted === undefined ? undefined : { on: day, plants: own.counted },
            anchor: own.follows && i > 0 ? { to: 'bed' as const, bed: 'bed-0', days: 2 } : undefined,
          }),
          ...present({ plannedOn: parts.plannedOn }),
          ...present({ agePoint: p.agePoint, confidence: p.confidence, note: p.note, series: p.series }),
          key: `p-${i}`,
          code: `P${i}`,
          variety: `kind-${variety}`,
          method: rows ? 'rows' : `way-${p.method}`,
          plants: p.plants,
          on: day,
          changes: p.series && p.change ? [present(p.change)] : [],
        }
      }),
    }
    const read = readSeason(document)
    if (!read.ok) throw new Error(read.problems.map(({ path, message }) => `${path} ${message}`).join('\n'))
    return read.season
  })
