/** Mixes by name: what containers and stages of methods are filled with. */
import { sql, type Kysely } from 'kysely'

const to = (column: string) =>
  `foreign key (farm_id, season_id, ${column}) references mix (farm_id, season_id, key) deferrable initially deferred`

const CHANGES = [
  `create table mix (farm_id uuid not null, season_id uuid not null, key text not null check (key ~ '^[a-z0-9][a-z0-9-]{0,59}$'),
    position int not null check (position >= 0), name text not null check (length(name) between 1 and 120),
    version int not null default 1 check (version > 0),
    rest jsonb not null default '{}' check (jsonb_typeof(rest) = 'object'), primary key (farm_id, season_id, key),
    foreign key (farm_id, season_id) references season on delete cascade)`,
  'alter table mix enable row level security',
  `create policy of_its_farm on mix using (farm_id = nullif(current_setting('dove_step.farm', true), '')::uuid)`,
  `alter table container add column mix text, add constraint container_mix ${to('mix')}`,
  `alter table stage add column mix text, add constraint stage_mix ${to('mix')}`,
]

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const change of CHANGES) await sql.raw(change).execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  for (const table of ['stage', 'container']) await sql.raw(`alter table ${table} drop column mix`).execute(db)
  await sql.raw('drop table mix').execute(db)
}
