/** A change that is sent again, because its answer was lost, is known by the id its device gave it. */
import { sql, type Kysely } from 'kysely'

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table journal add column change_id uuid`.execute(db)
  await sql`create unique index journal_change on journal (farm_id, season_id, change_id)
    where change_id is not null`.execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  await sql`drop index journal_change`.execute(db)
  await sql`alter table journal drop column change_id`.execute(db)
}
