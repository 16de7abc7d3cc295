/** What people may do on a farm. */

/** Who records something where nobody has said who they are. */
export const UNNAMED = 'Grower'

/** From the one that may do most. */
export const ROLES = ['owner', 'planner', 'crew', 'viewer'] as const

export type Role = (typeof ROLES)[number]

/** Kinds of doing: to look and export; to record work, photos and readings; to change the plan; people and deletion. */
export type Deed = 'read' | 'record' | 'plan' | 'own'

const MAY: Readonly<Record<Role, ReadonlySet<Deed>>> = {
  viewer: new Set(['read']),
  crew: new Set(['read', 'record']),
  planner: new Set(['read', 'record', 'plan']),
  owner: new Set(['read', 'record', 'plan', 'own']),
}

/** Who asks for something. */
export type Asker =
  /** Nobody has to sign in: whoever reaches the server may do everything. */
  | { kind: 'everyone' }
  /** People have to, and this one has not. */
  | { kind: 'nobody' }
  /** `keeps`: whether they keep the server, and may do what touches every farm. */
  | { kind: 'person'; id: string; name: string; keeps: boolean; roles: ReadonlyMap<string, Role> }
  /** A phone that a crew shares: it is of one farm, and may do there what crew may. */
  | { kind: 'phone'; id: string; name: string; farm: string }

/** @param farm id of the farm */
export const may = (asker: Asker, deed: Deed, farm: string): boolean =>
  asker.kind === 'everyone' || roleMay(roleOn(asker, farm), deed)

/** What somebody is on a farm; nothing where they are not of it. */
function roleOn(asker: Asker, farm: string): Role | undefined {
  if (asker.kind === 'phone') return asker.farm === farm ? 'crew' : undefined
  return asker.kind === 'person' ? asker.roles.get(farm) : undefined
}

/** Ids of the farms somebody is of; nothing where they are of all. */
export function farmsOf(asker: Asker): string[] | undefined {
  if (asker.kind === 'everyone') return undefined
  return asker.kind === 'phone' ? [asker.farm] : asker.kind === 'person' ? [...asker.roles.keys()] : []
}

export const roleMay = (role: Role | undefined, deed: Deed): boolean => role !== undefined && MAY[role].has(deed)

/** Whether somebody may make farms here: who plans one already, or anybody who has signed in while there is none. */
export const mayBegin = (asker: Asker, isAnyFarm: boolean): boolean =>
  asker.kind === 'everyone' ||
  (asker.kind === 'person' && (!isAnyFarm || [...asker.roles.values()].some((role) => roleMay(role, 'plan'))))

/** Whether somebody may do what touches every farm of the server, as backups do: who keeps it. */
export const mayAll = (asker: Asker): boolean => asker.kind === 'everyone' || (asker.kind === 'person' && asker.keeps)

/**
 * Whether somebody may let another choose a new password: it opens every farm the other is of, so all of them must be their
 * own, and the whole server where the other keeps it. Who keeps it gets at everything already.
 *
 * @param other ids of the farms they are of, and whether they keep the server
 */
export const mayResetPassword = (asker: Asker, other: { farms: readonly string[]; keeps: boolean }): boolean =>
  asker.kind === 'person' && (asker.keeps || (!other.keeps && other.farms.every((farm) => may(asker, 'own', farm))))
