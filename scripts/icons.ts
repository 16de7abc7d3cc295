/** npm run icons: the icon as pictures of the sizes that devices ask for, from the drawing in `src/app/icon.svg`. */
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import sharp from 'sharp'
import { ROOT } from './machine.mjs'

const drawing = readFileSync(join(ROOT, 'src/app/icon.svg'), 'utf8')
const ground = /fill="(#[0-9a-f]{6})"/i.exec(drawing)?.[1]
if (!ground) throw new Error('the drawing has no ground')

/** Devices cut it to a shape of their own: the ground reaches to the edges, and the drawing stays within the middle. */
const whole = drawing
  .replace('<rect width="32" height="32" rx="6"', '<rect x="-6" y="-6" width="44" height="44"')
  .replace('viewBox="0 0 32 32"', 'viewBox="-6 -6 44 44"')

for (const [file, svg, size] of [
  ['public/icon-192.png', drawing, 192],
  ['public/icon-512.png', drawing, 512],
  ['public/icon-whole-512.png', whole, 512],
  ['src/app/apple-icon.png', whole, 180],
] as const)
  await sharp(Buffer.from(svg), { density: 1200 })
    .resize(size, size)
    .flatten(svg === whole ? { background: ground } : false)
    .png({ compressionLevel: 9 })
    .toFile(join(ROOT, file))
