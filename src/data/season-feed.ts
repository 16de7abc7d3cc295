/** Changes of seasons as the database tells them, whichever server made them. */
import pg from 'pg'
import { log } from './log'

const CHANNEL = 'dove_step_season'
const PAUSES = [250, 1000, 3000, 10_000] // ms before the database is tried again

/** Told the revision a season has now; `undefined` when some may have been missed: then it is asked for; `over` when no more is told. */
type Hear = (revision: number | undefined | 'over') => void

export interface SeasonFeed {
  /** @returns ends it */
  listen(season: string, hear: Hear): () => void
  close(): Promise<void>
}

/** Listens with a connection of its own while anybody wants to hear, and again whenever that is lost. */
export function createSeasonFeed(url: string): SeasonFeed {
  const hearers = new Map<string, Set<Hear>>()
  let client: pg.Client | undefined
  let tries = 0
  let closed = false
  let timer: NodeJS.Timeout | undefined

  const lost = (own: pg.Client) => {
    if (client !== own) return
    client = undefined
    own.removeAllListeners()
    own.on('error', () => undefined)
    void own.end().catch(() => undefined)
    if (closed || hearers.size === 0) return
    timer = setTimeout(connect, PAUSES[Math.min(tries++, PAUSES.length - 1)]!)
  }
  const connect = () => {
    if (client || closed) return
    const own = (client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 10_000, keepAlive: true }))
    own.on('error', () => lost(own))
    own.on('end', () => lost(own))
    own.on('notification', ({ payload }) => {
      const [season, revision] = (payload ?? '').split(' ')
      for (const hear of hearers.get(season ?? '') ?? []) hear(Number(revision))
    })
    own
      .connect()
      .then(() => own.query(`listen ${CHANNEL}`))
      .then(
        () => {
          tries = 0
          // What was changed before it listened again was told to nobody.
          for (const all of hearers.values()) for (const hear of all) hear(undefined)
        },
        (error: unknown) => {
          log.warn({ err: String(error) }, 'changes of others cannot be listened for')
          lost(own)
        },
      )
  }

  return {
    listen(season, hear) {
      const all = hearers.get(season) ?? new Set()
      hearers.set(season, all.add(hear))
      if (closed) queueMicrotask(() => hear('over'))
      else connect()
      return () => {
        all.delete(hear)
        if (all.size === 0) hearers.delete(season)
      }
    },
    async close() {
      closed = true
      clearTimeout(timer)
      const own = client
      client = undefined
      for (const all of [...hearers.values()]) for (const hear of [...all]) hear('over')
      await own?.end()
    },
  }
}

const shared = globalThis as { doveStepFeed?: SeasonFeed }

/** The server's one feed. It ends when the server is asked to, or the pages that listen would hold it up. */
export function seasonFeed(): SeasonFeed {
  if (!shared.doveStepFeed) {
    const feed = (shared.doveStepFeed = createSeasonFeed(process.env.DATABASE_URL!))
    const end = () =>
      void feed.close().catch((error: unknown) => log.warn({ err: String(error) }, 'the feed did not end'))
    process.once('SIGTERM', end)
    process.once('SIGINT', end)
  }
  return shared.doveStepFeed
}
