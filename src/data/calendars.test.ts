/** Calendars that people's own programs read, on a real database. */
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { readSmall } from '../season/small-season'
import type { Told } from '../season/calendars'
import {
  addCalendar,
  calendarOfToken,
  calendarsOf,
  changeCalendar,
  removeCalendar,
  renewCalendar,
  tellCalendar,
} from './calendar-repository'
import { freshDatabase } from './fresh-database'
import { createFarm } from './season-repository'

let connection: Awaited<ReturnType<typeof freshDatabase>>
let farm: string
const db = () => connection.db
const facts = { name: 'Potting', work: ['pot' as const], remind: 'nothing' as const, remindAt: 420 }
const made = { facts, locale: 'en-GB', units: 'metric' as const }

async function person(id: string, role?: 'crew'): Promise<string> {
  await db()
    .insertInto('person')
    .values({ id, name: id, email: `${id}@example.org` })
    .execute()
  if (role) await db().insertInto('member').values({ farm_id: farm, person_id: id, role }).execute()
  return id
}

beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
  farm = (await createFarm(db(), readSmall())).farm_id
})
afterAll(() => connection.close())

const given = async (of: string | null) => {
  const added = await addCalendar(db(), farm, of, made)
  if (added === 'too-many') throw new Error('there are too many')
  return added
}

describe('a calendar', () => {
  it('is found by the token of its address, which is not kept, and by no other', async () => {
    const { id, token } = await given(null)
    expect(await calendarOfToken(db(), token)).toMatchObject({ farm, id, facts, locale: 'en-GB', units: 'metric' })
    expect(await calendarOfToken(db(), `${token.slice(0, -1)}_`)).toBeUndefined()
    const kept = await db().selectFrom('calendar').selectAll().where('calendar_id', '=', id).executeTakeFirstOrThrow()
    expect(JSON.stringify(kept)).not.toContain(token)
    expect((await calendarsOf(db(), farm, null)).find((one) => one.id === id)?.read).toBeDefined()
  })

  it('keeps its address when it is changed; another address ends the first, and deleting it all', async () => {
    const { id, token } = await given(null)
    const ref = { farm, id, person: null }
    expect(await changeCalendar(db(), ref, { name: 'All', remind: 'everything', remindAt: 0 })).toBe(true)
    expect((await calendarOfToken(db(), token))?.facts).toEqual({ name: 'All', remind: 'everything', remindAt: 0 })
    const other = (await renewCalendar(db(), ref))!
    expect(await calendarOfToken(db(), token)).toBeUndefined()
    expect(await calendarOfToken(db(), other)).toBeDefined()
    await removeCalendar(db(), ref)
    expect(await calendarOfToken(db(), other)).toBeUndefined()
  })

  it('is its person’s alone, and is read while they are of the farm', async () => {
    const ines = await person('ines', 'crew')
    const tomas = await person('tomas', 'crew')
    const { id, token } = await given(ines)
    expect((await calendarsOf(db(), farm, ines)).map((one) => one.id)).toEqual([id])
    expect(await calendarsOf(db(), farm, tomas)).toEqual([])
    const theirs = { farm, id, person: tomas }
    expect(await changeCalendar(db(), theirs, facts)).toBe(false)
    expect(await renewCalendar(db(), theirs)).toBeUndefined()
    await removeCalendar(db(), theirs)
    expect(await calendarOfToken(db(), token)).toBeDefined()
    await db().deleteFrom('member').where('person_id', '=', ines).execute()
    expect(await calendarOfToken(db(), token)).toBeUndefined()
  })

  it('of nobody is read no more once people have to sign in', async () => {
    const { token } = await given(null)
    const keeper = await person('keeper')
    await db()
      .insertInto('sharing')
      .values({ keeper, secret: 'x'.repeat(40) })
      .execute()
    expect(await calendarOfToken(db(), token)).toBeUndefined()
    await db().deleteFrom('sharing').execute()
    expect(await calendarOfToken(db(), token)).toBeDefined()
  })

  it('is told by what it was told, whoever reads it at once', async () => {
    const { id } = await given(null)
    const one = (name: string, sequence: number): Told => ({ id: name, day: 20_000, title: 'Sow', digest: 'x', sequence, changed: new Date(0), gone: undefined }) // prettier-ignore
    const count = (before: Told[]): Told[] => [one('a', (before.find((told) => told.id === 'a')?.sequence ?? -1) + 1)]
    const told = await Promise.all(Array.from({ length: 12 }, () => tellCalendar(db(), { farm, id }, count)))
    expect(told.map(([first]) => first!.sequence).sort((a, b) => a - b)).toEqual(
      Array.from({ length: 12 }, (_, i) => i),
    )
    const many = Array.from({ length: 4500 }, (_, i) => one(`many-${i}`, 0))
    await tellCalendar(db(), { farm, id }, () => many)
    const kept = await tellCalendar(db(), { farm, id }, (before) => before)
    expect(new Map(kept.map((entry) => [entry.id, entry]))).toEqual(new Map(many.map((entry) => [entry.id, entry])))
    expect(await tellCalendar(db(), { farm, id: crypto.randomUUID() }, count)).toEqual([])
  })

  it('is one of twenty at most', async () => {
    const many = await person('many', 'crew')
    for (let i = 0; i < 20; i++) await given(many)
    expect(await addCalendar(db(), farm, many, made)).toBe('too-many')
  })
})
