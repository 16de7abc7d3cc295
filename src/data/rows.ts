/** Between the things of a season document and the rows they are kept in. */
import type { Insertable, Selectable } from 'kysely'
import {
  Habits,
  Site,
  type Bed,
  type Block,
  type Share,
  type Container,
  type Crop,
  type Lot,
  type Method,
  type Place,
  type Planting,
  type Season,
  type Stage,
  type Variety,
} from '../season/schema'
import type * as t from './schema'

/** The season a row belongs to. */
export interface SeasonId {
  farm_id: string
  season_id: string
}

/** The same object without its `null` and `undefined` entries, which a document leaves out. */
function present<T extends object>(
  value: T,
): { [K in keyof T as null extends T[K] ? never : undefined extends T[K] ? never : K]: T[K] } & {
  [K in keyof T as null extends T[K] ? K : undefined extends T[K] ? K : never]?: NonNullable<T[K]>
} {
  return Object.fromEntries(Object.entries(value).filter(([, v]) => v !== null && v !== undefined)) as never
}

const temperatureRow = (x: {
  held?: number | undefined
  lift?: number | undefined
  halfRange?: number | undefined
  floor?: number | undefined
  ceiling?: number | undefined
}) => ({
  held: x.held ?? null,
  lift: x.lift ?? null,
  half_range: x.halfRange ?? null,
  floor: x.floor ?? null,
  ceiling: x.ceiling ?? null,
})

const temperatureOf = (row: {
  held: number | null
  lift: number | null
  half_range: number | null
  floor: number | null
  ceiling: number | null
}) => present({ held: row.held, lift: row.lift, halfRange: row.half_range, floor: row.floor, ceiling: row.ceiling })

/** Columns of a season that come from its document. */
export function seasonRow({ farm, season, site, habits }: Pick<Season, 'farm' | 'season' | 'site' | 'habits'>) {
  const { frost } = site
  return {
    name: season.name,
    starts_on: season.from,
    ends_on: season.to,
    opens_on: season.opensOn ?? null,
    latitude: site.latitude,
    elevation: site.elevation ?? null,
    clearness: site.clearness,
    outdoor_monthly_means: site.outdoorMonthlyMeans,
    frost_spring_median: frost?.lastSpring.median ?? null,
    frost_spring_spread_days: frost?.lastSpring.spreadDays ?? null,
    frost_autumn_median: frost?.firstAutumn.median ?? null,
    frost_autumn_spread_days: frost?.firstAutumn.spreadDays ?? null,
    frost_trusted_chance: frost?.trustedChance ?? null,
    frost_margin_days: frost?.marginDays ?? null,
    frost_record: frost?.record ? JSON.stringify(frost.record) : null,
    confidence: habits.confidence,
    age_point: habits.agePoint,
    handling: habits.handling,
    rounding: habits.rounding,
    sowing_weekdays: habits.sowingWeekdays,
    more_habits: JSON.stringify({
      work: habits.work,
      mixCompaction: habits.mixCompaction,
      costs: habits.costs,
      hardening: habits.hardening,
      turnaroundDays: habits.turnaroundDays,
      crew: habits.crew,
      fit: habits.fit,
      shareTrays: habits.shareTrays,
      mix: habits.mix,
    }),
    more_site: JSON.stringify(
      present({
        nightDrop: site.nightDrop,
        soilLift: site.soilLift,
        events: site.events,
        forecast: site.forecast,
        thermometer: site.thermometer,
        farm: { region: farm.region, recordsFrom: farm.recordsFrom },
      }),
    ),
  }
}

