/** Thermometers that send by themselves: who they are, by what key they send, and what they said last. */
import { createHash, randomBytes } from 'node:crypto'
import { sql, type Kysely, type Selectable, type Transaction } from 'kysely'
import { heardAfter, type Alarm, type Heard } from '../core/climate/alarm'
import type { ThermometerFacts } from '../season/thermometers'
import type { Db } from './database'
import { readingsChanged } from './reading-repository'
import type { Database, ThermometerTable } from './schema'

/** A thermometer, and what it said last. */
export interface Thermometer extends ThermometerFacts, Heard {
  id: string
  /** What was sent last that could not be read, in words. */
  refused: { why: string; at: number } | undefined
}

/** Who sends, by its key. */
export interface Sender {
  farm: string
  id: string
  unit: 'C' | 'F'
  /** Time zone of the farm. */
  zone: string | undefined
}

const hashOf = (key: string): string => createHash('sha256').update(key).digest('hex')
const newKey = (): string => randomBytes(24).toString('base64url')

const columnsOf = ({ name, place, unit, below, above, topic }: ThermometerFacts) => ({
  name,
  place,
  unit,
  below: below ?? null,
  above: above ?? null,
  topic: topic ?? null,
})

/** A row as a thermometer. */
export const thermometerOf = (row: Selectable<ThermometerTable>): Thermometer => ({
  id: row.thermometer_id,
  name: row.name,
  place: row.place,
  unit: row.unit,
  below: row.below ?? undefined,
  above: row.above ?? undefined,
  topic: row.topic ?? undefined,
  ...heardOf(row),
  refused:
    row.refused === null || row.refused_at === null ? undefined : { why: row.refused, at: row.refused_at.getTime() },
})

/** What a row says it said last. */
export const heardOf = (row: Selectable<ThermometerTable>): Heard => ({
  last: row.last_at && row.last_celsius !== null ? { at: row.last_at.getTime(), celsius: row.last_celsius } : undefined,
  alarm: (row.alarm as Alarm | null) ?? undefined,
})

/** What simulated readings are called: never a name of a thermometer. */
const SIMULATED = 'stand-in'

const UNIQUE = '23505' // what PostgreSQL calls a value that is there already

const taken = (error: unknown): 'name-taken' => {
  if ((error as { code?: unknown }).code === UNIQUE) return 'name-taken'
  throw error
}

/**
 * Adds a thermometer.
 *
 * @returns its id, and the key it sends with, which cannot be told again; or that the farm has one of that name
 */
export async function addThermometer(
  db: Db,
  farm: string,
  facts: ThermometerFacts,
): Promise<{ id: string; key: string } | 'name-taken'> {
  if (facts.name === SIMULATED) return 'name-taken'
  const key = newKey()
  return db
    .insertInto('thermometer')
    .values({ farm_id: farm, ...columnsOf(facts), token_hash: hashOf(key), ...NOTHING_HEARD })
    .returning('thermometer_id')
    .executeTakeFirstOrThrow()
    .then(({ thermometer_id }) => ({ id: thermometer_id, key }), taken)
}

const NOTHING_HEARD = { last_at: null, last_celsius: null, alarm: null, refused: null, refused_at: null }

/** Changes what is said of a thermometer. Its days go by its new name; an alarm that its new limits do not know ends. */
export async function changeThermometer(
  db: Kysely<Database>,
  farm: string,
  id: string,
  facts: ThermometerFacts,
): Promise<'changed' | 'name-taken' | 'none'> {
  if (facts.name === SIMULATED) return 'name-taken'
  return db
    .transaction()
    .execute(async (trx) => {
      const before = await locked(trx, farm, id)
      if (!before) return 'none' as const
      await trx
        .updateTable('thermometer')
        .set({ ...columnsOf(facts), alarm: null })
        .where('farm_id', '=', farm)
        .where('thermometer_id', '=', id)
        .execute()
      const { last, alarm } = heardOf(before)
      if (last) {
        const now = heardAfter(facts, { last: undefined, alarm: undefined }, [last])
        // It is the same alarm where it still is one.
        await writeHeard(trx, before, alarm && now.alarm?.kind === alarm.kind ? { last, alarm } : now)
      }
      if (before.name !== facts.name) await renameSource(trx, farm, before.name, facts.name)
      return 'changed' as const
    })
    .catch(taken)
}

