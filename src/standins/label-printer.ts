/** A label printer that is not there: it takes its time, runs out of labels, and says so, as a real one would. */
import { seeded } from '../core/statistics/random'

/** How a print stands. */
export interface PrintState {
  done: number
  of: number
  state: 'printing' | 'out-of-labels' | 'jammed' | 'done' | 'stopped'
}

/** What any label printer does; a real one would be driven behind the same interface. */
export interface LabelPrinter {
  readonly name: string
  readonly simulated: boolean
  /** Prints so many labels; says how it goes after each. Ends when all are printed, when it is stopped, or at a fault. */
  print(labels: number, onState: (state: PrintState) => void): { stop: () => void; done: Promise<PrintState> }
  /** A new roll, or a jam cleared. */
  putRight(): void
}

const PER_LABEL = 30 // ms

/**
 * A simulated roll printer.
 *
 * @param seed of its faults
 * @param roll labels on a roll
 * @param pause how it waits between labels; tests need not
 */
export function simulatedPrinter(
  seed: number,
  roll = 250,
  pause = (ms: number) => new Promise<void>((done) => setTimeout(done, ms)),
): LabelPrinter {
  const random = seeded(seed)
  let left = roll
  let jammed = false
  return {
    name: 'Roll printer',
    simulated: true,
    print(labels, onState) {
      let stopped = false
      const run = async (): Promise<PrintState> => {
        const at = (done: number, state: PrintState['state']): PrintState => {
          const now = { done, of: labels, state }
          onState(now)
          return now
        }
        for (let done = 0; done < labels; done++) {
          if (stopped) return at(done, 'stopped')
          if (jammed) return at(done, 'jammed')
          if (left === 0) return at(done, 'out-of-labels')
          await pause(PER_LABEL)
          jammed = random() < 0.002
          left--
          at(done + 1, 'printing')
        }
        return at(labels, 'done')
      }
      return { stop: () => (stopped = true), done: run() }
    },
    putRight() {
      left = roll
      jammed = false
    },
  }
}
