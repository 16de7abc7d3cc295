/** People of a farm: sharing switched on and off, invitations, roles, sign-ins. */
'use server'
import { refresh } from 'next/cache'
import { z } from 'zod'
import { database } from '../data/database'
import { listFarms } from '../data/farm-repository'
import {
  accept,
  changeMember,
  endSignIns,
  invite,
  setRole,
  startSharing,
  stopSharing,
  withdraw,
  type MemberChanged,
} from '../data/people-repository'
import { knownPerson, makePerson, SHORTEST_PASSWORD, signIn } from '../data/sign-in'
import { ROLES } from '../season/roles'
import { asker, assertMayAll, byWhom, SignedOut, signInHere } from './asker'
import { seasonNamed } from './season-in-view'

const NewPerson = z.strictObject({
  name: z.string().trim().min(1).max(60),
  email: z.email().max(200),
  password: z.string().min(SHORTEST_PASSWORD).max(200),
})

/** `taken`: the e-mail address is somebody's already. `wrong`: something was not filled in as it has to be. */
export type Joined = { ok: true } | { ok: false; reason: 'taken' | 'wrong' | 'no-invitation' | 'shared-already' }

/** Makes whoever asks the owner of all farms there are; from then on everybody has to sign in. */
export async function shareFarms(asked: z.input<typeof NewPerson>): Promise<Joined> {
  if ((await asker()).kind !== 'everyone') return { ok: false, reason: 'shared-already' }
  const read = NewPerson.safeParse(asked)
  if (!read.success) return { ok: false, reason: 'wrong' }
  const db = database()
  // Passwords do not hang on the secret that cookies are signed with, which is made when sharing starts.
  const auth = signIn(db, 'not yet shared: nothing is signed with this', false)
  const person = (await makePerson(auth, read.data)) ?? (await knownPerson(auth, read.data))
  if (person === undefined) return { ok: false, reason: 'taken' }
  for (const { id } of await listFarms(db)) await setRole(db, id, person, 'owner')
  await startSharing(db, person)
  return { ok: true }
}

/** From now on nobody has to sign in; for who keeps the server. */
export async function shareNoMore(): Promise<void> {
  await assertMayAll()
  await stopSharing(database())
  refresh()
}

/** Makes an invitation to the farm of a season. @returns where its link leads; it is not shown again */
export async function inviteTo(seen: string, role: string): Promise<{ at: string } | undefined> {
  const found = await seasonNamed(seen, 'own')
  if (!found) return undefined
  const { person } = await byWhom('own', found.id.farm_id)
  const token = await invite(database(), { farm: found.id.farm_id, role: z.enum(ROLES).parse(role), by: person })
  refresh()
  return { at: `/join/${token}` }
}

/** Takes an invitation back. */
export async function withdrawInvitation(seen: string, hash: string): Promise<void> {
  const found = await seasonNamed(seen, 'own')
  if (found) await withdraw(database(), found.id.farm_id, z.string().max(100).parse(hash))
  refresh()
}

/** Gives a member of the farm another role, or takes them off it (`null`). */
export async function changeRole(seen: string, person: string, role: string | null): Promise<MemberChanged> {
  const found = await seasonNamed(seen, 'own')
  if (!found) return 'no-such-member'
  const changed = await changeMember(
    database(),
    found.id.farm_id,
    z.string().max(100).parse(person),
    role === null ? undefined : z.enum(ROLES).parse(role),
  )
  refresh()
  return changed
}

/** Whoever asks is of that farm no more. */
export async function leaveFarm(seen: string): Promise<MemberChanged> {
  const [one, found] = [await asker(), await seasonNamed(seen, 'read')]
  if (one.kind !== 'person' || !found) return 'no-such-member'
  return changeMember(database(), found.id.farm_id, one.id, undefined)
}

/** Follows an invitation, as a new person, or as who has signed in. */
export async function join(token: string, asked: z.input<typeof NewPerson> | null): Promise<Joined> {
  const invitation = z.string().max(100).parse(token)
  const db = database()
  const one = await asker()
  if (asked === null) {
    if (one.kind !== 'person') throw new SignedOut()
    const { id } = one
    return (await accept(db, invitation, async () => id)) ? { ok: true } : { ok: false, reason: 'no-invitation' }
  }
  const read = NewPerson.safeParse(asked)
  if (!read.success) return { ok: false, reason: 'wrong' }
  const auth = (await signInHere()) ?? signIn(db, 'not yet shared: nothing is signed with this', false)
  class Taken extends Error {}
  try {
    const joined = await accept(db, invitation, async () => {
      const person = await makePerson(auth, read.data)
      if (person === undefined) throw new Taken()
      return person
    })
    return joined ? { ok: true } : { ok: false, reason: 'no-invitation' }
  } catch (error) {
    if (error instanceof Taken) return { ok: false, reason: 'taken' }
    throw error
  }
}

/** Ends one of the sign-ins of whoever asks. */
export async function endSignIn(id: string): Promise<void> {
  const one = await asker()
  if (one.kind !== 'person') throw new SignedOut()
  await endSignIns(database(), one.id, z.string().max(100).parse(id))
  refresh()
}
