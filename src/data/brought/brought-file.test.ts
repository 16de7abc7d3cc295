import { existsSync } from 'node:fs'
import { readFile, utimes } from 'node:fs/promises'
import { describe, expect, it } from 'vitest'
import { bring, broughtAt, dropBrought, FileTooLong } from './brought-file'

const stream = (parts: string[], headers: Record<string, string> = {}) => ({
  headers: new Headers(headers),
  body: new ReadableStream<Uint8Array<ArrayBuffer>>({
    start(to) {
      for (const part of parts) to.enqueue(new TextEncoder().encode(part))
      to.close()
    },
  }),
})

describe('a file that is sent', () => {
  it('is kept as it came, and taken away', async () => {
    const name = await bring(stream(['{"a":', '1}']), 7)
    expect(await readFile(broughtAt(name)!, 'utf8')).toBe('{"a":1}')
    await dropBrought(name)
    expect(existsSync(broughtAt(name)!)).toBe(false)
    await dropBrought(name)
    await dropBrought('../../etc/passwd')
  })
  it('is not kept where it is too long', async () => {
    await expect(bring(stream(['1234', '5678']), 7)).rejects.toThrow(FileTooLong)
    await expect(bring(stream(['1'], { 'content-length': '8' }), 7)).rejects.toThrow(FileTooLong)
  })
  it.each(['..', '../brought', '/etc/passwd', '', `${'0'.repeat(8)}-0000-0000-0000-${'0'.repeat(12)}/..`])(
    'is never %j',
    (name) => expect(broughtAt(name)).toBeUndefined(),
  )
  it('that nobody came back for goes after an hour', async () => {
    const old = await bring(stream(['old']), 9)
    const past = new Date(Date.now() - 2 * 3_600_000)
    await utimes(broughtAt(old)!, past, past)
    const young = await bring(stream(['young']), 9)
    expect([old, young].map((name) => existsSync(broughtAt(name)!))).toEqual([false, true])
    await dropBrought(young)
  })
})
