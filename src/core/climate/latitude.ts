/** Latitudes as people write them: `47.6`, `47,6 N`, `47°36′`, `S 42`. */

/**
 * Reads a latitude.
 *
 * @returns degrees, north above 0; `undefined` where it is none, or beyond a pole
 */
export function readLatitude(text: string): number | undefined {
  const plain = text.trim().toUpperCase().replace(/[−–]/g, '-').replace(',', '.').replace(/\s+/g, ' ')
  const found =
    /^(?:(N|S)[A-Z]*\.? ?)?(-?)(\d{1,2}(?:\.\d+)?) ?(?:°|º|DEG|D)? ?(?:(\d{1,2}(?:\.\d+)?) ?(?:['′’M]|MIN)? ?(?:(\d{1,2}(?:\.\d+)?) ?(?:["″”]|''|S(?!O))? ?)?)?(N|S)?(?:ORTH|OUTH|ORTE|UR)?$/.exec(
      plain,
    )
  if (!found) return undefined
  const [, before, minus, degrees, minutes, seconds, after] = found
  // A fraction of a degree leaves no minutes, and a hemisphere is said once.
  if ((minutes !== undefined && degrees!.includes('.')) || (before && after)) return undefined
  const [m, s] = [Number(minutes ?? 0), Number(seconds ?? 0)]
  const value = Number(degrees) + m / 60 + s / 3600
  if (m >= 60 || s >= 60 || value > 90) return undefined
  const south = (before ?? after) === 'S'
  if (minus === '-' && (before ?? after) !== undefined) return undefined
  return south || minus === '-' ? -value : value
}
