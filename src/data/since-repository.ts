/** What of a season has changed since a moment: only that is read, and only that is sent. */
import { sql, type Kysely, type Selectable, type Transaction } from 'kysely'
import { seasonToday } from '../core/calendar/clock'
import type { SeasonHeld, Since, ThingSince } from '../season/since'
import { readReadings } from './reading-repository'
import { readRecords } from './record-repository'
import { ofSeason, type Database, type SeasonId, type SeasonTable } from './schema'
import { cacheOf, planOf, thingsIn, type PlanState, type SeasonCache } from './season-cache'
import { readSeasonRows } from './season-repository'
import type { ThingRef } from './things'
import { undoState } from './undo-repository'

const MOST_TOLD = 200 // parts that cannot be read
const MOST_THINGS = 1000 // more of them are not less than the whole

/** A moment of a season. Records come in without the season's own row being held, so they are counted. */
interface Mark {
  /** The database's own history: another one where it was brought back from a backup. */
  history: string
  revision: number
  /** Revision of the season that what happened belongs to; of a copy that is another. */
  real: number
  /** The last record, and how many there were up to it. */
  seq: string
  records: number
}

const writeMark = ({ history, revision, real, seq, records }: Mark) => [history, revision, real, seq, records].join('.')

function readMark(text: string | undefined): Mark | undefined {
  const found = /^([0-9a-f]{1,32})\.(\d{1,9})\.(\d{1,9})\.(\d{1,18})\.(\d{1,9})$/.exec(text ?? '')
  if (!found) return undefined
  const [, history, revision, real, seq, records] = found as unknown as [string, string, string, string, string, string]
  return { history, revision: Number(revision), real: Number(real), seq, records: Number(records) }
}

/**
 * A season for whoever held it at a moment: what has changed since, or all of it.
 *
 * @param mark the moment; none where nothing is held
 * @returns nothing where there is no such season
 */
export async function seasonSince(db: Kysely<Database>, id: SeasonId, mark?: string): Promise<Since | undefined> {
  return db
    .transaction()
    .setIsolationLevel('repeatable read')
    .setAccessMode('read only')
    .execute((trx) => sinceIn(trx, id, readMark(mark), cacheOf(db)))
}

async function sinceIn(
  trx: Transaction<Database>,
  id: SeasonId,
  mark: Mark | undefined,
  cache: SeasonCache,
): Promise<Since | undefined> {
  const row = await ofSeason(trx.selectFrom('season').selectAll(), id).executeTakeFirst()
  if (!row) return undefined
  // A copy of a season knows what has happened in the season itself.
  const realId = { farm_id: id.farm_id, season_id: row.what_if_of ?? id.season_id }
  const real =
    row.what_if_of === null
      ? row
      : await ofSeason(trx.selectFrom('season').selectAll(), realId).executeTakeFirstOrThrow()
  const history = await historyOf(trx)
  const undo = await undoState(trx, id)
  const now = { history, revision: row.revision, real: real.revision, ...(await recordsUpTo(trx, realId)) }
  const plan = await planOf(trx, id, row, cache)
  const today = seasonToday(plan.facts, Date.now())
  const refs =
    mark && mark.history === history && mark.revision <= row.revision && mark.real <= real.revision
      ? await touchedSince(trx, id, row, mark.revision)
      : undefined
  if (!mark || !refs || plan.setAside.length > 0) {
    const { season, versions, setAside } = (await readSeasonRows(trx, id, cache))!
    const told = setAside.slice(0, MOST_TOLD).map(({ of, key, problem }) => ({ of, key, problem }))
    const whole: SeasonHeld = {
      season,
      versions,
      revision: row.revision,
      setAside: told,
      ...undo,
      today,
      mark: writeMark(now),
    }
    return { whole }
  }
  const records = await recordsSince(trx, realId, real, mark)
  if (!records) return sinceIn(trx, id, undefined, cache)
  return {
    changes: {
      mark: writeMark(now),
      revision: row.revision,
      ...undo,
      today,
      farm: plan.facts.farm.name,
      things: placed(plan, refs),
      records,
      ...(real.readings_revision > mark.real ? { readings: await readReadings(trx, realId) } : {}),
    },
  }
}

/** Things that were changed since a revision; `undefined` where that cannot be told, or they are too many. */
async function touchedSince(
  trx: Transaction<Database>,
  id: SeasonId,
  { plan_revision }: Selectable<SeasonTable>,
  revision: number,
): Promise<ThingRef[] | undefined> {
  if (plan_revision <= revision) return []
  const entries = await ofSeason(
    trx.selectFrom('journal').select([
      'revision',
      sql<ThingRef[] | null>`(select jsonb_agg(jsonb_build_object('of', t -> 'of', 'key', t -> 'key'))
        from jsonb_array_elements(before -> 'things') t)`.as('refs'),
      sql<boolean>`before ? 'things' and after ? 'things'`.as('by_things'),
    ]),
    id,
  )
    .where('revision', '>', revision)
    .execute()
  if (!entries.some((entry) => entry.revision === plan_revision) || entries.some(({ by_things }) => !by_things))
    return undefined
  const refs = new Map<string, ThingRef>()
  for (const { refs: own } of entries) for (const { of, key } of own ?? []) refs.set(`${of}/${key}`, { of, key })
  return refs.size > MOST_THINGS ? undefined : [...refs.values()]
}

/** Things as they stand in a plan, each with the one before it. */
function placed(plan: PlanState, refs: readonly ThingRef[]): ThingSince[] {
  const before = new Map<string, string | null>()
  for (const of of new Set(refs.map((ref) => ref.of)))
    if (of !== 'head')
      plan.lists[of].forEach(({ value }, i, list) => before.set(`${of}/${value.key}`, list[i - 1]?.value.key ?? null))
  return thingsIn(plan, refs).map(({ of, key, value, version }) => ({
    of,
    key,
    value,
    version,
    after: before.get(`${of}/${key}`) ?? null,
  }))
}

/** The last record of a season, and how many there are up to it. */
async function recordsUpTo(
  trx: Kysely<Database>,
  id: SeasonId,
  seq?: string,
): Promise<{ seq: string; records: number }> {
  const all = ofSeason(
    trx.selectFrom('record').select(({ fn }) => [fn.max('seq').as('seq'), fn.countAll<string>().as('records')]),
    id,
  )
  const found = await (seq === undefined ? all : all.where('seq', '<=', seq)).executeTakeFirstOrThrow()
  return { seq: String(found.seq ?? 0), records: Number(found.records) }
}

/** Records that came in since; `undefined` where some of them cannot be understood, which is to be said. */
async function recordsSince(trx: Transaction<Database>, id: SeasonId, real: Selectable<SeasonTable>, mark: Mark) {
  // One that took its number before the last was written may have come in after it.
  const all = real.records_revision > mark.real || (await recordsUpTo(trx, id, mark.seq)).records !== mark.records
  const aside: never[] = []
  const list = await readRecords(trx, id, { aside, after: all ? undefined : mark.seq })
  return aside.length > 0 ? undefined : { all, list }
}

/** Which history of which database this is: tables brought back from a backup are others, and so is a database brought back to a moment. */
async function historyOf(trx: Kysely<Database>): Promise<string> {
  const { rows } = await sql<{ history: string }>`select md5(system_identifier || ' ' || timeline_id || ' ' ||
    'season'::regclass::oid) as history from pg_control_system(), pg_control_checkpoint()`.execute(trx)
  return rows[0]!.history
}
