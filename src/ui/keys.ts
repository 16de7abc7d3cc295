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
