/** The season document: one file that holds a whole farm season. Shapes, units and defaults. */
import { z } from 'zod'

export const SEASON_FORMAT = 1

const key = z
  .string()
  .min(1)
  .max(60)
  .regex(/^[a-z0-9][a-z0-9-]*$/, 'use small letters, digits and hyphens, starting with a letter or digit')
/** Words that every database and file can hold: no NUL, no half of a character. */
const text = () =>
  z.string().refine((words) => !/\0|\p{Surrogate}/u.test(words), {
    message: 'holds a character that cannot be written; type it again.',
  })
const name = text().trim().min(1).max(120)
const note = text().max(2000)
const share = z.number().min(0).max(1)
const celsius = z.number().min(-60).max(70)
/** Days that calendars, databases and the plan all hold. */
const [FIRST_DAY, LAST_DAY] = ['1970-01-01', '2200-12-31']
const inRange = (iso: string) => iso.slice(0, 10) >= FIRST_DAY && iso.slice(0, 10) <= LAST_DAY
const day = z.iso.date().refine(inRange, { message: `must lie between ${FIRST_DAY} and ${LAST_DAY}.` })
const moment = z.iso
  .datetime()
  .max(40)
  .refine(inRange, { message: `must lie between ${FIRST_DAY} and ${LAST_DAY}.` })
const monthDay = z
  .string()
  .regex(/^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, 'write the day of the year as MM-DD, for example 03-01')

/** How warm a place is. `held` is a thermostat; the other parts follow the weather outside. */
const temperature = {
  held: celsius.optional().describe('°C kept by a thermostat; overrides the other parts'),
  lift: z.number().min(-20).max(40).optional().describe('°C above outdoors'),
  halfRange: z
    .number()
    .min(0)
    .max(25)
    .optional()
    .describe('°C from the daily mean to the warmest hour (5 unless given)'),
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
  rooms: z
    .array(
      z.strictObject({
        from: monthDay,
        until: monthDay,
        trayPlaces: z.number().min(0).max(100_000),
        why: text().max(120).optional(),
      }),
    )
    .max(12)
    .optional()
    .describe('parts of the year with other room than usual; `until` is the first day it no longer holds'),
  transmission: share.optional().describe('share of outdoor light that reaches the plants'),
  lamp: z
    .strictObject({
      ppfd: z.number().min(0).max(3000).describe('µmol/m²·s'),
      hours: z.number().min(0).max(24),
      above: z.number().positive().max(300).optional().describe('cm it is hung over the tallest leaves'),
      dims: z.boolean().optional().describe('whether its light can be turned down'),
    })
    .optional(),
  water: z
    .strictObject({
      below: z.boolean().optional().describe('trays draw it up from below'),
      days: z
        .number()
        .min(0.5)
        .max(14)
        .optional()
        .describe('days from one watering to the next, in place of what is reckoned; a half is twice a day'),
    })
    .optional()
    .describe('how it is watered there'),
  power: z
    .strictObject({
      watts: z.number().positive().max(1_000_000).describe('while it is on, all of it'),
      hours: z.number().positive().max(24).describe('a day that it is on'),
    })
    .optional()
    .describe('mats, lamps or heater: what they draw'),
  layout: z
    .strictObject({
      benches: z
        .array(
          z.strictObject({
            name,
            length: z.number().positive().max(20_000).describe('cm'),
            width: z.number().positive().max(2000).describe('cm'),
            levels: z.int().min(1).max(12).default(1),
          }),
        )
        .max(60)
        .default([]),
      headroom: z.number().positive().max(1000).optional().describe('cm from a level to what hangs over it'),
      lampHeight: z.number().positive().max(1000).optional().describe('cm from the trays to the lamp'),
    })
    .optional()
    .describe('what stands there, to draw it to scale'),
  stock: z
    .array(
      z.strictObject({
        what: name,
        count: z.int().min(0).max(100_000),
        gives: z
          .enum(['heat', 'light', 'cover'])
          .optional()
          .describe('what it gives the trays it serves; none: it limits nothing'),
        serves: z.number().positive().max(1000).optional().describe('tray places that one of it serves'),
      }),
    )
    .max(30)
    .default([])
    .describe('mats, lamps, covers, reservoirs and the like, counted'),
})

export const DOSE_UNITS = ['g', 'ml', 'oz', 'tsp', 'tbsp', 'cup'] as const

/** How a mix is made up, and what follows from it. */
const recipe = {
  parts: z
    .array(z.strictObject({ what: name, parts: z.number().positive().max(1000) }))
    .min(1)
    .max(12)
    .default([{ what: 'Bought sowing mix', parts: 1 }])
    .describe('by volume'),
  additives: z
    .array(
      z.strictObject({
        what: name,
        amount: z.number().positive().max(100_000),
        unit: z.enum(DOSE_UNITS),
        litres: z
          .number()
          .positive()
          .max(10_000)
          .optional()
          .describe('litres of mix that the amount is for; 10 unless given'),
      }),
    )
    .max(12)
    .default([])
    .describe('amount in so much mix'),
  water: z.number().min(0).max(2).default(0.3).describe('litres of water that wet a litre of dry mix'),
  feedsDays: z
    .int()
    .min(0)
    .max(200)
    .optional()
    .describe('days that the feed in it lasts from filling; 0 or none: it holds no feed'),
  heating: z
    .strictObject({
      how: text().trim().min(1).max(200).describe('scalded, steamed, in the oven'),
      coolHours: z.number().min(0).max(240).describe('hours until it is cool enough to sow into'),
    })
    .optional()
    .describe('heated against weeds and rot before it is used'),
  litrePrice: z.number().min(0).max(1000).optional().describe('of a litre'),
}

export const MIX_USES = ['sowing', 'potting', 'blocks'] as const

/** A mix by name, made up or bought. */
export const Mix = z.strictObject({
  key,
  name,
  uses: z
    .array(z.enum(MIX_USES))
    .max(3)
    .default([])
    .describe('what it is usually used for, where neither the stage nor the container says another'),
  compaction: z
    .number()
    .min(0)
    .max(1)
    .optional()
    .describe('mix needed beyond the volume of the cells, where it is not as usual'),
  ...recipe,
})

export const CONTAINER_KINDS = [
  'open-flat',
  'cell-tray',
  'break-apart-pack',
  'block-sheet',
  'foam-sheet',
  'pellet-sheet',
  'fibre-sheet',
  'pots',
] as const

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
  packCells: z
    .int()
    .min(1)
    .max(1000)
    .optional()
    .describe('cells in one pack that breaks off, so that part of a tray can leave'),
  measures: z
    .strictObject({
      shape: z.enum(['square', 'round']),
      top: z.number().positive().max(200).describe('cm across at the top'),
      bottom: z.number().positive().max(200).describe('cm across at the bottom'),
      depth: z.number().positive().max(200).describe('cm'),
    })
    .optional()
    .describe('one cell or pot'),
  outline: z
    .strictObject({ length: z.number().positive().max(500), width: z.number().positive().max(500) })
    .optional()
    .describe('the whole tray, sheet or carrier, cm'),
  price: z.number().min(0).max(1_000_000).optional().describe('of one tray, sheet or carrier'),
  lasts: z
    .int()
    .min(1)
    .max(10_000)
    .optional()
    .describe('times it is filled before it is worn out: each time costs its share of the price'),
  mix: key.optional().describe('mix it is filled with, where it is not the usual one'),
})

