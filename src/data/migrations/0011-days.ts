/**
 * Days and moments of what happened lie between 1970 and 2200, as everywhere else. Rows that came in before are left as
 * they are: what cannot be understood is set aside when it is read.
 */
import { sql, type Kysely } from 'kysely'

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table record
    add constraint record_day_range check (on_day between '1970-01-01' and '2200-12-31') not valid,
    add constraint record_moment_range check (at >= '1970-01-01T00:00Z' and at < '2201-01-01T00:00Z') not valid`.execute(
    db,
  )
  await sql`alter table reading
    add constraint reading_day_range check (on_day between '1970-01-01' and '2200-12-31') not valid`.execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  await sql`alter table reading drop constraint reading_day_range`.execute(db)
  await sql`alter table record drop constraint record_moment_range, drop constraint record_day_range`.execute(db)
}
