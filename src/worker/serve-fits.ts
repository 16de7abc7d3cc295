/** The server's worker: takes fits from the queue in PostgreSQL and makes each in a thread of its own. */
import { Worker } from 'node:worker_threads'
import { connect } from '../data/database'
import type { FitAsked } from '../core/hold/hold'
import { findFit, reportFit, serveFits } from '../data/fit-run-repository'
import { forgetSeasons } from '../data/season-cache'
import { loadSeason } from '../data/season-repository'
import type { Season } from '../season/schema'
import type { FitStatus } from './fit-plan'

const REPORT_EVERY = 1000 // ms between two looks at whether it was stopped
const WAITS_FOR_DATABASE = 300_000 // ms

/**
 * Serves fits until it is stopped.
 *
 * @returns ends it; a fit that is being made is left to the next worker
 */
export async function startFitServer(url: string): Promise<() => Promise<void>> {
  const { db, ofFarm, close } = connect(url)
  const threads = new Set<Worker>()
  const runner = await serveFits(db, url, async (id, run, asked) => {
    // Read anew each time: a database that was brought back meanwhile counts its revisions from there.
    forgetSeasons(db)
    const rows = ofFarm(id.farm_id)
    const stored = await loadSeason(rows, id)
    if (!stored) throw new Error('The season is no longer there.')
    let latest: FitStatus | undefined
    const { thread, done } = makeInThread(stored.season, asked, (status) => (latest = status))
    threads.add(thread)
    const look = setInterval(() => {
      const report = latest
        ? reportFit(rows, id, run.run, latest, 'running')
        : findFit(rows, id, run.run).then((found) => found?.state !== 'stopped')
      report.then(
        (goesOn) => goesOn || void thread.terminate(),
        (error: unknown) => console.error(`A fit could not be reported: ${String(error)}`),
      )
    }, REPORT_EVERY)
    try {
      const status = await done
      if (status) await untilReported(() => reportFit(rows, id, run.run, status, 'done'))
    } finally {
      clearInterval(look)
      threads.delete(thread)
    }
  })
  return async () => {
    for (const thread of threads) await thread.terminate()
    await runner.stop()
    await close()
  }
}

/** What was found is not lost because the database is away for a while. */
async function untilReported(report: () => Promise<boolean>): Promise<void> {
  for (const begun = Date.now(); ;)
    try {
      await report()
      return
    } catch (error) {
      if (Date.now() - begun > WAITS_FOR_DATABASE) throw error
      await new Promise((done) => setTimeout(done, REPORT_EVERY))
    }
}

/** One fit in a thread; its end is `undefined` when the thread was ended before it was done. */
function makeInThread(
  season: Season,
  { from, today, wanted }: FitAsked,
  tell: (status: FitStatus) => void,
): { thread: Worker; done: Promise<FitStatus | undefined> } {
  // A thread does not take over how this process reads TypeScript: it is told again.
  const entry = new URL('./fit-thread.ts', import.meta.url).href
  const code = `import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(entry)}) })`
  const thread = new Worker(code, { eval: true, workerData: { season, from, today, wanted }, execArgv: [] })
  const done = new Promise<FitStatus | undefined>((resolve, reject) => {
    thread.on('message', (message: { status?: FitStatus; done?: FitStatus }) => {
      if (message.status) tell(message.status)
      if (message.done) resolve(message.done)
    })
    thread.on('error', reject)
    thread.on('exit', () => resolve(undefined))
  })
  return { thread, done }
}