const range = z.tuple([z.number(), z.number()])

const GROUPS = ['vegetable', 'herb', 'cut-flower', 'bedding', 'perennial'] as const
export const CAUTIONS = ['irritant', 'poisonous', 'hot-seed', 'thorns', 'invasive'] as const

/** What stores are counted in. */
export const STORE_UNITS = ['l', ...DOSE_UNITS] as const

/** Something that is bought: how much of it there is, and what it is sold in. */
export const Supply = z.strictObject({
  key,
  name,
  of: z.discriminatedUnion('what', [
    z.strictObject({ what: z.literal('seed'), variety: key }),
    z.strictObject({ what: z.literal('container'), container: key }),
    z
      .strictObject({ what: z.literal('material'), material: name, unit: z.enum(STORE_UNITS) })
      .describe('parts of mixes, what is added to them, what seed is covered with'),
    z.strictObject({ what: z.literal('labels') }),
  ]),
  have: z
    .number()
    .min(0)
    .max(100_000_000)
    .optional()
    .describe(
      'how much there was when it was counted: litres, or the unit of its dose; labels. Seed is counted by its lots, containers by how many are owned',
    ),
  countedOn: day.optional().describe('day it was counted, from whose evening on what is used is taken off'),
  spare: z.number().min(0).max(5).optional().describe('more than is needed, as a share'),
  keep: z
    .number()
    .min(0)
    .max(100_000_000)
    .optional()
    .describe('always to be in store, whatever is planned: of what no plan says, such as fleece or feed'),
  offers: z
    .array(
      z.strictObject({
        supplier: name,
        size: z.number().positive().max(100_000_000).describe('how much is in one: seeds, trays, litres, labels'),
        price: z.number().min(0).max(100_000_000).describe('of one, in the money of the farm'),
        leadDays: z.int().min(0).max(500).default(7).describe('days from ordering to its arrival'),
      }),
    )
    .max(12)
    .default([]),
})

/** Something that was ordered, and what really came of it. */
export const Order = z.strictObject({
  key,
  name,
  of: Supply.shape.of,
  supplier: name,
  size: z.number().positive().max(100_000_000).describe('how much is in one'),
  price: z.number().min(0).max(100_000_000).describe('of one'),
  packs: z.int().min(1).max(1_000_000),
  orderedOn: day,
  expectedOn: day.optional(),
  arrived: z
    .array(
      z.strictObject({
        on: day,
        packs: z.int().min(0).max(1_000_000),
        bad: z.int().min(0).max(1_000_000).default(0).describe('of these, packs that were no good'),
      }),
    )
    .max(40)
    .default([]),
  closed: z.boolean().optional().describe('what has not come is not coming'),
})

/** What is known of a kind beyond what the plan is computed from. */
const facts = {
  group: z.enum(GROUPS).optional(),
  season: z.enum(['cool', 'warm']).optional().describe('cool- or warm-season'),
  lifespan: z.enum(['annual', 'biennial', 'perennial']).optional().describe('as it is grown'),
  raise: z
    .strictObject({ way: z.enum(['direct', 'raised', 'either']), why: note })
    .optional()
    .describe('sown in place, raised, or either, and why'),
  field: z
    .strictObject({
      hardeningDays: z.int().min(0).max(60).optional(),
      nightAbove: celsius.optional().describe('°C the nights should keep above when it goes out'),
      soilAbove: celsius.optional().describe('°C the soil should have when it goes out'),
      rowSpacing: z.number().positive().max(1000).optional().describe('cm between rows'),
      plantSpacing: z.number().positive().max(1000).optional().describe('cm between plants in the row'),
      maturity: z
        .strictObject({
          days: z.int().min(1).max(1500),
          from: z.enum(['sowing', 'planting']),
          hours: z.number().min(6).max(20).optional().describe('day length from which it flowers, hours'),
          at: celsius
            .optional()
            .describe('°C of the days they hold at: then warmer days count for more and cooler ones for less'),
        })
        .optional()
        .describe('days to the first harvest, and from what they are counted'),
      harvestDays: z.int().min(1).max(400).optional().describe('days from first to last harvest'),
      yield: z
        .strictObject({
          amount: z.number().min(0).max(100_000),
          unit: z.enum(['kg', 'heads', 'stems', 'bunches']),
          per: z.enum(['plant', 'plant-week']),
        })
        .optional(),
      atSpot: z.int().min(1).max(10).optional().describe('plants set at one spot'),
      hole: z
        .array(
          z.strictObject({
            what: name,
            amount: z.number().positive().max(100_000),
            unit: z.enum(['g', 'ml', 'l', 'handful']),
          }),
        )
        .max(8)
        .optional()
        .describe('what goes into each hole at planting'),
      support: z.enum(['none', 'stake', 'cage', 'net', 'string', 'trellis']).optional(),
    })
    .prefault({}),
  care: z
    .strictObject({
      roots: z.enum(['tough', 'fair', 'touchy']).optional().describe('how it takes having its roots disturbed'),
      buryAtPotting: z
        .enum(['never', 'to-seed-leaves', 'deep'])
        .optional()
        .describe('how far the stem may be buried when it is potted up'),
      buryAtPlanting: z.enum(['never', 'to-seed-leaves', 'deep']).optional(),
      water: z.enum(['moist', 'dry-between']).optional().describe('how its mix is kept while it is small'),
      feedAtLeaf: z.int().min(1).max(20).optional(),
      feedEvery: z.int().min(1).max(60).optional().describe('days from one feed to the next; 7 unless given'),
      feedStrength: z
        .number()
        .positive()
        .max(2)
        .optional()
        .describe(
          'share of the full strength of its feed; half until its third true leaf and full from it unless given',
        ),
      pinch: z
        .strictObject({
          leaf: z.int().min(1).max(30),
          delayDays: z.int().min(0).max(120).describe('days the harvest comes later'),
          stems: z.number().min(1).max(50).describe('stems for each one without pinching'),
        })
        .optional(),
      moveUpHeight: z
        .number()
        .min(0.5)
        .max(20)
        .optional()
        .describe('height at which it is moved up, in widths of its pot; 3 unless given'),
      stretchedHeight: z
        .number()
        .min(0.5)
        .max(20)
        .optional()
        .describe('height from which it is called stretched, in widths of its pot; 2.2 unless given'),
      leafHeight: z
        .number()
        .positive()
        .max(30)
        .optional()
        .describe('cm it grows taller with each true leaf; 1.5 unless given'),
      firstBud: z
        .enum(['past-its-best', 'time-to-plant', 'no-matter'])
        .optional()
        .describe('what the first flower bud means before planting'),
      dayLength: z.enum(['short', 'long', 'neutral']).optional().describe('days that make it flower or bulb'),
      criticalHours: z.number().min(6).max(20).optional().describe('day length at which it does, hours'),
    })
    .prefault({}),
  seed: z
    .strictObject({
      perGram: z.number().positive().max(100_000).optional(),
      perCell: z.int().min(1).max(50).optional().describe('seeds usually sown to a cell'),
      keepsYears: z
        .number()
        .positive()
        .max(50)
        .optional()
        .describe('years until good seed, kept cool and dry, has fallen to half'),
    })
    .prefault({}),
  seasonGroups: z
    .array(
      z.strictObject({
        name,
        note,
        days: z.int().min(1).max(400).optional().describe('days to the first harvest, in the place of the crop’s own'),
        hours: z.number().min(6).max(20).optional().describe('day length from which it flowers, hours'),
        warmth: range.optional().describe('°C of the days it does best in, coolest and warmest'),
      }),
    )
    .max(12)
    .default([])
    .describe('groups of varieties that flower at different day lengths'),
  cautions: z.array(z.enum(CAUTIONS)).max(5).default([]),
  prices: z
    .strictObject({
      plant: z.number().min(0).max(1_000_000).optional().describe('a young plant that is sold'),
      inContainer: z
        .array(z.strictObject({ container: key, price: z.number().min(0).max(1_000_000) }))
        .max(12)
        .default([])
        .describe('a young plant sold in that container, where it is another price'),
      harvest: z
        .number()
        .min(0)
        .max(1_000_000)
        .optional()
        .describe('one of the unit of its yield: kg, head, stem, bunch'),
    })
    .optional()
    .describe('what it is sold for, in the money of the farm'),
}

