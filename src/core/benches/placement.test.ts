import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Container, Place } from '../../season/schema'
import type { Batch } from '../batch/batch'
import { levelsOf, piecesOn, placeTrays, rectanglesOf, slotAt, standingsAt, withPin } from './placement'

const cells = Container.parse({ key: 'c', name: 'Cells', kind: 'cell-tray', cells: 72, cellVolume: 45, trayPlaces: 1 })
const wide = Container.parse({ key: 'w', name: 'Wide', kind: 'pots', cells: 18, cellVolume: 350, trayPlaces: 1.5 })
const bench = (length: number, width: number, levels = 1) => ({ name: `B${length}`, length, width, levels })
const place = (more: object = {}) =>
  Place.parse({ key: 'p', name: 'House', kind: 'bench', trayPlaces: 12, temperature: {}, ...more })

interface Wanted {
  from: number
  days: number
  trays: number
  container?: Container
  stands?: Batch['planting']['stands']
}

const all = (batches: readonly Batch[]) => batches.map((batch) => ({ batch, stays: batch.stays }))

const batchOf = ({ from, days, trays, container = cells, stands }: Wanted, i: number): Batch =>
  ({
    id: `b${i}`,
    code: `B${i}`,
    n: 0,
    planting: { stands },
    stays: [
      {
        kind: 'grow',
        place: 0,
        container,
        containerNumber: 0,
        from,
        until: from + days,
        cells: 1,
        trays,
        trayPlaces: trays * container.trayPlaces,
        potted: true,
      },
    ],
  }) as unknown as Batch

const anyBatches = fc
  .array(
    fc.record({
      from: fc.nat(40),
      days: fc.integer({ min: 1, max: 25 }),
      trays: fc.integer({ min: 1, max: 8 }),
      container: fc.constantFrom(cells, wide),
    }),
    { maxLength: 25 },
  )
  .map((list) => list.map(batchOf))
const anyPlace = fc.constantFrom(
  place(),
  place({ layout: { benches: [bench(162, 84)] } }),
  place({ trayPlaces: 20, layout: { benches: [bench(216, 60), bench(108, 30, 2)] } }),
)

describe('trays on benches', () => {
  it('never lie on one another, stay put, and all find room where there is room', () => {
    fc.assert(
      fc.property(anyBatches, anyPlace, (batches, house) => {
        const { levels, pieces, without } = placeTrays(all(batches), [house], 0)
        for (const piece of pieces) {
          expect(piece.at).toBeGreaterThanOrEqual(0)
          expect(piece.at + piece.length).toBeLessThanOrEqual(levels[piece.level]!.size + 1e-9)
        }
        for (let day = 0; day < 66; day++) {
          const on = piecesOn({ levels, pieces, without, lostPins: [] }, day)
          levels.forEach((_, level) => {
            const row = on.filter((piece) => piece.level === level).sort((a, b) => a.at - b.at)
            row.forEach(
              (piece, i) =>
                i > 0 && expect(piece.at).toBeGreaterThanOrEqual(row[i - 1]!.at + row[i - 1]!.length - 1e-9),
            )
          })
        }
        // Every tray place is somewhere on every day: placed, or said to be without. Nothing is without while a whole tray of it finds room.
        for (const standing of standingsAt(all(batches), 0)) {
          for (let day = standing.from; day < standing.until; day++) {
            const mine = pieces
              .filter((piece) => piece.standing.batch === standing.batch && piece.from <= day)
              .reduce((sum, { length }) => sum + length, 0)
            const not = without
              .filter((one) => one.standing.batch === standing.batch && one.from <= day && day < one.until)
              .reduce((sum, { size }) => sum + size, 0)
            expect(mine + not).toBeCloseTo(standing.size, 9)
          }
        }
      }),
    )
  })
  it('are parted only where no gap is wide enough', () => {
    const { pieces } = placeTrays(
      all(
        [
          { from: 0, days: 30, trays: 4 },
          { from: 0, days: 10, trays: 4 },
          { from: 0, days: 30, trays: 4 },
          { from: 12, days: 5, trays: 4 },
        ].map(batchOf),
      ),
      [place()],
      0,
    )
    expect(pieces).toHaveLength(4)
    const full = placeTrays(
      all(
        [
          { from: 0, days: 30, trays: 7 },
          { from: 0, days: 30, trays: 7 },
        ].map(batchOf),
      ),
      [place()],
      0,
    )
    expect(full.without).toMatchObject([{ size: 2, from: 0, until: 30 }])
    // What finds no room at first is put down when others leave.
    const later = placeTrays(
      all(
        [
          { from: 0, days: 10, trays: 8 },
          { from: 2, days: 30, trays: 8 },
        ].map(batchOf),
      ),
      [place()],
      0,
    )
    expect(later.without).toMatchObject([{ size: 4, from: 2, until: 10 }])
    expect(later.pieces.map(({ from, length }) => [from, length])).toEqual([
      [0, 8],
      [2, 4],
      [10, 4],
    ])
  })
  it('stand where they were pinned, and say when they cannot', () => {
    const pinned = { from: 0, days: 10, trays: 2, stands: [{ place: 'p', bench: 0, level: 0, at: 5 }] }
    const house = place({ trayPlaces: 9, layout: { benches: [bench(162, 84)] } })
    const { pieces, lostPins } = placeTrays(
      all([{ from: 0, days: 10, trays: 3 }, pinned, pinned].map(batchOf)),
      [house],
      0,
    )
    expect(pieces.find(({ standing }) => standing.batch.id === 'b1')).toMatchObject({
      at: 5,
      length: 2,
      standing: { pinned: true },
    })
    expect(lostPins.map(({ batch }) => batch.id)).toEqual(['b2'])
    const [batch] = [pinned].map(batchOf)
    expect(withPin(batch!, 'p', undefined)).toBeUndefined()
    expect(withPin(batch!, 'other', { bench: 1, level: 0, at: 2 })).toEqual([
      pinned.stands[0],
      { place: 'other', bench: 1, level: 0, at: 2 },
    ])
  })
  it('stand on every level, and in a row of their own where no bench is drawn', () => {
    expect(
      levelsOf(place({ trayPlaces: 20, layout: { benches: [bench(162, 84, 2)] } })).map(({ name, size }) => [
        name,
        size,
      ]),
    ).toEqual([
      ['B162, level 1', 9],
      ['B162, level 2', 9],
      ['Elsewhere there', 2],
    ])
    expect(levelsOf(place()).map(({ name, size }) => [name, size])).toEqual([['House', 12]])
  })
  it('fill a bench across, up and down, so that neighbours touch', () => {
    const [level] = levelsOf(place({ trayPlaces: 9, layout: { benches: [bench(162, 84)] } }))
    expect(rectanglesOf(level!, 2, 2)).toEqual([
      { x: 0, y: 2, width: 1, height: 1 },
      { x: 1, y: 2, width: 1, height: 1 },
    ])
    for (let slot = 0; slot < 9; slot++) {
      const [lies] = rectanglesOf(level!, slot, 1)
      expect(slotAt(level!, lies!.x, lies!.y)).toBe(slot)
    }
    expect(rectanglesOf(level!, 0.5, 1)).toEqual([
      { x: 0.5, y: 0, width: 0.5, height: 1 },
      { x: 0, y: 1, width: 0.5, height: 1 },
    ])
  })
})
