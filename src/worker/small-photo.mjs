/**
 * Makes one photo small, as a process of its own: what a crafted file does to the decoder, it does here alone. The photo
 * comes in and goes out by the standard streams; what is wrong with it is said on the standard error.
 */
import sharp from 'sharp'

const LONGEST_SIDE = 1600 // px
const MOST_PIXELS = 64_000_000
const SECONDS = 15

sharp.concurrency(1)
sharp.cache(false)

async function main() {
  const parts = []
  for await (const part of process.stdin) parts.push(part)
  const photo = sharp(Buffer.concat(parts), { limitInputPixels: MOST_PIXELS, pages: 1, failOn: 'error' })
  // The header alone says how large it will be, before anything of it is decoded.
  const { width = 0, height = 0 } = await photo.metadata()
  if (width * height > MOST_PIXELS) throw new Error('too many pixels')
  // Turned as it was held; written anew without any data about it.
  const { data, info } = await photo
    .timeout({ seconds: SECONDS })
    .rotate()
    .resize(LONGEST_SIDE, LONGEST_SIDE, { fit: 'inside', withoutEnlargement: true })
    .flatten({ background: '#ffffff' })
    .jpeg({ quality: 78 })
    .toBuffer({ resolveWithObject: true })
  const head = Buffer.alloc(8)
  head.writeUInt32BE(info.width, 0)
  head.writeUInt32BE(info.height, 4)
  process.stdout.write(Buffer.concat([head, data]))
}

main().catch((error) => {
  process.stderr.write(String(error.message))
  process.exitCode = 2
})
