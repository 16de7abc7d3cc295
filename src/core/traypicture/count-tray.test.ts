/** Trays counted from drawn pictures of which it is known what stands in each cell; the styles are others than thresholds were set by. */
import { describe, expect, it } from 'vitest'
import { compared, PROOF_TRAYS } from '../../../scripts/tray-pictures/compared'
import { benchPicture, trayPicture } from '../../../scripts/tray-pictures/render'
import { PROOF } from '../../../scripts/tray-pictures/style'
import { countAt, countTray, gridsOf, turned } from './count-tray'
import { findTray } from './find-tray'

describe('a tray in a picture', () => {
  it('is counted from the picture alone: 97 of 100 judged cells right, nine of ten judged', () => {
    const all = PROOF.map((style, i) => compared(style, PROOF_TRAYS[i % PROOF_TRAYS.length]!, 9000 + i))
    const sum = (of: (one: (typeof all)[number]) => number) => all.reduce((total, one) => total + of(one), 0)
    expect(sum(({ right }) => right) / sum(({ judged }) => judged)).toBeGreaterThanOrEqual(0.97)
    expect(sum(({ judged }) => judged) / sum(({ cells }) => cells)).toBeGreaterThanOrEqual(0.9)
  }, 60_000)

  it('is not seen on a bench without one, nor with another number of cells', () => {
    for (const style of PROOF.slice(0, 4))
      expect(countTray(benchPicture(style, 21), [{ rows: 6, perRow: 12 }])).toBeUndefined()
    const { picture } = trayPicture(PROOF[0]!, { rows: 6, perRow: 10 }, 5)
    expect(findTray(picture, { rows: 7, perRow: 14 })).toBeUndefined()
    expect(findTray(picture, { rows: 4, perRow: 8 })).toBeUndefined()
  }, 60_000)

  it('is found whichever way it lies, also where nobody has said how its cells lie, and is the same tray', () => {
    const { picture, cells } = trayPicture(PROOF[1]!, { rows: 6, perRow: 9 }, 12)
    const lying = countTray(picture, [{ rows: 6, perRow: 9 }])!
    const upright = countTray(picture, gridsOf(54))!
    expect(upright.grid).toEqual({ rows: 9, perRow: 6 })
    const number = (of: readonly string[], what: string) => of.filter((one) => one === what).length
    for (const what of ['none', 'one', 'two', 'unsure'])
      expect(Math.abs(number(upright.cells, what) - number(lying.cells, what))).toBeLessThanOrEqual(2)
    expect(Math.abs(number(lying.cells, 'none') - number(cells, 'none'))).toBeLessThanOrEqual(2)
    // A quarter turn: the first cell of a row is the last row's, or the first's.
    const rows = Array.from({ length: 9 }, (_, row) => upright.cells.slice(row * 6, row * 6 + 6))
    const same = rows.flat().filter((one, i) => {
      const [row, column] = [Math.floor(i / 6), i % 6]
      return one === lying.cells[column * 9 + (8 - row)]
    })
    expect(same.length).toBeGreaterThanOrEqual(52)
  }, 30_000)

  it('is judged between corners that somebody shows, and turned with them', () => {
    const { picture, corners, cells } = trayPicture(PROOF[7]!, { rows: 4, perRow: 6 }, 3)
    const grid = { rows: 4, perRow: 6 }
    const judged = countAt(picture, corners, grid)
    const wrong = judged.filter((one, i) => one !== 'unsure' && cells[i] !== 'hidden' && one !== cells[i])
    expect(wrong.length).toBeLessThanOrEqual(1)
    const around = countAt(picture, turned(turned(corners)), grid)
    expect(around.filter((one, i) => one !== judged[23 - i]).length).toBeLessThanOrEqual(1)
    expect(() => countAt(picture, [corners[0], corners[0], corners[0], corners[2]], grid)).toThrow(RangeError)
  }, 30_000)

  it('lies in its own rows where they are known, and else in any that make a tray', () => {
    expect(gridsOf(72, 6)).toEqual([{ rows: 12, perRow: 6 }])
    expect(gridsOf(72)[0]).toEqual({ rows: 12, perRow: 6 })
    expect(gridsOf(72)).toContainEqual({ rows: 9, perRow: 8 })
    for (const { rows, perRow } of gridsOf(200)) expect(rows * perRow).toBe(200)
    expect(gridsOf(72, 7)).toEqual(gridsOf(72))
    expect(gridsOf(13)).toEqual([])
  })
})
