/**
 * Where each list of a season is kept, said once: its table, the columns that the database itself checks or refers by,
 * and the tables of the lists inside it. Whatever else a thing says is kept as the rest of its part of the document, so
 * an optional field needs nothing here. Reading, writing, replacing, undo and import loop over this.
 */
import type { Collection } from '../season/schema'

/** Columns by the path of what they hold in the part of the document. */
export type Columns = Readonly<Record<string, string>>

/** A list inside a thing, kept in rows of its own. */
export interface ChildTable {
  table: string
  /** Path of the list in the part it belongs to. */
  path: string
  columns: Columns
  /** What its rows are told apart and ordered by: their place in the list, unless a column of theirs says it. */
  by?: string
  /** Columns that refer to a thing, unless a rule (`@usual-pace`) stands in its place: that stays in the rest. */
  rules?: readonly string[]
  /** What is the same in all of them. */
  fixed?: Readonly<Record<string, number>>
  children?: readonly ChildTable[]
}

/** A list of a season. */
export interface ThingTable {
  table: string
  /** Column by which rows of its lists name the thing they belong to. */
  owner: string
  columns: Columns
  children: readonly ChildTable[]
}

const temperature = (path: string): Columns => ({
  held: `${path}held`,
  lift: `${path}lift`,
  half_range: `${path}halfRange`,
  floor: `${path}floor`,
  ceiling: `${path}ceiling`,
})

const shares: Omit<ChildTable, 'fixed'> = {
  table: 'planting_share',
  path: 'goes',
  columns: { goes_to: 'to', bed: 'bed', name: 'name', pot: 'pot', plants: 'plants', on_day: 'on', at: 'at' },
}

