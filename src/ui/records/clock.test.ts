import { describe, expect, it } from 'vitest'
import { createClock } from './clock'

const HOUR = 3_600_000
const SERVER = Date.UTC(2027, 3, 12, 9)
const date = (ms: number) => new Date(ms).toUTCString()

/** A device so far ahead of the server. */
function device(ahead: number) {
  const state = { now: SERVER + ahead, disk: null as string | null }
  const parts = { now: () => state.now, load: () => state.disk, save: (text: string) => (state.disk = text) }
  const clock = createClock(parts)
  const hear = () => clock.heard(date(state.now - ahead), state.now - 100, state.now + 100)
  return { state, parts, clock, hear }
}
const near = (clock: { now(): number }, ms: number) => expect(Math.abs(clock.now() - ms)).toBeLessThan(2000)

describe('the clock of a device', () => {
  it('is not asked about where it is right, or nothing is known', () => {
    const { clock, hear } = device(90_000)
    hear()
    clock.heard(null, 0, 1)
    clock.heard('yesterday', 0, 1)
    expect(clock.get().asks).toBeUndefined()
    near(clock, SERVER + 90_000)
  })
  it.each([30 * HOUR, -3 * HOUR])('that is %d ms ahead is asked about, and the answer holds', (ahead) => {
    const { clock, hear, state, parts } = device(ahead)
    hear()
    expect(Math.abs(clock.get().asks! - ahead)).toBeLessThan(2000)
    near(clock, SERVER + ahead)
    clock.decide('server')
    expect(clock.get().asks).toBeUndefined()
    near(clock, SERVER)
    // Later, and after a restart of the page, before the server is heard and after.
    state.now += HOUR
    near(createClock(parts), SERVER + HOUR)
    hear()
    expect(clock.get().asks).toBeUndefined()
    near(clock, SERVER + HOUR)
  })
  it('is asked about again once it was set otherwise', () => {
    const { clock, hear, state } = device(30 * HOUR)
    hear()
    clock.decide('server')
    state.now -= 30 * HOUR
    clock.heard(date(state.now), state.now, state.now)
    expect(clock.get().asks).toBeUndefined()
    near(clock, state.now)
    state.now += 5 * HOUR
    clock.heard(date(state.now - 5 * HOUR), state.now, state.now)
    expect(clock.get().asks).toBeDefined()
    clock.decide('device')
    near(clock, state.now)
  })
  it('is not judged by an answer that was long on its way', () => {
    const { clock, state } = device(0)
    clock.heard(date(SERVER - HOUR), state.now - HOUR, state.now)
    expect(clock.get().asks).toBeUndefined()
  })
  it('keeps going where what is kept is not its own', () => {
    const clock = createClock({ now: () => SERVER, load: () => '{"ahead":', save: () => undefined })
    near(clock, SERVER)
  })
})
