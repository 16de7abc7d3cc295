import { deflateSync } from 'node:zlib'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { kindOf } from './kinds'
import { madeSmall } from './small-photo'

const leaf = (width: number, height: number) => sharp({ create: { width, height, channels: 3, background: '#5a7f3c' } })
const bytes = (text: string) => new TextEncoder().encode(text)

/** A PNG that says how large it is, and holds no more than a line of it. */
function claimed(side: number): Uint8Array {
  const chunk = (name: string, data: Buffer) => {
    const length = Buffer.alloc(4)
    length.writeUInt32BE(data.length)
    const body = Buffer.concat([Buffer.from(name), data])
    const crc = Buffer.alloc(4)
    crc.writeUInt32BE(crc32(body))
    return Buffer.concat([length, body, crc])
  }
  const head = Buffer.alloc(13)
  head.writeUInt32BE(side, 0)
  head.writeUInt32BE(side, 4)
  head.set([8, 0, 0, 0, 0], 8)
  return Buffer.concat([
    Buffer.from('\x89PNG\r\n\x1a\n', 'latin1'),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(Buffer.alloc(side + 1))),
    chunk('IEND', Buffer.alloc(0)),
  ])
}
function crc32(data: Buffer): number {
  let crc = ~0
  for (const byte of data) {
    crc ^= byte
    for (let bit = 0; bit < 8; bit++) crc = (crc >>> 1) ^ (crc & 1 ? 0xedb88320 : 0)
  }
  return ~crc >>> 0
}

describe('a photo', () => {
  it('of each kind that is taken is known by its bytes', async () => {
    expect(kindOf(await leaf(9, 9).jpeg().toBuffer())).toBe('jpeg')
    expect(kindOf(await leaf(9, 9).png().toBuffer())).toBe('png')
    expect(kindOf(await leaf(9, 9).webp().toBuffer())).toBe('webp')
    expect(kindOf(bytes('\0\0\0\x18ftypheic\0\0\0\0'))).toBe('heic')
  })
  it.each(['<svg xmlns="http://www.w3.org/2000/svg"/>', 'GIF89a', '%PDF-1.7', '', 'II*\0', '\0\0\0\x18ftypmp42'])(
    'is not %j',
    async (text) => expect(await madeSmall(bytes(text))).toEqual({ problem: 'no-photo' }),
  )
  it('is made small, turned as it was held, and says no more where it was taken', async () => {
    const taken = await leaf(3000, 1000)
      .withExif({ IFD0: { Make: 'Some camera' }, IFD3: { GPSLatitude: '52/1 30/1 0/1' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer()
    const made = await madeSmall(taken)
    if ('problem' in made) throw new Error(made.problem)
    expect([made.width, made.height]).toEqual([533, 1600])
    const { exif, format, orientation } = await sharp(made.bytes).metadata()
    expect({ exif, format, orientation }).toEqual({ exif: undefined, format: 'jpeg', orientation: undefined })
  })
  it('that claims more pixels than can be is refused before it is decoded, and so is a damaged one', async () => {
    const whole = await leaf(800, 800).jpeg().toBuffer()
    const begun = Date.now()
    expect(await madeSmall(claimed(50_000))).toEqual({ problem: 'cannot-be-read', kind: 'png' })
    expect(await madeSmall(whole.subarray(0, 400))).toEqual({ problem: 'cannot-be-read', kind: 'jpeg' })
    expect(await madeSmall(bytes('\0\0\0\x18ftypheic\0\0\0\0'))).toEqual({ problem: 'cannot-be-read', kind: 'heic' })
    expect(Date.now() - begun).toBeLessThan(15_000)
  })
  it('waits for those before it, and too many are sent away', async () => {
    const small = await leaf(20, 20).png().toBuffer()
    const all = await Promise.all(Array.from({ length: 17 }, () => madeSmall(small)))
    const busy = all.filter((one) => 'problem' in one)
    expect(busy).toEqual(Array.from({ length: 5 }, () => ({ problem: 'busy' })))
    expect(await madeSmall(small)).toMatchObject({ width: 20, height: 20 })
  })
})