export const TABLES: { readonly [Of in Collection]: ThingTable } = {
  places: {
    table: 'place',
    owner: 'place',
    columns: {
      name: 'name',
      kind: 'kind',
      tray_places: 'trayPlaces',
      ...temperature('temperature.'),
      open_from: 'open.from',
      open_until: 'open.until',
      transmission: 'transmission',
      lamp_ppfd: 'lamp.ppfd',
      lamp_hours: 'lamp.hours',
    },
    children: [
      {
        table: 'place_period',
        path: 'temperature.periods',
        columns: { from_day: 'from', until_day: 'until', ...temperature('') },
      },
    ],
  },
  mixes: { table: 'mix', owner: 'mix', columns: { name: 'name' }, children: [] },
  containers: {
    table: 'container',
    owner: 'container',
    columns: {
      name: 'name',
      kind: 'kind',
      cells: 'cells',
      cell_volume: 'cellVolume',
      tray_places: 'trayPlaces',
      row_cells: 'rowCells',
      owned: 'owned',
      wash_days: 'washDays',
      plantable: 'plantable',
      mix: 'mix',
    },
    children: [],
  },
  crops: {
    table: 'crop',
    owner: 'crop',
    columns: {
      name: 'name',
      kind: 'kind',
      family: 'family',
      tenderness: 'tenderness',
      germination_base: 'germination.base',
      germination_optimum: 'germination.optimum',
      germination_ceiling: 'germination.ceiling',
      thermal_time: 'germination.thermalTime',
      spread: 'germination.spread',
      good_from: 'germination.goodFrom',
      good_to: 'germination.goodTo',
      usual_share: 'germination.usualShare',
      light: 'germination.light',
      depth: 'germination.depth',
      growth_base: 'growth.base',
      growth_optimum: 'growth.optimum',
      leaf_interval: 'growth.leafInterval',
      first_leaf: 'growth.firstLeaf',
      pause_days: 'pauseDays',
      min_night: 'minNight',
      stress_above: 'stressAbove',
      thin_at_leaf: 'thinAtLeaf',
    },
    children: [
      { table: 'growth_point', path: 'growth.points', columns: { ml: 'ml', ready: 'ready', limit_age: 'limit' } },
      { table: 'preparation', path: 'preparation', columns: { what: 'what', days: 'days' } },
    ],
  },
  varieties: {
    table: 'variety',
    owner: 'variety',
    columns: { crop: 'crop', name: 'name', note: 'note', season_group: 'seasonGroup' },
    children: [],
  },
  lots: {
    table: 'lot',
    owner: 'lot',
    columns: {
      variety: 'variety',
      name: 'name',
      form: 'form',
      germination: 'germination',
      tested_seeds: 'testedSeeds',
      tested_on: 'testedOn',
      pace: 'pace',
      seeds: 'seeds',
      grams: 'grams',
      packed_for: 'year',
      stored: 'stored',
    },
    children: [{ table: 'lot_test', path: 'homeTests', columns: { tested_on: 'on', sown: 'sown', up: 'up' } }],
  },
  supplies: {
    table: 'supply',
    owner: 'supply',
    columns: { name: 'name', variety: 'of.variety', container: 'of.container' },
    children: [],
  },
  orders: {
    table: 'purchase',
    owner: 'purchase',
    columns: { name: 'name', variety: 'of.variety', container: 'of.container' },
    children: [],
  },
  methods: {
    table: 'method',
    owner: 'method',
    columns: {
      crop: 'crop',
      name: 'name',
      policy: 'sowing.policy',
      leave_heat_at: 'leaveHeatAt',
      pot_up_point: 'potUpPoint',
      hardening_days: 'hardening.days',
      hardening_place: 'hardening.place',
      hardening_school: 'hardening.school',
    },
    children: [
      {
        table: 'stage',
        path: 'stages',
        rules: ['place', 'germinate_at'],
        columns: {
          place: 'place',
          container: 'container',
          mix: 'mix',
          germinate_at: 'germinateAt',
          survival: 'survival',
          pot_up_point: 'potUpPoint',
          divide: 'divide',
          when_age: 'when.age',
          when_leaf: 'when.leaf',
          when_days_before: 'when.daysBeforePlanting',
        },
      },
    ],
  },
  blocks: { table: 'block', owner: 'block', columns: { name: 'name', path: 'path' }, children: [] },
  beds: {
    table: 'bed',
    owner: 'bed',
    columns: { name: 'name', block: 'block', length: 'length', width: 'width' },
    children: [
      {
        table: 'bed_standing',
        path: 'standing',
        columns: { what: 'what', from_day: 'from', until_day: 'until' },
      },
    ],
  },
  plantings: {
    table: 'planting',
    owner: 'planting',
    columns: {
      code: 'code',
      variety: 'variety',
      lot: 'lot',
      method: 'method',
      plants: 'plants',
      plant_on: 'on',
      series_every: 'series.every',
      series_last: 'series.last',
      series_count: 'series.count',
      sow_on: 'sowOn',
      age_point: 'agePoint',
      confidence: 'confidence',
      note: 'note',
    },
    children: [
      { ...shares, fixed: { n: 0 } },
      {
        table: 'series_change',
        path: 'changes',
        by: 'n',
        columns: { plant_on: 'on', sow_on: 'sowOn', plants: 'plants', dropped: 'dropped' },
        children: [shares],
      },
    ],
  },
}

/** What belongs to the season itself and not to a list; the farm's name is kept with the farm. */
export const FACTS_COLUMNS: Columns = {
  name: 'season.name',
  starts_on: 'season.from',
  ends_on: 'season.to',
  opens_on: 'season.opensOn',
  latitude: 'site.latitude',
  elevation: 'site.elevation',
  clearness: 'site.clearness',
  outdoor_monthly_means: 'site.outdoorMonthlyMeans',
  frost_spring_median: 'site.frost.lastSpring.median',
  frost_spring_spread_days: 'site.frost.lastSpring.spreadDays',
  frost_autumn_median: 'site.frost.firstAutumn.median',
  frost_autumn_spread_days: 'site.frost.firstAutumn.spreadDays',
  frost_trusted_chance: 'site.frost.trustedChance',
  frost_margin_days: 'site.frost.marginDays',
  confidence: 'habits.confidence',
  age_point: 'habits.agePoint',
  handling: 'habits.handling',
  rounding: 'habits.rounding',
  sowing_weekdays: 'habits.sowingWeekdays',
}
