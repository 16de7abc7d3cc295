/**
 * Every change of a season is told to whoever listens, on any server of this database, when it is kept: the id of the season
 * and its revision, on `dove_step_season`.
 */
import { sql, type Kysely } from 'kysely'

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`create function tell_of_season() returns trigger language plpgsql as $$
    begin
      perform pg_notify('dove_step_season', new.season_id::text || ' ' || new.revision::text);
      return null;
    end $$`.execute(db)
  await sql`create trigger season_told after update of revision on season for each row
    when (old.revision is distinct from new.revision) execute function tell_of_season()`.execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  await sql`drop trigger season_told on season`.execute(db)
  await sql`drop function tell_of_season`.execute(db)
}
