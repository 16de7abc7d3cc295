/** People of a farm: sharing switched on and off, invitations, roles, sign-ins. */
'use server'
import { refresh } from 'next/cache'
import { z } from 'zod'
import { note } from '../data/audit-repository'
import { database } from '../data/database'
import { listFarms } from '../data/farm-repository'
import {
  accept,
  changeMember,
  endSignIns,
  invite,
  membersOf,
  rolesOf,
  setRole,
  sharingOf,
  startSharing,
  stopSharing,
  withdraw,
  type MemberChanged,
} from '../data/people-repository'
import { removePasskeys } from '../data/passkey-repository'
import { deletePerson, FORMER, handOver, type Kept } from '../data/person-repository'
import { knownPerson, letChoosePassword, makePerson, SHORTEST_PASSWORD, signIn } from '../data/sign-in'
import { mayResetPassword, ROLES } from '../season/roles'
import { asker, assertMayAll, byWhom, SignedOut, signInHere } from './asker'
import { noteDone } from './audited'
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
  await note(db, { farm: null, person, who: read.data.name }, 'sharing-started')
  return { ok: true }
}

/** From now on nobody has to sign in; for who keeps the server. */
export async function shareNoMore(): Promise<void> {
  await assertMayAll()
  await noteDone(null, 'sharing-stopped')
  await stopSharing(database())
  refresh()
}

/** Makes an invitation to the farm of a season. @returns where its link leads; it is not shown again */
export async function inviteTo(seen: string, role: string): Promise<{ at: string } | undefined> {
  const found = await seasonNamed(seen, 'own')
  if (!found) return undefined
  const { person } = await byWhom('own', found.id.farm_id)
  const as = z.enum(ROLES).parse(role)
  const token = await invite(database(), { farm: found.id.farm_id, role: as, by: person })
  await noteDone(found.id.farm_id, 'invited', as)
  refresh()
  return { at: `/join/${token}` }
}

/** Takes an invitation back. */
export async function withdrawInvitation(seen: string, hash: string): Promise<void> {
  const found = await seasonNamed(seen, 'own')
  if (found) {
    await withdraw(database(), found.id.farm_id, z.string().max(100).parse(hash))
    await noteDone(found.id.farm_id, 'invitation-withdrawn')
  }
  refresh()
}

/** Gives a member of the farm another role, or takes them off it (`null`). */
export async function changeRole(seen: string, person: string, role: string | null): Promise<MemberChanged> {
  const found = await seasonNamed(seen, 'own')
  if (!found) return 'no-such-member'
  const [farm, of] = [found.id.farm_id, z.string().max(100).parse(person)]
  const to = role === null ? undefined : z.enum(ROLES).parse(role)
  const name = (await membersOf(database(), farm)).find(({ id }) => id === of)?.name ?? ''
  const changed = await changeMember(database(), farm, of, to)
  if (changed === 'changed') await noteDone(farm, to ? 'role-changed' : 'removed', to ? `${name}, ${to}` : name)
  refresh()
  return changed
}

/** `of-another-farm`: the password would open more than what whoever asks owns. */
export type PasswordLink = { at: string } | { problem: 'no-such-member' | 'of-another-farm' }

/** Lets a member who forgot their password choose a new one. @returns where their link leads; it is not shown again */
export async function newPasswordLink(seen: string, person: string): Promise<PasswordLink> {
  const [one, found] = [await asker(), await seasonNamed(seen, 'own')]
  const auth = await signInHere()
  if (!found || !auth || one.kind !== 'person') return { problem: 'no-such-member' }
  const [farm, of] = [found.id.farm_id, z.string().max(100).parse(person)]
  const member = (await membersOf(database(), farm)).find(({ id }) => id === of)
  if (!member) return { problem: 'no-such-member' }
  const farms = [...(await rolesOf(database(), of)).keys()]
  const keeps = (await sharingOf(database()))?.keeper === of
  if (!mayResetPassword(one, { farms, keeps })) return { problem: 'of-another-farm' }
  const token = await letChoosePassword(auth, of)
  await noteDone(farm, 'password-link', member.name)
  return { at: `/new-password/${token}` }
}

/** Whoever asks is of that farm no more. */
export async function leaveFarm(seen: string): Promise<MemberChanged> {
  const [one, found] = [await asker(), await seasonNamed(seen, 'read')]
  if (one.kind !== 'person' || !found) return 'no-such-member'
  const changed = await changeMember(database(), found.id.farm_id, one.id, undefined)
  if (changed === 'changed') await noteDone(found.id.farm_id, 'left')
  return changed
}

/** Follows an invitation, as a new person, or as who has signed in. */
export async function join(token: string, asked: z.input<typeof NewPerson> | null): Promise<Joined> {
  const invitation = z.string().max(100).parse(token)
  const db = database()
  const one = await asker()
  if (asked === null) {
    if (one.kind !== 'person') throw new SignedOut()
    const { id } = one
    const farm = await accept(db, invitation, async () => id)
    if (farm === undefined) return { ok: false, reason: 'no-invitation' }
    await noteDone(farm, 'joined')
    return { ok: true }
  }
  const read = NewPerson.safeParse(asked)
  if (!read.success) return { ok: false, reason: 'wrong' }
  const auth = (await signInHere()) ?? signIn(db, 'not yet shared: nothing is signed with this', false)
  class Taken extends Error {}
  try {
    let person: string | undefined
    const farm = await accept(db, invitation, async () => {
      person = await makePerson(auth, read.data)
      if (person === undefined) throw new Taken()
      return person
    })
    if (farm === undefined) return { ok: false, reason: 'no-invitation' }
    await note(db, { farm, person: person ?? null, who: read.data.name }, 'joined')
    return { ok: true }
  } catch (error) {
    if (error instanceof Taken) return { ok: false, reason: 'taken' }
    throw error
  }
}

/** Another member keeps the server from now on, in the place of whoever asks. */
export async function handServerOver(seen: string, to: string): Promise<'handed-over' | 'no-such-member'> {
  const found = await seasonNamed(seen, 'own')
  await assertMayAll()
  if (!found) return 'no-such-member'
  const farm = found.id.farm_id
  const name = (await membersOf(database(), farm)).find(({ id }) => id === to)?.name
  if (name === undefined || !(await handOver(database(), farm, z.string().max(100).parse(to)))) return 'no-such-member'
  await noteDone(null, 'handed-over', name)
  refresh()
  return 'handed-over'
}

/** Takes whoever asks away with their name; what they recorded stays under none. */
export async function deleteMyself(): Promise<Kept> {
  const one = await asker()
  if (one.kind !== 'person') throw new SignedOut()
  const done = await deletePerson(database(), one.id)
  if (done.ok)
    for (const farm of one.roles.keys()) await note(database(), { farm, person: null, who: FORMER }, 'person-deleted')
  return done
}

/** Ends one of the sign-ins of whoever asks. */
export async function endSignIn(id: string): Promise<void> {
  const one = await asker()
  if (one.kind !== 'person') throw new SignedOut()
  await endSignIns(database(), one.id, z.string().max(100).parse(id))
  refresh()
}

/** One's own passkey opens nothing any more. */
export async function endPasskey(id: string): Promise<void> {
  const one = await asker()
  if (one.kind !== 'person') throw new SignedOut()
  await removePasskeys(database(), one.id, z.string().max(1500).parse(id))
  refresh()
}
