/**
 * Makes photos small, as a process of its own: what a crafted file does to the decoder, it does here alone. A photo comes
 * as a message of its bytes; the answer is one made small, or null where it cannot be read. It ends with the server.
 */
import sharp from 'sharp'

const LONGEST_SIDE = 1600 // px
const MOST_PIXELS = 64_000_000
const SECONDS = 15

sharp.concurrency(1)
sharp.cache(false)

async function small(bytes) {
  const photo = sharp(Buffer.from(bytes), { limitInputPixels: MOST_PIXELS, pages: 1, failOn: 'error' })
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
  return { bytes: new Uint8Array(data), width: info.width, height: info.height }
}

process.on('message', (bytes) => {
  small(bytes).then(
    (answer) => process.send({ answer }),
    () => process.send({ answer: null }),
  )
})
