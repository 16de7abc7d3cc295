/** What the page of people shows. */
import { headers } from 'next/headers'
import { auditOf } from '../data/audit-repository'
import { database } from '../data/database'
import { invitationOf, membersOf, openInvitations, signInsOf } from '../data/people-repository'
import { passkeysOf } from '../data/passkey-repository'
import { handsOf, phoneOfCode, phonesOf } from '../data/phone-repository'
import { personOfPasswordLink } from '../data/sign-in'
import type { Audited } from '../season/audited'
import { may, mayAll, type Role } from '../season/roles'
import { asker, signInHere } from './asker'
import { addressesFor } from './own-addresses'
import { seasonAtAddress, type AddressParams } from './season-in-view'

export interface PeopleListed {
  /** Who has signed in; nobody where nobody has to. */
  me: { id: string; role: Role } | null
  members: { id: string; name: string; email: string; role: Role }[]
  invitations: { hash: string; role: Role; madeBy: string | null; expires: number }[]
  signIns: { id: string; device: string; since: number; isThis: boolean }[]
  /** Of the reader, the newest first. */
  passkeys: { id: string; name: string; rp: string; made: number; used: number | null }[]
  phones: { id: string; name: string; madeBy: string | null; isOne: boolean; seen: number | null }[]
  /** Who records on them; members and names without a sign-in. */
  hands: { name: string; isMember: boolean; hasPin: boolean }[]
  /** By which addresses a phone reaches this server; none where it cannot. */
  addresses: string[]
  /** Whether the reader plans here, and so adds phones. */
  plans: boolean
  /** Whether the reader changes who is here, and whether they may end sharing. */
  owns: boolean
  keeps: boolean
  /** Whether this is a phone that a crew shares. */
  isPhone: boolean
}

/** What device a code makes a phone; nothing where it is used, too old, or none. */
export const phoneInvited = (code: string) => phoneOfCode(database(), code)

/** Who may choose a new password by a link. */
export async function choosesPassword(token: string): Promise<{ name: string } | undefined> {
  const auth = await signInHere()
  return auth && personOfPasswordLink(auth, token)
}

/** To what a link invites; nothing where it is used, too old, or none. */
export const invitedBy = (token: string) => invitationOf(database(), token)

export async function peopleListed({ farm, season }: AddressParams): Promise<PeopleListed | undefined> {
  const found = await seasonAtAddress(farm, season)
  const one = await asker()
  if (!found) return undefined
  const db = database()
  const id = found.id.farm_id
  const owns = may(one, 'own', id)
  const plans = may(one, 'plan', id)
  const nothing = { members: [], invitations: [], signIns: [], passkeys: [], phones: [], hands: [], addresses: [] }
  if (one.kind !== 'person') return { me: null, ...nothing, owns, plans, keeps: owns, isPhone: one.kind === 'phone' }
  const head = await headers()
  const [phones, hands, members, invitations, signIns, passkeys, here] = await Promise.all([
    plans ? phonesOf(db, id) : [],
    plans ? handsOf(db, id) : [],
    membersOf(db, id),
    owns ? openInvitations(db, id) : [],
    signInsOf(db, one.id),
    passkeysOf(db, one.id),
    signInHere().then((auth) => auth?.api.getSession({ headers: head })),
  ])
  return {
    me: { id: one.id, role: one.roles.get(id)! },
    // An e-mail address is for those who decide who is here, and for its own person.
    members: members.map(({ since: _, ...member }) => ({
      ...member,
      email: owns || member.id === one.id ? member.email : '',
    })),
    invitations: invitations.map(({ expires, ...invitation }) => ({ ...invitation, expires: expires.getTime() })),
    signIns: signIns.map((signIn) => ({
      id: signIn.id,
      device: signIn.user_agent ?? '',
      since: signIn.created_at.getTime(),
      isThis: signIn.id === here?.session.id,
    })),
    passkeys: passkeys.map(({ made, used, ...passkey }) => ({
      ...passkey,
      made: made.getTime(),
      used: used?.getTime() ?? null,
    })),
    phones: phones.map(({ joined, seen, ...phone }) => ({
      ...phone,
      isOne: joined !== null,
      seen: seen?.getTime() ?? null,
    })),
    hands: hands.map(({ name, person, pin }) => ({ name, isMember: person !== null, hasPin: pin !== null })),
    addresses: addressesFor(head.get('host'), head.get('x-forwarded-proto') ?? 'http'),
    plans,
    owns,
    keeps: mayAll(one),
    isPhone: false,
  }
}

export interface AuditListed {
  seq: string
  at: number
  who: string
  what: Audited
  about: string
}

/** What was noted of a farm; nothing for whoever does not own it, or where nobody has to sign in. */
export async function auditListed({ farm, season }: AddressParams): Promise<AuditListed[] | undefined> {
  const found = await seasonAtAddress(farm, season)
  const one = await asker()
  if (!found || one.kind !== 'person' || !may(one, 'own', found.id.farm_id)) return undefined
  const lines = await auditOf(database(), found.id.farm_id)
  return lines.map(({ at, ...line }) => ({ ...line, at: at.getTime() }))
}
