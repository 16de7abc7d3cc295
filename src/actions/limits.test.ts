import { describe, expect, it } from 'vitest'
import { createLimits, DEVICE_COOKIE, deviceIn, limitedAs, RATES } from './limits'

describe('limits by device and address', () => {
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
  it('let one device have a third of what its address may, so that the others behind it go on', () => {
    const ask = createLimits(() => 0)
    let taken = 0
    for (let i = 0; i < RATES.write.atOnce; i++) if (ask('write', 'a', 'phone') === undefined) taken++
    expect(taken).toBe(RATES.write.atOnce / 3)
    expect(ask('write', 'a', 'other phone')).toBeUndefined()
    expect(ask('write', 'a')).toBeUndefined()
  })
  it('know a device by its cookie, and no made-up one', () => {
    const id = '0f8fad5b-d9cb-469f-a165-70867728950e'
    expect(deviceIn(`a=1; ${DEVICE_COOKIE}=${id}; b=2`)).toBe(id)
    for (const cookies of [
      null,
      '',
      `${DEVICE_COOKIE}=`,
      `${DEVICE_COOKIE}=${'x'.repeat(36)}`,
      `not-${DEVICE_COOKIE}=${id}`,
    ])
      expect(deviceIn(cookies)).toBeUndefined()
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
