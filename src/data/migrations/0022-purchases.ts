/** What was ordered, and what really came of it. */
import { sql, type Kysely } from 'kysely'

const to = (column: string, table: string) =>
  `foreign key (farm_id, season_id, ${column}) references ${table} (farm_id, season_id, key) deferrable initially deferred`

const CHANGES = [
  `create table purchase (farm_id uuid not null, season_id uuid not null, key text not null check (key ~ '^[a-z0-9][a-z0-9-]{0,59}$'),
    position int not null check (position >= 0), name text not null check (length(name) between 1 and 120), variety text, container text, version int not null default 1 check (version > 0),
    rest jsonb not null default '{}' check (jsonb_typeof(rest) = 'object'), primary key (farm_id, season_id, key),
    foreign key (farm_id, season_id) references season on delete cascade, ${to('variety', 'variety')}, ${to('container', 'container')})`,
  'alter table purchase enable row level security',
  `create policy of_its_farm on purchase using (farm_id = nullif(current_setting('dove_step.farm', true), '')::uuid)`,
]

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const change of CHANGES) await sql.raw(change).execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  await sql.raw('drop table purchase').execute(db)
}