/** Figures that were changed to what this season showed: what they were, and how much had been seen. Learning begins there again, once there is more. */
const learned = z
  .record(text().max(80), z.strictObject({ from: z.number(), seen: z.number().min(0) }))
  .optional()
  .describe(
    'figures that were changed to what this season showed, by path: what they were before, and how much had been seen then',
  )

/** Weeks before the last frost, or after it below 0, from the first of a stretch to its last. */
const weeksBefore = z.tuple([z.number().min(-52).max(52), z.number().min(-52).max(52)])

/** What a packet says of its dates, as numbers. */
const packet = z
  .strictObject({
    indoors: weeksBefore.optional().describe('sown under cover, weeks before the last frost'),
    out: weeksBefore.optional().describe('set out, weeks before the last frost; after it below 0'),
    direct: weeksBefore.optional().describe('sown in its place, weeks before the last frost; after it below 0'),
    by: monthDay.optional().describe('last planting for a harvest in autumn'),
    from: z.enum(['average', 'working']).default('average').describe('last frost it is counted from'),
  })
  .optional()
  .describe('what its packet says of its dates')

export const Crop = z.strictObject({
  learned,
  packet,
  key,
  name,
  family: text().max(80).optional(),
  kind: key.optional().describe('the kind of the shipped library it came from'),
  tenderness: z.enum(['hardy', 'half-hardy', 'tender']).default('half-hardy'),
  ...facts,
  germination: z.strictObject({
    base: celsius,
    optimum: celsius,
    plateauTo: celsius
      .optional()
      .describe('°C up to which it keeps the pace of the optimum (the optimum unless given)'),
    ceiling: celsius,
    thermalTime: z.number().positive().max(5000).describe('°C·days above the base to half of the final count'),
    spread: z.number().min(0.02).max(1.5).default(0.25).describe('spread of ln thermal time between seeds'),
    goodFrom: celsius.optional().describe('coolest °C with full germination (optimum − 8 unless given)'),
    goodTo: celsius.optional().describe('warmest °C with full germination (end of the plateau + 3 unless given)'),
    usualShare: share.default(0.85).describe('share that comes up when a lot gives none'),
    light: z.enum(['light', 'dark', 'either']).default('either'),
    depth: z.number().min(0).max(15).optional().describe('cm'),
    cover: z.enum(['none', 'thin', 'full']).optional().describe('what lies over the seed'),
  }),
  growth: z.strictObject({
    base: celsius,
    optimum: celsius,
    points: z
      .array(
        z.strictObject({
          ml: z.number().positive().max(100_000).describe('mix for one plant, ml'),
          ready: z.number().positive().max(10_000).describe('degree-days since emergence when the plug holds'),
          limit: z.number().positive().max(10_000).describe('degree-days when the plant is too old'),
        }),
      )
      .min(1)
      .max(12),
    leafInterval: z.number().positive().max(1000).optional().describe('degree-days from one true leaf to the next'),
    firstLeaf: z.number().positive().max(2000).optional().describe('degree-days to the first true leaf'),
    usual: range.optional().describe('°C it is usually grown on at, coolest and warmest'),
  }),
  pauseDays: z.int().min(0).max(30).default(2).describe('days without growth from each potting up'),
  minNight: celsius
    .optional()
    .describe('°C below which a night harms it; what is said by `chillsUnder` holds before it'),
  chillsUnder: celsius.optional().describe('°C under which a night checks its growth, or sets off bolting'),
  killsUnder: celsius.optional().describe('°C under which a night kills it while it is not hardened'),
  killsHardenedUnder: celsius.optional().describe('°C under which a night kills it hardened'),
  stressAbove: celsius.optional().describe('°C above which heat spoils it'),
  thinAtLeaf: z.int().min(1).max(10).default(1),
  preparation: z
    .array(z.strictObject({ what: name, days: z.int().min(1).max(200) }))
    .max(6)
    .default([])
    .describe('chilling, soaking and the like, in order, ending on the sowing day'),
})

/** Figures of a variety that differ from its crop. */
const VarietyOverrides = z.strictObject({
  germination: z
    .strictObject({
      base: celsius.optional(),
      optimum: celsius.optional(),
      plateauTo: celsius.optional(),
      ceiling: celsius.optional(),
      thermalTime: z.number().positive().max(5000).optional(),
      goodFrom: celsius.optional(),
      goodTo: celsius.optional(),
      usualShare: share.optional(),
      light: z.enum(['light', 'dark', 'either']).optional(),
      depth: z.number().min(0).max(15).optional(),
    })
    .optional(),
  growth: z
    .strictObject({
      base: celsius.optional(),
      optimum: celsius.optional(),
      points: Crop.shape.growth.shape.points.optional(),
      leafInterval: z.number().positive().max(1000).optional(),
      firstLeaf: z.number().positive().max(2000).optional(),
    })
    .optional(),
  field: Crop.shape.field.unwrap().optional(),
  seed: Crop.shape.seed.unwrap().optional(),
  care: Crop.shape.care.unwrap().optional(),
  minNight: celsius.optional(),
  chillsUnder: celsius.optional(),
  killsUnder: celsius.optional(),
  killsHardenedUnder: celsius.optional(),
  stressAbove: celsius.optional(),
  packet,
})

export const Variety = z.strictObject({
  key,
  crop: key,
  name,
  note: note.optional(),
  seasonGroup: text().max(120).optional().describe('one of the season groups of its crop'),
  overrides: VarietyOverrides.optional().describe('figures that differ from the crop'),
})