/** Site and habits of a season row. */
export function seasonOf(
  row: Selectable<t.SeasonTable>,
  farmName: string,
): Pick<Season, 'format' | 'farm' | 'season' | 'site' | 'habits'> {
  const frost =
    row.frost_spring_median === null
      ? undefined
      : {
          lastSpring: { median: row.frost_spring_median, spreadDays: row.frost_spring_spread_days! },
          firstAutumn: { median: row.frost_autumn_median!, spreadDays: row.frost_autumn_spread_days! },
          trustedChance: row.frost_trusted_chance!,
          marginDays: row.frost_margin_days!,
          ...(row.frost_record === null
            ? {}
            : { record: row.frost_record as NonNullable<NonNullable<Season['site']['frost']>['record']> }),
        }
  return {
    format: 1,
    farm: {
      name: farmName,
      ...((row.more_site as { farm?: Pick<Season['farm'], 'region' | 'recordsFrom'> }).farm ?? {}),
    },
    season: present({ name: row.name, from: row.starts_on, to: row.ends_on, opensOn: row.opens_on }),
    site: present({
      latitude: row.latitude,
      elevation: row.elevation,
      clearness: row.clearness,
      outdoorMonthlyMeans: row.outdoor_monthly_means,
      frost,
      ...Site.pick({ nightDrop: true, soilLift: true, events: true, forecast: true, thermometer: true })
        .strip()
        .parse(row.more_site),
    }),
    habits: {
      confidence: row.confidence,
      agePoint: row.age_point,
      handling: row.handling,
      rounding: row.rounding as Season['habits']['rounding'],
      sowingWeekdays: row.sowing_weekdays,
      ...Habits.pick({
        work: true,
        mixCompaction: true,
        costs: true,
        hardening: true,
        turnaroundDays: true,
        crew: true,
        fit: true,
        shareTrays: true,
        mix: true,
      }).parse(row.more_habits),
    },
  }
}

export function placeRow(id: SeasonId, x: Place, position: number): Insertable<t.PlaceTable> {
  return {
    ...id,
    key: x.key,
    position,
    name: x.name,
    kind: x.kind,
    tray_places: x.trayPlaces,
    ...temperatureRow(x.temperature),
    open_from: x.open?.from ?? null,
    open_until: x.open?.until ?? null,
    transmission: x.transmission ?? null,
    lamp_ppfd: x.lamp?.ppfd ?? null,
    lamp_hours: x.lamp?.hours ?? null,
    more: JSON.stringify(
      present({ layout: x.layout, rooms: x.rooms, stock: x.stock.length > 0 ? x.stock : undefined }),
    ),
  }
}

export function periodRows(id: SeasonId, x: Place): Insertable<t.PlacePeriodTable>[] {
  return x.temperature.periods.map((p, position) => ({
    ...id,
    place: x.key,
    position,
    from_day: p.from,
    until_day: p.until,
    ...temperatureRow(p),
  }))
}

export function placeOf(row: Selectable<t.PlaceTable>, periods: Selectable<t.PlacePeriodTable>[]): Place {
  return present({
    key: row.key,
    name: row.name,
    kind: row.kind as Place['kind'],
    trayPlaces: row.tray_places,
    temperature: {
      ...temperatureOf(row),
      periods: periods.map((p) => ({ from: p.from_day, until: p.until_day, ...temperatureOf(p) })),
    },
    open: row.open_from === null ? undefined : { from: row.open_from, until: row.open_until! },
    transmission: row.transmission,
    lamp: row.lamp_ppfd === null ? undefined : { ppfd: row.lamp_ppfd, hours: row.lamp_hours! },
    stock: [],
    ...(row.more as Pick<Place, 'layout' | 'rooms'> & Partial<Pick<Place, 'stock'>>),
  })
}

export function containerRow(id: SeasonId, x: Container, position: number): Insertable<t.ContainerTable> {
  return {
    ...id,
    key: x.key,
    position,
    name: x.name,
    kind: x.kind,
    cells: x.cells,
    cell_volume: x.cellVolume,
    tray_places: x.trayPlaces,
    row_cells: x.rowCells ?? null,
    owned: x.owned ?? null,
    wash_days: x.washDays,
    plantable: x.plantable,
    more: JSON.stringify(present({ packCells: x.packCells, measures: x.measures, outline: x.outline, price: x.price })),
  }
}

