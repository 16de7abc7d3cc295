/** Pictures as computed with: four bytes a pixel, red, green, blue and one that is not read. Lengths are pixels. */

export interface Picture {
  width: number
  height: number
  /** Rows from the top, four bytes a pixel. */
  data: Uint8ClampedArray
}

/** One number for each pixel. */
export interface Field {
  width: number
  height: number
  data: Float32Array
}

export interface Point {
  x: number
  y: number
}

export const field = (width: number, height: number): Field => ({
  width,
  height,
  data: new Float32Array(width * height),
})

/**
 * A picture made smaller, each pixel the mean of those it stands for, so that none is passed over.
 *
 * @param most pixels of its longer side
 */
export function shrunk(picture: Picture, most: number): Picture {
  const by = Math.max(picture.width, picture.height) / most
  if (by <= 1) return picture
  const [width, height] = [Math.round(picture.width / by), Math.round(picture.height / by)]
  const data = new Uint8ClampedArray(width * height * 4)
  for (let y = 0; y < height; y++) {
    const [top, bottom] = stretch(y, height, picture.height)
    for (let x = 0; x < width; x++) {
      const [left, right] = stretch(x, width, picture.width)
      let [r, g, b] = [0, 0, 0]
      for (let v = top; v < bottom; v++)
        for (let u = left, i = (v * picture.width + left) * 4; u < right; u++, i += 4) {
          r += picture.data[i]!
          g += picture.data[i + 1]!
          b += picture.data[i + 2]!
        }
      const n = (bottom - top) * (right - left)
      data.set([r / n, g / n, b / n, 255], (y * width + x) * 4)
    }
  }
  return { width, height, data }
}

const stretch = (i: number, of: number, from: number): [number, number] => {
  const start = Math.floor((i * from) / of)
  return [start, Math.max(start + 1, Math.floor(((i + 1) * from) / of))]
}

/** A field smoothed by the mean of a square around each pixel, thrice: near enough to a bell. @param radius pixels */
export function smooth(of: Field, radius: number): Field {
  if (radius < 1) return of
  let from = of
  for (let pass = 0; pass < 3; pass++) from = boxed(boxed(from, radius, 'along'), radius, 'down')
  return from
}

function boxed({ width, height, data }: Field, radius: number, way: 'along' | 'down'): Field {
  const out = new Float32Array(data.length)
  const [lines, length, step, next] = way === 'along' ? [height, width, 1, width] : [width, height, width, 1]
  for (let line = 0; line < lines; line++) {
    const start = line * next
    let sum = 0
    for (let k = 0; k < Math.min(radius, length); k++) sum += data[start + k * step]!
    for (let k = 0; k < length; k++) {
      if (k + radius < length) sum += data[start + (k + radius) * step]!
      if (k - radius - 1 >= 0) sum -= data[start + (k - radius - 1) * step]!
      const n = Math.min(length - 1, k + radius) - Math.max(0, k - radius) + 1
      out[start + k * step] = sum / n
    }
  }
  return { width, height, data: out }
}

/** The value below which a share of the numbers lies; sorts them. @param share 0 to 1 */
export function quantileOf(numbers: Float32Array, share: number): number {
  if (numbers.length === 0) return 0
  numbers.sort()
  return numbers[Math.min(numbers.length - 1, Math.floor(share * numbers.length))]!
}