export const Lot = z.strictObject({
  key,
  variety: key,
  name,
  form: z.enum(['raw', 'pelleted', 'primed']).default('raw'),
  germination: share
    .optional()
    .describe('share that comes up in a test or by its packet; none for seed that was never tested, as one’s own'),
  testedSeeds: z.int().min(1).max(100_000).default(100).describe('seeds in the test; a packet figure counts as 100'),
  testedOn: day.optional(),
  pace: z.number().min(0.3).max(4).default(1).describe('factor on thermal time; a slow lot is above 1'),
  seeds: z.int().min(0).max(100_000_000).optional().describe('seeds left'),
  grams: z.number().min(0).max(1_000_000).optional().describe('weight left, when it is not counted'),
  year: z.int().min(1990).max(2100).optional().describe('year it was packed for'),
  stored: z.enum(['cool-dry', 'room', 'warm-damp']).optional().describe('how it has been kept'),
  treated: z.boolean().optional().describe('dressed with something: never eaten or fed, gloves'),
  homeTests: z
    .array(z.strictObject({ on: day, sown: z.int().min(1).max(100_000), up: z.int().min(0).max(100_000) }))
    .max(20)
    .default([])
    .describe('tests made on the farm'),
  packetSeeds: z.int().min(1).max(10_000_000).optional().describe('seeds in one packet'),
  packetPrice: z.number().min(0).max(1_000_000).optional(),
})

const trigger = z.union([
  z.strictObject({ age: z.number().positive().max(10_000).describe('degree-days') }),
  z.strictObject({ leaf: z.int().min(1).max(40).describe('when this true leaf shows') }),
  z.strictObject({ daysBeforePlanting: z.int().min(1).max(300) }),
])

/** A place, or the rule that finds one: the cheapest that keeps about the kind's usual pace and bears the nights of these days. */
const placeOrRule = z.union([key, z.literal('@usual-pace')])

export const Stage = z.strictObject({
  place: placeOrRule.describe(
    'a place by its key; or `@usual-pace`, the cheapest that keeps about the usual pace and bears the nights',
  ),
  container: key.optional().describe('the first stage needs one; later, none means only the place changes'),
  mix: key.optional().describe('mix its container is filled with, where it is not that of the container'),
  germinateAt: placeOrRule.optional().describe('first stage: where it stands until heat is left'),
  survival: z.number().gt(0).max(1).default(1).describe('share of good plants that stay good through the stage'),
  divide: z
    .int()
    .min(2)
    .max(50)
    .optional()
    .describe('plants that each one is divided into when it is moved into this container'),
  when: trigger.optional().describe('for a stage that changes only the place'),
  potUpPoint: share.optional().describe('0 as early as the plug allows, 1 as late as the cell allows'),
})

export const HARDENING_SCHOOLS = ['growing-hours', 'two-weeks', 'four-weeks', 'cool-bench'] as const

export const Method = z.strictObject({
  learned,
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
    z.strictObject({
      policy: z.literal('clump'),
      seedsPerCell: z.int().min(2).max(30),
      count: z.enum(['plants', 'clumps']).default('plants').describe('what the plants wanted are counted in'),
      atLeast: z.int().min(1).max(30).default(1).describe('plants that make a good clump'),
    }),
    z.strictObject({
      policy: z.literal('flat'),
      seedsPerFlat: z.int().min(1).max(100_000),
      usable: z.number().gt(0).max(1).default(0.9).describe('share of seedlings good enough to prick out'),
      readyLeaf: z.number().min(0.2).max(20).default(1).describe('true leaf at which it is first pricked out'),
      limitLeaf: z.number().min(0.4).max(30).default(3).describe('true leaf from which it is too old in the flat'),
    }),
    z.strictObject({
      policy: z.literal('divide'),
      seedsPerCell: z.int().min(2).max(30),
      parts: z.int().min(2).max(30).describe('most parts one cell is divided into at the first potting up'),
    }),
    z.strictObject({
      policy: z.literal('bought'),
      age: z.number().min(0).max(10_000).describe('age of the plug on arrival, degree-days since emergence'),
      good: z.number().gt(0).max(1).default(0.97).describe('share that passes inspection on arrival'),
      orderDays: z.int().min(0).max(500).default(28).describe('days before arrival by which it is ordered'),
      price: z.number().min(0).max(100_000).optional().describe('of one young plant'),
    }),
    z.strictObject({
      policy: z.literal('in-place'),
      seedsPerMetre: z.number().positive().max(2000).describe('seeds sown on a metre of row'),
      thinTo: z.number().positive().max(500).describe('cm between plants that are left'),
      thinLeaf: z.int().min(1).max(10).default(2).describe('true leaf at which they are thinned'),
    }),
  ]),
  preparation: z
    .array(z.strictObject({ what: name, days: z.int().min(1).max(200) }))
    .max(6)
    .optional()
    .describe('in place of the preparation of the crop'),
  school: text().max(60).optional().describe('the ready method it came from'),
  note: note.optional(),
  seeder: z.boolean().optional().describe('sown with a seeder instead of by hand'),
  anyDay: z.boolean().optional().describe('worked on its own days, whatever the days of the week usually are'),
  leaveHeatAt: z.union([z.literal(0.1), z.literal(0.5), z.literal(0.9)]).default(0.5),
  potUpPoint: share.default(0.5),
  stages: z.array(Stage).max(8).describe('none for what is sown in its place'),
  hardening: z
    .strictObject({ days: z.int().min(0).max(60), place: key.optional(), school: z.enum(HARDENING_SCHOOLS).optional() })
    .default({ days: 0 }),
})

const plants = z.int().min(1).max(10_000_000)
const fromAverage = z
  .boolean()
  .optional()
  .describe('counted from the average last frost, which half of the years are over by, and not from the working date')

/** Part of a batch and who it is for. The order of the parts is their priority. */
export const Share = z.discriminatedUnion('to', [
  z.strictObject({
    to: z.literal('bed'),
    bed: key,
    plants,
    on: day.optional().describe('day they go in, where it is not the day of the planting'),
    at: z.number().min(0).max(100_000).optional().describe('cm from the head of the bed where it begins'),
  }),
  z.strictObject({ to: z.literal('customer'), name, plants, on: day.optional().describe('day they are fetched') }),
  z.strictObject({
    to: z.literal('sale'),
    plants,
    on: day.optional().describe('day they are to be ready'),
    pot: key.optional().describe('container they are sold in'),
  }),
  z.strictObject({ to: z.literal('spare'), plants }),
])

/** Where a batch is raised otherwise than its method says. */
const Otherwise = z.strictObject({
  method: key.optional().describe('another method of the same crop'),
  germinateAt: placeOrRule.optional(),
  places: z.array(placeOrRule.nullable()).max(8).optional().describe('by stage; null where the method holds'),
  containers: z.array(key.nullable()).max(8).optional().describe('by stage; null where the method holds'),
  hardenAt: key.optional(),
  potUpPoint: share.optional(),
  anyDay: z.boolean().optional().describe('worked on its own days, whatever the days of the week usually are'),
  hold: z
    .strictObject({ place: key, days: z.int().min(1).max(90) })
    .optional()
    .describe('a place it is held in for the last days before hardening'),
})

