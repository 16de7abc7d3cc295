import { describe, expect, it } from 'vitest'
import { simulatedPrinter, type PrintState } from './label-printer'

const atOnce = () => Promise.resolve()

describe('the simulated label printer', () => {
  it('prints every label and says how it goes', async () => {
    const seen: PrintState[] = []
    const end = await simulatedPrinter(1, 250, atOnce).print(20, (state) => seen.push(state)).done
    expect(end).toEqual({ done: 20, of: 20, state: 'done' })
    expect(seen.filter(({ state }) => state === 'printing').map(({ done }) => done)).toEqual(
      Array.from({ length: 20 }, (_, i) => i + 1),
    )
  })
  it('runs out, and goes on from a new roll with those that lack', async () => {
    const printer = simulatedPrinter(1, 15, atOnce)
    const first = await printer.print(20, () => undefined).done
    expect(first).toEqual({ done: 15, of: 20, state: 'out-of-labels' })
    printer.putRight()
    expect(await printer.print(5, () => undefined).done).toMatchObject({ done: 5, state: 'done' })
  })
  it('stops when told, and jams now and then', async () => {
    const printer = simulatedPrinter(1, 10_000, atOnce)
    const job = printer.print(100, ({ done }) => done === 3 && job.stop())
    expect(await job.done).toMatchObject({ done: 3, state: 'stopped' })
    const ends = await simulatedPrinter(3, 10_000, atOnce).print(5000, () => undefined).done
    expect(ends.state).toBe('jammed')
  })
})
