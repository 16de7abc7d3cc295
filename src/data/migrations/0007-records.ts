/** What happened: records of the crew, their photos, and temperatures that were measured. */
import { sql, type Kysely } from 'kysely'

const ofSeason = 'farm_id uuid not null, season_id uuid not null'
const toSeason = 'foreign key (farm_id, season_id) references season on delete cascade'

const CHANGES = [
  // `seq` is the order they came in. A record is made on a device, which gives it its id: sent twice, it is written once.
  `create table record (${ofSeason}, id uuid not null, seq bigint generated always as identity, on_day date not null, at timestamptz not null,
    who text not null check (length(who) between 1 and 120), batch text check (length(batch) <= 80), root text, place text,
    what jsonb not null check (jsonb_typeof(what) = 'object' and what ? 'did'), note text check (length(note) <= 2000), photos jsonb not null default '[]' check (jsonb_typeof(photos) = 'array'),
    instead uuid, void boolean not null default false, check ((batch is null) = (root is null)), check (not void or instead is not null),
    primary key (farm_id, season_id, id), ${toSeason},
    foreign key (farm_id, season_id, instead) references record (farm_id, season_id, id) deferrable initially deferred)`,
  'create index record_of_batch on record (farm_id, season_id, root)',
  'create index record_in_order on record (farm_id, season_id, seq)',
  `create table photo (${ofSeason}, id uuid not null, type text not null check (type in ('image/jpeg', 'image/webp')), width int not null check (width > 0), height int not null check (height > 0),
    bytes bytea not null check (length(bytes) < 3000000), primary key (farm_id, season_id, id), ${toSeason})`,
  `create table reading (${ofSeason}, place text not null, source text not null check (length(source) between 1 and 120), on_day date not null, low double precision not null, high double precision not null,
    check (high >= low), primary key (farm_id, season_id, place, source, on_day), ${toSeason})`,
]

const BACK = ['drop table reading', 'drop table photo', 'drop table record']

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const change of CHANGES) await sql.raw(change).execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  for (const change of BACK) await sql.raw(change).execute(db)
}
