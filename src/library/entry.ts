/** One kind of the shipped library: a crop as a season holds it, and where each of its figures comes from. */
import { pointFrom, thermalTimeFrom } from '../core/know/entry'
import { Crop, type CropInput } from '../season/schema'

/** What a figure rests on. */
export type Source = 'table' | 'textbook' | 'practice' | 'estimate'

/** Where a figure comes from and within what it may be expected. */
export interface About {
  source: Source
  /** Author and year of a published table. */
  cited?: string
  /** Likely least and greatest, in the unit of the figure. */
  range?: readonly [number, number]
}

/** A kind of the library. */
export interface LibraryKind {
  crop: Crop
  /** By path of the figure in the crop, such as `germination.thermalTime`. */
  about: Readonly<Record<string, About>>
}

export const HEAT_SUMS = 'Bierhuizen & Wagenvoort 1974'

/**
 * A kind as it is written in the library's rows.
 *
 * - `germ`: base, optimum, ceiling (°C); then the published heat sum in °C·days, or days first–last at °C first–last;
 *   coolest °C with full germination; usual share; depth in cm; light, dark or either
 * - `grow`: base, optimum (°C), degree-days a leaf, coolest and warmest usual °C, pause after potting in days
 * - `plug`: ml, then ready and limit in degree-days; `weeks`: ml, then first and last good week from sowing at usual °C
 * - `field`: hardening days, nights above, soil above (°C), row and plant spacing (cm), days to harvest and from what, days of harvest, yield and unit
 * - `seed`: seeds in a gram, seeds a cell, years that good seed keeps until it has fallen to half
 */
export interface Row {
  key: string
  name: string
  family: string
  group: NonNullable<Crop['group']>
  season: 'cool' | 'warm'
  tenderness: Crop['tenderness']
  lifespan?: NonNullable<Crop['lifespan']>
  raise: [NonNullable<Crop['raise']>['way'], string]
  germ: [
    base: number,
    optimum: number,
    ceiling: number,
    heat: number | [number, number, number, number],
    goodFrom: number,
    share: number,
    depth: number,
    light?: 'light' | 'dark',
  ]
  grow: [base: number, optimum: number, leaf: number, cool: number, warm: number, pause: number]
  plug?: [number, number, number][]
  weeks?: [number, number, number][]
  field: [
    number,
    number,
    number,
    number,
    number,
    number,
    'sowing' | 'planting',
    number,
    number,
    'kg' | 'heads' | 'stems' | 'bunches',
    ('plant' | 'plant-week')?,
  ]
  seed: [perGram: number, perCell: number, years: number]
  roots?: 'tough' | 'fair' | 'touchy'
  bury?: readonly ['never' | 'to-seed-leaves' | 'deep', 'never' | 'to-seed-leaves' | 'deep']
  minNight?: number
  stress?: number
  thin?: number
  feed?: number
  pinch?: [leaf: number, delayDays: number, stems: number]
  days?: 'short' | 'long' | 'neutral'
  /** Day length that turns it, hours. */
  hours?: number
  support?: NonNullable<Crop['field']['support']>
  prep?: [string, number][]
  groups?: [string, string][]
  cautions?: Crop['cautions']
}

/** °C of the field in which a packet's days to harvest are taken to hold. An estimate. */
const FIELD_MEAN = { cool: 16, warm: 20 } as const