export function containerOf(row: Selectable<t.ContainerTable>): Container {
  return present({
    key: row.key,
    name: row.name,
    kind: row.kind as Container['kind'],
    cells: row.cells,
    cellVolume: row.cell_volume,
    trayPlaces: row.tray_places,
    rowCells: row.row_cells,
    owned: row.owned,
    washDays: row.wash_days,
    plantable: row.plantable,
    ...(row.more as Pick<Container, 'packCells' | 'measures' | 'outline' | 'price'>),
  })
}

export function cropRow(id: SeasonId, x: Crop, position: number): Insertable<t.CropTable> {
  const { germination: g, growth } = x
  return {
    ...id,
    key: x.key,
    position,
    name: x.name,
    family: x.family ?? null,
    tenderness: x.tenderness,
    germination_base: g.base,
    germination_optimum: g.optimum,
    germination_ceiling: g.ceiling,
    thermal_time: g.thermalTime,
    spread: g.spread,
    good_from: g.goodFrom ?? null,
    good_to: g.goodTo ?? null,
    usual_share: g.usualShare,
    light: g.light,
    depth: g.depth ?? null,
    growth_base: growth.base,
    growth_optimum: growth.optimum,
    leaf_interval: growth.leafInterval ?? null,
    first_leaf: growth.firstLeaf ?? null,
    pause_days: x.pauseDays,
    min_night: x.minNight ?? null,
    stress_above: x.stressAbove ?? null,
    thin_at_leaf: x.thinAtLeaf,
    facts: JSON.stringify(
      present({
        group: x.group,
        season: x.season,
        lifespan: x.lifespan,
        raise: x.raise,
        field: x.field,
        care: x.care,
        seed: x.seed,
        seasonGroups: x.seasonGroups,
        cautions: x.cautions,
        cover: g.cover,
        plateauTo: g.plateauTo,
        usual: growth.usual,
        chillsUnder: x.chillsUnder,
        killsUnder: x.killsUnder,
        killsHardenedUnder: x.killsHardenedUnder,
        learned: x.learned,
      }),
    ),
    kind: x.kind ?? null,
  }
}

export function pointRows(id: SeasonId, x: Crop): Insertable<t.GrowthPointTable>[] {
  return x.growth.points.map((p, position) => ({
    ...id,
    crop: x.key,
    position,
    ml: p.ml,
    ready: p.ready,
    limit_age: p.limit,
  }))
}

export function preparationRows(id: SeasonId, x: Crop): Insertable<t.PreparationTable>[] {
  return x.preparation.map((p, position) => ({ ...id, crop: x.key, position, ...p }))
}

export function cropOf(
  row: Selectable<t.CropTable>,
  points: Selectable<t.GrowthPointTable>[],
  preparation: Selectable<t.PreparationTable>[],
): Crop {
  const { cover, usual, plateauTo, ...facts } = row.facts as Pick<
    Crop,
    'group' | 'season' | 'lifespan' | 'raise' | 'learned' | 'chillsUnder' | 'killsUnder' | 'killsHardenedUnder'
  > &
    Partial<Pick<Crop, 'field' | 'care' | 'seed' | 'seasonGroups' | 'cautions'>> & {
      cover?: NonNullable<Crop['germination']['cover']>
      usual?: [number, number]
      plateauTo?: number
    }
  return present({
    field: {},
    care: {},
    seed: {},
    seasonGroups: [],
    cautions: [],
    ...facts,
    kind: row.kind,
    key: row.key,
    name: row.name,
    family: row.family,
    tenderness: row.tenderness as Crop['tenderness'],
    germination: present({
      base: row.germination_base,
      optimum: row.germination_optimum,
      plateauTo,
      ceiling: row.germination_ceiling,
      thermalTime: row.thermal_time,
      spread: row.spread,
      goodFrom: row.good_from,
      goodTo: row.good_to,
      usualShare: row.usual_share,
      light: row.light as Crop['germination']['light'],
      depth: row.depth,
      cover,
    }),
    growth: present({
      base: row.growth_base,
      optimum: row.growth_optimum,
      points: points.map((p) => ({ ml: p.ml, ready: p.ready, limit: p.limit_age })),
      leafInterval: row.leaf_interval,
      firstLeaf: row.first_leaf,
      usual,
    }),
    pauseDays: row.pause_days,
    minNight: row.min_night,
    stressAbove: row.stress_above,
    thinAtLeaf: row.thin_at_leaf,
    preparation: preparation.map(({ what, days }) => ({ what, days })),
  })
}

