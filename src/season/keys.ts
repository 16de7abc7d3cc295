/** Keys and names for new things. */

/** A key made of a name: small letters, digits and hyphens. */
export function keyOf(name: string): string {
  const plain = name
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 48)
    .replace(/-+$/, '')
  return plain || 'new'
}

/** The same key, or the first with a number after it, that nothing in a list has yet. */
export function freeKeyIn(list: readonly { key: string }[], wanted: string): string {
  const taken = new Set(list.map(({ key }) => key))
  if (!taken.has(wanted)) return wanted
  for (let n = 2; ; n++) if (!taken.has(`${wanted}-${n}`)) return `${wanted}-${n}`
}

const CODE_LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ' // without I and O, which read as 1 and 0

/** A code that no planting has yet, from the first letters of a name where they are free. */
export function freeCode(season: { plantings: readonly { code: string }[] }, name = ''): string {
  const taken = new Set(season.plantings.map((planting) => planting.code))
  const letters = name
    .toUpperCase()
    .replace(/[^A-Z]/g, '')
    .replace(/[IO]/g, '')
  const wishes = [letters.slice(0, 2), `${letters[0] ?? 'A'}${letters.at(-1) ?? 'A'}`].filter(
    (code) => code.length === 2,
  )
  for (const code of wishes) if (!taken.has(code)) return code
  for (const a of letters[0] ? [letters[0], ...CODE_LETTERS] : CODE_LETTERS) {
    for (const b of CODE_LETTERS) if (!taken.has(`${a}${b}`)) return `${a}${b}`
  }
  for (let n = 2; ; n++) for (const a of CODE_LETTERS) if (!taken.has(`${a}${n}`)) return `${a}${n}`
}
