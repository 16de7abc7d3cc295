/** A thread of its own for one fit on the server: it is given a season and tells how it goes; to stop it is to end it. */
import { parentPort, workerData } from 'node:worker_threads'
import type { Season } from '../season/schema'
import type { FitAsked } from '../core/hold/hold'
import { fitPlan } from './fit-plan'

const { season, from, today, wanted } = workerData as { season: Season } & FitAsked
parentPort!.postMessage({
  done: await fitPlan(season, from, { today, wanted, onNews: (status) => parentPort!.postMessage({ status }) }),
})
