/** What is kept of a person on a real database: all of it given, and taken away without what they recorded. */
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest'
import { formatDay, parseDay } from '../core/calendar/day'
import { readSmall } from '../season/small-season'
import { auditOf, note } from './audit-repository'
import { freshDatabase } from './fresh-database'
import { setRole, sharingOf, startSharing } from './people-repository'
import { deletePerson, FORMER, handOver, personData } from './person-repository'
import { keepRecords } from './record-repository'
import type { SeasonId } from './schema'
import { createFarm, loadSeason, seasonRevision } from './season-repository'
import { makePerson, signIn } from './sign-in'

let connection: Awaited<ReturnType<typeof freshDatabase>>
const db = () => connection.db
beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
})
afterAll(() => connection.close())

let id: SeasonId
let ines: string
let tomas: string
const person = async (name: string) =>
  (await makePerson(signIn(db(), 'for tests alone, nothing is signed with it', false), {
    name,
    email: `${name.toLowerCase()}@example.org`,
    password: 'three blue doors',
  }))!
beforeEach(async () => {
  for (const table of ['sharing', 'person', 'farm'] as const) await db().deleteFrom(table).execute()
  id = await createFarm(db(), readSmall())
  ;[ines, tomas] = [await person('Ines'), await person('Tomas')]
  await setRole(db(), id.farm_id, ines, 'owner')
  await setRole(db(), id.farm_id, tomas, 'crew')
  await startSharing(db(), ines)
})

const records = async () => {
  const { season } = (await loadSeason(db(), id))!
  const on = formatDay(parseDay(season.season.from) + 20)
  const { kept } = await keepRecords(db(), id, [
    {
      id: '11111111-1111-4111-8111-111111111111',
      on,
      at: `${on}T09:00:00.000Z`,
      who: 'Tomas',
      person: tomas,
      what: { did: 'note' },
      note: 'Aphids on the left bench',
    },
    {
      id: '22222222-2222-4222-8222-222222222222',
      on,
      at: `${on}T09:01:00.000Z`,
      who: 'Ines',
      person: ines,
      what: { did: 'note' },
      note: 'Two',
    },
  ])
  expect(kept.every(({ ok }) => ok)).toBe(true)
}

describe('a person', () => {
  it('is given all that is kept of them, and nothing of others', async () => {
    await records()
    await note(db(), { farm: id.farm_id, person: tomas, who: 'Tomas' }, 'signed-in')
    const all = await personData(db(), tomas)
    expect(all).toMatchObject({
      name: 'Tomas',
      email: 'tomas@example.org',
      farms: [{ role: 'crew' }],
      records: [{ note: 'Aphids on the left bench' }],
      noted: [{ what: 'signed-in' }],
    })
    expect(JSON.stringify(all)).not.toContain('Two')
    expect(JSON.stringify(all)).not.toContain('password')
  })

  it('is taken away with their name, and what they recorded stays', async () => {
    await records()
    await note(db(), { farm: id.farm_id, person: ines, who: 'Ines' }, 'role-changed', 'Tomas, crew')
    await note(db(), { farm: id.farm_id, person: ines, who: 'Ines' }, 'removed', 'Tomas')
    const before = (await seasonRevision(db(), id))!
    expect(await deletePerson(db(), tomas)).toEqual({ ok: true })
    const { season, revision } = (await loadSeason(db(), id))!
    expect(revision).toBeGreaterThan(before)
    expect(season.records.map(({ who, note: text }) => [who, text])).toEqual([
      [FORMER, 'Aphids on the left bench'],
      ['Ines', 'Two'],
    ])
    for (const table of ['person', 'member', 'credential', 'record', 'journal', 'audit'] as const)
      expect(
        JSON.stringify(
          await db()
            .selectFrom(table as 'person')
            .selectAll()
            .execute(),
        ),
        table,
      ).not.toMatch(/tomas/i)
    expect((await auditOf(db(), id.farm_id))[0]!.about).toBe(FORMER)
  })

  it('stays where the server or a farm would be nobody’s', async () => {
    expect(await deletePerson(db(), ines)).toEqual({ ok: false, reason: 'keeps' })
    expect(await handOver(db(), id.farm_id, tomas)).toBe(true)
    expect((await sharingOf(db()))!.keeper).toBe(tomas)
    expect(await deletePerson(db(), ines)).toEqual({ ok: true })
    await startSharing(db(), tomas)
    await db().updateTable('sharing').set({ keeper: null }).execute()
    expect(await deletePerson(db(), tomas)).toMatchObject({ ok: false, reason: 'last-owner' })
  })

  it('who is not of the farm is handed nothing', async () => {
    const other = await person('Vera')
    expect(await handOver(db(), id.farm_id, other)).toBe(false)
    expect((await sharingOf(db()))!.keeper).toBe(ines)
  })
})
