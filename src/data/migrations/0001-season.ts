/** Farms, seasons, everything a season holds, and the journal of changes. */
import { sql, type Kysely } from 'kysely'

const ofSeason = `farm_id uuid not null, season_id uuid not null`
const toSeason = `foreign key (farm_id, season_id) references season on delete cascade`
const key = `key text not null check (key ~ '^[a-z0-9][a-z0-9-]{0,59}$')`
const keyed = `${ofSeason}, ${key}, position int not null check (position >= 0), primary key (farm_id, season_id, key), ${toSeason}`
const name = `name text not null check (length(name) between 1 and 120)`
const monthDay = `text check (COLUMN ~ '^(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$')`
const temperature = `held double precision, lift double precision, half_range double precision check (half_range >= 0),
  floor double precision, ceiling double precision, check (ceiling >= floor)`
const share = `double precision check (COLUMN between 0 and 1)`
const of = (column: string, type: string) => `${column} ${type.replaceAll('COLUMN', column)}`
const AT_THE_END = 'deferrable initially deferred'
/** A reference to a keyed thing. Unless it goes with that thing, it is checked when the transaction ends, so that a whole season can go at once. */
const to = (column: string, table: string, more = AT_THE_END) =>
  `foreign key (farm_id, season_id, ${column}) references ${table} (farm_id, season_id, key) ${more}`

