/** How the server is, for whatever watches it. */
import { log } from '../data/log'
import { database } from '../data/database'
import { lacksMigrations } from '../data/migrate'

const PATIENCE = 3000 // ms a database may take to answer

export interface Health {
  /** The server answers. */
  live: true
  /** It can do its work: the database answers and is of this version. */
  ready: boolean
  database: 'answers' | 'of an earlier version' | 'does not answer'
}

/** Asks the database, with a little patience. */
export async function health(): Promise<Health> {
  try {
    const lacks = await within(PATIENCE, () => lacksMigrations(database()))
    return lacks
      ? { live: true, ready: false, database: 'of an earlier version' }
      : { live: true, ready: true, database: 'answers' }
  } catch (error) {
    log.warn({ err: error instanceof Error ? error.message : String(error) }, 'asked how it is: the database is away')
    return { live: true, ready: false, database: 'does not answer' }
  }
}

function within<T>(ms: number, ask: () => Promise<T>): Promise<T> {
  let timer: NodeJS.Timeout
  const tooLong = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new Error(`no answer within ${ms} ms`)), ms)
  })
  return Promise.race([ask(), tooLong]).finally(() => clearTimeout(timer))
}
