/** The season document: one file that holds a whole farm season. Shapes, units and defaults. */
import { z } from 'zod'

export const SEASON_FORMAT = 1

const key = z
  .string()
  .min(1)
  .max(60)
  .regex(/^[a-z0-9][a-z0-9-]*$/, 'use small letters, digits and hyphens, starting with a letter or digit')
const name = z.string().trim().min(1).max(120)
const note = z.string().max(2000)
const share = z.number().min(0).max(1)
const celsius = z.number().min(-60).max(70)
const day = z.iso.date()
const monthDay = z
  .string()
  .regex(/^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, 'write the day of the year as MM-DD, for example 03-01')

/** How warm a place is. `held` is a thermostat; the other parts follow the weather outside. */
const temperature = {
  held: celsius.optional().describe('°C kept by a thermostat; overrides the other parts'),
  lift: z.number().min(-20).max(40).optional().describe('°C above outdoors'),
  halfRange: z.number().min(0).max(25).optional().describe('°C from the daily mean to the warmest hour (5 unless given)'),
  floor: celsius.optional().describe('°C the place never falls below'),
  ceiling: celsius.optional().describe('°C the place never rises above'),
}

export const PLACE_KINDS = [
  'heat-mat',
  'germination-cabinet',
  'lit-shelf',
  'bench',
  'tunnel',
  'cold-frame',
  'hardening-area',
] as const

export const Place = z.strictObject({
  key,
  name,
  kind: z.enum(PLACE_KINDS),
  trayPlaces: z.number().min(0).max(100_000).describe('room, counted in footprints of one standard flat'),
  temperature: z.strictObject({
    ...temperature,
    periods: z
      .array(z.strictObject({ from: monthDay, until: monthDay, ...temperature }))
      .max(12)
      .default([])
      .describe('parts of the year that differ; `until` is the first day it no longer holds'),
  }),
  open: z.strictObject({ from: monthDay, until: monthDay }).optional().describe('part of the year it can be used'),
  transmission: share.optional().describe('share of outdoor light that reaches the plants'),
  lamp: z
    .strictObject({ ppfd: z.number().min(0).max(3000).describe('µmol/m²·s'), hours: z.number().min(0).max(24) })
    .optional(),
})

export const CONTAINER_KINDS = ['open-flat', 'cell-tray', 'block-sheet', 'pots'] as const

export const Container = z.strictObject({
  key,
  name,
  kind: z.enum(CONTAINER_KINDS),
  cells: z.int().min(1).max(5000).describe('cells, blocks or pots in one tray, sheet or carrier'),
  cellVolume: z.number().positive().max(100_000).describe('ml of mix in one cell'),
  trayPlaces: z.number().positive().max(20).describe('standard-flat footprints one tray takes'),
  rowCells: z.int().min(1).max(500).optional().describe('cells in one row, for rounding to rows'),
  owned: z.int().min(0).max(1_000_000).optional().describe('trays, sheets or carriers on the farm'),
  washDays: z.int().min(0).max(60).default(0).describe('days until a used one is ready again'),
  plantable: z.boolean().default(false).describe('planted whole: potting on or planting causes no pause'),
})

export const Crop = z.strictObject({
  key,
  name,
  family: z.string().max(80).optional(),
  tenderness: z.enum(['hardy', 'half-hardy', 'tender']).default('half-hardy'),
  germination: z.strictObject({
    base: celsius,
    optimum: celsius,
    ceiling: celsius,
    thermalTime: z.number().positive().max(5000).describe('°C·days above the base to half of the final count'),
    spread: z.number().min(0.02).max(1.5).default(0.25).describe('spread of ln thermal time between seeds'),
    goodFrom: celsius.optional().describe('coolest °C with full germination (optimum − 8 unless given)'),
    goodTo: celsius.optional().describe('warmest °C with full germination (optimum + 3 unless given)'),
    usualShare: share.default(0.85).describe('share that comes up when a lot gives none'),
    light: z.enum(['light', 'dark', 'either']).default('either'),
    depth: z.number().min(0).max(15).optional().describe('cm'),
  }),
  growth: z.strictObject({
    base: celsius,
    optimum: celsius,
    points: z
      .array(
        z.strictObject({
          ml: z.number().positive().max(100_000).describe('mix for one plant, ml'),
          ready: z.number().positive().max(10_000).describe('degree-days since emergence when the plug holds'),
          limit: z.number().positive().max(10_000).describe('degree-days when the plant starts to suffer'),
        }),
      )
      .min(1)
      .max(12),
    leafInterval: z.number().positive().max(1000).optional().describe('degree-days from one true leaf to the next'),
    firstLeaf: z.number().positive().max(2000).optional().describe('degree-days to the first true leaf'),
  }),
  pauseDays: z.int().min(0).max(30).default(2).describe('days without growth from each potting up'),
  minNight: celsius.optional().describe('°C below which a night harms it'),
  stressAbove: celsius.optional().describe('°C above which heat spoils it'),
  thinAtLeaf: z.int().min(1).max(10).default(1),
  preparation: z
    .array(z.strictObject({ what: name, days: z.int().min(1).max(200) }))
    .max(6)
    .default([])
    .describe('chilling, soaking and the like, in order, ending on the sowing day'),
})

export const Variety = z.strictObject({ key, crop: key, name, note: note.optional() })

export const Lot = z.strictObject({
  key,
  variety: key,
  name,
  form: z.enum(['raw', 'pelleted', 'primed']).default('raw'),
  germination: share.describe('share that comes up in a test'),
  testedSeeds: z.int().min(1).max(100_000).default(100).describe('seeds in the test; a packet figure counts as 100'),
  testedOn: day.optional(),
  pace: z.number().min(0.3).max(4).default(1).describe('factor on thermal time; a slow lot is above 1'),
  seeds: z.int().min(0).optional().describe('seeds left'),
})

