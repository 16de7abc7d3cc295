/** Know-how: more facts of crops, places, containers and lots, every sowing policy, and versions of every thing. */
import { sql, type Kysely } from 'kysely'

const group = (column: string) => `add column ${column} jsonb not null default '{}' check (jsonb_typeof(${column}) = 'object')`

const CHANGES = [
  `alter table season ${group('more_habits')}`,
  `alter table place ${group('more')}`,
  `alter table container ${group('more')}`,
  `alter table crop ${group('facts')}, add column kind text`,
  `alter table variety ${group('overrides')}, add column season_group text`,
  `alter table lot ${group('more')}, add column grams double precision check (grams >= 0),
    add column packed_for int check (packed_for between 1990 and 2100),
    add column stored text check (stored in ('cool-dry', 'room', 'warm-damp'))`,
  `create table lot_test (farm_id uuid not null, season_id uuid not null, lot text not null, position int not null,
    tested_on date not null, sown int not null check (sown > 0), up int not null check (up between 0 and sown),
    primary key (farm_id, season_id, lot, position),
    foreign key (farm_id, season_id, lot) references lot (farm_id, season_id, key) on delete cascade)`,
  `alter table method drop constraint method_policy_check, drop constraint method_check,
    ${group('sowing')}, ${group('more')}`,
  `update method set sowing = jsonb_build_object('seedsPerCell', seeds_per_cell, 'keep', keep) where policy = 'thin'`,
  `alter table method drop column seeds_per_cell, drop column keep,
    add constraint method_policy_check check (policy in ('single', 'thin', 'clump', 'flat', 'divide', 'bought'))`,
  `alter table stage add column divide int check (divide >= 2)`,
]

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const change of CHANGES) await sql.raw(change).execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  const back = [
    'alter table stage drop column divide',
    `alter table method add column seeds_per_cell int not null default 1, add column keep int not null default 1`,
    `update method set seeds_per_cell = coalesce((sowing->>'seedsPerCell')::int, 1), keep = coalesce((sowing->>'keep')::int, 1)`,
    'alter table method drop column sowing, drop column more',
    'drop table lot_test',
    'alter table lot drop column more, drop column grams, drop column packed_for, drop column stored',
    'alter table variety drop column overrides, drop column season_group',
    'alter table crop drop column facts, drop column kind',
    'alter table container drop column more',
    'alter table place drop column more',
    'alter table season drop column more_habits',
  ]
  for (const change of back) await sql.raw(change).execute(db)
}
