/** What a file of a photo is, by its first bytes: its name and what it is said to be prove nothing. */

export type PhotoKind = 'jpeg' | 'png' | 'webp' | 'heic'

/** Brands of the family of HEIC. */
const HEIC = /^(heic|heix|hevc|hevx|heim|heis|mif1|msf1)$/

/** The kind of a photo; `undefined` for anything else, drawings (SVG) among them. */
export function kindOf(bytes: Uint8Array): PhotoKind | undefined {
  const text = (from: number, to: number) => String.fromCharCode(...bytes.subarray(from, to))
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'jpeg'
  if (text(0, 8) === '\x89PNG\r\n\x1a\n') return 'png'
  if (text(0, 4) === 'RIFF' && text(8, 12) === 'WEBP') return 'webp'
  if (text(4, 8) === 'ftyp' && HEIC.test(text(8, 12))) return 'heic'
  return undefined
}