export function varietyRow(id: SeasonId, x: Variety, position: number): Insertable<t.VarietyTable> {
  return {
    ...id,
    key: x.key,
    position,
    crop: x.crop,
    name: x.name,
    note: x.note ?? null,
    season_group: x.seasonGroup ?? null,
    overrides: JSON.stringify(x.overrides ?? {}),
  }
}

export function varietyOf(row: Selectable<t.VarietyTable>): Variety {
  const overrides = row.overrides as NonNullable<Variety['overrides']>
  return present({
    key: row.key,
    crop: row.crop,
    name: row.name,
    note: row.note,
    seasonGroup: row.season_group,
    overrides: Object.keys(overrides).length > 0 ? overrides : undefined,
  })
}

export function lotRow(id: SeasonId, x: Lot, position: number): Insertable<t.LotTable> {
  return {
    ...id,
    key: x.key,
    position,
    variety: x.variety,
    name: x.name,
    form: x.form,
    germination: x.germination ?? null,
    tested_seeds: x.testedSeeds,
    tested_on: x.testedOn ?? null,
    pace: x.pace,
    seeds: x.seeds ?? null,
    grams: x.grams ?? null,
    packed_for: x.year ?? null,
    stored: x.stored ?? null,
    more: JSON.stringify(present({ treated: x.treated, packetSeeds: x.packetSeeds, packetPrice: x.packetPrice })),
  }
}

export function lotTestRows(id: SeasonId, x: Lot): Insertable<t.LotTestTable>[] {
  return x.homeTests.map(({ on, sown, up }, position) => ({ ...id, lot: x.key, position, tested_on: on, sown, up }))
}

export function lotOf(row: Selectable<t.LotTable>, tests: Selectable<t.LotTestTable>[]): Lot {
  return present({
    key: row.key,
    variety: row.variety,
    name: row.name,
    form: row.form as Lot['form'],
    germination: row.germination,
    testedSeeds: row.tested_seeds,
    testedOn: row.tested_on,
    pace: row.pace,
    seeds: row.seeds,
    grams: row.grams,
    year: row.packed_for,
    stored: row.stored as Lot['stored'],
    homeTests: tests.map(({ tested_on: on, sown, up }) => ({ on, sown, up })),
    ...(row.more as Pick<Lot, 'treated' | 'packetSeeds' | 'packetPrice'>),
  })
}

export function methodRow(id: SeasonId, x: Method, position: number): Insertable<t.MethodTable> {
  const { policy, ...sowing } = x.sowing
  return {
    ...id,
    key: x.key,
    position,
    crop: x.crop,
    name: x.name,
    policy,
    sowing: JSON.stringify(sowing),
    more: JSON.stringify(
      present({ preparation: x.preparation, school: x.school, note: x.note, seeder: x.seeder, learned: x.learned }),
    ),
    leave_heat_at: x.leaveHeatAt,
    pot_up_point: x.potUpPoint,
    hardening_days: x.hardening.days,
    hardening_place: x.hardening.place ?? null,
    hardening_school: x.hardening.school ?? null,
  }
}

export function stageRows(id: SeasonId, x: Method): Insertable<t.StageTable>[] {
  return x.stages.map((stage, position) => {
    const when: Partial<Record<'age' | 'leaf' | 'daysBeforePlanting', number>> = stage.when ?? {}
    return {
      ...id,
      method: x.key,
      position,
      place: stage.place === BY_RULE ? null : stage.place,
      container: stage.container ?? null,
      germinate_at: stage.germinateAt === BY_RULE ? null : (stage.germinateAt ?? null),
      germinate_by_rule: stage.germinateAt === BY_RULE,
      survival: stage.survival,
      pot_up_point: stage.potUpPoint ?? null,
      divide: stage.divide ?? null,
      when_age: when.age ?? null,
      when_leaf: when.leaf ?? null,
      when_days_before: when.daysBeforePlanting ?? null,
    }
  })
}