const TABLES = [
  `create table farm (
    farm_id uuid primary key default gen_random_uuid(),
    ${name},
    created_at timestamptz not null default now())`,
  `create table season (
    farm_id uuid not null references farm on delete cascade,
    season_id uuid not null default gen_random_uuid(),
    ${name},
    starts_on date not null, ends_on date not null, opens_on date,
    revision int not null default 1 check (revision > 0),
    latitude double precision not null check (latitude between -66 and 66),
    elevation double precision,
    clearness double precision not null check (clearness between 0.1 and 0.9),
    outdoor_monthly_means double precision[] not null check (cardinality(outdoor_monthly_means) = 12),
    ${of('frost_spring_median', monthDay)},
    frost_spring_spread_days double precision check (frost_spring_spread_days >= 0),
    ${of('frost_autumn_median', monthDay)},
    frost_autumn_spread_days double precision check (frost_autumn_spread_days >= 0),
    frost_trusted_chance double precision check (frost_trusted_chance between 0.01 and 0.5),
    frost_margin_days int,
    confidence double precision not null check (confidence between 0.5 and 0.999),
    age_point double precision not null check (age_point between 0 and 1),
    handling double precision not null check (handling between 0 and 0.5),
    rounding text not null check (rounding in ('cells', 'rows', 'trays')),
    sowing_weekdays int[] not null check (sowing_weekdays <@ array[1, 2, 3, 4, 5, 6, 7]),
    opened_at timestamptz not null default now(),
    primary key (farm_id, season_id),
    check (ends_on >= starts_on),
    check (num_nulls(frost_spring_median, frost_spring_spread_days, frost_autumn_median, frost_autumn_spread_days,
      frost_trusted_chance, frost_margin_days) in (0, 6)))`,
  `create table place (${keyed}, ${name}, kind text not null, tray_places double precision not null check (tray_places >= 0),
    ${temperature}, ${of('open_from', monthDay)}, ${of('open_until', monthDay)}, ${of('transmission', share)},
    lamp_ppfd double precision check (lamp_ppfd >= 0), lamp_hours double precision check (lamp_hours between 0 and 24),
    check (num_nulls(open_from, open_until) in (0, 2)), check (num_nulls(lamp_ppfd, lamp_hours) in (0, 2)))`,
  `create table place_period (${ofSeason}, place text not null, position int not null,
    ${of('from_day', monthDay)} not null, ${of('until_day', monthDay)} not null, ${temperature},
    primary key (farm_id, season_id, place, position), ${to('place', 'place', 'on delete cascade')})`,
  `create table container (${keyed}, ${name}, kind text not null, cells int not null check (cells > 0),
    cell_volume double precision not null check (cell_volume > 0), tray_places double precision not null check (tray_places > 0),
    row_cells int check (row_cells > 0), owned int check (owned >= 0), wash_days int not null check (wash_days >= 0),
    plantable boolean not null)`,
  `create table crop (${keyed}, ${name}, family text, tenderness text not null check (tenderness in ('hardy', 'half-hardy', 'tender')),
    germination_base double precision not null, germination_optimum double precision not null,
    germination_ceiling double precision not null, thermal_time double precision not null check (thermal_time > 0),
    spread double precision not null check (spread > 0), good_from double precision, good_to double precision,
    ${of('usual_share', share)} not null, light text not null check (light in ('light', 'dark', 'either')), depth double precision,
    growth_base double precision not null, growth_optimum double precision not null, leaf_interval double precision check (leaf_interval > 0),
    first_leaf double precision check (first_leaf > 0), pause_days int not null check (pause_days >= 0),
    min_night double precision, stress_above double precision, thin_at_leaf int not null check (thin_at_leaf > 0),
    check (germination_base < germination_optimum and germination_optimum < germination_ceiling), check (growth_base < growth_optimum))`,
  `create table growth_point (${ofSeason}, crop text not null, position int not null, ml double precision not null check (ml > 0),
    ready double precision not null check (ready > 0), limit_age double precision not null, check (limit_age > ready),
    primary key (farm_id, season_id, crop, position), unique (farm_id, season_id, crop, ml), ${to('crop', 'crop', 'on delete cascade')})`,
  `create table preparation (${ofSeason}, crop text not null, position int not null, what text not null,
    days int not null check (days > 0), primary key (farm_id, season_id, crop, position), ${to('crop', 'crop', 'on delete cascade')})`,
  `create table variety (${keyed}, crop text not null, ${name}, note text, ${to('crop', 'crop')})`,
  `create table lot (${keyed}, variety text not null, ${name}, form text not null check (form in ('raw', 'pelleted', 'primed')),
    ${of('germination', share)} not null, tested_seeds int not null check (tested_seeds > 0), tested_on date,
    pace double precision not null check (pace > 0), seeds int check (seeds >= 0), ${to('variety', 'variety')},
    unique (farm_id, season_id, variety, key))`,
  `create table method (${keyed}, crop text not null, ${name}, policy text not null check (policy in ('single', 'thin')),
    seeds_per_cell int not null check (seeds_per_cell > 0), keep int not null check (keep > 0 and keep <= seeds_per_cell),
    leave_heat_at double precision not null check (leave_heat_at in (0.1, 0.5, 0.9)), ${of('pot_up_point', share)} not null,
    hardening_days int not null check (hardening_days >= 0), hardening_place text,
    check (hardening_days = 0 or hardening_place is not null), ${to('crop', 'crop')}, ${to('hardening_place', 'place')})`,
  `create table stage (${ofSeason}, method text not null, position int not null, place text not null, container text, germinate_at text,
    survival double precision not null check (survival > 0 and survival <= 1), ${of('pot_up_point', share)},
    when_age double precision check (when_age > 0), when_leaf int check (when_leaf > 0), when_days_before int check (when_days_before > 0),
    check (position > 0 or container is not null), check (num_nonnulls(container, when_age, when_leaf, when_days_before) = 1),
    primary key (farm_id, season_id, method, position), ${to('method', 'method', 'on delete cascade')},
    ${to('place', 'place')}, ${to('container', 'container')}, ${to('germinate_at', 'place')})`,
  `create table planting (${keyed}, code text not null check (code ~ '^[A-Z0-9]{1,12}$'), variety text not null, lot text,
    method text not null, plants int not null check (plants > 0), plant_on date not null,
    series_every int check (series_every > 0), series_last date check (series_last >= plant_on), series_count int check (series_count > 0),
    sow_on date check (sow_on < plant_on), ${of('age_point', share)}, confidence double precision check (confidence between 0.5 and 0.999),
    note text, version int not null check (version > 0), unique (farm_id, season_id, code),
    check ((series_every is null) = (series_last is null and series_count is null)), check (num_nonnulls(series_last, series_count) <= 1),
    ${to('variety', 'variety')}, ${to('method', 'method')},
    foreign key (farm_id, season_id, variety, lot) references lot (farm_id, season_id, variety, key) ${AT_THE_END})`,
  `create table series_change (${ofSeason}, planting text not null, n int not null check (n > 0), plant_on date, sow_on date,
    plants int check (plants > 0), dropped boolean not null, primary key (farm_id, season_id, planting, n),
    ${to('planting', 'planting', 'on delete cascade')})`,
  `create table journal (${ofSeason}, entry bigint generated always as identity, at timestamptz not null default now(),
    who text not null, action text not null, summary text not null, before jsonb not null, after jsonb not null,
    revision int not null, undoes bigint, undone boolean not null default false,
    primary key (farm_id, season_id, entry), ${toSeason})`,
]

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const table of TABLES) await sql.raw(table).execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  for (const table of [...TABLES].reverse()) {
    await sql.raw(`drop table ${/create table (\w+)/.exec(table)![1]!}`).execute(db)
  }
}
