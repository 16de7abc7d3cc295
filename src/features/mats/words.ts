/** What is said of mats and lamps in the evening. */
import type { Coming, Lamp, Leaving, WarmPlace } from '../../core/advice/evening'
import { count, list, type Format } from '../../words/format'

const INCH = 2.54 // cm

/** A height to the nearest centimetre, or half inch. */
const heightWords = (f: Format, cm: number): string =>
  f.depth(f.units === 'us' ? (Math.round((cm / INCH) * 2) / 2) * INCH : Math.max(1, Math.round(cm)))

/** Why trays may go. */
export function leavingWords({ why, counted, work }: Leaving, f: Format): string {
  if (why === 'late') return f.t('mats.lateBy', { days: count(f, work.late, 'day') })
  if (counted)
    return f.t('mats.showing', { showing: f.number(counted.showing), cells: count(f, counted.cells, 'cell') })
  return f.t('mats.due', { day: f.date(work.task.day) })
}

/** Whether there is room, and what waiting costs. */
export function comingWords({ room, roomFrom, need, without }: Coming, f: Format): string {
  const where = room
    ? f.t('mats.thereIsRoom')
    : roomFrom === undefined
      ? f.t('mats.noRoomAtAll')
      : f.t('mats.waitsUntil', { day: f.date(roomFrom) })
  const heat =
    need === undefined
      ? ''
      : without === undefined
        ? f.t('mats.mustHaveHeat')
        : without.slower === 0
          ? f.t('mats.asSoonWithout')
          : f.t('mats.slowerWithout', {
              days: count(f, without.slower, 'day'),
              late: without.late === Infinity ? 'never' : without.late > 0 ? 'late' : 'no',
              lateDays: count(f, Number.isFinite(without.late) ? without.late : 0, 'day'),
            })
  return [where, heat].filter(Boolean).join(' ')
}

/** What is to be done about a lamp; nothing where it hangs well. */
export function lampWords(
  { tallest, shortest, hang, noRoom, tooLow, tooHigh, uneven, dim }: Lamp,
  f: Format,
): string[] {
  const said: string[] = []
  if (tallest)
    said.push(
      f.t('mats.tallest', {
        batch: tallest.batch.code,
        height: heightWords(f, tallest.height),
        measured: tallest.measured ? 'yes' : 'no',
      }),
    )
  if (hang !== undefined) {
    const words = { height: heightWords(f, hang) }
    if (noRoom > 0.5) said.push(f.t('mats.noHeadroom', { ...words, by: heightWords(f, noRoom) }))
    else if (tooLow > 2) said.push(f.t('mats.raise', { ...words, by: heightWords(f, tooLow) }))
    else if (tooHigh > 2) said.push(f.t('mats.lower', { ...words, by: heightWords(f, tooHigh) }))
    else said.push(f.t('mats.hangsAt', words))
  }
  if (uneven !== undefined && shortest)
    said.push(
      f.t('mats.uneven', {
        batch: shortest.batch.code,
        height: heightWords(f, shortest.height),
        share: f.number(Math.round(uneven * 20) * 5),
      }),
    )
  if (dim !== undefined) said.push(f.t('mats.dim', { share: f.number(Math.round(dim * 100)) }))
  return said
}

/** `ZM-1 to 15 Apr, CE to 17 Apr`. */
export const stayingWords = (staying: WarmPlace['staying'], f: Format): string =>
  list(
    f,
    staying.map(({ batch, stay }) => f.t('mats.staysTo', { batch: batch.code, day: f.shortDate(stay.until) })),
  )

/** `5½ of 8 tray places`. */
export const takenWords = ({ taken, room }: Pick<WarmPlace, 'taken' | 'room'>, f: Format): string =>
  f.t('mats.taken', { taken: f.number(Math.max(0, taken), 1), room: count(f, room, 'trayPlace') })
