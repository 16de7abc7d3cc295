/** Brokers of farms, through which thermometers speak. */
import { sql } from 'kysely'
import type { Db } from './database'

/** How a broker is reached. */
export interface BrokerFacts {
  /** `mqtt://192.168.1.5:1883` */
  address: string
  username?: string | undefined
  password?: string | undefined
}

/** A broker, and how it stands; its password is told to nobody. */
export interface Broker extends Omit<BrokerFacts, 'password'> {
  heard: 'asked' | 'connected' | 'failed'
  problem: string | undefined
}

/** A broker as it is connected to. */
export interface BrokerToHear extends BrokerFacts {
  farm: string
  /** Another one whenever something about it was changed. */
  version: string
}

/** The broker of a farm, if it has one. */
export async function brokerOf(db: Db, farm: string): Promise<Broker | undefined> {
  const row = await db
    .selectFrom('broker')
    .select(['address', 'username', 'heard', 'problem'])
    .where('farm_id', '=', farm)
    .executeTakeFirst()
  return row && { ...row, username: row.username ?? undefined, problem: row.problem ?? undefined }
}

/** Sets the broker of a farm. Without a password the one of before is kept, where address and user are the same. */
export async function setBroker(db: Db, farm: string, { address, username, password }: BrokerFacts): Promise<void> {
  const kept = { address, username: username ?? null, problem: null, heard: 'asked' as const }
  await db
    .insertInto('broker')
    .values({ farm_id: farm, ...kept, password: password ?? null })
    .onConflict((there) =>
      there.column('farm_id').doUpdateSet({
        ...kept,
        version: sql`gen_random_uuid()`,
        password:
          password ??
          sql`case when broker.address = excluded.address and broker.username is not distinct from excluded.username
            then broker.password end`,
      }),
    )
    .execute()
}

/** A farm has no broker any more. */
export async function removeBroker(db: Db, farm: string): Promise<void> {
  await db.deleteFrom('broker').where('farm_id', '=', farm).execute()
}

/** Brokers of all farms. */
export async function brokersToHear(db: Db): Promise<BrokerToHear[]> {
  const rows = await db
    .selectFrom('broker')
    .select(['farm_id as farm', 'address', 'username', 'password', 'version'])
    .orderBy('farm_id')
    .execute()
  return rows.map(({ username, password, ...row }) => ({
    ...row,
    username: username ?? undefined,
    password: password ?? undefined,
  }))
}

/** Notes how it goes with a broker, unless it was changed meanwhile. */
export async function noteHeard(
  db: Db,
  { farm, version }: BrokerToHear,
  heard: 'connected' | 'failed',
  problem?: string,
): Promise<void> {
  await db
    .updateTable('broker')
    .set({ heard, problem: problem?.slice(0, 300) ?? null })
    .where('farm_id', '=', farm)
    .where('version', '=', version)
    .execute()
}
