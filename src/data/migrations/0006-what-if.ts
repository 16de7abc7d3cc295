/** What-if copies of a season, and fits that the server was asked for. */
import { sql, type Kysely } from 'kysely'

const CHANGES = [
  // A copy knows the season it was made from, what it is called, and what that season held then.
  `alter table season add column what_if_of uuid, add column what_if text check (length(what_if) between 1 and 120),
    add column what_if_from jsonb check (jsonb_typeof(what_if_from) = 'object'),
    add constraint season_copy_check check ((what_if_of is null) = (what_if is null) and (what_if_of is null) = (what_if_from is null)),
    add constraint season_what_if_fkey foreign key (farm_id, what_if_of) references season (farm_id, season_id) on delete cascade`,
  `create table fit_run (farm_id uuid not null, season_id uuid not null, run uuid not null, revision int not null, from_day date not null,
    asked_at timestamptz not null default now(), done_at timestamptz,
    state text not null check (state in ('waiting', 'running', 'done', 'stopped', 'failed')),
    status jsonb check (jsonb_typeof(status) = 'object'), failure text,
    primary key (farm_id, season_id, run), foreign key (farm_id, season_id) references season on delete cascade)`,
]

const BACK = ['drop table fit_run', 'delete from season where what_if_of is not null', 'alter table season drop column what_if_of, drop column what_if, drop column what_if_from']

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const change of CHANGES) await sql.raw(change).execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  for (const change of BACK) await sql.raw(change).execute(db)
}
