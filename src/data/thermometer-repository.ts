/** Thermometers that send by themselves: who they are, what each hour was, and the days that come of it in the seasons. */
import { createHash, randomBytes } from 'node:crypto'
import { sql, type Kysely, type Selectable, type Transaction } from 'kysely'
import { formatDay, type Day } from '../core/calendar/day'
import { clockDay, instantOf } from '../core/calendar/clock'
import { heardAfter, isSilent, type Alarm, type Heard } from '../core/climate/alarm'
import { daysOfHours, hoursOf, type Hour, type Sample } from '../core/climate/hours'
import { daysOf, type ReadDay, type ReadingFault } from '../core/climate/readings'
import type { Db } from './database'
import { keepReadingsIn, readingsChanged } from './reading-repository'
import { ofSeason, type Database, type SeasonId, type ThermometerTable } from './schema'

/** What a grower says of a thermometer. */
export interface ThermometerFacts {
  name: string
  /** Key of the place it hangs in. */
  place: string
  unit: 'C' | 'F'
  /** °C below and above which somebody wants to be told. */
  below?: number | undefined
  above?: number | undefined
  /** Where it speaks through a broker: the topic. */
  topic?: string | undefined
}

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

const DAY = 86_400_000 // ms
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

const thermometerOf = (row: Selectable<ThermometerTable>): Thermometer => ({
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

const heardOf = (row: Selectable<ThermometerTable>): Heard => ({
  last: row.last_at && row.last_celsius !== null ? { at: row.last_at.getTime(), celsius: row.last_celsius } : undefined,
  alarm: (row.alarm as Alarm | null) ?? undefined,
})

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
      const { last } = heardOf(before)
      if (last) await writeHeard(trx, before, heardAfter(facts, { last: undefined, alarm: undefined }, [last]))
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

const locked = (trx: Transaction<Database>, farm: string, id: string) =>
  trx
    .selectFrom('thermometer')
    .selectAll()
    .where('farm_id', '=', farm)
    .where('thermometer_id', '=', id)
    .forUpdate()
    .executeTakeFirst()

const writeHeard = (trx: Transaction<Database>, row: Selectable<ThermometerTable>, { last, alarm }: Heard) =>
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

/** What came of sending. */
export interface Taken {
  /** Set where an alarm began by it. */
  began: Alarm | undefined
  /** Days of seasons that became others by it. */
  days: number
}

/**
 * Keeps what a thermometer sent: its hours, what it said last, and the days that are over and became others by it, in every
 * season of the farm that is not put away. Sent again it changes nothing.
 *
 * @param now ms since the beginning of 1970 in UTC
 * @returns nothing where there is no such thermometer any more
 */
export async function keepSamples(
  db: Kysely<Database>,
  { farm, id, zone }: Omit<Sender, 'unit'>,
  samples: readonly Sample[],
  now: number,
): Promise<Taken | undefined> {
  return db.transaction().execute(async (trx) => {
    const row = await locked(trx, farm, id)
    if (!row) return undefined
    const limits = { below: row.below ?? undefined, above: row.above ?? undefined }
    const before = heardOf(row)
    const heard = heardAfter(limits, before, samples)
    await writeHeard(trx, row, heard)
    const hours = hoursOf(samples)
    for (const part of chunks(hours, 500)) await writeHours(trx, row, part)
    const today = clockDay(now, zone)
    // The evening before is over once somebody sends after midnight.
    const over = new Set([...hours.map(({ hour }) => clockDay(hour, zone)), today - 1].filter((day) => day < today))
    const days = await writeDays(trx, row, [...over], zone)
    const began = heard.alarm && heard.alarm.since !== before.alarm?.since ? heard.alarm : undefined
    return { began, days }
  })
}

const chunks = <T>(all: readonly T[], size: number): T[][] =>
  Array.from({ length: Math.ceil(all.length / size) }, (_, i) => all.slice(i * size, (i + 1) * size))

async function writeHours(
  trx: Transaction<Database>,
  { farm_id, thermometer_id, place }: Selectable<ThermometerTable>,
  hours: readonly Hour[],
): Promise<void> {
  await trx
    .insertInto('thermometer_hour')
    .values(
      hours.map(({ hour, read, impossible }) => ({
        farm_id,
        thermometer_id,
        place,
        hour: new Date(hour),
        low: read?.low ?? null,
        high: read?.high ?? null,
        impossible,
      })),
    )
    // least and greatest pass over what is not known: the same as `mergedHour`.
    .onConflict((conflict) =>
      conflict.columns(['farm_id', 'thermometer_id', 'place', 'hour']).doUpdateSet({
        low: sql`least(thermometer_hour.low, excluded.low)`,
        high: sql`greatest(thermometer_hour.high, excluded.high)`,
        impossible: sql`thermometer_hour.impossible or excluded.impossible`,
      }),
    )
    .execute()
}

async function hoursIn(
  db: Db,
  { farm_id, thermometer_id, place }: Pick<Selectable<ThermometerTable>, 'farm_id' | 'thermometer_id' | 'place'>,
  from: number,
  until: number,
): Promise<Hour[]> {
  const rows = await db
    .selectFrom('thermometer_hour')
    .select(['hour', 'low', 'high', 'impossible'])
    .where('farm_id', '=', farm_id)
    .where('thermometer_id', '=', thermometer_id)
    .where('place', '=', place)
    .where('hour', '>=', new Date(from))
    .where('hour', '<', new Date(until))
    .orderBy('hour')
    .execute()
  return rows.map(({ hour, low, high, impossible }) => ({
    hour: hour.getTime(),
    read: low === null || high === null ? undefined : { low, high },
    impossible,
  }))
}

/** Makes the days of a thermometer's seasons what its hours say. @returns how many became others */
async function writeDays(
  trx: Transaction<Database>,
  row: Selectable<ThermometerTable>,
  days: readonly Day[],
  zone: string | undefined,
): Promise<number> {
  if (days.length === 0) return 0
  const [first, last] = [Math.min(...days), Math.max(...days) + 1]
  const hours = await hoursIn(
    trx,
    row,
    instantOf({ day: first, minute: 0 }, zone) - DAY,
    instantOf({ day: last, minute: 0 }, zone) + DAY,
  )
  const wanted = new Set(days)
  const byDay = daysOfHours(hours, first, last, zone).filter(({ day }) => wanted.has(day))
  let changed = 0
  for (const { held, ...id } of await seasonsWith(trx, row)) {
    const { days: read } = daysOf(byDay, held)
    changed += await writeReadings(trx, id, row, { days, read })
  }
  return changed
}

/** Seasons that know the place a thermometer hangs in. */
const seasonsWith = (trx: Transaction<Database>, { farm_id, place }: Selectable<ThermometerTable>) =>
  trx
    .selectFrom('season')
    .innerJoin('place', (join) =>
      join.onRef('place.farm_id', '=', 'season.farm_id').onRef('place.season_id', '=', 'season.season_id'),
    )
    .select(['season.farm_id', 'season.season_id', sql<boolean>`place.held is not null`.as('held')])
    .where('season.farm_id', '=', farm_id)
    .where('place.key', '=', place)
    .where('what_if_of', 'is', null)
    .where('archived_at', 'is', null)
    .orderBy('season.season_id')
    .execute()

async function writeReadings(
  trx: Transaction<Database>,
  id: SeasonId,
  { place, name }: Selectable<ThermometerTable>,
  { days, read }: { days: readonly Day[]; read: readonly ReadDay[] },
): Promise<number> {
  const before = await ofSeason(trx.selectFrom('reading').select(['on_day', 'low', 'high']), id)
    .where('place', '=', place)
    .where('source', '=', name)
    .where('on_day', 'in', days.map(formatDay))
    .execute()
  const known = new Map(before.map((one) => [one.on_day, one]))
  const other = read.filter(({ on, low, high }) => known.get(on)?.low !== low || known.get(on)?.high !== high)
  const still = new Set(read.map(({ on }) => on))
  const gone = before.filter(({ on_day }) => !still.has(on_day)).map(({ on_day }) => on_day)
  if (gone.length > 0)
    await ofSeason(trx.deleteFrom('reading'), id)
      .where('place', '=', place)
      .where('source', '=', name)
      .where('on_day', 'in', gone)
      .execute()
  if (other.length > 0) await keepReadingsIn(trx, id, [{ place, from: name, days: [...other] }])
  else if (gone.length > 0) await readingsChanged(trx, id)
  return other.length + gone.length
}

/** Gaps of a thermometer, and what it said that cannot be, on the days of [from, until). */
export async function faultsOf(
  db: Db,
  { farm, id, zone, place, held }: Omit<Sender, 'unit'> & { place: string; held: boolean },
  [from, until]: readonly [Day, Day],
): Promise<ReadingFault[]> {
  const hours = await hoursIn(
    db,
    { farm_id: farm, thermometer_id: id, place },
    instantOf({ day: from, minute: 0 }, zone) - DAY,
    instantOf({ day: until, minute: 0 }, zone) + DAY,
  )
  const [first] = hours
  if (!first) return []
  // What was before it began to send is no gap.
  const begun = clockDay(first.hour, zone) + 1
  return daysOf(daysOfHours(hours, Math.max(from, begun), until, zone), held).faults
}

/** What devices are to be told, and have not been. */
export interface Untold {
  farm: string
  thermometer: Thermometer
  /** Its place by name. */
  place: string
  what: 'alarm' | 'silent'
  zone: string | undefined
  /** Address of the farm's season that was opened last. */
  at: string
}

/**
 * Alarms, and thermometers with limits that have said nothing for too long, that devices have not been told of yet.
 *
 * @param now ms since the beginning of 1970 in UTC
 */
export async function untold(db: Db, now: number): Promise<Untold[]> {
  const rows = await db
    .selectFrom('thermometer')
    .innerJoin('farm', 'farm.farm_id', 'thermometer.farm_id')
    .innerJoinLateral(
      (of) =>
        of
          .selectFrom('season')
          .select(['season_id', 'address as season', sql<string | null>`rest -> 'farm' ->> 'timeZone'`.as('zone')])
          .whereRef('season.farm_id', '=', 'thermometer.farm_id')
          .where('what_if_of', 'is', null)
          .orderBy(sql`archived_at is not null`)
          .orderBy('opened_at', 'desc')
          .limit(1)
          .as('last'),
      (join) => join.onTrue(),
    )
    .leftJoin('place', (join) =>
      join
        .onRef('place.farm_id', '=', 'thermometer.farm_id')
        .onRef('place.season_id', '=', 'last.season_id')
        .onRef('place.key', '=', 'thermometer.place'),
    )
    .selectAll('thermometer')
    .select(['farm.address', 'last.season', 'last.zone', sql<string | null>`place.name`.as('called')])
    .where((where) => where.or([where('below', 'is not', null), where('above', 'is not', null)]))
    .where('last_at', 'is not', null)
    .where((where) =>
      where.or([
        where.and([where('alarm', 'is not', null), where('alarm_told', '=', false)]),
        where('silent_told', '=', false),
      ]),
    )
    .execute()
  return rows.flatMap((row) => {
    const of = {
      farm: row.farm_id,
      thermometer: thermometerOf(row),
      place: row.called ?? row.place,
      zone: row.zone ?? undefined,
      at: `/${row.address}/${row.season}`,
    }
    return [
      ...(row.alarm !== null && !row.alarm_told ? [{ ...of, what: 'alarm' as const }] : []),
      ...(!row.silent_told && isSilent(row.last_at?.getTime(), now) ? [{ ...of, what: 'silent' as const }] : []),
    ]
  })
}

/** Notes that devices were told; of another alarm, or once it has spoken again, they are told anew. */
export async function markTold(db: Db, { farm, thermometer, what }: Untold): Promise<void> {
  const told = db.updateTable('thermometer').where('farm_id', '=', farm).where('thermometer_id', '=', thermometer.id)
  await (
    what === 'alarm'
      ? told
          .set({ alarm_told: true })
          .where(sql`alarm -> 'since'`, '=', sql<number>`to_jsonb(${thermometer.alarm!.since}::bigint)`)
      : told.set({ silent_told: true }).where('last_at', '=', new Date(thermometer.last!.at))
  ).execute()
}
