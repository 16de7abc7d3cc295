/** One kind of the shipped library: a crop as a season holds it, and where each of its figures comes from. */
import { pointFrom, thermalTimeFrom } from '../core/growth/entry'
import { Crop, type CropInput } from '../season/schema'
import sourceList from './sources.json'

/** What a figure rests on: a measured table, a range that is published, or an estimate. */
export type Source = 'measured' | 'range' | 'estimate'

/** Where a figure comes from. */
export interface About {
  source: Source
  /** In a few words. */
  says: string
  /** The measured table. */
  cited?: string
  /** Least and greatest that are published, in the unit of the figure. */
  range?: readonly [number, number]
}

/** English as it is spoken where the farm is: it chooses which of the names is shown. */
export type Region = 'uk' | 'us'

/** A kind of the library. */
export interface LibraryKind {
  crop: Crop
  /** By path of the figure in the crop, such as `germination.thermalTime`. */
  about: Readonly<Record<string, About>>
  /** Name by region. */
  names: Readonly<Record<Region, string>>
  /** Every other name it is found by. */
  also: readonly string[]
  /** Growing methods that suit it, the usual first: keys of the ready-made ones. */
  ways: readonly string[]
  /** Weeks from sowing that are published for a size of cell: ml, first and last. */
  weeks: readonly (readonly [number, number, number])[]
}

type Pair = [number, number]
type SourceKey = keyof typeof sourceList
type Figure<T = number> = [value: T, source: SourceKey]

/** The figures of a kind as its file has them; the unit is in the name of each. */
export interface FigureTable {
  'germination base, °C': Figure
  'best from, °C': Figure
  'best to, °C': Figure
  'ceiling, °C': Figure
  'in full from, °C': Figure
  'in full to, °C': Figure
  'heat to come up, °C·days'?: Figure
  'comes up in days, first to last, at °C, from to'?: Figure<[number, number, number, number]>
  'usual share up': Figure
  'depth, cm': Figure
  'growth base, °C': Figure
  'grows best at, °C': Figure
  'usually grown at, °C, coolest to warmest': Figure<Pair>
  'a true leaf every, °C·days': Figure
  'pause after potting, days': Figure
  'ages in a cell: ml, ready and limit in °C·days'?: Figure<[number, number, number][]>
  'weeks in a cell: ml, first to last from sowing'?: Figure<[number, number, number][]>
  'nights check it under, °C': Figure
  'nights kill it under, not hardened, °C': Figure
  'nights kill it under, hardened, °C': Figure
  'heat harms it over, °C'?: Figure
  'hardening, days': Figure
  'planted where nights stay over, °C': Figure
  'planted where soil has, °C': Figure
  'between rows, cm': Figure
  'between plants, cm': Figure
  'days to harvest': Figure
  'harvest lasts, days': Figure
  'yield of a plant': Figure
  'seeds in a gram': Figure
  'seeds to a cell': Figure
  'years to half, cool and dry': Figure
  'feed at leaf': Figure
  'thin at leaf': Figure
  'pinch at leaf, days later, stems for each'?: Figure<[number, number, number]>
  'turns at day length, hours'?: Figure
}

/** A kind as its file has it. */
export interface KindRow {
  /** Name in Britain, and in the United States where that is another. */
  name: string
  us?: string
  also?: string[]
  family: string
  group: NonNullable<Crop['group']>
  season: 'cool' | 'warm'
  tenderness: Crop['tenderness']
  lifespan: NonNullable<Crop['lifespan']>
  raise: NonNullable<Crop['raise']>['way']
  why: string
  ways: string[]
  /** The measured kind whose way of coming up it follows. */
  comesUpAs?: string
  light: 'light' | 'dark' | 'either'
  roots: 'tough' | 'fair' | 'touchy'
  buryAtPotting: 'never' | 'to-seed-leaves' | 'deep'
  buryAtPlanting: 'never' | 'to-seed-leaves' | 'deep'
  daysCountedFrom: 'sowing' | 'planting'
  yieldIn: 'kg' | 'heads' | 'stems' | 'bunches'
  yieldPer?: 'plant' | 'plant-week'
  dayLength: 'short' | 'long' | 'neutral'
  support?: NonNullable<Crop['field']['support']>
  preparation?: [string, number][]
  seasonGroups?: NonNullable<CropInput['seasonGroups']>
  cautions?: Crop['cautions']
  figures: FigureTable
}

