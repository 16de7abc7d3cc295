/** Passkeys on a real database: what a device is asked it answers once, for that and in time; and what is made up opens nothing. */
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it, vi } from 'vitest'
import { freshDatabase } from './fresh-database'
import {
  addPasskey,
  askToSign,
  findPasskey,
  passkeysOf,
  removePasskeys,
  usedPasskey,
  wasAsked,
} from './passkey-repository'
import { letChoosePassword, makePerson, signIn } from './sign-in'

let connection: Awaited<ReturnType<typeof freshDatabase>>
const db = () => connection.db
beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
})
afterAll(() => connection.close())

const auth = () => signIn(db(), 'for tests alone, nothing is signed with it', false)
let person: string
beforeEach(async () => {
  for (const table of ['person', 'passkey_challenge'] as const) await db().deleteFrom(table).execute()
  person = (await makePerson(auth(), { name: 'Ines', email: 'ines@example.org', password: 'three blue doors' }))!
})

const passkey = (id: string, more: Partial<Parameters<typeof addPasskey>[1]> = {}) => ({
  id,
  person,
  rp: 'farm.local',
  publicKey: new Uint8Array([1, 2, 250]),
  counter: 0,
  transports: ['internal'],
  name: 'Phone',
  ...more,
})

describe('what a device is asked to sign', () => {
  it('is asked once, for one thing', async () => {
    await askToSign(db(), 'abc', 'sign in farm.local')
    expect(await wasAsked(db(), 'abc', 'sign in elsewhere.local')).toBe(false)
    expect(await wasAsked(db(), 'abd', 'sign in farm.local')).toBe(false)
    const both = await Promise.all([
      wasAsked(db(), 'abc', 'sign in farm.local'),
      wasAsked(db(), 'abc', 'sign in farm.local'),
    ])
    expect(both.sort()).toEqual([false, true])
  })
  it('is asked for minutes only, and is not kept as it is', async () => {
    await askToSign(db(), 'abc', 'sign in farm.local')
    const [row] = await db().selectFrom('passkey_challenge').selectAll().execute()
    expect(row!.challenge_hash).not.toContain('abc')
    vi.useFakeTimers({ now: Date.now() + 6 * 60_000, toFake: ['Date'] })
    try {
      expect(await wasAsked(db(), 'abc', 'sign in farm.local')).toBe(false)
    } finally {
      vi.useRealTimers()
    }
  })
})

describe('a passkey', () => {
  it('is good for the name it was made at, and its key stays what it is', async () => {
    expect(await addPasskey(db(), passkey('one'))).toBe(true)
    expect(await findPasskey(db(), 'one', 'farm.local')).toEqual(passkey('one'))
    expect(await findPasskey(db(), 'one', 'other.local')).toBeUndefined()
    await usedPasskey(db(), 'one', 7)
    expect((await findPasskey(db(), 'one', 'farm.local'))!.counter).toBe(7)
    expect((await passkeysOf(db(), person))[0]!.used).toBeInstanceOf(Date)
  })
  it('is kept once, whoever brings it, and nobody has more than twenty', async () => {
    await addPasskey(db(), passkey('one'))
    const other = (await makePerson(auth(), { name: 'Tom', email: 'tom@example.org', password: 'three blue doors' }))!
    expect(await addPasskey(db(), passkey('one', { person: other }))).toBe(false)
    for (let i = 0; i < 19; i++) expect(await addPasskey(db(), passkey(`more ${i}`))).toBe(true)
    expect(await addPasskey(db(), passkey('too many'))).toBe(false)
  })
  it('is removed by its person alone, all of them by a new password, and goes with its person', async () => {
    await addPasskey(db(), passkey('one'))
    await addPasskey(db(), passkey('two'))
    await removePasskeys(db(), 'somebody else', 'one')
    expect(await passkeysOf(db(), person)).toHaveLength(2)
    await removePasskeys(db(), person, 'one')
    expect((await passkeysOf(db(), person)).map(({ id }) => id)).toEqual(['two'])
    const token = await letChoosePassword(auth(), person)
    await auth().api.resetPassword({ body: { token, newPassword: 'four green doors' } })
    expect(await passkeysOf(db(), person)).toEqual([])
    await addPasskey(db(), passkey('three'))
    await db().deleteFrom('person').execute()
    expect(await findPasskey(db(), 'three', 'farm.local')).toBeUndefined()
  })
})

describe('signing in with one', () => {
  const ask = (path: string, body: object = {}, headers: Record<string, string> = {}) =>
    auth().handler(
      new Request(`http://farm.local/api/auth/passkey/${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', host: 'farm.local', ...headers },
        body: JSON.stringify(body),
      }),
    )
  const said = (challenge: string) =>
    Buffer.from(JSON.stringify({ type: 'webauthn.get', challenge, origin: 'http://farm.local' })).toString('base64url')
  const answer = (challenge: string, id = 'one') => ({
    answer: {
      id,
      rawId: id,
      type: 'public-key',
      clientExtensionResults: {},
      response: { clientDataJSON: said(challenge), authenticatorData: 'AAAA', signature: 'AAAA' },
    },
  })

  it('is refused to what is made up: nothing was asked, no such key, a wrong signature, no answer at all', async () => {
    await addPasskey(db(), passkey('one'))
    expect((await ask('sign-in', answer('never asked'))).status).toBe(401)
    const asked = async () => ((await (await ask('ask-sign-in')).json()) as { challenge: string }).challenge
    expect((await ask('sign-in', answer(await asked(), 'two'))).status).toBe(401)
    const challenge = await asked()
    const refused = await ask('sign-in', answer(challenge))
    expect([refused.status, refused.headers.get('set-cookie')]).toEqual([401, null])
    // What was asked is used up by it.
    expect((await ask('sign-in', answer(challenge))).status).toBe(401)
    expect((await ask('sign-in', {})).status).toBe(400)
    expect((await ask('sign-in', { answer: { id: 'one', response: { clientDataJSON: '%%%' } } })).status).toBe(401)
    expect(await db().selectFrom('sign_in').selectAll().execute()).toEqual([])
  })
  it('is made by who has signed in alone', async () => {
    expect((await ask('ask-new')).status).toBe(401)
    expect((await ask('new', { name: 'Phone', ...answer('x') })).status).toBe(401)
  })
})
