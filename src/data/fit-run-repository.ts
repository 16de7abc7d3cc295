/** Fits that the server was asked for, and the queue in PostgreSQL that any server process may take them from. */
import { EventEmitter } from 'node:events'
import { makeWorkerUtils, run, type Runner, type TaskList, type WorkerEvents } from 'graphile-worker'
import { sql, type ExpressionBuilder, type Kysely } from 'kysely'
import type { FitAsked } from '../core/hold/hold'
import { log } from './log'
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
interface Job extends SeasonId, Pick<FitAsked, 'today' | 'wanted'> {
  run: string
}

/** Makes the queue's own tables where they are missing, and adds a fit to it. Asked twice, the queue keeps one job for one run. */
export async function askForFit(
  db: Kysely<Database>,
  url: string,
  id: SeasonId,
  revision: number,
  { from, today, wanted }: FitAsked,
): Promise<string> {
  const run = crypto.randomUUID()
  await db
    .insertInto('fit_run')
    .values({ ...id, run, revision, from_day: from, state: 'waiting', status: null, failure: null, done_at: null })
    .execute()
  const queue = await makeWorkerUtils({ connectionString: url })
  try {
    await queue.migrate()
    await queue.addJob(QUEUED, { ...id, run, today, wanted } satisfies Job, { jobKey: run, maxAttempts: 3 })
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
 * Gives back to the queue what was taken by a worker that is no more: its process was ended, or the database went away
 * under it. One process serves a database, and asks before it takes anything.
 */
async function freeLeftJobs(db: Kysely<Database>, url: string): Promise<void> {
  const { rows } = await sql<{ id: string; worker: string; attempts: number }>`
    select id, locked_by as worker, attempts from graphile_worker.jobs where locked_by is not null`.execute(db)
  if (rows.length === 0) return
  const queue = await makeWorkerUtils({ connectionString: url })
  try {
    await queue.forceUnlockWorkers(rows.map(({ worker }) => worker))
    // It was no fault of the fit: the attempt does not count.
    for (const { id, attempts } of rows)
      await queue.rescheduleJobs([id], { runAt: new Date(), attempts: Math.max(0, attempts - 1) })
  } finally {
    await queue.release()
  }
}

/**
 * Takes fits from the queue, one at a time, until it is stopped. A process that dies leaves its job to the next.
 *
 * @param make makes one fit; what it throws is noted with the run, and the job is tried again
 */
export async function serveFits(
  db: Kysely<Database>,
  url: string,
  make: (id: SeasonId, run: FitRun, asked: FitAsked) => Promise<void>,
): Promise<{ stop: () => Promise<void> }> {
  const queue = await makeWorkerUtils({ connectionString: url })
  await queue.migrate().finally(() => queue.release())
  const tasks: TaskList = {
    [QUEUED]: async (payload, { job }) => {
      const { run: one, today, wanted, ...id } = payload as Job
      const asked = await findFit(db, id, one)
      if (!asked || (asked.state !== 'waiting' && asked.state !== 'running')) return
      try {
        await make(id, asked, { from: asked.from, today, wanted })
      } catch (error) {
        // The last attempt says why; before that it is tried again.
        if (job.attempts >= job.max_attempts)
          await failFit(db, payload as Job, error instanceof Error ? error.message : String(error))
        throw error
      }
    },
  }
  let runner: Runner | undefined
  let stopping = false
  /** Begins to take fits: again and again, for a worker that the database went away under is not begun anew by itself. */
  const begin = async (): Promise<void> => {
    await freeLeftJobs(db, url)
    const events: WorkerEvents = new EventEmitter()
    const gone = new Promise<void>((done) => events.once('worker:stop', () => done()))
    runner = await run({
      connectionString: url,
      concurrency: 1,
      noHandleSignals: true,
      pollInterval: 1000,
      taskList: tasks,
      events,
    })
    void gone.then(async () => {
      if (stopping) return
      await runner?.stop().catch(warn)
      await beginAgain()
    })
  }
  const beginAgain = async (): Promise<void> => {
    while (!stopping)
      try {
        return await begin()
      } catch (error) {
        warn(error)
        await new Promise((done) => setTimeout(done, TRIES_AGAIN))
      }
  }
  await begin()
  return {
    async stop() {
      stopping = true
      await runner?.stop().catch(warn)
    },
  }
}

const TRIES_AGAIN = 2000 // ms
const warn = (error: unknown) => log.warn({ err: String(error) }, 'no fits can be taken from the queue for now')
