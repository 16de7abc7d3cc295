import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { CalendarEntry } from './calendar'
import { toldNext } from './told-entries'
import type { Told } from '../season/calendars'

const at = (days: number) => new Date(Date.UTC(2027, 2, 1 + days))
const entry = (id: string, day: number, title = 'Sow', text = ''): CalendarEntry => ({ id, day, title, text })

describe('what a calendar is told', () => {
  it('begins with number 0, and one more for what moved or reads otherwise', () => {
    const first = toldNext([], [entry('a', 10), entry('b', 11), entry('c', 12, 'Sow', 'x')], at(0))
    expect(first.map(({ id, sequence }) => [id, sequence])).toEqual([['a', 0], ['b', 0], ['c', 0]]) // prettier-ignore
    const next = toldNext(first, [entry('a', 10), entry('b', 13), entry('c', 12, 'Sow', 'y')], at(1))
    expect(next[0]).toBe(first[0])
    expect(next.slice(1).map(({ id, day, sequence, changed }) => [id, day, sequence, changed])).toEqual([
      ['b', 13, 1, at(1)],
      ['c', 12, 1, at(1)],
    ])
  })
  it('cancels what is no longer to be done, for sixty days, and takes it back when it is again', () => {
    const first = toldNext([], [entry('a', 10)], at(0))
    const gone = toldNext(first, [], at(3))
    expect(gone).toMatchObject([{ id: 'a', day: 10, sequence: 1, gone: at(3) }])
    expect(toldNext(gone, [], at(62))[0]).toBe(gone[0])
    expect(toldNext(gone, [], at(63))).toEqual([])
    expect(toldNext(gone, [entry('a', 10)], at(5))).toMatchObject([{ sequence: 2, gone: undefined, changed: at(5) }])
  })
  it('never tells anything again under a number it had, unless it is the very same', () => {
    const plans = fc.array(
      fc.uniqueArray(
        fc.record({ id: fc.constantFrom('a', 'b', 'c', 'd'), day: fc.integer({ min: 0, max: 3 }), title: fc.constantFrom('Sow', 'Pot up'), text: fc.constantFrom('', 'x') }), // prettier-ignore
        { selector: ({ id }) => id },
      ),
      { maxLength: 12 },
    )
    fc.assert(
      fc.property(plans, (all) => {
        let told: Told[] = []
        const was = new Map<string, string>()
        all.forEach((now, i) => {
          told = toldNext(told, now, at(i))
          for (const one of told) {
            const key = `${one.id} ${one.sequence}`
            const said = JSON.stringify({ ...one })
            expect(was.get(key) ?? said).toBe(said)
            was.set(key, said)
          }
          // What is told as to be done is what is to be done.
          const open = told.filter(({ gone }) => gone === undefined)
          expect(new Map(open.map(({ id, day, title }) => [id, [day, title]]))).toEqual(
            new Map(now.map(({ id, day, title }) => [id, [day, title]])),
          )
        })
      }),
    )
  })
})
