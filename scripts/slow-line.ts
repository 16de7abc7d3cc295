/** A line to a server as a phone at the edge of the field has it: slow both ways, and narrow. */
import { connect, createServer, type Socket } from 'node:net'

const STEP = 10 // ms between portions

export interface SlowLine {
  port: number
  /** Bytes that came down since it was asked last. */
  taken(): number
  /** Nothing comes through, and nothing says so. */
  cut(cut: boolean): void
  close(): void
}

/** Forwards portions in their order, each after a while, no more of them at once than the line carries. */
function forward(from: Socket, to: Socket, { delay, take }: { delay: number; take: (most: number) => number }): void {
  const waiting: { at: number; bytes: Buffer }[] = []
  let ended = false
  const timer = setInterval(() => {
    const now = performance.now()
    while (waiting.length > 0 && waiting[0]!.at <= now) {
      const { at, bytes } = waiting[0]!
      const room = take(bytes.length)
      if (room === 0) return
      to.write(bytes.subarray(0, room))
      if (room === bytes.length) waiting.shift()
      else waiting[0] = { at, bytes: bytes.subarray(room) }
    }
    if (ended && waiting.length === 0) {
      clearInterval(timer)
      to.end()
    }
  }, STEP)
  from.on('data', (bytes: Buffer) => waiting.push({ at: performance.now() + delay, bytes }))
  from.on('end', () => (ended = true))
  from.on('error', () => to.destroy())
  to.on('close', () => clearInterval(timer))
}

/**
 * Lays a slow line to a server of this machine.
 *
 * @param port of the server
 * @param latency ms there and back
 * @param rate bytes a second that come down, shared by all connections
 */
export async function slowLine(port: number, latency: number, rate: number): Promise<SlowLine> {
  let room = 0
  let last = performance.now()
  let taken = 0
  let cut = false
  const take = (most: number) => {
    const now = performance.now()
    room = Math.min(rate / 10, room + ((now - last) * rate) / 1000)
    last = now
    const now_ = cut ? 0 : Math.min(most, Math.floor(room))
    room -= now_
    taken += now_
    return now_
  }
  const open = new Set<Socket>()
  const server = createServer((near) => {
    const far = connect(port, '127.0.0.1')
    for (const one of [near, far]) {
      open.add(one)
      one.setNoDelay(true)
      one.on('close', () => open.delete(one))
    }
    forward(near, far, { delay: latency / 2, take: (most) => (cut ? 0 : most) })
    forward(far, near, { delay: latency / 2, take })
  })
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready))
  return {
    port: (server.address() as { port: number }).port,
    taken: () => {
      const sum = taken
      taken = 0
      return sum
    },
    cut: (next) => (cut = next),
    close: () => {
      for (const one of open) one.destroy()
      server.close()
    },
  }
}
