/** Figures of a crop by path, such as `germination.thermalTime`: reading and setting one without touching the rest. */

type Group = Record<string, unknown>
const isGroup = (value: unknown): value is Group => typeof value === 'object' && value !== null && !Array.isArray(value)

/** The figure at a path, or `undefined`; of a list, a number says which. */
export function figureAt(of: object, path: string): unknown {
  let value: unknown = of
  for (const part of path.split('.')) {
    if (!isGroup(value) && !Array.isArray(value)) return undefined
    value = (value as Group)[part]
  }
  return value
}

/** The same thing with one figure set; `undefined` takes it out, and with it a group that is left empty. */
export function withFigure<T extends object>(of: T, path: string, value: unknown): T {
  const [first, ...rest] = path.split('.') as [string, ...string[]]
  const inner = (of as Group)[first]
  const next =
    rest.length === 0 ? value : withFigure(isGroup(inner) || Array.isArray(inner) ? inner : {}, rest.join('.'), value)
  if (Array.isArray(of)) {
    const list = [...(of as unknown[])]
    list[Number(first)] = next
    return list as T
  }
  const out: Group = { ...(of as Group), [first]: next }
  if (next === undefined || (rest.length > 0 && value === undefined && isGroup(next) && Object.keys(next).length === 0))
    delete out[first]
  return out as T
}
