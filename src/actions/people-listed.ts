/** What the page of people shows. */
import { headers } from 'next/headers'
import { database } from '../data/database'
import { invitationOf, membersOf, openInvitations, signInsOf } from '../data/people-repository'
import { may, mayAll, type Role } from '../season/roles'
import { asker, signInHere } from './asker'
import { seasonAtAddress, type AddressParams } from './season-in-view'

export interface PeopleListed {
  /** Who has signed in; nobody where nobody has to. */
  me: { id: string; role: Role } | null
  members: { id: string; name: string; email: string; role: Role }[]
  invitations: { hash: string; role: Role; madeBy: string | null; expires: number }[]
  signIns: { id: string; device: string; since: number; isThis: boolean }[]
  /** Whether the reader changes who is here, and whether they may end sharing. */
  owns: boolean
  keeps: boolean
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
  if (one.kind !== 'person') return { me: null, members: [], invitations: [], signIns: [], owns, keeps: owns }
  const [members, invitations, signIns, here] = await Promise.all([
    membersOf(db, id),
    owns ? openInvitations(db, id) : [],
    signInsOf(db, one.id),
    signInHere().then(async (auth) => auth?.api.getSession({ headers: await headers() })),
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
    owns,
    keeps: mayAll(one),
  }
}