/** °C of the field in which a packet's days to harvest are taken to hold. An estimate. */
const FIELD_MEAN = { cool: 16, warm: 20 } as const

/** Where each figure of a file stands in a crop. */
const PATHS: Partial<Record<keyof FigureTable, string>> = {
  'germination base, °C': 'germination.base',
  'best from, °C': 'germination.optimum',
  'best to, °C': 'germination.plateauTo',
  'ceiling, °C': 'germination.ceiling',
  'in full from, °C': 'germination.goodFrom',
  'in full to, °C': 'germination.goodTo',
  'heat to come up, °C·days': 'germination.thermalTime',
  'comes up in days, first to last, at °C, from to': 'germination.thermalTime',
  'usual share up': 'germination.usualShare',
  'depth, cm': 'germination.depth',
  'growth base, °C': 'growth.base',
  'grows best at, °C': 'growth.optimum',
  'usually grown at, °C, coolest to warmest': 'growth.usual',
  'a true leaf every, °C·days': 'growth.leafInterval',
  'pause after potting, days': 'pauseDays',
  'ages in a cell: ml, ready and limit in °C·days': 'growth.points',
  'weeks in a cell: ml, first to last from sowing': 'growth.points',
  'nights check it under, °C': 'chillsUnder',
  'nights kill it under, not hardened, °C': 'killsUnder',
  'nights kill it under, hardened, °C': 'killsHardenedUnder',
  'heat harms it over, °C': 'stressAbove',
  'hardening, days': 'field.hardeningDays',
  'planted where nights stay over, °C': 'field.nightAbove',
  'planted where soil has, °C': 'field.soilAbove',
  'between rows, cm': 'field.rowSpacing',
  'between plants, cm': 'field.plantSpacing',
  'days to harvest': 'field.maturity',
  'harvest lasts, days': 'field.harvestDays',
  'yield of a plant': 'field.yield',
  'seeds in a gram': 'seed.perGram',
  'seeds to a cell': 'seed.perCell',
  'years to half, cool and dry': 'seed.keepsYears',
  'feed at leaf': 'care.feedAtLeaf',
  'thin at leaf': 'thinAtLeaf',
  'pinch at leaf, days later, stems for each': 'care.pinch',
  'turns at day length, hours': 'care.criticalHours',
}

