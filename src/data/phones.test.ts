/** Shared phones on a real database: a code works once and for minutes, a token until it is taken away. */
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it, vi } from 'vitest'
import { isPin } from '../season/pin'
import { readSmall } from '../season/small-season'
import { freshDatabase } from './fresh-database'
import { setRole, stopSharing } from './people-repository'
import {
  addHand,
  addPhone,
  handsOf,
  joinPhone,
  phoneOfCode,
  phoneOfToken,
  phonesOf,
  removeHand,
  removePhone,
  setPin,
} from './phone-repository'
import { createFarm } from './season-repository'
import { makePerson, signIn } from './sign-in'

let connection: Awaited<ReturnType<typeof freshDatabase>>
const db = () => connection.db
beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
})
afterAll(() => connection.close())

let farm: string
beforeEach(async () => {
  for (const table of ['person', 'farm'] as const) await db().deleteFrom(table).execute()
  farm = (await createFarm(db(), readSmall())).farm_id
})

const person = async (name: string) =>
  (await makePerson(signIn(db(), 'for tests alone, nothing is signed with it', false), {
    name,
    email: `${name}@example.org`,
    password: 'three blue doors',
  }))!

describe('a shared phone', () => {
  it('is one once its code was used, which works a single time', async () => {
    const { id, code } = await addPhone(db(), farm, 'Crew phone 1', null)
    expect(await phoneOfCode(db(), code)).toMatchObject({ name: 'Crew phone 1' })
    expect(await phonesOf(db(), farm)).toMatchObject([{ id, joined: null }])
    const joined = await joinPhone(db(), code)
    expect(joined).toMatchObject({ farm, name: 'Crew phone 1' })
    expect(await joinPhone(db(), code)).toBeUndefined()
    expect(await phoneOfCode(db(), code)).toBeUndefined()
    expect(await phoneOfToken(db(), joined!.token)).toEqual({ id, name: 'Crew phone 1', farm })
    expect((await phonesOf(db(), farm))[0]!.joined).toBeInstanceOf(Date)
  })

  it('of two devices that scan at once one becomes it', async () => {
    const { code } = await addPhone(db(), farm, 'Crew phone 1', null)
    const joined = await Promise.all([joinPhone(db(), code), joinPhone(db(), code), joinPhone(db(), code)])
    expect(joined.filter(Boolean)).toHaveLength(1)
  })

  it('is not one by a code that is too old, nor by its own code instead of a token', async () => {
    const { code } = await addPhone(db(), farm, 'Crew phone 1', null)
    expect(await phoneOfToken(db(), code)).toBeUndefined()
    vi.setSystemTime(Date.now() + 16 * 60 * 1000)
    try {
      expect(await joinPhone(db(), code)).toBeUndefined()
      expect(await phonesOf(db(), farm)).toEqual([])
    } finally {
      vi.useRealTimers()
    }
  })

  it('keeps neither code nor token as it is', async () => {
    const { code } = await addPhone(db(), farm, 'Crew phone 1', null)
    const before = JSON.stringify(await db().selectFrom('phone').selectAll().execute())
    const { token } = (await joinPhone(db(), code))!
    const after = JSON.stringify(await db().selectFrom('phone').selectAll().execute())
    expect(before).not.toContain(code)
    expect(after).not.toContain(token)
  })

  it('is none any more once it is removed, by its own farm alone, or when sharing ends', async () => {
    const other = (await createFarm(db(), readSmall())).farm_id
    const { id, code } = await addPhone(db(), farm, 'Crew phone 1', null)
    const { token } = (await joinPhone(db(), code))!
    expect(await removePhone(db(), other, id)).toBeUndefined()
    expect(await phoneOfToken(db(), token)).toBeDefined()
    expect(await removePhone(db(), farm, id)).toBe('Crew phone 1')
    expect(await phoneOfToken(db(), token)).toBeUndefined()

    const second = (await joinPhone(db(), (await addPhone(db(), farm, 'Crew phone 2', null)).code))!
    await stopSharing(db())
    expect(await phoneOfToken(db(), second.token)).toBeUndefined()
  })
})

describe('who records on phones', () => {
  it('are members who may, and helpers by name', async () => {
    const [ines, viewer] = [await person('Ines'), await person('Vera')]
    await setRole(db(), farm, ines, 'owner')
    await setRole(db(), farm, viewer, 'viewer')
    await addHand(db(), farm, 'Tomas')
    await addHand(db(), farm, 'Tomas')
    expect(await handsOf(db(), farm)).toEqual([
      { name: 'Ines', person: ines, pin: null },
      { name: 'Tomas', person: null, pin: null },
    ])
    await removeHand(db(), farm, 'Tomas')
    expect((await handsOf(db(), farm)).map(({ name }) => name)).toEqual(['Ines'])
  })

  it('have a PIN that is told from others, also a member, and that can be taken away', async () => {
    const ines = await person('Ines')
    await setRole(db(), farm, ines, 'owner')
    await setPin(db(), farm, 'Ines', '2468')
    const [hand] = await handsOf(db(), farm)
    expect(hand).toMatchObject({ name: 'Ines', person: ines })
    expect(await isPin('2468', hand!.pin!)).toBe(true)
    expect(await isPin('2469', hand!.pin!)).toBe(false)
    expect(JSON.stringify(hand)).not.toContain('2468')
    await setPin(db(), farm, 'Ines', null)
    expect((await handsOf(db(), farm))[0]!.pin).toBeNull()
  })
})
