import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cellCount, cellsByOwner, hasCell, trayDoubts } from './mixed-tray'

describe('a tray sown row by row', () => {
  it('gives every cell of an owned row to its owner, once', () => {
    const owner = fc.option(fc.nat(3), { nil: undefined })
    fc.assert(
      fc.property(
        fc.array(owner, { maxLength: 14 }),
        fc.integer({ min: 1, max: 12 }),
        fc.nat(150),
        (rows, perRow, cells) => {
          const byOwner = cellsByOwner(rows, perRow, cells)
          for (let cell = 0; cell < cells; cell++) {
            const owners = [...byOwner].filter(([, own]) => hasCell(own, cell)).map(([one]) => one)
            const row = rows[Math.floor(cell / perRow)]
            expect(owners).toEqual(row === undefined ? [] : [row])
          }
          const all = [...byOwner.values()].reduce((sum, own) => sum + cellCount(own), 0)
          expect(all).toBeLessThanOrEqual(cells)
        },
      ),
    )
  })
  it('joins rows that lie side by side', () => {
    expect([...cellsByOwner([0, 0, 1, 0], 6, 24)]).toEqual([
      [
        0,
        [
          [0, 12],
          [18, 24],
        ],
      ],
      [1, [[12, 18]]],
    ])
  })
  const crop = (
    name: string,
    light: 'light' | 'dark' | 'either',
    thermalTime: number,
    water?: 'moist' | 'dry-between',
  ) => ({
    name,
    germination: { base: 5, optimum: 25, ceiling: 35, thermalTime, spread: 0.25, usualShare: 0.9, light } as never,
    care: { ...(water ? { water } : {}) },
  })
  it('says what speaks against it: light and dark, days to come up, and water', () => {
    const snap = crop('Snapdragon', 'light', 160, 'moist')
    const pansy = crop('Pansy', 'dark', 170)
    const thyme = crop('Thyme', 'either', 40, 'dry-between')
    expect(trayDoubts([snap, pansy]).map(({ kind }) => kind)).toEqual(['light'])
    expect(trayDoubts([snap, thyme]).map(({ kind }) => kind)).toEqual(['days', 'water'])
    expect(trayDoubts([snap, snap])).toEqual([])
  })
})
