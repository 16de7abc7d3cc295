/** Alarms of thermometers, as they are told. */
import { clockDay } from '../core/calendar/clock'
import type { Alarm } from '../core/climate/alarm'
import type { Sample } from '../core/climate/hours'
import type { PushMessage } from '../season/push'
import { createFormat, type Format, type Units } from './format'

/** A thermometer, as far as an alarm needs it. */
export interface Told {
  id: string
  name: string
  below?: number | undefined
  above?: number | undefined
  last: Sample | undefined
  alarm: Alarm | undefined
}

/** The time on the farm's wall; with its day where that is another than today. @param now ms */
export function clockWords(f: Format, instant: number, zone: string | undefined, now: number): string {
  const time = new Intl.DateTimeFormat(f.locale, { hour: 'numeric', minute: '2-digit', timeZone: zone }).format(instant)
  const day = clockDay(instant, zone)
  return day === clockDay(now, zone) ? time : `${f.date(day)} ${time}`
}

/** What an alarm says, in one sentence: `Colder than 2 °C since 03:40, at worst −1.2 °C.` */
export function alarmWords(
  f: Format,
  { below, above }: Pick<Told, 'below' | 'above'>,
  alarm: Alarm,
  [zone, now]: readonly [string | undefined, number],
): string {
  const limit = alarm.kind === 'cold' ? below : above
  return f.t(alarm.kind === 'cold' ? 'thermometers.coldSince' : 'thermometers.hotSince', {
    limit: f.temperature(limit ?? alarm.worst),
    since: clockWords(f, alarm.since, zone, now),
    worst: f.temperature(alarm.worst),
  })
}

/** What a device is told of frost, heat or silence. */
export function alarmMessage(
  told: { thermometer: Told; place: string; what: 'alarm' | 'silent'; zone: string | undefined; at: string },
  { locale, units }: { locale: string; units: Units },
): PushMessage {
  const f = createFormat(locale, units)
  const { thermometer, place, what, zone, at } = told
  const { last, alarm, name, id } = thermometer
  const now = last?.at ?? alarm?.since ?? 0
  const rest = { tag: `${what} ${id}`, at: `${at}/readings` }
  if (what === 'silent' || !alarm)
    return {
      title: f.t('thermometers.silentTitle', { place }),
      body: f.t('thermometers.silentSince', { name, since: clockWords(f, now, zone, now) }),
      ...rest,
    }
  return {
    title: `${place}: ${f.temperature(last?.celsius ?? alarm.worst)}`,
    body: `${alarmWords(f, thermometer, alarm, [zone, now])} ${f.t('thermometers.by', { name })}`,
    ...rest,
  }
}
