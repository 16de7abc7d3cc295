import { describe, expect, it } from 'vitest'
import { findTroubles, TROUBLES } from './troubles'

describe('what is wrong', () => {
  it('is found by plain and popular words, whichever way they are written', () => {
    const first = (asked: string) => findTroubles(asked).map(({ key }) => key)
    expect(first('leggy')).toEqual(['long-pale'])
    expect(first('white fuzz')).toEqual(['white-fuzz'])
    expect(first('damped off')).toEqual(['pinched-stem'])
    expect(first('Root Bound')).toEqual(['roots-circle'])
    expect(first('gnats')).toEqual(['small-flies'])
    expect(first('mold')).toContain('spots')
    expect(first('volcano')).toEqual([])
    expect(findTroubles('')).toEqual(TROUBLES)
  })
  it('says of each what to check, what to do, and how to prevent it', () => {
    for (const { key, called, prevent, causes, stages } of TROUBLES) {
      expect(called.length, key).toBeGreaterThan(1)
      expect(prevent.length, key).toBeGreaterThan(20)
      expect(stages.length, key).toBeGreaterThan(0)
      for (const { sign, act } of causes) expect(Math.min(sign.length, act.length), key).toBeGreaterThan(15)
    }
    expect(new Set(TROUBLES.map(({ key }) => key)).size).toBe(TROUBLES.length)
  })
})
