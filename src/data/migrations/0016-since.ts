/** When what happened in a season, and what was measured, last became otherwise than by more of it. */
import { sql, type Kysely } from 'kysely'

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table season
    add column records_revision int not null default 1 check (records_revision > 0),
    add column readings_revision int not null default 1 check (readings_revision > 0)`.execute(db)
  await sql`update season set records_revision = revision, readings_revision = revision`.execute(db)
  await sql`create index journal_by_revision on journal (farm_id, season_id, revision)`.execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  await sql`drop index journal_by_revision`.execute(db)
  await sql`alter table season drop column records_revision, drop column readings_revision`.execute(db)
}
