/** What thermometers send: what each hour was, and the days that come of it in the seasons. */
import { sql, type Kysely, type Selectable, type Transaction } from 'kysely'
import { clockDay, instantOf } from '../core/calendar/clock'
import { formatDay, type Day } from '../core/calendar/day'
import { heardAfter, type Alarm } from '../core/climate/alarm'
import { daysOfHours, hoursOf, type Hour, type Sample } from '../core/climate/hours'
import { daysOf, type ReadDay, type ReadingFault } from '../core/climate/readings'
import type { Db } from './database'
import { keepReadingsIn, readingsChanged } from './reading-repository'
import { ofSeason, type Database, type SeasonId, type ThermometerTable } from './schema'
import { heardOf, locked, writeHeard, type Sender } from './thermometer-repository'

const DAY = 86_400_000 // ms

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
