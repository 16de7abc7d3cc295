/** Tables of the database as Kysely sees them. Every key begins with the farm. Dates are ISO strings. */
import type { ColumnType, Generated, GeneratedAlways, JSONColumnType } from 'kysely'

/** Rows that belong to one season of one farm. */
interface OfSeason {
  farm_id: string
  season_id: string
}

/** A keyed thing of a season, in the order it was written. */
interface Keyed extends OfSeason {
  key: string
  position: number
}

interface TemperatureColumns {
  held: number | null
  lift: number | null
  half_range: number | null
  floor: number | null
  ceiling: number | null
}

export interface FarmTable {
  farm_id: Generated<string>
  name: string
  created_at: ColumnType<Date, never, never>
}

export interface SeasonTable extends OfSeason {
  name: string
  starts_on: string
  ends_on: string
  opens_on: string | null
  revision: number
  latitude: number
  elevation: number | null
  clearness: number
  outdoor_monthly_means: number[]
  frost_spring_median: string | null
  frost_spring_spread_days: number | null
  frost_autumn_median: string | null
  frost_autumn_spread_days: number | null
  frost_trusted_chance: number | null
  frost_margin_days: number | null
  confidence: number
  age_point: number
  handling: number
  rounding: string
  sowing_weekdays: number[]
  opened_at: ColumnType<Date, never, Date>
  more_habits: Json
  frost_record: JSONColumnType<object> | null
  more_site: Json
  what_if_of: string | null
  what_if: string | null
  what_if_from: JSONColumnType<object> | null
}

/** A fit that the server was asked for. */
export interface FitRunTable extends OfSeason {
  run: string
  revision: number
  from_day: string
  asked_at: ColumnType<Date, never, never>
  done_at: Date | null
  state: 'waiting' | 'running' | 'done' | 'stopped' | 'failed'
  status: JSONColumnType<object> | null
  failure: string | null
}

export interface PlaceTable extends Keyed, TemperatureColumns {
  name: string
  kind: string
  tray_places: number
  open_from: string | null
  open_until: string | null
  transmission: number | null
  lamp_ppfd: number | null
  lamp_hours: number | null
  more: Json
}

export interface PlacePeriodTable extends OfSeason, TemperatureColumns {
  place: string
  position: number
  from_day: string
  until_day: string
}

export interface ContainerTable extends Keyed {
  name: string
  kind: string
  cells: number
  cell_volume: number
  tray_places: number
  row_cells: number | null
  owned: number | null
  wash_days: number
  plantable: boolean
  more: Json
}

export interface CropTable extends Keyed {
  name: string
  family: string | null
  tenderness: string
  germination_base: number
  germination_optimum: number
  germination_ceiling: number
  thermal_time: number
  spread: number
  good_from: number | null
  good_to: number | null
  usual_share: number
  light: string
  depth: number | null
  growth_base: number
  growth_optimum: number
  leaf_interval: number | null
  first_leaf: number | null
  pause_days: number
  min_night: number | null
  stress_above: number | null
  thin_at_leaf: number
  facts: Json
  kind: string | null
}

export interface GrowthPointTable extends OfSeason {
  crop: string
  position: number
  ml: number
  ready: number
  limit_age: number
}

export interface PreparationTable extends OfSeason {
  crop: string
  position: number
  what: string
  days: number
}

export interface VarietyTable extends Keyed {
  crop: string
  name: string
  note: string | null
  overrides: Json
  season_group: string | null
}

export interface LotTable extends Keyed {
  variety: string
  name: string
  form: string
  germination: number | null
  tested_seeds: number
  tested_on: string | null
  pace: number
  seeds: number | null
  more: Json
  grams: number | null
  packed_for: number | null
  stored: string | null
}

export interface LotTestTable extends OfSeason {
  lot: string
  position: number
  tested_on: string
  sown: number
  up: number
}

export interface MethodTable extends Keyed {
  crop: string
  name: string
  policy: string
  leave_heat_at: number
  pot_up_point: number
  hardening_days: number
  hardening_place: string | null
  hardening_school: string | null
  sowing: Json
  more: Json
}

export interface StageTable extends OfSeason {
  method: string
  position: number
  /** None where the rule finds it. */
  place: string | null
  container: string | null
  germinate_at: string | null
  germinate_by_rule: boolean
  survival: number
  pot_up_point: number | null
  when_age: number | null
  when_leaf: number | null
  when_days_before: number | null
  divide: number | null
}

export interface PlantingTable extends Keyed {
  code: string
  variety: string
  lot: string | null
  method: string
  plants: number
  plant_on: string
  series_every: number | null
  series_last: string | null
  series_count: number | null
  sow_on: string | null
  age_point: number | null
  confidence: number | null
  note: string | null
  version: number
  anchor: JSONColumnType<object> | null
  more: Json
}

export interface BlockTable extends Keyed {
  name: string
  path: number
  covers: Json | null
}

export interface BedTable extends Keyed {
  name: string
  block: string
  length: number
  width: number
  covers: Json | null
}

export interface BedStandingTable extends OfSeason {
  bed: string
  position: number
  what: string
  from_day: string | null
  until_day: string
}

/** Part of a batch and who it is for; `n` is its number in a series, 0 for the whole planting. */
export interface PlantingShareTable extends OfSeason {
  planting: string
  n: number
  position: number
  goes_to: string
  bed: string | null
  name: string | null
  pot: string | null
  plants: number
  on_day: string | null
  at: number | null
}

export interface SeriesChangeTable extends OfSeason {
  planting: string
  n: number
  plant_on: string | null
  sow_on: string | null
  plants: number | null
  dropped: boolean
  more: Json
}

export interface JournalTable extends OfSeason {
  entry: Generated<string>
  at: ColumnType<Date, never, never>
  who: string
  action: string
  summary: string
  before: JSONColumnType<object>
  after: JSONColumnType<object>
  revision: number
  undoes: string | null
  undone: Generated<boolean>
}

export interface RecordTable extends OfSeason {
  id: string
  seq: GeneratedAlways<string>
  on_day: string
  at: ColumnType<Date, string, never>
  who: string
  batch: string | null
  /** The batch that a part belongs to. */
  root: string | null
  place: string | null
  what: JSONColumnType<object>
  note: string | null
  photos: JSONColumnType<string[]>
  instead: string | null
  void: Generated<boolean>
}

export interface PhotoTable extends OfSeason {
  id: string
  type: 'image/jpeg' | 'image/webp'
  width: number
  height: number
  bytes: Buffer
}

export interface ReadingTable extends OfSeason {
  place: string
  source: string
  on_day: string
  low: number
  high: number
}

/** A group of facts that nothing refers to; checked by the season's own schema on the way in. */
type Json = JSONColumnType<object>

export interface Database {
  farm: FarmTable
  season: SeasonTable
  fit_run: FitRunTable
  place: PlaceTable
  place_period: PlacePeriodTable
  container: ContainerTable
  crop: CropTable
  growth_point: GrowthPointTable
  preparation: PreparationTable
  variety: VarietyTable
  lot: LotTable
  lot_test: LotTestTable
  method: MethodTable
  stage: StageTable
  block: BlockTable
  bed: BedTable
  bed_standing: BedStandingTable
  planting: PlantingTable
  planting_share: PlantingShareTable
  series_change: SeriesChangeTable
  journal: JournalTable
  record: RecordTable
  photo: PhotoTable
  reading: ReadingTable
}
