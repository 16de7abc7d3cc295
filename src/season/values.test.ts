import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { present, sameValue } from './values'

describe('two parts of a document', () => {
  it('say the same whatever the order of their fields, and with a field left out that was undefined', () => {
    expect(sameValue({ a: 1, b: { c: [1, 2] } }, { b: { c: [1, 2], d: undefined }, a: 1 })).toBe(true)
  })
  it.each([
    [{ a: 1 }, { a: 2 }],
    [{ a: 1 }, { a: 1, b: null }],
    [
      [1, 2],
      [2, 1],
    ],
    [[1], { 0: 1 }],
    [{ a: { b: 0 } }, { a: { b: undefined } }],
    [null, undefined],
  ])('differ: %j and %j', (a, b) => {
    expect(sameValue(a, b)).toBe(false)
  })
  it('are the same after being written and read, and not once anything in them changed', () => {
    fc.assert(
      fc.property(fc.jsonValue(), fc.jsonValue(), (a, b) => {
        const written = JSON.parse(JSON.stringify(a)) as unknown
        expect(sameValue(a, written)).toBe(true)
        expect(sameValue(a, b)).toBe(JSON.stringify(sorted(a)) === JSON.stringify(sorted(b)))
      }),
    )
  })
})

describe('what is present', () => {
  it('leaves out what is undefined and keeps everything else, nothing and zero with it', () => {
    expect(Object.entries(present({ a: undefined, b: 0, c: null, d: '', e: false }))).toEqual([
      ['b', 0],
      ['c', null],
      ['d', ''],
      ['e', false],
    ])
  })
})

/** With the fields of every group in one order, and −0 as the 0 that is written for it. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted)
  if (typeof value !== 'object' || value === null) return value
  const fields = Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1))
  return { fields: fields.map(([field, one]) => [field, sorted(one)]) }
}
