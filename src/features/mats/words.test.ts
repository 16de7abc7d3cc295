import { describe, expect, it } from 'vitest'
import type { Coming, Lamp } from '../../core/advice/evening'
import type { Batch } from '../../core/batch/batch'
import { createFormat } from '../../words/format'
import { comingWords, lampWords } from './words'

const metric = createFormat('en-GB', 'metric')
const us = createFormat('en-US', 'us')
const tall = (code: string, height: number, measured = false) => ({ batch: { code } as Batch, height, measured })
const lamp: Lamp = { tallest: tall('SR', 16.2), shortest: tall('AG', 4), hang: 31.2, noRoom: 0, tooLow: 0, tooHigh: 0, uneven: undefined, dim: undefined } // prettier-ignore
const coming = (more: Partial<Coming>): Coming => ({
  work: {} as Coming['work'],
  size: 2,
  room: true,
  roomFrom: undefined,
  need: 'helps',
  without: { slower: 5, late: 0 },
  ...more,
})

describe('what is said of a lamp', () => {
  it('is to the centimetre, or the half inch', () => {
    expect(lampWords(lamp, metric)).toEqual([
      'Tallest: SR, about 16 cm, by its leaves.',
      'The lamp belongs 31 cm over the trays.',
    ])
    expect(lampWords({ ...lamp, tallest: tall('SR', 16.2, true) }, us)).toEqual([
      'Tallest: SR, 6½ in.',
      'The lamp belongs 12½ in over the trays.',
    ])
  })
  it('is one thing to do: no room before too low, too low before too high', () => {
    expect(lampWords({ ...lamp, noRoom: 5, tooLow: 4 }, metric)[1]).toBe(
      'The lamp belongs 31 cm over the trays: 5 cm more than there is. Move the tallest out.',
    )
    expect(lampWords({ ...lamp, tooLow: 4 }, metric)[1]).toBe('Raise the lamp by 4 cm, to 31 cm over the trays.')
    expect(lampWords({ ...lamp, tooHigh: 9 }, metric)[1]).toBe('Lower the lamp by 9 cm, to 31 cm over the trays.')
    expect(lampWords({ ...lamp, tooHigh: 1 }, metric)[1]).toBe('The lamp belongs 31 cm over the trays.')
  })
  it('is nothing where nothing is up', () => {
    expect(lampWords({ ...lamp, tallest: undefined, shortest: undefined, hang: undefined }, metric)).toEqual([])
  })
})

describe('what is said of what comes', () => {
  it('is where there is room, and what going without heat costs', () => {
    expect(comingWords(coming({}), metric)).toBe('There is room. Without heat 5 days slower.')
    expect(comingWords(coming({ room: false, roomFrom: 20_558, without: { slower: 9, late: 3 } }), metric)).toMatch(
      /^No room: waits until .* Without heat 9 days slower, and 3 days late for its planting day\.$/,
    )
    expect(comingWords(coming({ need: 'must', without: undefined }), metric)).toBe(
      'There is room. It does not come up well without heat.',
    )
    expect(comingWords(coming({ room: false, without: { slower: 4, late: Infinity } }), metric)).toContain(
      'never ready for its planting day',
    )
    expect(comingWords(coming({ need: undefined, without: undefined }), metric)).toBe('There is room.')
  })
})
