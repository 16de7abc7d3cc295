import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Entry } from '../../season/schema'
import { formatDay, parseDay } from '../../core/calendar/day'
import { temperaturesSaid } from './temperature-said'

const today = parseDay('2027-04-12')
const degrees = fc.option(fc.double({ min: -80, max: 90, noNaN: true }), { nil: undefined })

describe('a thermometer read', () => {
  it('becomes records that read, with every number once and of its day; or says what is wrong', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('', 'bench'),
        degrees,
        degrees,
        fc.constantFrom('yesterday' as const, 'today' as const),
        (place, low, high, highOf) => {
          const read = temperaturesSaid({ place, low, high, highOf }, today)
          if (!read.ok) {
            const outside = [low, high].some((one) => one !== undefined && (one < -60 || one > 70))
            const crossed = highOf === 'today' && low !== undefined && high !== undefined && low > high
            expect(place === '' || (low === undefined && high === undefined) || outside || crossed).toBe(true)
            return
          }
          const numbers = read.said.flatMap(({ on, what }) =>
            what.did === 'temperature'
              ? [
                  ...(what.low === undefined ? [] : [[on, what.low]]),
                  ...(what.high === undefined ? [] : [[on, what.high]]),
                ]
              : [],
          )
          expect(numbers).toEqual([
            ...(low === undefined ? [] : [[today, low]]),
            ...(high === undefined ? [] : [[highOf === 'today' ? today : today - 1, high]]),
          ])
          for (const { on, ...said } of read.said)
            Entry.parse({
              ...said,
              on: formatDay(on!),
              id: '8d0e6a2e-6a55-4c1e-9d51-0c1a4a4f7a01',
              at: '2027-04-12T06:30:00Z',
              who: 'Crew A',
            })
        },
      ),
    )
  })
})
