/** People on a real database: links work once, roles are kept, and a farm always has an owner. */
import { sql } from 'kysely'
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest'
import { readSmall } from '../season/small-season'
import { freshDatabase } from './fresh-database'
import {
  accept,
  changeMember,
  endSignIns,
  hasOwner,
  invitationOf,
  invite,
  inviteFirstOwner,
  membersOf,
  openInvitations,
  rolesOf,
  setRole,
  sharingOf,
  signInsOf,
  startSharing,
  stopSharing,
  triedTooOften,
  withdraw,
} from './people-repository'
import { createFarm } from './season-repository'
import { knownPerson, letChoosePassword, makePerson, personOfPasswordLink, quicklySignedIn, signIn } from './sign-in'

let connection: Awaited<ReturnType<typeof freshDatabase>>
const db = () => connection.db
beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
})
afterAll(() => connection.close())

let farm: string
beforeEach(async () => {
  for (const table of ['sharing', 'invitation', 'person', 'farm'] as const) await db().deleteFrom(table).execute()
  farm = (await createFarm(db(), readSmall())).farm_id
})

const PASSWORD = 'three blue doors'
const auth = () => signIn(db(), 'for tests alone, nothing is signed with it', false)
const person = async (name: string) =>
  (await makePerson(auth(), { name, email: `${name}@example.org`, password: PASSWORD }))!

describe('a person', () => {
  it('is known by e-mail address, however it is written, and password', async () => {
    const id = await person('Ines')
    const asked = { name: '', email: 'INES@example.org', password: PASSWORD }
    expect(await knownPerson(auth(), asked)).toBe(id)
    expect(await knownPerson(auth(), { ...asked, password: 'three red doors' })).toBeUndefined()
    expect(await knownPerson(auth(), { ...asked, email: 'other@example.org' })).toBeUndefined()
    expect(await makePerson(auth(), asked)).toBeUndefined()
  })
  it('who forgot their password chooses a new one by a link that works once, and is out everywhere else', async () => {
    const id = await person('Ines')
    const token = await letChoosePassword(auth(), id)
    const kept = await sql<{ identifier: string }>`select identifier from verification`.execute(db())
    expect(JSON.stringify(kept.rows)).not.toContain(token)
    expect(await personOfPasswordLink(auth(), token)).toMatchObject({ name: 'Ines' })
    expect(await personOfPasswordLink(auth(), `${token}x`)).toBeUndefined()
    const { internalAdapter } = await auth().$context
    await internalAdapter.createSession(id)
    expect(await signInsOf(db(), id)).toHaveLength(1)

    const choose = (newPassword: string) => auth().api.resetPassword({ body: { token, newPassword } })
    await expect(choose('too short')).rejects.toThrow()
    expect(await personOfPasswordLink(auth(), token)).toBeDefined() // nothing was used up by that
    const asked = { name: '', email: 'ines@example.org' }
    await choose('four green gates')
    expect(await knownPerson(auth(), { ...asked, password: 'four green gates' })).toBe(id)
    expect(await knownPerson(auth(), { ...asked, password: PASSWORD })).toBeUndefined()
    expect(await signInsOf(db(), id)).toHaveLength(0)
    await expect(choose('five grey gates')).rejects.toThrow()
    expect(await personOfPasswordLink(auth(), token)).toBeUndefined()
  })
  it('has a day to choose it, and no more', async () => {
    const token = await letChoosePassword(auth(), await person('Ines'))
    await sql`update verification set expires_at = now() - interval '1 second'`.execute(db())
    expect(await personOfPasswordLink(auth(), token)).toBeUndefined()
    await expect(auth().api.resetPassword({ body: { token, newPassword: 'four green gates' } })).rejects.toThrow()
  })
  it('has a password that is kept nowhere as it is', async () => {
    await person('Ines')
    const { rows } = await sql<{ password: string }>`select password from credential`.execute(db())
    expect(rows).toHaveLength(1)
    expect(rows[0]!.password).not.toContain(PASSWORD)
  })
})

