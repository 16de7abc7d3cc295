import { describe, expect, it } from 'vitest'
import { createLimits, limitedAs, RATES } from './limits'

describe('limits by address', () => {
  it.each([
    ['POST', '/api/records', 'write'],
    ['POST', '/sallow-ferry/2027/plan', 'write'],
    ['PUT', '/api/photos/x', 'write'],
    ['GET', '/out/labels.pdf', 'export'],
    ['GET', '/sallow-ferry/2027/out/plan.xlsx', 'export'],
    ['GET', '/out/backup', 'backup'],
    ['GET', '/sallow-ferry/2027/plan', undefined],
  ])('%s %s is limited as %s', (method, path, kind) => expect(limitedAs(method, path)).toBe(kind))

  it('let one address have so much at once, and then so much a second, whatever others do', () => {
    let now = 0
    const ask = createLimits(() => now)
    for (let i = 0; i < RATES.write.atOnce; i++) expect(ask('write', 'a')).toBeUndefined()
    expect(ask('write', 'a')).toBe(1)
    expect(ask('write', 'b')).toBeUndefined()
    expect(ask('export', 'a')).toBeUndefined()
    now += 1000
    for (let i = 0; i < RATES.write.aSecond; i++) expect(ask('write', 'a')).toBeUndefined()
    expect(ask('write', 'a')).toBe(1)
  })
  it('hold for all addresses together, so that made-up ones gain little', () => {
    const ask = createLimits(() => 0)
    let taken = 0
    for (let i = 0; i < 20_000; i++) if (ask('write', `made-up ${i}`) === undefined) taken++
    expect(taken).toBe(4 * RATES.write.atOnce)
  })
  it('say how long to wait for what is rare', () => {
    const ask = createLimits(() => 0)
    for (let i = 0; i < RATES.backup.atOnce; i++) ask('backup', 'a')
    expect(ask('backup', 'a')).toBe(30)
  })
})
