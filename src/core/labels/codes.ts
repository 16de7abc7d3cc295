/** Label codes: short, easy to say, hard to confuse, with a check character that catches one wrong or two swapped. */

/** No O and 0, I and 1, B and 8, S and 5, Z and 2, G and 6, Q: 23 characters, a prime, so that the check catches every slip of one. */
export const CODE_LETTERS = 'ACDEFHJKLMNPRTUVWXY3479'

const PRIME = CODE_LETTERS.length
const LENGTH = 4 // characters before the check

/** Check character of a code: weights 1, 2, 3 … on its characters, modulo 23. */
export function checkCharacter(code: string): string {
  let sum = 0
  for (let i = 0; i < code.length; i++) sum += (i + 1) * CODE_LETTERS.indexOf(code[i]!)
  return CODE_LETTERS[sum % PRIME]!
}

/** 32-bit FNV-1a of a text. */
function hash(text: string): number {
  let value = 0x811c9dc5
  for (let i = 0; i < text.length; i++) value = Math.imul(value ^ text.charCodeAt(i), 0x01000193)
  // Stirred once more: ids differ in their last letters only.
  value ^= value >>> 15
  return Math.imul(value, 0x2c1b3c6d) >>> 0
}

function candidate(id: string, salt: number): string {
  let n = hash(`${id} ${salt}`)
  let code = ''
  for (let i = 0; i < LENGTH; i++) {
    code += CODE_LETTERS[n % PRIME]
    n = Math.floor(n / PRIME)
  }
  return code + checkCharacter(code)
}

/**
 * A code for every batch, the same each time as long as its id is.
 *
 * @param ids of batches
 * @param printed codes that are on labels already: they stay, whatever else is added
 */
export function codesOf(ids: readonly string[], printed: ReadonlyMap<string, string> = new Map()): Map<string, string> {
  const codes = new Map<string, string>()
  const taken = new Set(printed.values())
  for (const id of [...ids].sort()) {
    let code = printed.get(id)
    for (let salt = 0; code === undefined; salt++) {
      const next = candidate(id, salt)
      if (!taken.has(next)) code = next
    }
    taken.add(code)
    codes.set(id, code)
  }
  return codes
}

/**
 * Reads a code as people type or say it: spaces, hyphens and small letters do not matter.
 *
 * @returns the code, or why it is none
 */
export function readCode(
  text: string,
): { ok: true; code: string } | { ok: false; reason: 'length' | 'character' | 'check' } {
  const code = text.toUpperCase().replace(/[\s-]+/g, '')
  if (code.length !== LENGTH + 1) return { ok: false, reason: 'length' }
  for (const character of code) if (!CODE_LETTERS.includes(character)) return { ok: false, reason: 'character' }
  if (checkCharacter(code.slice(0, LENGTH)) !== code[LENGTH]) return { ok: false, reason: 'check' }
  return { ok: true, code }
}

/** A code as it is printed, in two groups. */
export const spoken = (code: string): string => `${code.slice(0, 2)} ${code.slice(2)}`
