/** The queue of fits as tests look at it, and as another worker would have left it. */
import { sql, type Kysely } from 'kysely'
import type { Database } from './schema'

/** Whether a fit is being made. */
export const isTaken = async (db: Kysely<Database>): Promise<boolean> =>
  (await sql`select 1 from graphile_worker.jobs where locked_by is not null`.execute(db)).rows.length > 0

/** Every fit was taken by a worker that ended without warning. */
export async function takenByAnother(db: Kysely<Database>): Promise<void> {
  await sql`update graphile_worker._private_jobs set locked_at = now(), locked_by = 'gone', attempts = 1`.execute(db)
}
