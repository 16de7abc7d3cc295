/** Calendars that people's own programs read: whose they are, what is in them, and what was told of it. */
import { createHash, randomBytes } from 'node:crypto'
import { sql, type Kysely, type Transaction } from 'kysely'
import { formatDay, parseDay } from '../core/calendar/day'
import { CalendarFacts, type CalendarShown, type Told } from '../season/calendars'
import type { Db } from './database'
import type { Database } from './schema'

/** Who reads it, by its token. */
export interface CalendarOfToken {
  farm: string
  id: string
  facts: CalendarFacts
  locale: string
  units: 'metric' | 'us'
}

const MOST = 20 // of one person on a farm
const READ_NOTED_EVERY = 10 * 60 * 1000 // ms

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex')
const newToken = (): string => randomBytes(24).toString('base64url')

/** A calendar in the words of whoever made it. */
export interface CalendarMade {
  facts: CalendarFacts
  locale: string
  units: 'metric' | 'us'
}

/** @returns its id, and the token of its address, which cannot be told again; `too-many` where somebody has more than enough */
export async function addCalendar(
  db: Db,
  farm: string,
  person: string | null,
  { facts, locale, units }: CalendarMade,
): Promise<{ id: string; token: string } | 'too-many'> {
  if ((await calendarsOf(db, farm, person)).length >= MOST) return 'too-many'
  const token = newToken()
  const { name, ...rest } = facts
  const { calendar_id } = await db
    .insertInto('calendar')
    .values({
      farm_id: farm,
      person_id: person,
      token_hash: hashOf(token),
      name,
      facts: JSON.stringify(rest),
      locale,
      units,
      read_at: null,
    }) // prettier-ignore
    .returning('calendar_id')
    .executeTakeFirstOrThrow()
  return { id: calendar_id, token }
}

const factsOf = (row: { name: string; facts: unknown }): CalendarFacts =>
  CalendarFacts.parse({ ...(row.facts as object), name: row.name })

/** A person's calendars on a farm; nobody's where nobody has to sign in. */
export async function calendarsOf(db: Db, farm: string, person: string | null): Promise<CalendarShown[]> {
  const rows = await db
    .selectFrom('calendar')
    .select(['calendar_id', 'name', 'facts', 'read_at'])
    .where('farm_id', '=', farm)
    .where('person_id', person === null ? 'is' : '=', person)
    .orderBy('made_at')
    .orderBy('calendar_id')
    .execute()
  return rows.map((row) => ({ ...factsOf(row), id: row.calendar_id, read: row.read_at?.toISOString() }))
}

/** Which of a person's calendars is meant. */
export interface CalendarRef {
  farm: string
  id: string
  person: string | null
}

/** Changes what is in one. @returns false where there is none */
export async function changeCalendar(
  db: Db,
  { farm, id, person }: CalendarRef,
  facts: CalendarFacts,
): Promise<boolean> {
  const { name, ...rest } = facts
  const { numUpdatedRows } = await db
    .updateTable('calendar')
    .set({ name, facts: JSON.stringify(rest) })
    .where('farm_id', '=', farm)
    .where('calendar_id', '=', id)
    .where('person_id', person === null ? 'is' : '=', person)
    .executeTakeFirst()
  return numUpdatedRows > 0n
}

/** Gives one another address; the one it had is answered no more. @returns the token; nothing where there is none */
export async function renewCalendar(db: Db, { farm, id, person }: CalendarRef): Promise<string | undefined> {
  const token = newToken()
  const { numUpdatedRows } = await db
    .updateTable('calendar')
    .set({ token_hash: hashOf(token) })
    .where('farm_id', '=', farm)
    .where('calendar_id', '=', id)
    .where('person_id', person === null ? 'is' : '=', person)
    .executeTakeFirst()
  return numUpdatedRows > 0n ? token : undefined
}

export async function removeCalendar(db: Db, { farm, id, person }: CalendarRef): Promise<void> {
  await db
    .deleteFrom('calendar')
    .where('farm_id', '=', farm)
    .where('calendar_id', '=', id)
    .where('person_id', person === null ? 'is' : '=', person)
    .execute()
}