const trigger = z.union([
  z.strictObject({ age: z.number().positive().max(10_000).describe('degree-days') }),
  z.strictObject({ leaf: z.int().min(1).max(40).describe('when this true leaf shows') }),
  z.strictObject({ daysBeforePlanting: z.int().min(1).max(300) }),
])

export const Stage = z.strictObject({
  place: key,
  container: key.optional().describe('the first stage needs one; later, none means only the place changes'),
  germinateAt: key.optional().describe('first stage: where it stands until heat is left'),
  survival: z.number().gt(0).max(1).default(1).describe('share of good plants that stay good through the stage'),
  when: trigger.optional().describe('for a stage that changes only the place'),
  potUpPoint: share.optional().describe('0 as early as the plug allows, 1 as late as the cell allows'),
})

export const Method = z.strictObject({
  key,
  crop: key,
  name,
  sowing: z.discriminatedUnion('policy', [
    z.strictObject({ policy: z.literal('single') }),
    z.strictObject({
      policy: z.literal('thin'),
      seedsPerCell: z.int().min(1).max(20),
      keep: z.int().min(1).max(10).default(1),
    }),
  ]),
  leaveHeatAt: z.union([z.literal(0.1), z.literal(0.5), z.literal(0.9)]).default(0.5),
  potUpPoint: share.default(0.5),
  stages: z.array(Stage).min(1).max(8),
  hardening: z.strictObject({ days: z.int().min(0).max(60), place: key.optional() }).default({ days: 0 }),
})

export const SeriesChange = z.strictObject({
  n: z.int().min(1).max(400).describe('which of the series, counted from 1'),
  on: day.optional(),
  sowOn: day.optional(),
  plants: z.int().min(1).max(10_000_000).optional(),
  dropped: z.boolean().optional(),
})

export const Planting = z.strictObject({
  key,
  code: z
    .string()
    .trim()
    .min(1)
    .max(12)
    .regex(/^[A-Z0-9]+$/, 'use capital letters and digits'),
  variety: key,
  lot: key.optional(),
  method: key,
  plants: z.int().min(1).max(10_000_000).describe('good plants wanted in the field'),
  on: day.describe('planting day, of the first one when it is a series'),
  series: z
    .strictObject({
      every: z.int().min(1).max(365).describe('days from one to the next'),
      last: day.optional(),
      count: z.int().min(1).max(400).optional(),
    })
    .optional(),
  changes: z.array(SeriesChange).max(400).default([]).describe('single plantings of a series that differ from it'),
  sowOn: day.optional().describe('sowing day chosen by hand instead of counted back'),
  agePoint: share.optional().describe('0 just ready, 1 at the limit'),
  confidence: z.number().min(0.5).max(0.999).optional(),
  note: note.optional(),
})

const frostDate = z.strictObject({
  median: monthDay.describe('half the years have it before this day'),
  spreadDays: z.number().min(0).max(90).describe('days from the median to the latest (spring) or earliest (autumn) tenth'),
})

export const Site = z.strictObject({
  latitude: z.number().min(-66).max(66),
  elevation: z.number().min(-400).max(5000).optional().describe('m'),
  clearness: z.number().min(0.1).max(0.9).default(0.5).describe('share of sunlight above the air that reaches the ground'),
  outdoorMonthlyMeans: z.array(celsius).length(12).describe('°C, January first'),
  frost: z
    .strictObject({
      lastSpring: frostDate,
      firstAutumn: frostDate,
      trustedChance: z.number().min(0.01).max(0.5).default(0.1).describe('chance of a later frost you accept'),
      marginDays: z.int().min(-60).max(60).default(0),
    })
    .optional(),
})

export const Habits = z.strictObject({
  confidence: z.number().min(0.5).max(0.999).default(0.9),
  agePoint: share.default(0.3),
  handling: z.number().min(0).max(0.5).default(0.03).describe('share of seed lost or spilt'),
  rounding: z.enum(['cells', 'rows', 'trays']).default('cells'),
  sowingWeekdays: z.array(z.int().min(1).max(7)).max(7).default([]).describe('1 Monday … 7 Sunday; none means any day'),
})

export const Season = z.strictObject({
  format: z.literal(SEASON_FORMAT),
  farm: z.strictObject({ name }),
  season: z.strictObject({
    name,
    from: day,
    to: day,
    opensOn: day.optional().describe('the working day it opens on instead of the date today'),
  }),
  site: Site,
  habits: Habits.prefault({}),
  places: z.array(Place).max(200).default([]),
  containers: z.array(Container).max(200).default([]),
  crops: z.array(Crop).max(1000).default([]),
  varieties: z.array(Variety).max(5000).default([]),
  lots: z.array(Lot).max(10_000).default([]),
  methods: z.array(Method).max(5000).default([]),
  plantings: z.array(Planting).max(10_000).default([]),
})

export type Season = z.output<typeof Season>
export type SeasonInput = z.input<typeof Season>
export type Site = z.output<typeof Site>
export type Habits = z.output<typeof Habits>
export type Place = z.output<typeof Place>
export type PlaceKind = Place['kind']
export type Container = z.output<typeof Container>
export type Crop = z.output<typeof Crop>
export type Variety = z.output<typeof Variety>
export type Lot = z.output<typeof Lot>
export type Method = z.output<typeof Method>
export type Stage = z.output<typeof Stage>
export type Planting = z.output<typeof Planting>
export type SeriesChange = z.output<typeof SeriesChange>

/** The collections of a season that are lists of keyed things. */
export const COLLECTIONS = ['places', 'containers', 'crops', 'varieties', 'lots', 'methods', 'plantings'] as const
export type Collection = (typeof COLLECTIONS)[number]