describe('an invitation', () => {
  it('works once, also when it is used twice at the same moment', async () => {
    const token = await invite(db(), { farm, role: 'crew', by: null })
    expect(await invitationOf(db(), token)).toMatchObject({ role: 'crew' })
    const [a, b] = [await person('A'), await person('B')]
    const used = await Promise.all([a, b].map((id) => accept(db(), token, async () => id)))
    expect(used.filter(Boolean)).toHaveLength(1)
    expect((await membersOf(db(), farm)).map(({ role }) => role)).toEqual(['crew'])
    expect(await invitationOf(db(), token)).toBeUndefined()
  })
  it('that is too old, withdrawn or made up is none', async () => {
    const old = await invite(db(), { farm, role: 'crew', by: null })
    await db()
      .updateTable('invitation')
      .set({ expires_at: new Date(Date.now() - 1000) })
      .execute()
    const withdrawn = await invite(db(), { farm, role: 'crew', by: null })
    const [open] = await openInvitations(db(), farm)
    await withdraw(db(), farm, open!.hash)
    const id = await person('A')
    for (const token of [old, withdrawn, 'made up', open!.hash]) {
      expect(await invitationOf(db(), token)).toBeUndefined()
      expect(await accept(db(), token, async () => id)).toBeUndefined()
    }
    expect(await membersOf(db(), farm)).toEqual([])
  })
  it('whose person cannot be made stays as it was', async () => {
    const token = await invite(db(), { farm, role: 'crew', by: null })
    await expect(accept(db(), token, () => Promise.reject(new Error('taken')))).rejects.toThrow('taken')
    expect(await invitationOf(db(), token)).toBeDefined()
  })
  it('takes no role from who has a higher one', async () => {
    const id = await person('A')
    await setRole(db(), farm, id, 'owner')
    await accept(db(), await invite(db(), { farm, role: 'viewer', by: id }), async () => id)
    expect((await rolesOf(db(), id)).get(farm)).toBe('owner')
  })
  it('of the first owner is to all farms, and only the last one made is good', async () => {
    const other = (await createFarm(db(), readSmall())).farm_id
    const [first, second] = [await inviteFirstOwner(db()), await inviteFirstOwner(db())]
    const id = await person('A')
    expect(await accept(db(), first, async () => id)).toBeUndefined()
    expect(await hasOwner(db())).toBe(false)
    expect(await accept(db(), second, async () => id)).toBeNull()
    expect([...(await rolesOf(db(), id)).keys()].sort()).toEqual([farm, other].sort())
    expect(await sharingOf(db())).toMatchObject({ keeper: id })
  })
})

describe('a farm', () => {
  it('keeps an owner, also when two owners take each other off at once', async () => {
    const [a, b] = [await person('A'), await person('B')]
    for (const id of [a, b]) await setRole(db(), farm, id, 'owner')
    const done = await Promise.all([changeMember(db(), farm, a, undefined), changeMember(db(), farm, b, 'crew')])
    expect(done.toSorted()).toEqual(['changed', 'last-owner'])
    expect((await membersOf(db(), farm)).filter(({ role }) => role === 'owner')).toHaveLength(1)
  })
  it('that is deleted takes its roles and invitations along, and no person', async () => {
    const id = await person('A')
    await setRole(db(), farm, id, 'owner')
    await invite(db(), { farm, role: 'crew', by: id })
    await db().deleteFrom('farm').where('farm_id', '=', farm).execute()
    expect(await rolesOf(db(), id)).toEqual(new Map())
    expect(await db().selectFrom('invitation').selectAll().execute()).toEqual([])
    expect(await db().selectFrom('person').select('id').execute()).toEqual([{ id }])
  })
})

