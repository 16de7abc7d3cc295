/** Devices that are told of frost and heat, and by what push services know this server. */
import type { Db } from './database'

/** Where a browser takes messages, and the keys they are sealed with. */
export interface PushAddress {
  endpoint: string
  p256dh: string
  auth: string
}

/** A device that is told. */
export interface ToldDevice extends PushAddress {
  locale: string
  units: 'metric' | 'us'
}

/** Whose device it is; neither where nobody has to sign in. */
export interface DeviceOf {
  person: string | null
  phone: string | null
}

/** Two keys, as `web-push` makes them. */
export interface PushKeys {
  publicKey: string
  privateKey: string
}

/** The server's keys; made at the first asking, and the same ever after. @param make makes new ones */
export async function pushKeys(db: Db, make: () => PushKeys): Promise<PushKeys> {
  const find = () =>
    db.selectFrom('push_key').select(['public_key as publicKey', 'private_key as privateKey']).executeTakeFirst()
  const known = await find()
  if (known) return known
  const { publicKey, privateKey } = make()
  // Two that ask at once get the same.
  await db
    .insertInto('push_key')
    .values({ public_key: publicKey, private_key: privateKey })
    .onConflict((there) => there.doNothing())
    .execute()
  return (await find())!
}

const MOST_DEVICES = 200 // of a farm

/** Tells a device of a farm from now on; told before, it is told in its new words. @returns false where a farm has too many */
export async function tellDevice(
  db: Db,
  farm: string,
  { endpoint, p256dh, auth, locale, units }: ToldDevice,
  { person, phone }: DeviceOf,
): Promise<boolean> {
  const { n } = await db
    .selectFrom('push_subscription')
    .select(({ fn }) => fn.countAll<string>().as('n'))
    .where('farm_id', '=', farm)
    .where('endpoint', '!=', endpoint)
    .executeTakeFirstOrThrow()
  if (Number(n) >= MOST_DEVICES) return false
  const kept = { p256dh, auth, locale, units, person_id: person, phone_id: phone }
  await db
    .insertInto('push_subscription')
    .values({ farm_id: farm, endpoint, ...kept })
    .onConflict((there) => there.columns(['farm_id', 'endpoint']).doUpdateSet(kept))
    .execute()
  return true
}

/** Tells a device of a farm no more. */
export async function tellNoMore(db: Db, farm: string, endpoint: string): Promise<void> {
  await db.deleteFrom('push_subscription').where('farm_id', '=', farm).where('endpoint', '=', endpoint).execute()
}

/** Whether a device is told of a farm. */
export const isTold = async (db: Db, farm: string, endpoint: string): Promise<boolean> =>
  (await db
    .selectFrom('push_subscription')
    .select('farm_id')
    .where('farm_id', '=', farm)
    .where('endpoint', '=', endpoint)
    .executeTakeFirst()) !== undefined

/** Devices that are told of a farm: of people who are of it still, of its phones, and where nobody has to sign in of anybody. */
export async function toldDevices(db: Db, farm: string): Promise<ToldDevice[]> {
  return db
    .selectFrom('push_subscription')
    .select(['endpoint', 'p256dh', 'auth', 'locale', 'units'])
    .where('push_subscription.farm_id', '=', farm)
    .where((where) =>
      where.or([
        where('phone_id', 'is not', null),
        where.exists(
          where
            .selectFrom('member')
            .select('member.farm_id')
            .whereRef('member.farm_id', '=', 'push_subscription.farm_id')
            .whereRef('member.person_id', '=', 'push_subscription.person_id'),
        ),
        where.and([
          where('push_subscription.person_id', 'is', null),
          where.not(where.exists(where.selectFrom('sharing').select('one'))),
        ]),
      ]),
    )
    .orderBy('endpoint')
    .execute()
}
