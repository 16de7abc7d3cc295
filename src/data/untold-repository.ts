/** Alarms, and thermometers that say nothing any more, that devices have not been told of yet. */
import { sql } from 'kysely'
import { isSilent } from '../core/climate/alarm'
import type { Db } from './database'
import { thermometerOf, type Thermometer } from './thermometer-repository'

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
