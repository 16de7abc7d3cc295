import { describe, expect, it } from 'vitest'
import { may, mayAll, mayBegin, mayResetPassword, roleMay, ROLES, type Asker, type Deed, type Role } from './roles'

const DEEDS: readonly Deed[] = ['read', 'record', 'plan', 'own']
const person = (...roles: [string, Role][]): Asker => ({
  kind: 'person',
  id: 'p',
  name: 'P',
  keeps: false,
  roles: new Map(roles),
})

describe('a role', () => {
  it.each([
    ['owner', ['read', 'record', 'plan', 'own']],
    ['planner', ['read', 'record', 'plan']],
    ['crew', ['read', 'record']],
    ['viewer', ['read']],
  ] as const)('of %s may %s, and nothing else', (role, allowed) => {
    expect(DEEDS.filter((deed) => roleMay(role, deed))).toEqual(allowed)
    expect(DEEDS.filter((deed) => may(person(['here', role]), deed, 'here'))).toEqual(allowed)
  })
  it('on one farm says nothing of another', () => {
    for (const role of ROLES) for (const deed of DEEDS) expect(may(person(['here', role]), deed, 'there')).toBe(false)
  })
  it('is asked for where people sign in alone', () => {
    for (const deed of DEEDS) {
      expect(may({ kind: 'everyone' }, deed, 'here')).toBe(true)
      expect(may({ kind: 'nobody' }, deed, 'here')).toBe(false)
    }
  })
})

describe('farms are made', () => {
  it('by who plans one, or by the first person there is', () => {
    expect(mayBegin({ kind: 'everyone' }, true)).toBe(true)
    expect(mayBegin({ kind: 'nobody' }, false)).toBe(false)
    expect(mayBegin(person(), false)).toBe(true)
    expect(mayBegin(person(), true)).toBe(false)
    expect(mayBegin(person(['here', 'crew']), true)).toBe(false)
    expect(mayBegin(person(['here', 'crew'], ['there', 'planner']), true)).toBe(true)
  })
})

describe('what touches every farm', () => {
  it('is for who keeps the server, whatever they own', () => {
    expect(mayAll({ kind: 'everyone' })).toBe(true)
    expect(mayAll({ kind: 'nobody' })).toBe(false)
    expect(mayAll(person(['here', 'owner']))).toBe(false)
    expect(mayAll({ ...person(), keeps: true } as Asker)).toBe(true)
  })
})

describe('a new password', () => {
  const owner = person(['here', 'owner'], ['there', 'planner'])
  const other = (farms: string[], keeps = false) => ({ farms, keeps })
  it('is given by who owns every farm it opens', () => {
    expect(mayResetPassword(owner, other(['here']))).toBe(true)
    expect(mayResetPassword(owner, other(['here', 'there']))).toBe(false)
    expect(mayResetPassword(person(['here', 'planner']), other(['here']))).toBe(false)
  })
  it('of who keeps the server, which opens all of it, by nobody else', () => {
    const keeper: Asker = { ...(person() as Extract<Asker, { kind: 'person' }>), keeps: true }
    expect(mayResetPassword(owner, other(['here'], true))).toBe(false)
    expect(mayResetPassword(keeper, other(['here', 'there'], true))).toBe(true)
    expect(mayResetPassword({ kind: 'everyone' }, other([]))).toBe(false)
  })
})