/** Where the trays of a batch stand, put there by hand. */
const StandsAt = z.strictObject({
  place: key,
  bench: z.int().min(0).max(60).describe('which of the benches of the place, from 0'),
  level: z.int().min(0).max(11).default(0),
  at: z.number().min(0).max(100_000).describe('tray places from the head of the bench'),
})

/** What was decided of one batch alone. */
const decided = {
  pinned: z.boolean().optional().describe('stays as it is when the plan is made to fit'),
  otherwise: Otherwise.optional(),
  stands: z.array(StandsAt).max(12).optional(),
}

/** What was found of one batch. */
const found = {
  goes: z.array(Share).max(60).optional().describe('who the plants are for, first served first'),
  stand: z
    .strictObject({ on: day, plants: z.int().min(0).max(10_000_000) })
    .optional()
    .describe('good plants counted'),
  leaves: z
    .strictObject({ on: day, firm: z.boolean(), dark: z.boolean() })
    .optional()
    .describe('leaves looked at before planting'),
  clears: day.optional().describe('day its ground is clear again, where that is known'),
}

const confidence = z.number().min(0.5).max(0.999).describe('chance wanted of enough good plants')

export const SeriesChange = z.strictObject({
  n: z.int().min(1).max(400).describe('which of the series, counted from 1'),
  on: day.optional(),
  sowOn: day.optional(),
  plants: z.int().min(1).max(10_000_000).optional(),
  dropped: z.boolean().optional(),
  agePoint: share.optional(),
  confidence: confidence.optional(),
  ...decided,
  ...found,
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
  anchor: z
    .discriminatedUnion('to', [
      z.strictObject({
        to: z.literal('last-frost'),
        days: z.int().min(-200).max(300).describe('after the working frost date; below 0 before it'),
        weeks: z.boolean().optional().describe('said in weeks'),
        average: fromAverage,
      }),
      z.strictObject({
        to: z.literal('first-frost'),
        factor: z.number().min(1).max(2).default(1.2).describe('on days to maturity, for shortening days'),
      }),
      z.strictObject({ to: z.literal('harvest'), on: day.describe('first harvest wanted') }),
      z.strictObject({
        to: z.literal('event'),
        event: key,
        days: z.int().min(0).max(200).default(0).describe('first harvest so many days before it'),
      }),
      z.strictObject({
        to: z.literal('bed'),
        bed: key,
        days: z.int().min(0).max(200).default(0).describe('after it is clear'),
      }),
      z.strictObject({
        to: z.literal('warmth'),
        night: celsius.optional().describe('°C the nights have reached'),
        soil: celsius.optional().describe('°C the soil has reached'),
      }),
    ])
    .optional()
    .describe('what the planting day hangs on; `on` is what it came to'),
  series: z
    .strictObject({
      every: z.int().min(1).max(365).describe('days from one to the next'),
      last: day.optional(),
      count: z.int().min(1).max(400).optional(),
      even: z
        .literal('harvest')
        .optional()
        .describe('`every` counts the days between first harvests; `dates` are the planting days that it came to'),
      dates: z.array(day).min(1).max(400).optional(),
    })
    .optional(),
  spacing: z
    .strictObject({
      rows: z.int().min(1).max(40).optional().describe('rows in a bed'),
      plant: z.number().positive().max(1000).optional().describe('cm between spots in the row'),
      atSpot: z.int().min(1).max(10).optional().describe('plants at one spot'),
      between: z
        .boolean()
        .optional()
        .describe('stands between the rows of another crop and takes no length of its own'),
    })
    .optional()
    .describe('where it differs from the crop'),
  plannedOn: day
    .optional()
    .describe('day it was written into the plan: a sowing day before it is asked about, and not taken as done'),
  worth: z
    .discriminatedUnion('by', [
      z.strictObject({ by: z.literal('promise') }),
      z.strictObject({ by: z.literal('money'), amount: z.number().min(0).max(100_000_000) }),
    ])
    .optional()
    .describe('what hangs on its being in time: a promise to someone, or so much money'),
  may: z
    .strictObject({
      earlier: z.int().min(0).max(120).optional().describe('days it may be planted earlier'),
      later: z.int().min(0).max(120).optional().describe('days it may be planted later'),
      methods: z.array(key).max(20).optional().describe('other methods it may be raised by'),
    })
    .optional()
    .describe('what may be changed to make the plan fit, where it is not as usual'),
  ...decided,
  ...found,
  changes: z.array(SeriesChange).max(400).default([]).describe('single plantings of a series that differ from it'),
  sowOn: day.optional().describe('sowing day chosen by hand instead of counted back'),
  sowAnchor: z
    .strictObject({ days: z.int().min(-300).max(300), average: fromAverage })
    .optional()
    .describe('days from the last frost that the sowing day hangs on; `sowOn` is what it came to'),
  agePoint: share.optional().describe('0 just ready, 1 at the limit'),
  confidence: confidence.optional(),
  note: note.optional(),
})

const frostDate = z.strictObject({
  median: monthDay.describe('half the years have it before this day'),
  spreadDays: z
    .number()
    .min(0)
    .max(90)
    .describe('days from the median to the latest (spring) or earliest (autumn) tenth'),
})

const ForecastDay = z.strictObject({
  on: day,
  low: celsius,
  high: celsius,
  rain: z.number().min(0).max(2000).optional().describe('mm'),
  wind: z.number().min(0).max(400).optional().describe('km/h'),
})

export const Site = z.strictObject({
  latitude: z.number().min(-72).max(72),
  elevation: z.number().min(-400).max(5000).optional().describe('m'),
  clearness: z
    .number()
    .min(0.1)
    .max(0.9)
    .default(0.5)
    .describe('share of sunlight above the air that reaches the ground'),
  outdoorMonthlyMeans: z.array(celsius).length(12).describe('°C, January first'),
  frost: z
    .strictObject({
      lastSpring: frostDate,
      firstAutumn: frostDate,
      trustedChance: z.number().min(0.01).max(0.5).default(0.1).describe('chance of a later frost you accept'),
      marginDays: z.int().min(-60).max(60).default(0),
      record: z
        .strictObject({
          name,
          madeUp: z.boolean().default(false).describe('made by the seeded generator, for trying out'),
          seasons: z
            .array(
              z.strictObject({
                from: day.describe('midsummer it begins with'),
                firstAutumn: z
                  .array(day.nullable())
                  .length(3)
                  .describe('first frost before midwinter at 0, −2 and −4 °C'),
                lastSpring: z.array(day.nullable()).length(3).describe('last frost after midwinter at 0, −2 and −4 °C'),
              }),
            )
            .min(1)
            .max(200),
        })
        .optional()
        .describe('frosts of past seasons; where it is given, dates and chances come from it'),
    })
    .optional(),
  guessed: z
    .array(z.enum(['temperatures', 'frost']))
    .max(2)
    .optional()
    .describe('what of the weather was guessed from where the farm lies, until someone says it'),
  nightDrop: z.number().min(0).max(25).default(5).describe('°C from the mean of a day to its coldest hour'),
  soilLift: z
    .number()
    .min(-10)
    .max(15)
    .default(0)
    .describe('°C by which the soil of the beds differs from the mean of the last ten days'),
  events: z
    .array(z.strictObject({ key, name, on: day }))
    .max(200)
    .default([])
    .describe('market days, weddings and the like that dates may hang on'),
  forecast: z
    .discriminatedUnion('from', [
      z.strictObject({ from: z.literal('stand-in'), seed: z.int().min(1).max(1_000_000).default(1) }),
      z.strictObject({ from: z.literal('file'), name, days: z.array(ForecastDay).min(1).max(400) }),
    ])
    .optional()
    .describe('where the weather ahead comes from; none unless it is switched on'),
  thermometer: z
    .strictObject({ from: z.literal('stand-in'), seed: z.int().min(1).max(1_000_000).default(1) })
    .optional()
    .describe('what measures the places; none unless it is switched on'),
})

