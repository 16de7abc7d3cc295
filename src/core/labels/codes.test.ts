import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CODE_LETTERS, checkCharacter, codesOf, readCode, spoken } from './codes'

const ids = fc.uniqueArray(fc.stringMatching(/^[a-z][a-z0-9-]{0,12}(\.[1-9])?$/), { minLength: 1, maxLength: 60 })
const anyCode = ids.map((all) => codesOf(all).values().next().value!)

describe('label codes', () => {
  it('have nothing that is taken for something else', () => {
    for (const confused of 'O0I1B8S5Z2G6Q') expect(CODE_LETTERS).not.toContain(confused)
    expect(new Set(CODE_LETTERS).size).toBe(23)
  })
  it('are read however they are written', () => {
    fc.assert(
      fc.property(anyCode, (code) => {
        for (const text of [code, spoken(code), code.toLowerCase(), ` ${code.slice(0, 3)}-${code.slice(3)} `])
          expect(readCode(text)).toEqual({ ok: true, code })
      }),
    )
  })
  it('are refused with one character wrong, or two neighbours swapped', () => {
    fc.assert(
      fc.property(anyCode, fc.nat(4), fc.nat(21), (code, at, other) => {
        const wrong = [...CODE_LETTERS].filter((letter) => letter !== code[at])[other]!
        expect(readCode(code.slice(0, at) + wrong + code.slice(at + 1)).ok).toBe(false)
        if (at < 3 && code[at] !== code[at + 1])
          expect(readCode(code.slice(0, at) + code[at + 1]! + code[at]! + code.slice(at + 2)).ok).toBe(false)
      }),
    )
    expect(readCode('ACD')).toEqual({ ok: false, reason: 'length' })
    expect(readCode('ACD0A')).toEqual({ ok: false, reason: 'character' })
    expect(readCode(`ACDE${[...CODE_LETTERS].find((letter) => letter !== checkCharacter('ACDE'))!}`)).toEqual({
      ok: false,
      reason: 'check',
    })
  })
  it('are each batch’s own, and stay with those on labels when others are added', () => {
    fc.assert(
      fc.property(ids, ids, (first, more) => {
        const printed = codesOf(first)
        expect(new Set(printed.values()).size).toBe(first.length)
        const later = codesOf([...new Set([...first, ...more])], printed)
        for (const id of first) expect(later.get(id)).toBe(printed.get(id))
        expect(new Set(later.values()).size).toBe(later.size)
      }),
    )
  })
  it('are enough for thousands of batches', () => {
    const many = Array.from({ length: 3000 }, (_, i) => `planting-${Math.floor(i / 10)}.${(i % 10) + 1}`)
    expect(new Set(codesOf(many).values()).size).toBe(3000)
  })
})
