/** People, what they may do on which farm, and their invitations. */
import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { sql, type Kysely } from 'kysely'
import type { Role } from '../season/roles'
import type { Db } from './database'
import type { Database } from './schema'

/** A person of a farm. */
export interface Member {
  id: string
  name: string
  email: string
  role: Role
  since: Date
}

/** An invitation that was not used yet; by its hash it can be withdrawn, not used. */
export interface Invitation {
  hash: string
  role: Role
  madeBy: string | null
  expires: Date
}

const LASTS = 7 * 24 * 60 * 60 * 1000 // ms
const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex')

/** By what cookies are signed and who keeps the server, where people have to sign in; nothing where they do not. */
export async function sharingOf(db: Db): Promise<{ secret: string; keeper: string | null } | undefined> {
  return db.selectFrom('sharing').select(['secret', 'keeper']).executeTakeFirst()
}

/**
 * From now on people have to sign in; where they had to already nothing changes.
 *
 * @param keeper may do what touches every farm
 */
export async function startSharing(db: Db, keeper: string): Promise<void> {
  const secret = randomBytes(32).toString('base64url')
  await db
    .insertInto('sharing')
    .values({ secret, keeper })
    .onConflict((there) => there.doNothing())
    .execute()
}

/** Nobody has to sign in any more: every sign-in, phone and open invitation ends; people and their roles stay for the next time. */
export async function stopSharing(db: Kysely<Database>): Promise<void> {
  await db.transaction().execute(async (trx) => {
    await trx.deleteFrom('sharing').execute()
    await trx.deleteFrom('sign_in').execute()
    await trx.deleteFrom('phone').execute()
    await trx.deleteFrom('invitation').where('used_at', 'is', null).execute()
  })
}

/** Roles of a person by farm. */
export async function rolesOf(db: Db, person: string): Promise<Map<string, Role>> {
  const rows = await db.selectFrom('member').select(['farm_id', 'role']).where('person_id', '=', person).execute()
  return new Map(rows.map(({ farm_id, role }) => [farm_id, role]))
}

/** Who signs in with an e-mail address. */
export const personOfEmail = (db: Db, email: string): Promise<{ id: string; name: string } | undefined> =>
  db.selectFrom('person').select(['id', 'name']).where('email', '=', email.toLowerCase()).executeTakeFirst()

/** What a person is called. @throws Error where there is none */
export const nameOfPerson = async (db: Db, id: string): Promise<string> =>
  (await db.selectFrom('person').select('name').where('id', '=', id).executeTakeFirstOrThrow()).name

/** The people of a farm by name. */
export async function membersOf(db: Db, farm: string): Promise<Member[]> {
  return db
    .selectFrom('member')
    .innerJoin('person', 'person.id', 'member.person_id')
    .select(['person.id', 'person.name', 'person.email', 'member.role', 'member.since'])
    .where('member.farm_id', '=', farm)
    .orderBy('person.name')
    .orderBy('person.id')
    .execute()
}

/** Makes somebody a member of a farm, or gives a member another role. */
export async function setRole(db: Db, farm: string, person: string, role: Role): Promise<void> {
  await db
    .insertInto('member')
    .values({ farm_id: farm, person_id: person, role })
    .onConflict((there) => there.columns(['farm_id', 'person_id']).doUpdateSet({ role }))
    .execute()
}

export type MemberChanged = 'changed' | 'no-such-member' | 'last-owner'

/**
 * Gives a member another role, or takes them off the farm; a farm that has owners keeps one.
 *
 * @param role none takes them off
 */
export async function changeMember(
  db: Kysely<Database>,
  farm: string,
  person: string,
  role: Role | undefined,
): Promise<MemberChanged> {
  return db.transaction().execute(async (trx) => {
    // Two owners who each take the other off wait for each other.
    await trx.selectFrom('farm').select('farm_id').where('farm_id', '=', farm).forUpdate().execute()
    const all = await trx.selectFrom('member').select(['person_id', 'role']).where('farm_id', '=', farm).execute()
    if (!all.some(({ person_id }) => person_id === person)) return 'no-such-member'
    const owners = all.filter((one) => one.role === 'owner' && (one.person_id !== person || role === 'owner'))
    if (owners.length === 0) return 'last-owner'
    if (role) await setRole(trx, farm, person, role)
    else await trx.deleteFrom('member').where('farm_id', '=', farm).where('person_id', '=', person).execute()
    return 'changed'
  })
}

/**
 * Makes an invitation.
 *
 * @param farm none: the first owner of all farms there are
 * @returns what its link holds; it cannot be told again
 */
export async function invite(
  db: Db,
  { farm, role, by }: { farm: string | null; role: Role; by: string | null },
): Promise<string> {
  const token = randomBytes(24).toString('base64url')
  await db
    .insertInto('invitation')
    .values({
      token_hash: hashOf(token),
      farm_id: farm,
      role,
      made_by: by,
      expires_at: new Date(Date.now() + LASTS),
      used_by: null,
      used_at: null,
    })
    .execute()
  return token
}