/** Reads a row into a crop with its sources. */
export function kindOf(row: Row): LibraryKind {
  const [base, optimum, ceiling, heat, goodFrom, usualShare, depth, light = 'either'] = row.germ
  const [growthBase, growthOptimum, leafInterval, cool, warm, pauseDays] = row.grow
  const [
    hardeningDays,
    nightAbove,
    soilAbove,
    rowSpacing,
    plantSpacing,
    days,
    from,
    harvestDays,
    amount,
    unit,
    per = 'plant',
  ] = row.field
  const [perGram, perCell, keepsYears] = row.seed
  const published = typeof heat === 'number'
  const temperatures = { base, optimum, ceiling }
  const thermalTime = published
    ? heat
    : Math.round(thermalTimeFrom(temperatures, { days: [heat[0], heat[1]], at: [heat[2], heat[3]] })!)
  const growth = { base: growthBase, optimum: growthOptimum }
  const at = (cool + warm) / 2
  const points = [
    ...(row.plug ?? []).map(([ml, ready, limit]) => ({ ml, ready, limit })),
    ...(row.weeks ?? []).map(([ml, first, last]) => {
      const point = pointFrom({ ...temperatures, thermalTime }, growth, {
        ml,
        weeks: [first, last],
        at,
        germinatesAt: usualGermination(temperatures),
      })
      if (typeof point === 'string') throw new Error(`${row.key}: ${point}`)
      return { ml, ready: Math.round(point.ready), limit: Math.round(point.limit) }
    }),
  ]
  const [potting, planting] = row.bury ?? ['never', 'never']
  const input: CropInput = {
    key: row.key,
    kind: row.key,
    name: row.name,
    family: row.family,
    group: row.group,
    season: row.season,
    tenderness: row.tenderness,
    lifespan: row.lifespan ?? 'annual',
    raise: { way: row.raise[0], why: row.raise[1] },
    germination: {
      base,
      optimum,
      ceiling,
      thermalTime,
      goodFrom,
      usualShare,
      light,
      depth,
      cover: depth === 0 ? 'none' : depth < 0.4 ? 'thin' : 'full',
    },
    growth: { ...growth, points, leafInterval, usual: [cool, warm] },
    pauseDays,
    preparation: (row.prep ?? []).map(([what, days]) => ({ what, days })),
    thinAtLeaf: row.thin ?? 1,
    ...(row.minNight === undefined ? {} : { minNight: row.minNight }),
    ...(row.stress === undefined ? {} : { stressAbove: row.stress }),
    field: {
      hardeningDays,
      nightAbove,
      soilAbove,
      rowSpacing,
      plantSpacing,
      maturity: { days, from, at: FIELD_MEAN[row.season] },
      harvestDays,
      yield: { amount, unit, per },
      ...(row.support ? { support: row.support } : {}),
    },
    care: {
      roots: row.roots ?? 'fair',
      buryAtPotting: potting,
      buryAtPlanting: planting,
      feedAtLeaf: row.feed ?? 3,
      dayLength: row.days ?? 'neutral',
      ...(row.hours === undefined ? {} : { criticalHours: row.hours }),
      ...(row.pinch ? { pinch: { leaf: row.pinch[0], delayDays: row.pinch[1], stems: row.pinch[2] } } : {}),
    },
    seed: { perGram, perCell, keepsYears },
    seasonGroups: (row.groups ?? []).map(([name, note]) => ({ name, note })),
    cautions: row.cautions ?? [],
  }
  const crop = Crop.parse(input)
  return { crop, about: aboutOf(row, crop, published) }
}

/** °C at which a kind is usually germinated: a little under its best. */
export function usualGermination({ base, optimum }: { base: number; optimum: number }): number {
  return optimum - Math.min(4, (optimum - base) / 4)
}

const within = (value: number, share: number, least = 0): readonly [number, number] => {
  const by = Math.max(Math.abs(value) * share, least)
  return [Math.round((value - by) * 100) / 100, Math.round((value + by) * 100) / 100]
}

