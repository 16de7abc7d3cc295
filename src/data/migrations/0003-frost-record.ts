/** The frost record of a site. */
import { sql, type Kysely } from 'kysely'

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table season add column frost_record jsonb,
    add constraint season_frost_record_check check (frost_record is null or (jsonb_typeof(frost_record) = 'object' and frost_spring_median is not null))`.execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  await sql`alter table season drop column frost_record`.execute(db)
}