/** Invites the first owner of all farms there are; earlier such links end. */
export async function inviteFirstOwner(db: Db): Promise<string> {
  await db.deleteFrom('invitation').where('farm_id', 'is', null).where('used_at', 'is', null).execute()
  return invite(db, { farm: null, role: 'owner', by: null })
}

/** Invitations to a farm that are still good. */
export async function openInvitations(db: Db, farm: string): Promise<Invitation[]> {
  const rows = await db
    .selectFrom('invitation')
    .leftJoin('person', 'person.id', 'invitation.made_by')
    .select(['token_hash', 'role', 'person.name', 'expires_at'])
    .where('farm_id', '=', farm)
    .where('used_at', 'is', null)
    .where('expires_at', '>', new Date())
    .orderBy('made_at')
    .execute()
  return rows.map(({ token_hash, role, name, expires_at }) => ({
    hash: token_hash,
    role,
    madeBy: name,
    expires: expires_at,
  }))
}

/** Takes an invitation back before it is used. */
export async function withdraw(db: Db, farm: string, hash: string): Promise<void> {
  await db
    .deleteFrom('invitation')
    .where('farm_id', '=', farm)
    .where('token_hash', '=', hash)
    .where('used_at', 'is', null)
    .execute()
}

/** To what a link invites; nothing where it is used, too old, or none. */
export async function invitationOf(db: Db, token: string): Promise<{ farm: string | null; role: Role } | undefined> {
  return db
    .selectFrom('invitation')
    .leftJoin('farm', 'farm.farm_id', 'invitation.farm_id')
    .select(['farm.name as farm', 'role'])
    .where('token_hash', '=', hashOf(token))
    .where('used_at', 'is', null)
    .where('expires_at', '>', new Date())
    .executeTakeFirst()
}

/**
 * Uses an invitation, once: its person belongs to the farm from then on. Who has a role there keeps the higher one.
 *
 * @param personOf makes the person, or says who it is; what it throws leaves the invitation as it was
 * @returns the farm, `null` for all of them; `undefined` where it is used, too old, or none
 */
export async function accept(
  db: Kysely<Database>,
  token: string,
  personOf: () => Promise<string>,
): Promise<string | null | undefined> {
  return db.transaction().execute(async (trx) => {
    const found = await trx
      .selectFrom('invitation')
      .select(['farm_id', 'role'])
      .where('token_hash', '=', hashOf(token))
      .where('used_at', 'is', null)
      .where('expires_at', '>', new Date())
      .forUpdate()
      .executeTakeFirst()
    if (!found) return undefined
    const person = await personOf()
    const farms =
      found.farm_id === null
        ? (await trx.selectFrom('farm').select('farm_id').execute()).map(({ farm_id }) => farm_id)
        : [found.farm_id]
    const had = await rolesOf(trx, person)
    for (const farm of farms) await setRole(trx, farm, person, higher(had.get(farm), found.role))
    if (found.farm_id === null) await startSharing(trx, person)
    await trx
      .updateTable('invitation')
      .set({ used_by: person, used_at: new Date() })
      .where('token_hash', '=', hashOf(token))
      .execute()
    return found.farm_id
  })
}

const ORDER: readonly Role[] = ['owner', 'planner', 'crew', 'viewer']
const higher = (a: Role | undefined, b: Role): Role => (a && ORDER.indexOf(a) < ORDER.indexOf(b) ? a : b)

/** Whether people sign in here already; until then a server that is reached from elsewhere has to be given its first owner. */
export const hasOwner = async (db: Db): Promise<boolean> => (await sharingOf(db)) !== undefined

/** Sign-ins of a person that have not ended. */
export async function signInsOf(db: Db, person: string) {
  return db
    .selectFrom('sign_in')
    .select(['id', 'user_agent', 'created_at', 'updated_at'])
    .where('person_id', '=', person)
    .where('expires_at', '>', new Date())
    .orderBy('updated_at', 'desc')
    .execute()
}

/** Ends one sign-in of a person, or all of them. */
export async function endSignIns(db: Db, person: string, id?: string): Promise<void> {
  const all = db.deleteFrom('sign_in').where('person_id', '=', person)
  await (id === undefined ? all : all.where('id', '=', id)).execute()
}

const TRIED_WITHIN = 15 * 60 * 1000 // ms
const TRIES = 20

/**
 * Counts a try to sign in as somebody, from whatever address, on all servers of the database together.
 *
 * @returns whether that was too often: twenty times within a quarter of an hour
 */
export async function triedTooOften(db: Db, email: string): Promise<boolean> {
  const now = Date.now()
  const key = `tried ${hashOf(email.toLowerCase())}`
  const { rows } = await sql<{ count: number }>`
    insert into sign_in_rate as rate (id, key, count, last_request) values (${randomUUID()}, ${key}, 1, ${now})
    on conflict (key) do update set
      count = case when rate.last_request < ${now - TRIED_WITHIN} then 1 else rate.count + 1 end,
      last_request = case when rate.last_request < ${now - TRIED_WITHIN} then ${now} else rate.last_request end
    returning count`.execute(db)
  return rows[0]!.count > TRIES
}