const workDates = z.array(day).min(1).max(366)

export const Habits = z.strictObject({
  confidence: z.number().min(0.5).max(0.999).default(0.9),
  agePoint: share.default(0.3),
  handling: z.number().min(0).max(0.5).default(0.03).describe('share of seed lost or spilt'),
  rounding: z.enum(['cells', 'rows', 'trays']).default('cells'),
  sowingWeekdays: z.array(z.int().min(1).max(7)).max(7).default([]).describe('1 Monday … 7 Sunday; none means any day'),
  pottingWeekdays: z
    .array(z.int().min(1).max(7))
    .max(7)
    .optional()
    .describe('days of the week pricked out and potted up on, where the plug allows; none means any day'),
  movingWeekdays: z
    .array(z.int().min(1).max(7))
    .max(7)
    .optional()
    .describe('days of the week trays change their place on once they are up; none means any day'),
  plantingWeekdays: z
    .array(z.int().min(1).max(7))
    .max(7)
    .optional()
    .describe('days of the week planted out on: the nearest to the wanted day; none means any day'),
  workDates: z
    .strictObject({
      sowing: workDates.optional(),
      potting: workDates.optional(),
      moving: workDates.optional(),
      planting: workDates.optional(),
    })
    .optional()
    .describe('days by date that work is done on, beside the days of the week or without them'),
  work: z
    .strictObject({
      fillTray: z.number().min(0).max(600).default(2),
      sowTray: z.number().min(0).max(600).default(4),
      seederTray: z.number().min(0).max(600).default(1.5),
      thinHundred: z.number().min(0).max(600).default(8),
      prickHundred: z.number().min(0).max(600).default(20),
      potHundred: z.number().min(0).max(600).default(25),
      moveTray: z.number().min(0).max(120).default(0.5),
      hardenTray: z.number().min(0).max(120).default(0.2),
      plantHundred: z.number().min(0).max(600).default(30),
    })
    .prefault({})
    .describe(
      'minutes: to fill a tray, sow one by hand or with a seeder, thin a hundred cells, prick out or pot up a hundred plants, move a tray, see to a tray on a day of hardening, plant out a hundred',
    ),
  crew: z
    .strictObject({
      hours: z
        .number()
        .min(0)
        .max(10_000)
        .optional()
        .describe('hours a week for seedlings and planting; none: not limited'),
      parts: z
        .array(z.strictObject({ from: monthDay, until: monthDay, hours: z.number().min(0).max(10_000) }))
        .max(12)
        .default([])
        .describe('parts of the year with other hours'),
    })
    .prefault({})
    .describe('working hours there are'),
  fit: z
    .strictObject({
      earlier: z.int().min(0).max(120).default(2),
      later: z.int().min(0).max(120).default(10),
      lateDay: z.number().min(0).max(1_000_000).default(4),
      promiseDay: z.number().min(0).max(1_000_000).default(80),
      changed: z.number().min(0).max(1_000_000).default(8),
    })
    .prefault({})
    .describe(
      'to make the plan fit: days a planting may usually go out earlier or later, what a late day of a planting and of a promise costs, and what it costs to change a batch',
    ),
  shareTrays: z
    .boolean()
    .default(false)
    .describe('batches of one sowing day that agree share a tray where each needs only part of one'),
  hardening: z
    .enum(HARDENING_SCHOOLS)
    .default('growing-hours')
    .describe('how plants are hardened where their method does not say'),
  rotationYears: z
    .int()
    .min(0)
    .max(15)
    .optional()
    .describe('years a family stays out of a bed in which it grew; not looked at unless said'),
  turnaroundDays: z.int().min(0).max(90).default(3).describe('days from clearing a bed to planting it again'),
  mix: z
    .strictObject({ name: name.default('Sowing mix'), ...recipe })
    .prefault({})
    .describe('what is filled in where no mix of the list is meant for it'),
  mixCompaction: z.number().min(0).max(1).default(0.2).describe('mix needed beyond the volume of the cells'),
  covering: name.default('Vermiculite').describe('what seed is covered with'),
  feed: z
    .strictObject({
      what: name,
      amount: z.number().positive().max(10_000).describe('at full strength'),
      unit: z.enum(DOSE_UNITS),
      litres: z
        .number()
        .positive()
        .max(10_000)
        .optional()
        .describe('of water, that the amount is for; 10 unless given'),
      litresPerTray: z.number().positive().max(100).describe('of the mixed feed, that a tray takes'),
    })
    .optional()
    .describe('what plants are fed with'),
  soak: z
    .strictObject({
      share: z.number().min(0).max(2).default(0.2).describe('litres of water for a litre of mix'),
      minutes: z.int().min(0).max(1440).default(30),
    })
    .prefault({})
    .describe('water that trays draw up from below once they are sown, and how long they stand in it'),
  costs: z
    .strictObject({
      hour: z.number().min(0).max(10_000).optional().describe('an hour of work'),
      mixLitre: z.number().min(0).max(1000).optional().describe('a litre of mix'),
      heatedTrayDay: z
        .number()
        .min(0)
        .max(1000)
        .optional()
        .describe('one tray place with bottom heat or lamps for a day'),
      kwh: z.number().min(0).max(1000).optional().describe('a kilowatt-hour of energy'),
      trayDay: z.number().min(0).max(1000).optional().describe('room: any tray place for a day'),
      delivery: z
        .array(z.strictObject({ supplier: name, cost: z.number().min(0).max(1_000_000) }))
        .min(1)
        .max(12)
        .optional()
        .describe('what suppliers ask for bringing an order, however large it is'),
    })
    .prefault({})
    .describe('money, where it is known'),
})

const COVER_KINDS = ['fleece', 'low-tunnel', 'tunnel', 'glasshouse'] as const