/** The calendar of a token, while its person is of the farm; where nobody has to sign in, those of nobody. */
export async function calendarOfToken(db: Db, token: string): Promise<CalendarOfToken | undefined> {
  const row = await db
    .selectFrom('calendar')
    .select(['calendar.farm_id', 'calendar_id', 'name', 'facts', 'locale', 'units', 'read_at'])
    .where('token_hash', '=', hashOf(token))
    .where((where) =>
      where.or([
        where.exists(
          where
            .selectFrom('member')
            .select('member.farm_id')
            .whereRef('member.farm_id', '=', 'calendar.farm_id')
            .whereRef('member.person_id', '=', 'calendar.person_id'),
        ),
        where.and([where('person_id', 'is', null), where.not(where.exists(where.selectFrom('sharing').select('one')))]),
      ]),
    )
    .executeTakeFirst()
  if (!row) return undefined
  const { farm_id: farm, calendar_id: id, locale, units } = row
  if (Date.now() - (row.read_at?.getTime() ?? 0) > READ_NOTED_EVERY)
    await db
      .updateTable('calendar')
      .set({ read_at: new Date() })
      .where('farm_id', '=', farm)
      .where('calendar_id', '=', id)
      .execute()
  return { farm, id, locale, units, facts: factsOf(row) }
}

const AT_ONCE = 2000 // rows of one statement

/**
 * Tells a calendar what is next, by what it was told last; two that read it at once are told one after the other.
 *
 * @param next what is told, by what was; what did not change is the same object
 */
export async function tellCalendar(
  db: Kysely<Database>,
  { farm, id }: Pick<CalendarRef, 'farm' | 'id'>,
  next: (before: Told[]) => Told[],
): Promise<Told[]> {
  return db.transaction().execute(async (trx) => {
    const locked = await trx
      .selectFrom('calendar')
      .select('calendar_id')
      .where('farm_id', '=', farm)
      .where('calendar_id', '=', id)
      .forUpdate()
      .executeTakeFirst()
    if (!locked) return []
    const before = await toldBefore(trx, farm, id)
    const told = next(before)
    const kept = new Set(told.map((one) => one.id))
    const same = new Set(before)
    const gone = before.filter((one) => !kept.has(one.id)).map((one) => one.id)
    for (let i = 0; i < gone.length; i += AT_ONCE)
      await trx
        .deleteFrom('calendar_entry')
        .where('farm_id', '=', farm)
        .where('calendar_id', '=', id)
        .where('entry', 'in', gone.slice(i, i + AT_ONCE))
        .execute()
    const changed = told.filter((one) => !same.has(one))
    for (let i = 0; i < changed.length; i += AT_ONCE)
      await trx
        .insertInto('calendar_entry')
        .values(
          changed.slice(i, i + AT_ONCE).map((one) => ({
            farm_id: farm,
            calendar_id: id,
            entry: one.id,
            day: formatDay(one.day),
            title: one.title,
            digest: one.digest,
            sequence: one.sequence,
            changed_at: one.changed,
            gone_at: one.gone ?? null,
          })),
        )
        .onConflict((there) =>
          there.columns(['farm_id', 'calendar_id', 'entry']).doUpdateSet({
            day: sql`excluded.day`,
            title: sql`excluded.title`,
            digest: sql`excluded.digest`,
            sequence: sql`excluded.sequence`,
            changed_at: sql`excluded.changed_at`,
            gone_at: sql`excluded.gone_at`,
          }),
        )
        .execute()
    return told
  })
}

async function toldBefore(trx: Transaction<Database>, farm: string, id: string): Promise<Told[]> {
  const rows = await trx
    .selectFrom('calendar_entry')
    .select(['entry', 'day', 'title', 'digest', 'sequence', 'changed_at', 'gone_at'])
    .where('farm_id', '=', farm)
    .where('calendar_id', '=', id)
    .orderBy('entry')
    .execute()
  return rows.map(({ entry, day, title, digest, sequence, changed_at, gone_at }) => ({
    id: entry,
    day: parseDay(day),
    title,
    digest,
    sequence,
    changed: changed_at,
    gone: gone_at ?? undefined,
  }))
}