export function methodOf(row: Selectable<t.MethodTable>, stages: Selectable<t.StageTable>[]): Method {
  return {
    key: row.key,
    crop: row.crop,
    name: row.name,
    sowing: { policy: row.policy, ...(row.sowing as object) } as Method['sowing'],
    leaveHeatAt: row.leave_heat_at as Method['leaveHeatAt'],
    potUpPoint: row.pot_up_point,
    stages: stages.map(stageOf),
    hardening: present({
      days: row.hardening_days,
      place: row.hardening_place,
      school: row.hardening_school as Method['hardening']['school'] | null,
    }),
    ...(row.more as Pick<Method, 'preparation' | 'school' | 'note' | 'seeder' | 'learned'>),
  }
}

/** The rule that finds a place, in the place of its key; a stage without a place goes by it. */
const BY_RULE = '@usual-pace'

function stageOf(row: Selectable<t.StageTable>): Stage {
  const when =
    row.when_age !== null
      ? { age: row.when_age }
      : row.when_leaf !== null
        ? { leaf: row.when_leaf }
        : row.when_days_before !== null
          ? { daysBeforePlanting: row.when_days_before }
          : undefined
  return present({
    place: row.place ?? BY_RULE,
    container: row.container,
    germinateAt: row.germinate_by_rule ? BY_RULE : row.germinate_at,
    survival: row.survival,
    when,
    potUpPoint: row.pot_up_point,
    divide: row.divide,
  })
}

export function plantingRow(id: SeasonId, x: Planting, position: number, version: number): Insertable<t.PlantingTable> {
  return {
    ...id,
    key: x.key,
    position,
    code: x.code,
    variety: x.variety,
    lot: x.lot ?? null,
    method: x.method,
    plants: x.plants,
    plant_on: x.on,
    anchor: x.anchor ? JSON.stringify(x.anchor) : null,
    series_every: x.series?.every ?? null,
    series_last: x.series?.last ?? null,
    series_count: x.series?.count ?? null,
    sow_on: x.sowOn ?? null,
    age_point: x.agePoint ?? null,
    confidence: x.confidence ?? null,
    note: x.note ?? null,
    version,
    more: JSON.stringify(
      present({
        spacing: x.spacing,
        even: x.series?.even,
        dates: x.series?.dates,
        stand: x.stand,
        leaves: x.leaves,
        clears: x.clears,
        plannedOn: x.plannedOn,
        worth: x.worth,
        may: x.may,
        pinned: x.pinned,
        otherwise: x.otherwise,
        stands: x.stands,
        toNobody: toNobody(x.goes),
      }),
    ),
  }
}

export function changeRows(id: SeasonId, x: Planting): Insertable<t.SeriesChangeTable>[] {
  return x.changes.map((change) => ({
    ...id,
    planting: x.key,
    n: change.n,
    plant_on: change.on ?? null,
    sow_on: change.sowOn ?? null,
    plants: change.plants ?? null,
    dropped: change.dropped ?? false,
    more: JSON.stringify(
      present({
        stand: change.stand,
        leaves: change.leaves,
        clears: change.clears,
        agePoint: change.agePoint,
        pinned: change.pinned,
        otherwise: change.otherwise,
        stands: change.stands,
        toNobody: toNobody(change.goes),
      }),
    ),
  }))
}

/** Who the plants of a planting, and of single ones of its series, are for. */
export function shareRows(id: SeasonId, x: Planting): Insertable<t.PlantingShareTable>[] {
  const of = (n: number, goes: readonly Share[] | undefined) =>
    (goes ?? []).map((share, position) => ({
      ...id,
      planting: x.key,
      n,
      position,
      goes_to: share.to,
      bed: share.to === 'bed' ? share.bed : null,
      name: share.to === 'customer' ? share.name : null,
      pot: share.to === 'sale' ? (share.pot ?? null) : null,
      plants: share.plants,
      on_day: share.to === 'spare' ? null : (share.on ?? null),
      at: share.to === 'bed' ? (share.at ?? null) : null,
    }))
  return [...of(0, x.goes), ...x.changes.flatMap((change) => of(change.n, change.goes))]
}

