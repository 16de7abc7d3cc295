/** What a planting day hangs on. */
import { sql, type Kysely } from 'kysely'

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table planting add column anchor jsonb
    check (anchor is null or anchor->>'to' in ('last-frost', 'first-frost', 'harvest'))`.execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  await sql`alter table planting drop column anchor`.execute(db)
}
