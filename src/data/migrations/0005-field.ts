/** The field: blocks and beds, who a batch is for, and what planting days hang on besides frost. */
import { sql, type Kysely } from 'kysely'

const ofSeason = 'farm_id uuid not null, season_id uuid not null'
const keyed = `${ofSeason}, key text not null check (key ~ '^[a-z0-9][a-z0-9-]{0,59}$'), position int not null check (position >= 0),
  name text not null check (length(name) between 1 and 120), primary key (farm_id, season_id, key),
  foreign key (farm_id, season_id) references season on delete cascade`
const to = (column: string, table: string, more = 'deferrable initially deferred') =>
  `foreign key (farm_id, season_id, ${column}) references ${table} (farm_id, season_id, key) ${more}`
const group = (column: string) => `add column ${column} jsonb not null default '{}' check (jsonb_typeof(${column}) = 'object')`

const CHANGES = [
  `create table block (${keyed}, path double precision not null check (path >= 0))`,
  `create table bed (${keyed}, block text not null, length double precision not null check (length > 0),
    width double precision not null check (width > 0), ${to('block', 'block')})`,
  `create table bed_standing (${ofSeason}, bed text not null, position int not null, what text not null, from_day date, until_day date not null,
    check (until_day > from_day), primary key (farm_id, season_id, bed, position), ${to('bed', 'bed', 'on delete cascade')})`,
  // n is the number in a series; 0 where it holds for the whole planting.
  `create table planting_share (${ofSeason}, planting text not null, n int not null check (n >= 0), position int not null,
    goes_to text not null check (goes_to in ('bed', 'customer', 'sale', 'spare')), bed text, name text, pot text, plants int not null check (plants > 0),
    on_day date, at double precision check (at >= 0),
    check ((bed is not null) = (goes_to = 'bed')), check ((name is not null) = (goes_to = 'customer')),
    primary key (farm_id, season_id, planting, n, position), ${to('planting', 'planting', 'on delete cascade')}, ${to('bed', 'bed')}, ${to('pot', 'container')})`,
  `alter table planting ${group('more')}, drop constraint planting_anchor_check,
    add constraint planting_anchor_check check (anchor is null or anchor->>'to' in ('last-frost', 'first-frost', 'harvest', 'event', 'bed', 'warmth'))`,
  `alter table series_change ${group('more')}`,
  `alter table season ${group('more_site')}`,
  `alter table method add column hardening_school text,
    drop constraint method_policy_check,
    add constraint method_policy_check check (policy in ('single', 'thin', 'clump', 'flat', 'divide', 'bought', 'in-place'))`,
]

const BACK = [
  `alter table method drop column hardening_school, drop constraint method_policy_check,
    add constraint method_policy_check check (policy in ('single', 'thin', 'clump', 'flat', 'divide', 'bought'))`,
  'alter table season drop column more_site',
  'alter table series_change drop column more',
  `alter table planting drop column more, drop constraint planting_anchor_check,
    add constraint planting_anchor_check check (anchor is null or anchor->>'to' in ('last-frost', 'first-frost', 'harvest'))`,
  'drop table planting_share',
  'drop table bed_standing',
  'drop table bed',
  'drop table block',
]

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const change of CHANGES) await sql.raw(change).execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  for (const change of BACK) await sql.raw(change).execute(db)
}