/** What lies or stands over a bed for a part of the year, and what it gains. */
const Cover = z.strictObject({
  kind: z.enum(COVER_KINDS),
  from: monthDay,
  until: monthDay.describe('first day it is off'),
  day: z.number().min(-5).max(25).optional().describe('°C gained at the warmest hour; usual for its kind unless given'),
  night: z
    .number()
    .min(-5)
    .max(20)
    .optional()
    .describe('°C gained at the coldest hour; usual for its kind unless given'),
})

/** A field or part of one: beds that lie side by side. */
export const Block = z.strictObject({
  key,
  name,
  path: z.number().min(0).max(1000).default(45).describe('cm between its beds'),
  covers: z.array(Cover).max(12).optional().describe('parts of the year its beds are under cover'),
  map: z
    .strictObject({
      east: z.number().min(-1_000_000).max(1_000_000).describe('cm'),
      south: z.number().min(-1_000_000).max(1_000_000).describe('cm'),
      heading: z.number().min(0).max(359.9).describe('where its beds run from their heads, degrees from north'),
    })
    .optional()
    .describe('where the head of its first bed lies on the map of the farm'),
})

export const Bed = z.strictObject({
  key,
  name,
  block: key,
  length: z.number().positive().max(100_000).describe('cm'),
  width: z.number().positive().max(5000).describe('cm'),
  covers: z
    .array(Cover)
    .max(12)
    .optional()
    .describe('parts of the year it is under cover, where that is not as its block is'),
  standing: z
    .array(
      z.strictObject({
        what: name,
        from: day.optional().describe('none: since before the season'),
        until: day.describe('day it is clear'),
        cover: z.boolean().optional().describe('sown to cover and feed the ground'),
        family: text().trim().min(1).max(80).optional(),
      }),
    )
    .max(20)
    .default([])
    .describe('what stands there that is not a planting of this season'),
  grew: z
    .array(
      z.strictObject({
        year: z.int().min(1900).max(2300),
        family: text().trim().min(1).max(80),
        what: name.optional(),
      }),
    )
    .max(60)
    .optional()
    .describe('families that grew in it in the years before'),
})

export const LOSS_CAUSES = [
  'damping-off',
  'dried-out',
  'drowned',
  'cold',
  'heat',
  'pests',
  'disease',
  'mice-or-birds',
  'dropped',
  'stretched',
  'seed',
  'unknown',
] as const
export const ROOTS = ['none', 'showing', 'circling-a-little', 'circling-hard'] as const
const RECORDED_TASKS = [
  'order',
  'prepare',
  'receive',
  'sow',
  'leave-heat',
  'thin',
  'pinch',
  'feed',
  'pot-up',
  'move',
  'harden',
  'plant',
] as const

/** What became of those that were not potted up or planted with the others. */
export const RESTS = ['stays', 'left-over', 'discarded'] as const
/** How seed comes into a lot, or goes, but for sowing. */
export const SEED_MOVES = ['delivered', 'spilled', 'given', 'discarded', 'counted'] as const

const uuid = z.uuid()
const batch = z
  .string()
  .max(80)
  .regex(
    /^[a-z0-9][a-z0-9-]*(\.\d{1,3})?(~\d{1,2})?$/,
    'write the key of the planting, with .n for one of a series and ~n for a part of a batch',
  )
const some = z.int().min(0).max(10_000_000)
const step = {
  task: z.enum(RECORDED_TASKS),
  nth: z.int().min(0).max(60).describe('which of its kind: the stage it begins, or the number in its order'),
}

/** What somebody did or saw. */
const Did = z.discriminatedUnion('did', [
  z.strictObject({
    did: z.literal('task'),
    ...step,
    place: key.optional().describe('where the trays went'),
    container: key.optional(),
    cells: some.optional().describe('cells, pots or flats in use from then on'),
    trays: some.optional(),
    plants: some.optional().describe('good plants moved or planted'),
    seeds: some.optional().describe('seeds sown'),
    lot: key.optional().describe('lot they came from, where it is not the one that was planned'),
    tray: z
      .strictObject({
        id: text().min(1).max(40).describe('the same for everything sown into one tray'),
        cells: z
          .array(z.tuple([z.int().min(0).max(5000), z.int().min(1).max(5000)]))
          .min(1)
          .max(200)
          .describe('stretches of its cells, by number from 0 along its rows: first, and first no longer'),
      })
      .optional()
      .describe('cells of a tray that holds other sowings, too'),
    spilled: some.optional().describe('seeds spilled or thrown away while sowing'),
    rest: z
      .enum(RESTS)
      .optional()
      .describe(
        'what became of those that were not potted up or planted: they stay where they are, or were not wanted; left out, they stay where fewer than 85 in 100 of what there was went',
      ),
  }),
  z.strictObject({ did: z.literal('drop'), ...step, why: text().trim().min(1).max(200) }),
  z.strictObject({ did: z.literal('wait'), ...step, until: day, why: text().max(200).optional() }),
  z
    .strictObject({
      did: z.literal('moved'),
      place: key.optional().describe('where it stands from then on'),
      container: key.optional().describe('what it was potted into, where it changed'),
      cells: some
        .optional()
        .describe('cells or pots in use from then on; without a container, how many moved where it was not all'),
    })
    .refine(
      ({ place, container }) => place !== undefined || container !== undefined,
      'say where it went, or what it was potted into',
    )
    .describe('moved or potted on though its method did not plan it'),
  z.strictObject({ did: z.literal('loss'), plants: z.int().min(1).max(10_000_000), cause: z.enum(LOSS_CAUSES) }),
  z.strictObject({
    did: z.literal('count'),
    cells: z.int().min(1).max(10_000_000).describe('cells looked at'),
    showing: some.describe('of these, cells with a seedling'),
    doubles: some.default(0).describe('of these, cells with more than one'),
    flat: z.boolean().optional().describe('seedlings of open flats were counted, of the seeds sown, and not cells'),
    again: day.optional().describe('day it is to be counted again'),
    gaps: z
      .array(z.int().min(0).max(5000))
      .max(5000)
      .optional()
      .describe('empty cells of a tray, by number from 0 along its rows'),
  }),
  z.strictObject({
    did: z.literal('fill'),
    cells: z.int().min(1).max(10_000_000).describe('blanks filled from doubles'),
  }),
  z
    .strictObject({
      did: z.literal('sow-again'),
      cells: z.int().min(1).max(10_000_000).describe('blanks sown again in the same trays'),
      seeds: some,
      lot: key.optional().describe('lot they came from, where it is not that of the batch'),
    })
    .describe('the trays hold two ages from then on'),
  z
    .strictObject({
      did: z.literal('seed'),
      lot: key,
      how: z.enum(SEED_MOVES),
      seeds: some.describe('seeds that came or went; of a stocktake, the seeds there are'),
    })
    .describe('seed that came, went, or was counted; of no batch'),
  z.strictObject({
    did: z.literal('check'),
    leaves: z.int().min(0).max(30).optional().describe('true leaves'),
    lifts: z.boolean().optional().describe('whether the plug lifts whole'),
    roots: z.enum(ROOTS).optional(),
    height: z.number().positive().max(500).optional().describe('cm'),
    leaning: z.boolean().optional().describe('stretched or leaning'),
    buds: z.boolean().optional(),
    pale: z.boolean().optional().describe('leaves pale, or the lowest yellow'),
  }),
  z.strictObject({
    did: z.literal('split'),
    part: z.int().min(2).max(99),
    cells: z.int().min(1).max(10_000_000),
    plants: some.optional(),
    for: text().max(120).optional(),
  }),
  z.strictObject({ did: z.literal('merge'), into: batch }),
  z.strictObject({
    did: z.literal('end'),
    how: z.enum(['discarded', 'sold', 'given', 'left-over']),
    plants: some.optional(),
    cause: z.enum(LOSS_CAUSES).optional().describe('why it was thrown away'),
  }),
  z.strictObject({ did: z.literal('mixed'), as: name, with: z.array(batch).max(20).default([]) }),
  z.strictObject({ did: z.literal('resow'), as: key.describe('planting that was added for it') }),
  z.strictObject({ did: z.literal('label'), code: z.string().regex(/^[A-Z0-9]{4,8}$/), labels: some.default(1) }),
  z.strictObject({ did: z.literal('round'), what: z.enum(['water', 'feed']) }),
  z
    .strictObject({
      did: z.literal('temperature'),
      low: celsius.optional().describe('lowest of the day, which is most often that of the night before it'),
      high: celsius.optional().describe('highest of the day'),
    })
    .refine(({ low, high }) => low !== undefined || high !== undefined, 'say the low, the high, or both')
    .refine(({ low, high }) => low === undefined || high === undefined || low <= high, 'the low is above the high')
    .describe('read off a thermometer in a place'),
  z.strictObject({ did: z.literal('wash'), container: key, trays: z.int().min(1).max(1_000_000) }),
  z
    .strictObject({
      did: z.literal('broke'),
      container: key,
      trays: z.int().min(1).max(1_000_000).describe('so many fewer of them from that day on'),
      unwashed: z.boolean().optional().describe('they were waiting to be washed'),
    })
    .describe('containers that broke, were lost or were thrown away'),
  z.strictObject({ did: z.literal('note') }),
])

