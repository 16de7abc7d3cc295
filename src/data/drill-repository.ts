/** What people have practised. */
import { sql } from 'kysely'
import type { DrillAnswer, Practised } from '../season/drills'
import type { Db } from './database'

/** Whose practice it is: somebody who signed in, else a name. */
export interface Practising {
  farm: string
  person: string | null
  who: string
}

const MOST = 3000 // answers a person is shown by: years of practice

/** Keeps answers, each once however often it is sent; none is of a day that is not yet. */
export async function keepAnswers(
  db: Db,
  { farm, person, who }: Practising,
  answers: readonly DrillAnswer[],
  now = Date.now(),
): Promise<void> {
  if (answers.length === 0) return
  await db
    .insertInto('drill_answer')
    .values(
      answers.map(({ id, card, right, at }) => ({
        farm_id: farm,
        answer_id: id,
        person_id: person,
        who,
        card,
        was_right: right,
        answered_at: new Date(Math.min(at, now)),
      })),
    )
    .onConflict((there) => there.columns(['farm_id', 'answer_id']).doNothing())
    .execute()
}

/** Somebody's answers, oldest first. */
export async function answersOf(db: Db, { farm, person, who }: Practising): Promise<DrillAnswer[]> {
  const rows = await db
    .selectFrom('drill_answer')
    .select(['answer_id', 'card', 'was_right', 'answered_at'])
    .where('farm_id', '=', farm)
    .where((where) =>
      person === null
        ? where.and([where('person_id', 'is', null), where('who', '=', who)])
        : where('person_id', '=', person),
    )
    .orderBy('answered_at', 'desc')
    .orderBy('answer_id')
    .limit(MOST)
    .execute()
  return rows
    .map((row) => ({ id: row.answer_id, card: row.card, right: row.was_right, at: row.answered_at.getTime() }))
    .reverse()
}

/** Who of a farm has practised what; somebody who signs in goes by the name they answered under last. */
export async function practisedOn(db: Db, farm: string): Promise<Practised[]> {
  const whose = sql<string>`coalesce(person_id, '~' || who)`
  const rows = await db
    .selectFrom((from) =>
      from
        .selectFrom('drill_answer')
        .where('farm_id', '=', farm)
        .select(['card', 'was_right', 'answered_at'])
        .select(whose.as('whose'))
        .select(sql<string>`first_value(who) over (partition by ${whose} order by answered_at desc)`.as('name'))
        .as('answer'),
    )
    .select([
      'whose',
      'name as who',
      sql<string>`split_part(card, '/', 1)`.as('kind'),
      sql<number>`count(*)::int`.as('answers'),
      sql<number>`(count(*) filter (where was_right))::int`.as('right'),
      sql<Date>`max(answered_at)`.as('last'),
    ])
    .groupBy(['whose', 'name', sql`3`])
    .orderBy('name')
    .orderBy('whose')
    .orderBy(sql`3`)
    .execute()
  return rows.map(({ last, ...row }) => ({ ...row, last: last.toISOString() }))
}
