/** Phones that a crew shares, and who works with them. */
'use server'
import { refresh } from 'next/cache'
import { cookies } from 'next/headers'
import { z } from 'zod'
import { note } from '../data/audit-repository'
import { database } from '../data/database'
import { addHand, addPhone, joinPhone, removeHand, removePhone, setPin } from '../data/phone-repository'
import { PIN } from '../season/pin'
import { asker, byWhom, PHONE_COOKIE } from './asker'
import { seasonNamed } from './season-in-view'

const Name = z.string().trim().min(1).max(60)
const KEPT_FOR = 400 * 24 * 60 * 60 // s: as long as browsers keep anything

/** Makes a phone of the farm of a season. @returns where its code leads; it is not shown again */
export async function newPhone(seen: string, name: string): Promise<{ id: string; at: string } | undefined> {
  const found = await seasonNamed(seen, 'plan')
  if (!found) return undefined
  const farm = found.id.farm_id
  const by = await byWhom('plan', farm)
  const called = Name.parse(name)
  const { id, code } = await addPhone(database(), farm, called, by.person)
  await note(database(), { farm, ...by }, 'phone-added', called)
  refresh()
  return { id, at: `/phone/${code}` }
}

/** What a phone holds is worth nothing from now on. */
export async function endPhone(seen: string, id: string): Promise<void> {
  const found = await seasonNamed(seen, 'plan')
  if (!found) return
  const farm = found.id.farm_id
  const by = await byWhom('plan', farm)
  const name = await removePhone(database(), farm, z.uuid().parse(id))
  if (name !== undefined) await note(database(), { farm, ...by }, 'phone-removed', name)
  refresh()
}

export type PhoneJoined = 'joined' | 'no-code' | { signedInAs: string }

/** Makes the device that asks a phone of the farm its code is of. */
export async function becomePhone(code: string): Promise<PhoneJoined> {
  const one = await asker()
  if (one.kind === 'person') return { signedInAs: one.name }
  const joined = await joinPhone(database(), z.string().max(100).parse(code))
  if (!joined) return 'no-code'
  const jar = await cookies()
  jar.set(PHONE_COOKIE, joined.token, {
    httpOnly: true,
    sameSite: 'lax',
    path: '/',
    maxAge: KEPT_FOR,
    secure: process.env.DOVE_STEP_HTTPS === '1',
  })
  await note(database(), { farm: joined.farm, person: null, who: joined.name }, 'phone-joined', joined.name)
  return 'joined'
}

/** Adds somebody without a sign-in to those who record on phones. */
export async function addCrewName(seen: string, name: string): Promise<void> {
  const found = await seasonNamed(seen, 'plan')
  if (found) await addHand(database(), found.id.farm_id, Name.parse(name))
  refresh()
}

/** Takes somebody off them. */
export async function removeCrewName(seen: string, name: string): Promise<void> {
  const found = await seasonNamed(seen, 'plan')
  if (found) await removeHand(database(), found.id.farm_id, Name.parse(name))
  refresh()
}

/** Gives somebody a PIN for phones, or takes it away (`null`). */
export async function choosePin(seen: string, name: string, pin: string | null): Promise<void> {
  const found = await seasonNamed(seen, 'plan')
  if (found) await setPin(database(), found.id.farm_id, Name.parse(name), z.string().regex(PIN).nullable().parse(pin))
  refresh()
}
