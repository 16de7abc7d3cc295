/** Phones that a crew shares, and who works with them. */
import { createHash, randomBytes } from 'node:crypto'
import type { Kysely } from 'kysely'
import { pinHash, type Pin } from '../season/pin'
import type { Db } from './database'
import type { Database } from './schema'

/** A phone of a farm. */
export interface Phone {
  id: string
  name: string
  madeBy: string | null
  /** When its code was scanned; none while it was not. */
  joined: Date | null
  seen: Date | null
}

/** Somebody who records on the phones of a farm: a member, or a name without a sign-in. */
export interface Hand {
  name: string
  /** Who it is, where they are a member. */
  person: string | null
  pin: Pin | null
}

const CODE_LASTS = 15 * 60 * 1000 // ms
const SEEN_EVERY = 10 * 60 * 1000 // ms
const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex')
const token = (): string => randomBytes(24).toString('base64url')

/**
 * Makes a phone, which is one as soon as its code is used.
 *
 * @returns its code, good once and for a quarter of an hour; it cannot be told again
 */
export async function addPhone(
  db: Db,
  farm: string,
  name: string,
  by: string | null,
): Promise<{ id: string; code: string }> {
  await db
    .deleteFrom('phone')
    .where('farm_id', '=', farm)
    .where('joined_at', 'is', null)
    .where('code_until', '<', new Date())
    .execute()
  const code = token()
  const { phone_id } = await db
    .insertInto('phone')
    .values({
      farm_id: farm,
      name,
      code_hash: hashOf(code),
      code_until: new Date(Date.now() + CODE_LASTS),
      made_by: by,
      token_hash: null,
      joined_at: null,
      seen_at: null,
    })
    .returning('phone_id')
    .executeTakeFirstOrThrow()
  return { id: phone_id, code }
}

/** Whose phone a code makes it; nothing where it is used, too old, or none. */
export async function phoneOfCode(db: Db, code: string): Promise<{ name: string; farm: string } | undefined> {
  return db
    .selectFrom('phone')
    .innerJoin('farm', 'farm.farm_id', 'phone.farm_id')
    .select(['phone.name', 'farm.name as farm'])
    .where('code_hash', '=', hashOf(code))
    .where('code_until', '>', new Date())
    .executeTakeFirst()
}

/**
 * Uses a code, once.
 *
 * @returns the token by which the phone is known from then on; nothing where the code is used, too old, or none
 */
export async function joinPhone(
  db: Db,
  code: string,
): Promise<{ token: string; farm: string; name: string } | undefined> {
  const made = token()
  const row = await db
    .updateTable('phone')
    .set({ token_hash: hashOf(made), code_hash: null, code_until: null, joined_at: new Date(), seen_at: new Date() })
    .where('code_hash', '=', hashOf(code))
    .where('code_until', '>', new Date())
    .returning(['farm_id', 'name'])
    .executeTakeFirst()
  return row && { token: made, farm: row.farm_id, name: row.name }
}

/** The phone that holds a token; that it was seen is noted now and then. */
export async function phoneOfToken(
  db: Db,
  held: string,
): Promise<{ id: string; name: string; farm: string } | undefined> {
  const row = await db
    .selectFrom('phone')
    .select(['phone_id', 'name', 'farm_id', 'seen_at'])
    .where('token_hash', '=', hashOf(held))
    .executeTakeFirst()
  if (!row) return undefined
  if (Date.now() - (row.seen_at?.getTime() ?? 0) > SEEN_EVERY)
    await db.updateTable('phone').set({ seen_at: new Date() }).where('phone_id', '=', row.phone_id).execute()
  return { id: row.phone_id, name: row.name, farm: row.farm_id }
}

/** The phones of a farm, those whose code may still be scanned among them. */
export async function phonesOf(db: Db, farm: string): Promise<Phone[]> {
  const rows = await db
    .selectFrom('phone')
    .leftJoin('person', 'person.id', 'phone.made_by')
    .select(['phone_id', 'phone.name', 'person.name as made_by', 'joined_at', 'seen_at'])
    .where('farm_id', '=', farm)
    .where((where) => where.or([where('joined_at', 'is not', null), where('code_until', '>', new Date())]))
    .orderBy('phone.name')
    .orderBy('made_at')
    .execute()
  return rows.map(({ phone_id, name, made_by, joined_at, seen_at }) => ({
    id: phone_id,
    name,
    madeBy: made_by,
    joined: joined_at,
    seen: seen_at,
  }))
}

/** A phone is one no longer, from its next request on. @returns its name; nothing where there is none */
export async function removePhone(db: Db, farm: string, id: string): Promise<string | undefined> {
  const row = await db
    .deleteFrom('phone')
    .where('farm_id', '=', farm)
    .where('phone_id', '=', id)
    .returning('name')
    .executeTakeFirst()
  return row?.name
}

/** Who records on the phones of a farm, by name: its members but viewers, and names without a sign-in. */
export async function handsOf(db: Db, farm: string): Promise<Hand[]> {
  const [members, names] = await Promise.all([
    db
      .selectFrom('member')
      .innerJoin('person', 'person.id', 'member.person_id')
      .select(['person.id', 'person.name'])
      .where('farm_id', '=', farm)
      .where('role', '!=', 'viewer')
      .orderBy('person.id')
      .execute(),
    db.selectFrom('crew_name').select(['name', 'pin_salt', 'pin_hash']).where('farm_id', '=', farm).execute(),
  ])
  const hands = new Map<string, Hand>()
  for (const { id, name } of members) if (!hands.has(name)) hands.set(name, { name, person: id, pin: null })
  for (const { name, pin_salt: salt, pin_hash: hash } of names)
    hands.set(name, {
      name,
      person: hands.get(name)?.person ?? null,
      pin: salt !== null && hash !== null ? { salt, hash } : null,
    })
  return [...hands.values()].sort((a, b) => a.name.localeCompare(b.name))
}

/** Adds a name to those who record on phones; one that is there already stays as it is. */
export async function addHand(db: Db, farm: string, name: string): Promise<void> {
  await db
    .insertInto('crew_name')
    .values({ farm_id: farm, name, pin_salt: null, pin_hash: null })
    .onConflict((there) => there.doNothing())
    .execute()
}

/** Takes a name off, with its PIN; what it recorded stays. */
export async function removeHand(db: Db, farm: string, name: string): Promise<void> {
  await db.deleteFrom('crew_name').where('farm_id', '=', farm).where('name', '=', name).execute()
}

/** Gives somebody who records on phones a PIN, or takes it away. @param pin digits, or `null` */
export async function setPin(db: Kysely<Database>, farm: string, name: string, pin: string | null): Promise<void> {
  const salt = pin === null ? null : randomBytes(12).toString('base64url')
  const kept = { pin_salt: salt, pin_hash: pin === null || salt === null ? null : await pinHash(pin, salt) }
  await db
    .insertInto('crew_name')
    .values({ farm_id: farm, name, ...kept })
    .onConflict((there) => there.columns(['farm_id', 'name']).doUpdateSet(kept))
    .execute()
}
