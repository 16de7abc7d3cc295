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
export const freeKeyIn = (list: readonly { key: string }[], wanted: string): string =>
  freeKeyAmong(new Set(list.map(({ key }) => key)), wanted)

/** The same key, or the first with a number after it, that is not taken yet. */
export function freeKeyAmong(taken: ReadonlySet<string>, wanted: string): string {
  if (!taken.has(wanted)) return wanted
  for (let n = 2; ; n++) if (!taken.has(`${wanted}-${n}`)) return `${wanted}-${n}`
}

const CODE_LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ' // without I and O, which read as 1 and 0

/** A code that no planting has yet, from the first letters of a name where they are free. */
export const freeCode = (season: { plantings: readonly { code: string }[] }, name = ''): string =>
  codeMaker(season.plantings.map(({ code }) => code))(name)

/** Makes one code after another, none twice and none that is taken, from the first letters of names where they are free. */
export function codeMaker(codes: Iterable<string>): (name: string) => string {
  const taken = new Set(codes)
  // Once all pairs of letters are taken they stay so; numbers are tried from where none was free before.
  let pairs = true
  let number = 2
  const pairOf = (firsts: Iterable<string>): string | undefined => {
    for (const a of firsts) for (const b of CODE_LETTERS) if (!taken.has(`${a}${b}`)) return `${a}${b}`
    return undefined
  }
  const numbered = (): string => {
    for (; ; number++) for (const a of CODE_LETTERS) if (!taken.has(`${a}${number}`)) return `${a}${number}`
  }
  return (name) => {
    const letters = name
      .toUpperCase()
      .replace(/[^A-Z]/g, '')
      .replace(/[IO]/g, '')
    const wishes = [letters.slice(0, 2), `${letters[0] ?? 'A'}${letters.at(-1) ?? 'A'}`].filter(
      (code) => code.length === 2,
    )
    let code = wishes.find((wish) => !taken.has(wish)) ?? (letters[0] && pairs ? pairOf(letters[0]) : undefined)
    if (code === undefined && pairs) {
      code = pairOf(CODE_LETTERS)
      pairs = code !== undefined
    }
    code ??= numbered()
    taken.add(code)
    return code
  }
}