function aboutOf(row: Row, crop: Crop, published: boolean): Record<string, About> {
  const { germination: g, growth, field, seed } = crop
  const heat = row.germ[3]
  const fromDays = (days: number) =>
    Math.round(
      thermalTimeFrom(g, { days: [days, days], at: typeof heat === 'number' ? [20, 20] : [heat[2], heat[3]] })!,
    )
  const about: Record<string, About> = {
    'germination.base': published
      ? { source: 'table', cited: HEAT_SUMS, range: within(g.base, 0, 1) }
      : { source: 'estimate', range: within(g.base, 0, 2.5) },
    'germination.thermalTime': published
      ? { source: 'table', cited: HEAT_SUMS, range: within(g.thermalTime, 0.25) }
      : {
          source: 'practice',
          range: typeof heat === 'number' ? within(heat, 0.3) : [fromDays(heat[0]), fromDays(heat[1])],
        },
    'germination.optimum': { source: 'practice', range: within(g.optimum, 0, 2) },
    'germination.ceiling': { source: 'estimate', range: within(g.ceiling, 0, 3) },
    'germination.goodFrom': { source: 'estimate', range: within(g.goodFrom!, 0, 3) },
    'germination.spread': { source: 'estimate', range: [0.15, 0.4] },
    'germination.usualShare': {
      source: 'practice',
      range: [Math.max(0.3, g.usualShare - 0.15), Math.min(0.99, g.usualShare + 0.08)],
    },
    'germination.light': { source: 'practice' },
    'germination.depth': {
      source: 'practice',
      range: within(g.depth!, 0.4, 0.1).map((cm) => Math.max(0, cm)) as [number, number],
    },
    'germination.cover': { source: 'practice' },
    'growth.base': { source: 'estimate', range: within(growth.base, 0, 2) },
    'growth.optimum': { source: 'textbook', range: within(growth.optimum, 0, 3) },
    'growth.points': row.weeks ? { source: 'practice' } : { source: 'estimate' },
    'growth.leafInterval': { source: 'estimate', range: within(growth.leafInterval!, 0.3) },
    'growth.usual': { source: 'practice' },
    pauseDays: { source: 'estimate', range: [Math.max(0, crop.pauseDays - 1), crop.pauseDays + 2] },
    tenderness: { source: 'textbook' },
    season: { source: 'textbook' },
    lifespan: { source: 'textbook' },
    raise: { source: 'practice' },
    'field.hardeningDays': {
      source: 'practice',
      range: [Math.max(0, field.hardeningDays! - 3), field.hardeningDays! + 7],
    },
    'field.nightAbove': { source: 'practice', range: within(field.nightAbove!, 0, 2) },
    'field.soilAbove': { source: 'practice', range: within(field.soilAbove!, 0, 2) },
    'field.rowSpacing': { source: 'practice', range: within(field.rowSpacing!, 0.35) },
    'field.plantSpacing': { source: 'practice', range: within(field.plantSpacing!, 0.35) },
    'field.maturity': {
      source: 'practice',
      range: within(field.maturity!.days, 0.2).map(Math.round) as [number, number],
    },
    'field.harvestDays': {
      source: 'practice',
      range: within(field.harvestDays!, 0.4).map(Math.round) as [number, number],
    },
    'field.yield': { source: 'estimate', range: within(field.yield!.amount, 0.5) },
    'seed.perGram': { source: 'textbook', range: within(seed.perGram!, 0.3) },
    'seed.perCell': { source: 'practice' },
    'seed.keepsYears': { source: 'textbook', range: within(seed.keepsYears!, 0.4) },
    'care.roots': { source: 'practice' },
    'care.buryAtPotting': { source: 'practice' },
    'care.buryAtPlanting': { source: 'practice' },
    'care.feedAtLeaf': { source: 'practice', range: [1, 5] },
    'care.dayLength': { source: 'textbook' },
    preparation: { source: 'practice' },
    thinAtLeaf: { source: 'practice', range: [1, 3] },
    cautions: { source: 'textbook' },
    seasonGroups: { source: 'practice' },
  }
  if (crop.minNight !== undefined) about.minNight = { source: 'textbook', range: within(crop.minNight, 0, 2) }
  if (crop.stressAbove !== undefined) about.stressAbove = { source: 'estimate', range: within(crop.stressAbove, 0, 3) }
  if (row.hours !== undefined) about['care.criticalHours'] = { source: 'textbook', range: within(row.hours, 0, 1) }
  if (row.support) about['field.support'] = { source: 'practice' }
  if (row.pinch) about['care.pinch'] = { source: 'practice' }
  return about
}
