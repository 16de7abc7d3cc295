/** Fits that the server was asked for, and the queue in PostgreSQL that any server process may take them from. */
import { makeWorkerUtils, run, type Runner } from 'graphile-worker'
import type { ExpressionBuilder, Kysely } from 'kysely'
import type { Database, SeasonId } from './schema'

/** A fit that was asked for. */
export interface FitRun {
  run: string
  revision: number
  from: string
  state: 'waiting' | 'running' | 'done' | 'stopped' | 'failed'
  /** What it has come to so far. */
  status: unknown
  failure: string | null
  askedAt: Date
  doneAt: Date | null
}

const QUEUED = 'make-it-fit'

/** What a job holds. */
interface Job extends SeasonId {
  run: string
}

/** Makes the queue's own tables where they are missing, and adds a fit to it. Asked twice, the queue keeps one job for one run. */
export async function askForFit(
  db: Kysely<Database>,
  url: string,
  id: SeasonId,
  revision: number,
  from: string,
): Promise<string> {
  const run = crypto.randomUUID()
  await db
    .insertInto('fit_run')
    .values({ ...id, run, revision, from_day: from, state: 'waiting', status: null, failure: null, done_at: null })
    .execute()
  const queue = await makeWorkerUtils({ connectionString: url })
  try {
    await queue.migrate()
    await queue.addJob(QUEUED, { ...id, run } satisfies Job, { jobKey: run, maxAttempts: 3 })
  } finally {
    await queue.release()
  }
  return run
}

/** A fit by its id; `undefined` when this season has none of it. */
export async function findFit(db: Kysely<Database>, id: SeasonId, run: string): Promise<FitRun | undefined> {
  const row = await db
    .selectFrom('fit_run')
    .selectAll()
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)
    .where('run', '=', run)
    .executeTakeFirst()
  return (
    row && {
      run: row.run,
      revision: row.revision,
      from: row.from_day,
      state: row.state,
      status: row.status,
      failure: row.failure,
      askedAt: row.asked_at,
      doneAt: row.done_at,
    }
  )
}

/** The season a fit was asked for; `undefined` when there is none of that id. */
export async function seasonOfFit(db: Kysely<Database>, run: string): Promise<SeasonId | undefined> {
  return db.selectFrom('fit_run').select(['farm_id', 'season_id']).where('run', '=', run).executeTakeFirst()
}

/** A fit that is not over yet. */
const stillOpen = (id: SeasonId, run: string) => (eb: ExpressionBuilder<Database, 'fit_run'>) =>
  eb.and([
    eb('farm_id', '=', id.farm_id),
    eb('season_id', '=', id.season_id),
    eb('run', '=', run),
    eb('state', 'in', ['waiting', 'running']),
  ])

/** Asks a fit to stop; what it found so far is kept. False when it is over already, or there is none. */
export async function stopFit(db: Kysely<Database>, id: SeasonId, run: string): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('fit_run')
    .set({ state: 'stopped', done_at: new Date() })
    .where(stillOpen(id, run))
    .executeTakeFirst()
  return numUpdatedRows > 0n
}

/** Writes how far a fit has come; false when it was stopped meanwhile. */
export async function reportFit(
  db: Kysely<Database>,
  id: SeasonId,
  run: string,
  status: object,
  state: 'running' | 'done',
): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('fit_run')
    .set({ status: JSON.stringify(status), state, ...(state === 'done' ? { done_at: new Date() } : {}) })
    .where(stillOpen(id, run))
    .executeTakeFirst()
  return numUpdatedRows > 0n
}

/** Notes that a fit could not be made. */
async function failFit(db: Kysely<Database>, { run, ...id }: Job, failure: string): Promise<void> {
  await db
    .updateTable('fit_run')
    .set({ state: 'failed', failure, done_at: new Date() })
    .where(stillOpen(id, run))
    .execute()
}

/**
 * Takes fits from the queue, one at a time, until it is stopped. A process that dies leaves its job to the next.
 *
 * @param make makes one fit; what it throws is noted with the run, and the job is tried again
 */
export async function serveFits(
  db: Kysely<Database>,
  url: string,
  make: (id: SeasonId, run: FitRun) => Promise<void>,
): Promise<Runner> {
  return run({
    connectionString: url,
    concurrency: 1,
    noHandleSignals: true,
    pollInterval: 1000,
    taskList: {
      [QUEUED]: async (payload, { job }) => {
        const { run: one, ...id } = payload as Job
        const asked = await findFit(db, id, one)
        if (!asked || (asked.state !== 'waiting' && asked.state !== 'running')) return
        try {
          await make(id, asked)
        } catch (error) {
          // The last attempt says why; before that it is tried again.
          if (job.attempts >= job.max_attempts)
            await failFit(db, payload as Job, error instanceof Error ? error.message : String(error))
          throw error
        }
      },
    },
  })
}
