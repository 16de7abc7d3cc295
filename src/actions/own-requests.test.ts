import { describe, expect, it } from 'vitest'
import { canBeRead, namesFrom, policyFor, refusalOf, type Asked, ours } from './own-requests'

const NAMES = namesFrom(' Greenhouse.local, farm-pc ,')
const asked = (part: Partial<Asked>): Asked => ({
  method: 'GET',
  path: '/sallow-ferry/2027/today',
  host: 'localhost:3000',
  origin: null,
  site: null,
  mode: null,
  ...part,
})
const refused = (part: Partial<Asked>) => refusalOf(asked(part), NAMES)

describe('a request', () => {
  it('is answered by the names and addresses of this machine', () => {
    for (const host of [
      'localhost',
      'localhost:3000',
      '127.0.0.1:41234',
      '192.168.1.20:3000',
      '[::1]:3000',
      'greenhouse.local',
      'FARM-PC:80',
      'one.localhost:3000',
    ])
      expect(refused({ host }), host).toBeUndefined()
  })

  it('is refused by a name that somebody else has led here', () => {
    for (const host of [
      'evil.example',
      'evil.example:3000',
      'localhost.evil.example',
      '127.0.0.1.evil.example',
      '',
      null,
    ])
      expect(refused({ host }), String(host)).toBe('host')
    expect(refused({ host: 'local host' })).toBe('host')
    expect(refused({ host: 'localhost:3000@evil.example' })).toBe('host')
  })

  it('that changes something comes from our own pages, or from no browser', () => {
    const post = { method: 'POST', path: '/api/records' }
    expect(refused(post)).toBeUndefined()
    expect(refused({ ...post, origin: 'http://localhost:3000', site: 'same-origin' })).toBeUndefined()
    expect(refused({ ...post, host: '10.0.0.5:3000', origin: 'https://10.0.0.5:3000' })).toBeUndefined()
    for (const origin of ['http://evil.example', 'null', 'http://localhost:8080', 'http://localhost', 'nonsense'])
      expect(refused({ ...post, origin }), origin).toBe('origin')
    expect(refused({ ...post, site: 'cross-site' })).toBe('origin')
    expect(refused({ ...post, site: 'same-site' })).toBe('origin')
    for (const method of ['PUT', 'PATCH', 'DELETE'])
      expect(refused({ method, origin: 'http://evil.example' })).toBe('origin')
  })

  it('of another website is answered where a link is followed, and not where it is embedded or fetched', () => {
    expect(refused({ site: 'cross-site', mode: 'navigate' })).toBeUndefined()
    for (const mode of ['no-cors', 'cors', 'websocket', null])
      expect(refused({ site: 'cross-site', mode, path: '/out/season.json' })).toBe('origin')
    expect(refused({ site: 'same-site', mode: 'no-cors', path: '/api/revision' })).toBe('origin')
    expect(refused({ site: 'cross-site', mode: 'navigate', path: '/api/photos/1' })).toBe('origin')
    expect(refused({ site: 'none', mode: 'navigate' })).toBeUndefined()
  })
})

it('lets run only scripts that were said for the page', () => {
  const policy = policyFor('abc', false)
  expect(policy).toContain("script-src 'self' 'nonce-abc' 'strict-dynamic'")
  expect(policy).not.toContain('unsafe-eval')
  expect(policy).toContain("frame-ancestors 'none'")
  expect(policyFor('abc', true)).toContain('unsafe-eval')
})

it('reads addresses that are text', () => {
  for (const path of ['/', '/b/AB12', '/caf%C3%A9/2027/plan']) expect(canBeRead(path)).toBe(true)
  for (const path of ['/b/%ff', '/%F0%9F%92', '/%00', '/%', `/${'a'.repeat(3000)}`]) expect(canBeRead(path)).toBe(false)
})

describe('where somebody wanted to go', () => {
  it.each([
    ['/sallow-ferry/2027/plan?batch=ta#top', '/sallow-ferry/2027/plan?batch=ta#top'],
    ['/join/a-b_c', '/join/a-b_c'],
    ['//elsewhere.example/x', '/'],
    ['/\\\\elsewhere.example', '/'],
    ['/\t/elsewhere.example', '/'],
    ['/.//elsewhere.example', '/'],
    ['https://elsewhere.example', '/'],
    ['javascript:alert(1)', '/'],
    ['', '/'],
    [undefined, '/'],
    [['/a', '/b'], '/'],
  ])('is taken from %j as %s', (to, at) => {
    expect(ours(to)).toBe(at)
  })
})