async function renameSource(trx: Transaction<Database>, farm: string, from: string, to: string): Promise<void> {
  const moved = await trx
    .updateTable('reading')
    .set({ source: to })
    .where('farm_id', '=', farm)
    .where('source', '=', from)
    .returning('season_id')
    .execute()
  for (const season of new Set(moved.map(({ season_id }) => season_id)))
    await readingsChanged(trx, { farm_id: farm, season_id: season })
}

/** Gives a thermometer another key; the one before is worth nothing from then on. @returns nothing where there is none */
export async function renewKey(db: Db, farm: string, id: string): Promise<string | undefined> {
  const key = newKey()
  const row = await db
    .updateTable('thermometer')
    .set({ token_hash: hashOf(key) })
    .where('farm_id', '=', farm)
    .where('thermometer_id', '=', id)
    .returning('name')
    .executeTakeFirst()
  return row && key
}

/** A thermometer is one no longer; the days it measured stay in their seasons. @returns its name; nothing where there is none */
export async function removeThermometer(db: Db, farm: string, id: string): Promise<string | undefined> {
  const row = await db
    .deleteFrom('thermometer')
    .where('farm_id', '=', farm)
    .where('thermometer_id', '=', id)
    .returning('name')
    .executeTakeFirst()
  return row?.name
}

/** The thermometers of a farm, by name. */
export async function thermometersOf(db: Db, farm: string): Promise<Thermometer[]> {
  const rows = await db.selectFrom('thermometer').selectAll().where('farm_id', '=', farm).orderBy('name').execute()
  return rows.map(thermometerOf)
}

const senders = (db: Db) =>
  db.selectFrom('thermometer').select([
    'farm_id as farm',
    'thermometer_id as id',
    'unit',
    'topic',
    sql<string | null>`(select season.rest -> 'farm' ->> 'timeZone' from season
      where season.farm_id = thermometer.farm_id and what_if_of is null order by opened_at desc limit 1)`.as('zone'),
  ])

/** Who sends with a key; nothing where there is none. */
export async function senderOfKey(db: Db, key: string): Promise<Sender | undefined> {
  const row = await senders(db).where('token_hash', '=', hashOf(key)).executeTakeFirst()
  return row && { farm: row.farm, id: row.id, unit: row.unit, zone: row.zone ?? undefined }
}

/** Who speaks through the broker of a farm, with their topics. */
export async function sendersByTopic(db: Db, farm: string): Promise<(Sender & { topic: string })[]> {
  const rows = await senders(db).where('farm_id', '=', farm).where('topic', 'is not', null).execute()
  return rows.map(({ zone, topic, ...row }) => ({ ...row, zone: zone ?? undefined, topic: topic! }))
}

/** Notes why what was sent last could not be read. */
export async function noteRefused(db: Db, { farm, id }: Pick<Sender, 'farm' | 'id'>, why: string): Promise<void> {
  await db
    .updateTable('thermometer')
    .set({ refused: why.slice(0, 300), refused_at: new Date() })
    .where('farm_id', '=', farm)
    .where('thermometer_id', '=', id)
    .execute()
}

/** A thermometer that nobody else changes until the transaction is over. */
export const locked = (trx: Transaction<Database>, farm: string, id: string) =>
  trx
    .selectFrom('thermometer')
    .selectAll()
    .where('farm_id', '=', farm)
    .where('thermometer_id', '=', id)
    .forUpdate()
    .executeTakeFirst()

/** Keeps what it said last; devices are told of another alarm anew. */
export const writeHeard = (trx: Transaction<Database>, row: Selectable<ThermometerTable>, { last, alarm }: Heard) =>
  trx
    .updateTable('thermometer')
    .set({
      last_at: last ? new Date(last.at) : null,
      last_celsius: last?.celsius ?? null,
      alarm: alarm ? JSON.stringify(alarm) : null,
      ...(alarm && alarm.since === heardOf(row).alarm?.since ? {} : { alarm_told: false }),
      silent_told: false,
    })
    .where('farm_id', '=', row.farm_id)
    .where('thermometer_id', '=', row.thermometer_id)
    .execute()
