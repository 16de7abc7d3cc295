/** What of a picture tells where a tray lies: where brightness changes, and by what walls differ from what cells hold. */
import { field, quantileOf, shrunk, smooth, type Field, type Picture } from './picture'

const WORK = 420 // px of the longer side that a tray is looked for at

/** What is looked at. */
export interface Look {
  /** How much brightness changes across upright lines, and across level ones, by what is usual around. */
  upright: Field
  level: Field
  /**
   * By what walls differ from what the cells hold: brightness, warmth of colour, roughness. Each less its mean around, in
   * units of its own spread; the three of a pixel side by side.
   */
  traits: Float32Array
  /** 1 where it looks like leaf. */
  leafy: Uint8Array
}

const looked = new WeakMap<Picture, { small: Picture; look: Look }>()

/** A picture at the size a tray is looked for in, and what is seen there; worked out once. */
export function lookOf(picture: Picture): { small: Picture; look: Look } {
  let known = looked.get(picture)
  if (!known) {
    const small = shrunk(picture, WORK)
    looked.set(picture, (known = { small, look: lookAt(small) }))
  }
  return known
}

function lookAt(picture: Picture): Look {
  const { width, height, data } = picture
  const [light, green, warm] = [field(width, height), field(width, height), field(width, height)]
  for (let i = 0, k = 0; k < light.data.length; i += 4, k++) {
    const [r, g, b] = [Math.log(data[i]! + 12), Math.log(data[i + 1]! + 12), Math.log(data[i + 2]! + 12)]
    light.data[k] = (r + g + b) / 3
    green.data[k] = g - (r + b) / 2
    warm.data[k] = r - b
  }
  const usual = quantileOf(green.data.slice(), 0.5)
  const far = quantileOf(
    green.data.map((one) => Math.abs(one - usual)),
    0.5,
  )
  /** Leaves say nothing of the tray. */
  const isLeafy = (k: number) => Math.abs(green.data[k]! - usual) > 6 * far + 0.05
  const calm = smooth(light, 1)
  const rough = field(width, height)
  const [x, y] = [field(width, height), field(width, height)]
  for (let v = 1; v < height - 1; v++)
    for (let u = 1; u < width - 1; u++) {
      const k = v * width + u
      const counts = isLeafy(k) ? 0.25 : 1
      x.data[k] = Math.abs(calm.data[k + 1]! - calm.data[k - 1]!) * counts
      y.data[k] = Math.abs(calm.data[k + width]! - calm.data[k - width]!) * counts
      rough.data[k] = Math.abs(light.data[k]! - calm.data[k]!)
    }
  const traits = [light, warm, smooth(rough, 1)].map((trait) => standing(trait, isLeafy))
  return {
    upright: evened(x),
    level: evened(y),
    traits: sideBySide(traits),
    leafy: Uint8Array.from(light.data, (_, k) => (isLeafy(k) ? 1 : 0)),
  }
}

function sideBySide(fields: readonly Field[]): Float32Array {
  const out = new Float32Array(fields[0]!.data.length * fields.length)
  for (const [i, { data }] of fields.entries())
    for (let k = 0; k < data.length; k++) out[k * fields.length + i] = data[k]!
  return out
}

/** Strong changes count no more than usual ones around them: a bright board's edge outshines no tray. */
function evened(of: Field): Field {
  const around = smooth(of, Math.round(of.width / 14))
  const out = field(of.width, of.height)
  for (let k = 0; k < out.data.length; k++) out.data[k] = Math.min(3, of.data[k]! / (around.data[k]! + 0.004))
  return smooth(out, 1)
}

/** A trait less its mean around, in units of what is usual around; nothing where there are leaves. */
function standing(of: Field, isLeafy: (k: number) => boolean): Field {
  const radius = Math.round(of.width / 16)
  const around = smooth(of, radius)
  const out = field(of.width, of.height)
  const size = field(of.width, of.height)
  for (let k = 0; k < out.data.length; k++) {
    out.data[k] = isLeafy(k) ? 0 : of.data[k]! - around.data[k]!
    size.data[k] = Math.abs(out.data[k]!)
  }
  const usual = smooth(size, radius)
  for (let k = 0; k < out.data.length; k++)
    out.data[k] = Math.max(-3, Math.min(3, out.data[k]! / (usual.data[k]! + 0.01)))
  return out
}
