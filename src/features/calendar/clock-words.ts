/** Minutes after midnight as a clock shows them, and back. */

/** 420 becomes `07:00`. */
export const clockText = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`

/** `07:00`, `7:00` or `7` becomes 420; nothing where it is no time of day. */
export function minutesOf(text: string): number | undefined {
  const said = /^(\d{1,2})(?:[:.h](\d{2}))?$/.exec(text.trim())
  if (!said) return undefined
  const [hours, minutes] = [Number(said[1]), Number(said[2] ?? 0)]
  return hours < 24 && minutes < 60 ? hours * 60 + minutes : undefined
}
