import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { farmAddress, seasonAddress, VIEW_NAMES } from './address'

describe('addresses', () => {
  it('are names in small letters, without accents', () => {
    expect(farmAddress('Sallow Ferry', [])).toBe('sallow-ferry')
    expect(farmAddress('  Ça va, Östra Ängen!  ', [])).toBe('ca-va-ostra-angen')
    expect(seasonAddress('2027 / winter', [])).toBe('2027-winter')
    expect(seasonAddress('Рассада', [])).toBe('season')
    expect(farmAddress('', [])).toBe('my-farm')
  })
  it('are never taken twice, and never the name of a view', () => {
    expect(farmAddress('Today', [])).toBe('today-2')
    expect(farmAddress('Sallow Ferry', ['sallow-ferry', 'sallow-ferry-2'])).toBe('sallow-ferry-3')
    fc.assert(
      fc.property(fc.array(fc.oneof(fc.string(), fc.constantFrom(...VIEW_NAMES, 'api', 'Farm'))), (names) => {
        const taken: string[] = []
        for (const name of names) taken.push(farmAddress(name, taken))
        expect(new Set(taken).size).toBe(names.length)
        for (const one of taken) {
          expect(one).toMatch(/^[a-z0-9]+(-[a-z0-9]+)*$/)
          expect(VIEW_NAMES).not.toContain(one)
        }
      }),
    )
  })
})
