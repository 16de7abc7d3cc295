import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { createPlanner } from '../../core/plan/plan'
import { readSeason } from '../../season/read'
import { readSmall } from '../../season/small-season'
import type { CellState } from '../../ui/records/tray-drawing'
import { createFormat } from '../../words/format'
import { drawnFrom, judgedNumbers, known, resownPlanting, seenIn, tapped, toldOf, wrongCount } from './model'
import type { Judged } from '../../core/traypicture/judge-cells'

const f = createFormat('en-GB', 'metric')

describe('a count', () => {
  it('of tapped cells adds up, however they were tapped', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom<CellState>('none', 'one', 'two'), { minLength: 1 }), (states) => {
        const { cells, showing, doubles } = seenIn(states)!
        expect(cells).toBe(states.length)
        expect(cells - showing).toBe(states.filter((state) => state === 'none').length)
        expect(wrongCount({ cells, showing, doubles }, f)).toBeUndefined()
      }),
    )
  })
  it('from a photo leaves out what is not sure until it was tapped, and adds up before and after', () => {
    const judged = fc.array(fc.constantFrom<Judged>('none', 'one', 'two', 'unsure'), { minLength: 1, maxLength: 60 })
    fc.assert(
      fc.property(judged, fc.integer({ min: 1, max: 60 }), (cells, sown) => {
        const looked = cells.slice(0, sown)
        let tray = drawnFrom(cells, sown)
        const { up, doubles, empty, unsure } = judgedNumbers(looked)
        expect(up + empty + unsure).toBe(looked.length)
        expect(seenIn(known([tray]))).toEqual(
          up + empty === 0 ? undefined : { cells: up + empty, showing: up, doubles },
        )
        for (const cell of [...tray.unsure]) tray = tapped(tray, tray.cells, cell)
        expect(seenIn(known([tray]))).toEqual({ cells: looked.length, showing: up + unsure, doubles })
      }),
    )
  })
  it('is of its own cells alone in a tray that holds other sowings', () => {
    const tray = drawnFrom(['one', 'none', 'unsure', 'two'], 4)
    expect(known([tray], (cell) => cell > 0)).toEqual(['none', 'two'])
  })
  it('is none before anything was looked at', () => {
    expect(seenIn([])).toBeUndefined()
    expect(toldOf(128, undefined, 0)).toBeUndefined()
    expect(toldOf(0, 0, 0)).toBeUndefined()
  })
  it('in numbers takes none with two where nothing is said of them', () => {
    expect(toldOf(128, 100, undefined)).toEqual({ cells: 128, showing: 100, doubles: 0 })
  })
  it('that cannot be says why', () => {
    expect(wrongCount({ cells: 1280, showing: 1281, doubles: 0 }, f)).toBe('Only 1,280 were looked at.')
    expect(wrongCount({ cells: 50, showing: 20, doubles: 21 }, f)).toBe('More with two than are up.')
    expect(wrongCount({ cells: 50, showing: 20, doubles: 20 }, f)).toBeUndefined()
  })
})

describe('what failed, sown again', () => {
  const season = readSmall((s) => {
    s.plantings[1]!.worth = { by: 'money', amount: 3 }
  })
  const plan = createPlanner().plan(season)
  const again = (id: string, all = season.plantings) => {
    const batch = plan.byId.get(id)!
    return resownPlanting(batch, { method: batch.way.method, plants: 31, sowOn: '2027-03-20' }, all)
  }
  it('is a planting for the same day, of the same variety and lot, that reads', () => {
    const next = again('b.2')
    expect(next).toMatchObject({ variety: 'lettuce-red', lot: 'lettuce-lot', plants: 31, on: '2027-05-11' })
    expect(next.worth).toEqual({ by: 'money', amount: 3 })
    expect(next.note).toBe('Sown again for B-2.')
    expect(readSeason({ ...season, plantings: [...season.plantings, next] }).ok).toBe(true)
  })
  it('has a key and a code of its own, as often as it is done', () => {
    let all = season.plantings
    for (let i = 0; i < 12; i++) all = [...all, again('b.2', all)]
    expect(new Set(all.map(({ key }) => key)).size).toBe(all.length)
    expect(new Set(all.map(({ code }) => code)).size).toBe(all.length)
    expect(readSeason({ ...season, plantings: all }).ok).toBe(true)
  })
  it('may be of another lot', () => {
    const batch = plan.byId.get('a')!
    const next = resownPlanting(
      batch,
      { method: batch.way.method, plants: 9, sowOn: '2027-03-20', lot: 'lettuce-lot' },
      season.plantings,
    )
    expect(next.lot).toBe('lettuce-lot')
    expect(again('a').lot).toBeUndefined()
  })
})