describe('sharing', () => {
  it('that ends ends every sign-in and open link, and keeps people and roles', async () => {
    const [id, other] = [await person('A'), await person('B')]
    await startSharing(db(), id)
    const { secret, keeper } = (await sharingOf(db()))!
    expect(keeper).toBe(id)
    await startSharing(db(), other)
    expect(await sharingOf(db())).toEqual({ secret, keeper: id })
    await setRole(db(), farm, id, 'owner')
    const token = await invite(db(), { farm, role: 'crew', by: id })
    const real = signIn(db(), secret, false)
    await real.api.signInEmail({ body: { email: 'a@example.org', password: PASSWORD } })
    await real.api.signInEmail({ body: { email: 'a@example.org', password: PASSWORD } })
    const [first] = await signInsOf(db(), id)
    await endSignIns(db(), id, first!.id)
    expect(await signInsOf(db(), id)).toHaveLength(1)
    await stopSharing(db())
    expect(await signInsOf(db(), id)).toEqual([])
    expect(await invitationOf(db(), token)).toBeUndefined()
    expect(await sharingOf(db())).toBeUndefined()
    expect((await membersOf(db(), farm)).map(({ name }) => name)).toEqual(['A'])
  })
})

describe('signing in', () => {
  it('is known by its cookie at one look, as better-auth knows it; not by another signature, nor once it has ended', async () => {
    const SECRET = 'by this cookies are signed in this test alone'
    const auth = signIn(db(), SECRET, false)
    const id = (await makePerson(auth, { name: 'Ines', email: 'cookie@example.org', password: PASSWORD }))!
    await setRole(db(), farm, id, 'planner')
    const answer = await auth.handler(
      new Request('http://127.0.0.1/api/auth/sign-in/email', {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-forwarded-for': '10.9.8.7' },
        body: JSON.stringify({ email: 'cookie@example.org', password: PASSWORD }),
      }),
    )
    const cookie = `a=b; ${answer.headers.getSetCookie()[0]!.split(';')[0]!}; c=d`
    const slowly = await auth.api.getSession({ headers: new Headers({ cookie }) })
    expect(slowly?.user.id).toBe(id)
    expect(await quicklySignedIn(db(), SECRET, cookie)).toEqual({
      id,
      name: 'Ines',
      roles: new Map([[farm, 'planner']]),
    })
    expect(await quicklySignedIn(db(), 'another secret', cookie)).toBeUndefined()
    const token = /session_token=([^.]+)/.exec(cookie)![1]!
    expect(await quicklySignedIn(db(), SECRET, cookie.replace(token, `${token.slice(1)}x`))).toBeUndefined()
    expect(await quicklySignedIn(db(), SECRET, `dove-step.session_token=${token}`)).toBeUndefined()
    expect(await quicklySignedIn(db(), SECRET, null)).toBeUndefined()
    // What is a day old is left to better-auth, which renews it.
    await db()
      .updateTable('sign_in')
      .set({ updated_at: new Date(Date.now() - 2 * 86_400_000) })
      .execute()
    expect(await quicklySignedIn(db(), SECRET, cookie)).toBeUndefined()
    await db().updateTable('sign_in').set({ updated_at: new Date() }).execute()
    await endSignIns(db(), id)
    expect(await quicklySignedIn(db(), SECRET, cookie)).toBeUndefined()
  })
  it('as one person is tried twenty times in a quarter of an hour, from whatever address; others are not held up', async () => {
    const tries = (n: number, email: string) => Promise.all(Array.from({ length: n }, () => triedTooOften(db(), email)))
    expect((await tries(20, 'guess@example.org')).some(Boolean)).toBe(false)
    expect(await triedTooOften(db(), 'GUESS@example.org')).toBe(true)
    expect(await triedTooOften(db(), 'other@example.org')).toBe(false)
    await sql`update sign_in_rate set last_request = last_request - 1000000`.execute(db())
    expect(await triedTooOften(db(), 'guess@example.org')).toBe(false)
  })
})