/** What happened, as it was written down: never changed, only corrected by a later one. */
export const Entry = z.strictObject({
  id: uuid,
  on: day.describe('day it happened'),
  at: moment.describe('moment it was written down'),
  who: name,
  batch: batch.optional(),
  place: key.optional().describe('where, when it is of a place and not of a batch'),
  what: Did,
  note: note.optional(),
  photos: z.array(uuid).max(8).optional(),
  instead: uuid.optional().describe('the record that this one corrects'),
  void: z.boolean().optional().describe('takes that record back and says nothing else'),
})

/** Temperatures measured in a place. */
export const Readings = z.strictObject({
  place: key,
  from: z.union([z.literal('stand-in'), name]).describe('the simulated thermometer, or what the file was called'),
  days: z.array(z.strictObject({ on: day, low: celsius, high: celsius })).max(4000),
})

export const Season = z.strictObject({
  format: z.literal(SEASON_FORMAT),
  farm: z.strictObject({
    name,
    region: z.enum(['uk', 'us']).optional().describe('whose English: it chooses the names of kinds that are shown'),
    units: z
      .enum(['metric', 'us'])
      .optional()
      .describe('what the farm measures in, on every device, sheet and file: °C, cm, l; or °F, in, gal'),
    currency: z
      .string()
      .regex(/^[A-Z]{3}$/, 'write the three letters of the currency, for example EUR')
      .optional()
      .describe('the money all prices are in'),
    timeZone: z
      .string()
      .max(60)
      .optional()
      .describe('whose midnight begins a day, by its IANA name; the clock of the server unless said'),
    recordsFrom: day
      .optional()
      .describe('first day records are kept; work planned before it counts as done only where somebody said so'),
  }),
  season: z.strictObject({
    name,
    from: day,
    to: day,
    opensOn: day.optional().describe('the working day it opens on instead of the date today'),
    practice: z
      .strictObject({
        seed: z.int().min(1).max(1_000_000).describe('weather, lots and losses are drawn from it'),
        from: day.describe('the day it began on'),
        size: z.enum(['few', 'some', 'all']).describe('how many of the plantings it was made of'),
        home: text().max(200).describe('address of the season it was made of'),
      })
      .optional()
      .describe('nothing in it is real: it is practised in'),
  }),
  site: Site,
  habits: Habits.prefault({}),
  places: z.array(Place).max(200).default([]),
  containers: z.array(Container).max(200).default([]),
  mixes: z.array(Mix).max(100).default([]),
  crops: z.array(Crop).max(1000).default([]),
  varieties: z.array(Variety).max(5000).default([]),
  lots: z.array(Lot).max(10_000).default([]),
  supplies: z.array(Supply).max(5000).default([]),
  orders: z.array(Order).max(5000).default([]),
  methods: z.array(Method).max(5000).default([]),
  blocks: z.array(Block).max(200).default([]),
  beds: z.array(Bed).max(2000).default([]),
  plantings: z.array(Planting).max(10_000).default([]),
  records: z.array(Entry).max(500_000).default([]).describe('what happened'),
  readings: z.array(Readings).max(400).default([]),
})

export type Season = z.output<typeof Season>
export type Entry = z.output<typeof Entry>
export type Readings = z.output<typeof Readings>
export type LossCause = (typeof LOSS_CAUSES)[number]
export type Roots = (typeof ROOTS)[number]
export type SeasonInput = z.input<typeof Season>
export type Site = z.output<typeof Site>
export type Habits = z.output<typeof Habits>
export type MixRecipe = Habits['mix']
export type Mix = z.output<typeof Mix>
export type Supply = z.output<typeof Supply>
export type Order = z.output<typeof Order>
export type MixUse = (typeof MIX_USES)[number]
export type Place = z.output<typeof Place>
export type PlaceKind = Place['kind']
export type Container = z.output<typeof Container>
export type Crop = z.output<typeof Crop>
export type CropInput = z.input<typeof Crop>
export type Variety = z.output<typeof Variety>
type VarietyOverrides = z.output<typeof VarietyOverrides>
export type Sowing = Method['sowing']
export type Lot = z.output<typeof Lot>
export type Block = z.output<typeof Block>
export type Bed = z.output<typeof Bed>
export type Otherwise = z.output<typeof Otherwise>
export type StandsAt = z.output<typeof StandsAt>
export type Share = z.output<typeof Share>
export type ForecastDay = z.output<typeof ForecastDay>
export type Anchor = NonNullable<Planting['anchor']>
export type HardeningSchool = (typeof HARDENING_SCHOOLS)[number]
export type Method = z.output<typeof Method>
export type Stage = z.output<typeof Stage>
export type Planting = z.output<typeof Planting>
export type SeriesChange = z.output<typeof SeriesChange>

/** The collections of a season that are lists of keyed things. */
export const COLLECTIONS = [
  'places',
  'mixes',
  'containers',
  'crops',
  'varieties',
  'lots',
  'methods',
  'blocks',
  'beds',
  'plantings',
  'supplies',
  'orders',
] as const
export type Collection = (typeof COLLECTIONS)[number]
