import { describe, expect, it } from 'vitest'
import { readBounded, TooLong } from './bounded-body'

/** A request whose body comes in parts, without saying how long it is; `read` counts the parts that were asked for. */
function inParts(parts: number, bytes: number, headers: Record<string, string> = {}) {
  const state = { read: 0, cancelled: false }
  const body = new ReadableStream<Uint8Array>(
    {
      pull(to) {
        if (state.read === parts) return to.close()
        state.read++
        to.enqueue(new Uint8Array(bytes).fill(state.read))
      },
      cancel() {
        state.cancelled = true
      },
    },
    { highWaterMark: 0 },
  )
  const init = { method: 'POST', body, headers, duplex: 'half' } as RequestInit
  return { state, request: new Request('http://localhost/', init) }
}

describe('a body that is read as it comes', () => {
  it('is whole where it is short enough', async () => {
    const { request } = inParts(3, 4)
    expect([...(await readBounded(request, 12))]).toEqual([1, 1, 1, 1, 2, 2, 2, 2, 3, 3, 3, 3])
    expect(await readBounded(new Request('http://localhost/'), 0)).toHaveLength(0)
  })
  it('is read no further than is allowed', async () => {
    const { request, state } = inParts(1_000_000, 10)
    await expect(readBounded(request, 35)).rejects.toThrow(TooLong)
    expect(state.read).toBeLessThan(10)
    expect(state.cancelled).toBe(true)
  })
  it('is not read at all where it says that it is too long', async () => {
    const { request, state } = inParts(1, 1, { 'content-length': '36' })
    await expect(readBounded(request, 35)).rejects.toThrow(TooLong)
    expect(state.read).toBe(0)
  })
})
