/** What is kept of a person, given to them whole, and taken away when they want it. */
import { sql, type Kysely } from 'kysely'
import type { Db } from './database'
import type { Database } from './schema'

/** What stands in the place of a name that was taken away. */
export const FORMER = 'Former member'

/** Everything that is kept of a person, as plain data. */
export async function personData(db: Db, person: string) {
  const [own, farms, signIns, passkeys, toldDevices, calendars, practised, records, journal, audit] = await Promise.all(
    [
      db.selectFrom('person').select(['name', 'email']).where('id', '=', person).executeTakeFirstOrThrow(),
      db
        .selectFrom('member')
        .innerJoin('farm', 'farm.farm_id', 'member.farm_id')
        .select(['farm.name as farm', 'role', 'since'])
        .where('person_id', '=', person)
        .orderBy('farm.name')
        .execute(),
      db
        .selectFrom('sign_in')
        .select(['created_at as since', 'expires_at as until', 'user_agent as browser'])
        .where('person_id', '=', person)
        .orderBy('created_at')
        .execute(),
      db
        .selectFrom('passkey')
        .select(['name', 'rp as at', 'made_at as made', 'used_at as used'])
        .where('person_id', '=', person)
        .orderBy('made_at')
        .execute(),
      db
        .selectFrom('push_subscription')
        .innerJoin('farm', 'farm.farm_id', 'push_subscription.farm_id')
        .select(['farm.name as farm', 'endpoint', 'locale', 'push_subscription.made_at as since'])
        .where('person_id', '=', person)
        .orderBy('push_subscription.made_at')
        .execute(),
      db
        .selectFrom('calendar')
        .innerJoin('farm', 'farm.farm_id', 'calendar.farm_id')
        .select(['farm.name as farm', 'calendar.name', 'made_at as made', 'read_at as read'])
        .where('person_id', '=', person)
        .orderBy('made_at')
        .execute(),
      db
        .selectFrom('drill_answer')
        .innerJoin('farm', 'farm.farm_id', 'drill_answer.farm_id')
        .select(['farm.name as farm', 'card', 'was_right as right', 'answered_at as at'])
        .where('person_id', '=', person)
        .orderBy('answered_at')
        .execute(),
      db
        .selectFrom('record')
        .innerJoin('farm', 'farm.farm_id', 'record.farm_id')
        .select(['record.id', 'farm.name as farm', 'on_day as on', 'at', 'batch', 'place', 'what', 'note', 'photos'])
        .where('person_id', '=', person)
        .orderBy('seq')
        .execute(),
      db
        .selectFrom('journal')
        .innerJoin('farm', 'farm.farm_id', 'journal.farm_id')
        .select(['farm.name as farm', 'at', 'summary'])
        .where('person_id', '=', person)
        .orderBy('entry')
        .execute(),
      db.selectFrom('audit').select(['at', 'what', 'about']).where('person_id', '=', person).orderBy('seq').execute(),
    ],
  )
  return {
    ...own,
    farms,
    signIns,
    passkeys,
    toldDevices,
    calendars,
    practised,
    records,
    changes: journal,
    noted: audit,
  }
}

/** Why somebody cannot go yet: they keep the server, or are the only owner of farms that others are of, or that nobody would be of. */
export type Kept = { ok: true } | { ok: false; reason: 'keeps' } | { ok: false; reason: 'last-owner'; farms: string[] }

/**
 * Takes a person away: their sign-ins, memberships and name. What they recorded stays, under no name.
 *
 * A farm is left with an owner, and the server with who keeps it.
 */
export async function deletePerson(db: Kysely<Database>, person: string): Promise<Kept> {
  return db.transaction().execute(async (trx): Promise<Kept> => {
    const sharing = await trx.selectFrom('sharing').select('keeper').executeTakeFirst()
    if (sharing?.keeper === person) return { ok: false, reason: 'keeps' }
    const owned = await trx
      .selectFrom('member')
      .innerJoin('farm', 'farm.farm_id', 'member.farm_id')
      .select(['farm.farm_id', 'farm.name'])
      .where('person_id', '=', person)
      .where('role', '=', 'owner')
      .orderBy('farm.farm_id')
      .forUpdate()
      .execute()
    const alone: string[] = []
    for (const { farm_id, name } of owned) {
      const other = await trx
        .selectFrom('member')
        .select('person_id')
        .where('farm_id', '=', farm_id)
        .where('role', '=', 'owner')
        .where('person_id', '!=', person)
        .executeTakeFirst()
      if (!other) alone.push(name)
    }
    if (alone.length > 0) return { ok: false, reason: 'last-owner', farms: alone }
    const { name } = await trx.selectFrom('person').select('name').where('id', '=', person).executeTakeFirstOrThrow()
    const farms = await trx.selectFrom('member').select('farm_id').where('person_id', '=', person).execute()
    await trx.updateTable('record').set({ who: FORMER }).where('person_id', '=', person).execute()
    await trx.updateTable('journal').set({ who: FORMER }).where('person_id', '=', person).execute()
    await trx.updateTable('audit').set({ who: FORMER }).where('person_id', '=', person).execute()
    // As it reads where a role was changed: `Tomas, crew`.
    await trx
      .updateTable('audit')
      .set({ about: FORMER })
      .where(sql<boolean>`(about = ${name} or starts_with(about, ${`${name}, `}))`)
      .execute()
    for (const { farm_id } of farms) {
      const others = await trx
        .selectFrom('member')
        .innerJoin('person', 'person.id', 'member.person_id')
        .select('person.id')
        .where('farm_id', '=', farm_id)
        .where('person.id', '!=', person)
        .where('person.name', '=', name)
        .executeTakeFirst()
      if (!others) await trx.deleteFrom('crew_name').where('farm_id', '=', farm_id).where('name', '=', name).execute()
    }
    // Pages and what servers know of these seasons are of a name that is gone.
    await trx
      .updateTable('season')
      .set(({ eb }) => ({ revision: eb('revision', '+', 1), records_revision: eb('revision', '+', 1) }))
      .where(({ exists, selectFrom }) =>
        exists(
          selectFrom('record')
            .select('record.id')
            .whereRef('record.season_id', '=', 'season.season_id')
            .whereRef('record.farm_id', '=', 'season.farm_id')
            .where('record.person_id', '=', person),
        ),
      )
      .execute()
    await trx.deleteFrom('person').where('id', '=', person).execute()
    return { ok: true }
  })
}

/** Another member keeps the server from now on, and owns the farm. @returns false where they are not of the farm */
export async function handOver(db: Kysely<Database>, farm: string, to: string): Promise<boolean> {
  return db.transaction().execute(async (trx) => {
    const made = await trx
      .updateTable('member')
      .set({ role: 'owner' })
      .where('farm_id', '=', farm)
      .where('person_id', '=', to)
      .returning('person_id')
      .executeTakeFirst()
    if (!made) return false
    await trx.updateTable('sharing').set({ keeper: to }).execute()
    return true
  })
}
