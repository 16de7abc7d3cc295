/** Passkeys of people, and what their devices were asked to sign. */
import { createHash } from 'node:crypto'
import type { Kysely } from 'kysely'
import type { Db } from './database'
import type { Database } from './schema'

/** What is kept of a passkey. */
export interface Passkey {
  id: string
  person: string
  /** The name it was made at, and is good for. */
  rp: string
  publicKey: Uint8Array<ArrayBuffer>
  /** How often its device says it was used; many say nothing. */
  counter: number
  transports: string[]
  name: string
}

const ASKED_FOR = 5 * 60 * 1000 // ms
const MOST_OF_ONE = 20
const hashOf = (challenge: string): string => createHash('sha256').update(challenge).digest('hex')

/** Keeps that a device was asked to sign something, and what for. */
export async function askToSign(db: Db, challenge: string, about: string): Promise<void> {
  await db.deleteFrom('passkey_challenge').where('expires_at', '<', new Date()).execute()
  await db
    .insertInto('passkey_challenge')
    .values({ challenge_hash: hashOf(challenge), about, expires_at: new Date(Date.now() + ASKED_FOR) })
    .execute()
}

/** Whether somebody was asked to sign that, for that, not long ago; it is asked once. */
export async function wasAsked(db: Db, challenge: string, about: string): Promise<boolean> {
  const row = await db
    .deleteFrom('passkey_challenge')
    .where('challenge_hash', '=', hashOf(challenge))
    .where('about', '=', about)
    .where('expires_at', '>', new Date())
    .returning('about')
    .executeTakeFirst()
  return row !== undefined
}

/** Keeps a passkey. @returns false where its person has too many, or it is kept already */
export async function addPasskey(db: Kysely<Database>, one: Passkey): Promise<boolean> {
  const { n } = await db
    .selectFrom('passkey')
    .select(({ fn }) => fn.countAll<string>().as('n'))
    .where('person_id', '=', one.person)
    .executeTakeFirstOrThrow()
  if (Number(n) >= MOST_OF_ONE) return false
  const row = await db
    .insertInto('passkey')
    .values({
      credential_id: one.id,
      person_id: one.person,
      rp: one.rp,
      public_key: Buffer.from(one.publicKey),
      counter: String(one.counter),
      transports: one.transports,
      name: one.name,
      used_at: null,
    })
    .onConflict((there) => there.doNothing())
    .returning('credential_id')
    .executeTakeFirst()
  return row !== undefined
}

/** A passkey that is good for a name; nothing where there is none. */
export async function findPasskey(db: Db, id: string, rp: string): Promise<Passkey | undefined> {
  const row = await db
    .selectFrom('passkey')
    .selectAll()
    .where('credential_id', '=', id)
    .where('rp', '=', rp)
    .executeTakeFirst()
  return (
    row && {
      id: row.credential_id,
      person: row.person_id,
      rp: row.rp,
      publicKey: new Uint8Array(row.public_key),
      counter: Number(row.counter),
      transports: row.transports,
      name: row.name,
    }
  )
}

/** Notes that a passkey was used. */
export async function usedPasskey(db: Db, id: string, counter: number): Promise<void> {
  await db
    .updateTable('passkey')
    .set({ counter: String(counter), used_at: new Date() })
    .where('credential_id', '=', id)
    .execute()
}

/** The passkeys of a person, the newest first. */
export async function passkeysOf(
  db: Db,
  person: string,
): Promise<{ id: string; rp: string; name: string; made: Date; used: Date | null }[]> {
  const rows = await db
    .selectFrom('passkey')
    .select(['credential_id', 'rp', 'name', 'made_at', 'used_at'])
    .where('person_id', '=', person)
    .orderBy('made_at', 'desc')
    .execute()
  return rows.map(({ credential_id: id, rp, name, made_at: made, used_at: used }) => ({ id, rp, name, made, used }))
}

/** A passkey opens nothing any more; without an id none of that person does. */
export async function removePasskeys(db: Db, person: string, id?: string): Promise<void> {
  const all = db.deleteFrom('passkey').where('person_id', '=', person)
  await (id === undefined ? all : all.where('credential_id', '=', id)).execute()
}
