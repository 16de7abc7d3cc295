import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { inAddress, readAddress, withInAddress } from './address'

const Shown = z.object({
  group: z.enum(['crop', 'week']),
  text: z.string().max(20),
  week: z.int().optional(),
  marked: z.boolean(),
  zoom: z.int().min(0).max(5),
})
const initial: z.output<typeof Shown> = { group: 'crop', text: '', marked: false, zoom: 3 }

describe('what stands in an address', () => {
  it('is read as it was written, whatever was typed', () => {
    fc.assert(
      fc.property(
        fc.record({
          group: fc.constantFrom('crop' as const, 'week' as const),
          text: fc.string({ maxLength: 20 }),
          week: fc.option(fc.integer({ min: 0, max: 30_000 }), { nil: undefined }),
          marked: fc.boolean(),
          zoom: fc.integer({ min: 0, max: 5 }),
        }),
        (shown) => {
          const address = withInAddress(
            { pathname: '/plan', search: '?batch=t.1&zoom=1', hash: '#x' },
            Shown,
            inAddress(shown, initial),
          )
          const url = new URL(address, 'http://farm')
          expect({ ...initial, ...readAddress(url.searchParams, Shown) }).toEqual(
            Object.fromEntries(Object.entries(shown).filter(([, value]) => value !== undefined)),
          )
          expect(url.searchParams.get('batch')).toBe('t.1')
          expect(url.hash).toBe('#x')
        },
      ),
    )
  })
  it('says nothing where all is as at first', () => {
    expect(inAddress(initial, initial)).toBe('')
    expect(withInAddress({ pathname: '/plan', search: '?zoom=1', hash: '' }, Shown, '')).toBe('/plan')
  })
  it('is not taken where it does not fit', () => {
    expect(readAddress(new URLSearchParams('group=moon&zoom=99&week=soon&text=to'), Shown)).toEqual({ text: 'to' })
  })
})