/** A list of shares that is there but empty: it goes to nobody, whatever the rest of its series does. */
interface ToNobody {
  toNobody?: boolean
}

const toNobody = (goes: readonly Share[] | undefined) => (goes?.length === 0 ? true : undefined)

function shareOf(row: Selectable<t.PlantingShareTable>): Share {
  return present({
    to: row.goes_to,
    bed: row.bed,
    name: row.name,
    pot: row.pot,
    plants: row.plants,
    on: row.on_day,
    at: row.at,
  }) as Share
}

export function blockRow(id: SeasonId, x: Block, position: number): Insertable<t.BlockTable> {
  return { ...id, key: x.key, position, name: x.name, path: x.path, covers: coversRow(x.covers) }
}

const coversRow = (covers: Block['covers']) => (covers === undefined ? null : JSON.stringify(covers))

export const blockOf = ({ key, name, path, covers }: Selectable<t.BlockTable>): Block =>
  present({ key, name, path, covers: covers as Block['covers'] | null })

export function bedRow(id: SeasonId, x: Bed, position: number): Insertable<t.BedTable> {
  return {
    ...id,
    key: x.key,
    position,
    name: x.name,
    block: x.block,
    length: x.length,
    width: x.width,
    covers: coversRow(x.covers),
  }
}

export function standingRows(id: SeasonId, x: Bed): Insertable<t.BedStandingTable>[] {
  return x.standing.map(({ what, from, until }, position) => ({
    ...id,
    bed: x.key,
    position,
    what,
    from_day: from ?? null,
    until_day: until,
  }))
}

export function bedOf(
  { key, name, block, length, width, covers }: Selectable<t.BedTable>,
  standing: Selectable<t.BedStandingTable>[],
): Bed {
  return present({
    key,
    name,
    block,
    length,
    width,
    covers: covers as Bed['covers'] | null,
    standing: standing.map(({ what, from_day: from, until_day: until }) => present({ what, from, until })),
  })
}

export function plantingOf(
  row: Selectable<t.PlantingTable>,
  changes: Selectable<t.SeriesChangeTable>[],
  shares: Selectable<t.PlantingShareTable>[],
): Planting {
  const {
    even,
    dates,
    toNobody: none,
    ...more
  } = row.more as Pick<
    Planting,
    'spacing' | 'stand' | 'leaves' | 'clears' | 'worth' | 'may' | 'pinned' | 'otherwise' | 'stands'
  > &
    Pick<NonNullable<Planting['series']>, 'even' | 'dates'> &
    ToNobody
  const goesOf = (n: number, nobody: boolean | undefined) => {
    const own = shares.filter((share) => share.n === n)
    return own.length > 0 ? own.map(shareOf) : nobody ? [] : undefined
  }
  return present({
    key: row.key,
    code: row.code,
    variety: row.variety,
    lot: row.lot,
    method: row.method,
    plants: row.plants,
    on: row.plant_on,
    anchor: (row.anchor ?? undefined) as Planting['anchor'],
    series:
      row.series_every === null
        ? undefined
        : present({ every: row.series_every, last: row.series_last, count: row.series_count, even, dates }),
    changes: changes.map((c) => {
      const { toNobody: own, ...found } = c.more as Pick<
        Planting,
        'stand' | 'leaves' | 'clears' | 'agePoint' | 'pinned' | 'otherwise' | 'stands'
      > &
        ToNobody
      return present({
        n: c.n,
        on: c.plant_on,
        sowOn: c.sow_on,
        plants: c.plants,
        dropped: c.dropped || undefined,
        goes: goesOf(c.n, own),
        ...found,
      })
    }),
    sowOn: row.sow_on,
    agePoint: row.age_point,
    confidence: row.confidence,
    note: row.note,
    goes: goesOf(0, none),
    ...more,
  })
}