/** Reads a kind of a file into a crop with its sources. */
export function kindOf(key: string, row: KindRow): LibraryKind {
  const f = row.figures
  const value = <T>(figure: Figure<T> | undefined) => figure?.[0]
  const temperatures = {
    base: f['germination base, °C'][0],
    optimum: f['best from, °C'][0],
    plateauTo: f['best to, °C'][0],
    ceiling: f['ceiling, °C'][0],
  }
  const heat = value(f['heat to come up, °C·days'])
  const days = value(f['comes up in days, first to last, at °C, from to'])
  const thermalTime =
    heat ?? Math.round(thermalTimeFrom(temperatures, { days: [days![0], days![1]], at: [days![2], days![3]] })!)
  const growth = { base: f['growth base, °C'][0], optimum: f['grows best at, °C'][0] }
  const usual = f['usually grown at, °C, coolest to warmest'][0]
  const at = (usual[0] + usual[1]) / 2
  const weeks = value(f['weeks in a cell: ml, first to last from sowing']) ?? []
  const points = [
    ...(value(f['ages in a cell: ml, ready and limit in °C·days']) ?? []).map(([ml, ready, limit]) => ({
      ml,
      ready,
      limit,
    })),
    ...weeks.map(([ml, first, last]) => {
      const germinatesAt = usualGermination(temperatures)
      const point = pointFrom({ ...temperatures, thermalTime }, growth, { ml, weeks: [first, last], at, germinatesAt })
      if (typeof point === 'string') throw new Error(`${key}: ${point}`)
      return { ml, ready: Math.round(point.ready), limit: Math.round(point.limit) }
    }),
  ]
  const depth = f['depth, cm'][0]
  const pinch = value(f['pinch at leaf, days later, stems for each'])
  const hours = value(f['turns at day length, hours'])
  const stress = value(f['heat harms it over, °C'])
  const input: CropInput = {
    key,
    kind: key,
    name: row.name,
    family: row.family,
    group: row.group,
    season: row.season,
    tenderness: row.tenderness,
    lifespan: row.lifespan,
    raise: { way: row.raise, why: row.why },
    germination: {
      ...temperatures,
      thermalTime,
      goodFrom: f['in full from, °C'][0],
      goodTo: f['in full to, °C'][0],
      usualShare: f['usual share up'][0],
      light: row.light,
      depth,
      cover: depth === 0 ? 'none' : depth < 0.4 ? 'thin' : 'full',
    },
    growth: { ...growth, points, leafInterval: f['a true leaf every, °C·days'][0], usual },
    pauseDays: f['pause after potting, days'][0],
    preparation: (row.preparation ?? []).map(([what, time]) => ({ what, days: time })),
    thinAtLeaf: f['thin at leaf'][0],
    chillsUnder: f['nights check it under, °C'][0],
    killsUnder: f['nights kill it under, not hardened, °C'][0],
    killsHardenedUnder: f['nights kill it under, hardened, °C'][0],
    ...(stress === undefined ? {} : { stressAbove: stress }),
    field: {
      hardeningDays: f['hardening, days'][0],
      nightAbove: f['planted where nights stay over, °C'][0],
      soilAbove: f['planted where soil has, °C'][0],
      rowSpacing: f['between rows, cm'][0],
      plantSpacing: f['between plants, cm'][0],
      maturity: { days: f['days to harvest'][0], from: row.daysCountedFrom, at: FIELD_MEAN[row.season] },
      harvestDays: f['harvest lasts, days'][0],
      yield: { amount: f['yield of a plant'][0], unit: row.yieldIn, per: row.yieldPer ?? 'plant' },
      ...(row.support ? { support: row.support } : {}),
    },
    care: {
      roots: row.roots,
      buryAtPotting: row.buryAtPotting,
      buryAtPlanting: row.buryAtPlanting,
      feedAtLeaf: f['feed at leaf'][0],
      dayLength: row.dayLength,
      ...(hours === undefined ? {} : { criticalHours: hours }),
      ...(pinch ? { pinch: { leaf: pinch[0], delayDays: pinch[1], stems: pinch[2] } } : {}),
    },
    seed: {
      perGram: f['seeds in a gram'][0],
      perCell: f['seeds to a cell'][0],
      keepsYears: f['years to half, cool and dry'][0],
    },
    seasonGroups: row.seasonGroups ?? [],
    cautions: row.cautions ?? [],
  }
  return {
    crop: Crop.parse(input),
    about: aboutOf(row, temperatures, days),
    names: { uk: row.name, us: row.us ?? row.name },
    also: row.also ?? [],
    ways: row.ways,
    weeks,
  }
}

/** °C at which a kind is usually germinated: a little under its best. */
export function usualGermination({ base, optimum }: { base: number; optimum: number }): number {
  return optimum - Math.min(4, (optimum - base) / 4)
}

/** What is said of a kind in words, and rests on practice like the rest. */
const SAID = [
  'germination.light',
  'germination.cover',
  'germination.spread',
  'tenderness',
  'season',
  'lifespan',
  'raise',
  'care.roots',
  'care.buryAtPotting',
  'care.buryAtPlanting',
  'care.dayLength',
  'preparation',
  'cautions',
  'seasonGroups',
  'field.support',
]

function aboutOf(
  { figures, comesUpAs }: KindRow,
  temperatures: Parameters<typeof thermalTimeFrom>[0],
  days: [number, number, number, number] | undefined,
): Record<string, About> {
  const about: Record<string, About> = {}
  const practice = sourceList.practice
  for (const path of SAID) about[path] = { source: practice.kind as Source, says: practice.says }
  for (const [name, figure] of Object.entries(figures) as [keyof FigureTable, Figure][]) {
    const source: { kind: string; says: string; cited?: string } = sourceList[figure[1]]
    about[PATHS[name]!] = {
      source: source.kind as Source,
      says:
        figure[1] === 'relative' ? `as ${comesUpAs!.replaceAll('-', ' ')}, its nearest measured relative` : source.says,
      ...(source.cited ? { cited: source.cited } : {}),
    }
  }
  if (days) {
    const heatOf = (n: number) => Math.round(thermalTimeFrom(temperatures, { days: [n, n], at: [days[2], days[3]] })!)
    about['germination.thermalTime'] = {
      ...about['germination.thermalTime']!,
      range: [heatOf(days[0]), heatOf(days[1])],
    }
  }
  return about
}
