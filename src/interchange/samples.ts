/** What thermometers send, in the forms that loggers usually can: JSON, lines of text, or a bare number. */
import { instantOf } from '../core/calendar/clock'
import { parseDay } from '../core/calendar/day'
import type { Sample } from '../core/climate/hours'

/** How a thermometer measures, where what it sends does not say. */
export interface SentBy {
  unit: 'C' | 'F'
  /** IANA name: times without a zone are those of the farm. */
  zone: string | undefined
}

/** Why something that was sent is no reading. */
export type NoSample = 'no-temperature' | 'no-time' | 'ahead' | 'too-old'

/** Why, in words: for who set the logger up. */
export const NO_SAMPLE_WORDS: Readonly<Record<NoSample, string>> = {
  'no-temperature': 'No temperature was found in it.',
  'no-time': 'Its time cannot be read: send it as 2027-03-01T06:30:00Z, or in seconds since 1970.',
  ahead: 'Its time is still to come: the clock of the thermometer is wrong.',
  'too-old': 'Its time is more than 400 days ago: the clock of the thermometer is wrong.',
}

export interface SamplesRead {
  samples: Sample[]
  /** What was left out: which one, from 1, and why. */
  wrong: { n: number; why: NoSample }[]
}

const AHEAD = 10 * 60_000 // ms a clock may be fast
const OLDEST = 400 * 86_400_000 // ms

const TEMPERATURES = ['temperature', 'temp', 'value', 't', 'celsius', 'tempc', 'temperaturec', 'fahrenheit', 'tempf', 'temperaturef'] // prettier-ignore
const TIMES = ['at', 'time', 'timestamp', 'ts', 'datetime', 'date']

/**
 * Reads what was sent. A reading without a time is of now.
 *
 * @param text JSON of one reading, of a list, or of `{ "readings": [ … ] }`; or lines of `time,temperature` (a tab or a
 *   semicolon does as well); or one number
 * @param now ms since the beginning of 1970 in UTC
 */
export function readSamples(text: string, by: SentBy, now: number): SamplesRead {
  const read: SamplesRead = { samples: [], wrong: [] }
  const all = sentIn(text.replace(/^\uFEFF/, '').trim())
  all.forEach((one, i) => {
    const sample = sampleOf(one, by, now)
    if (typeof sample === 'string') read.wrong.push({ n: i + 1, why: sample })
    else read.samples.push(sample)
  })
  return read
}

/** A reading as it was sent: time and temperature as they stand there. */
interface Sent {
  time: unknown
  temperature: unknown
  unit: unknown
}

function sentIn(text: string): Sent[] {
  if (/^[[{]/.test(text))
    try {
      const whole: unknown = JSON.parse(text)
      const list = Array.isArray(whole) ? whole : (whole as { readings?: unknown }).readings
      return Array.isArray(list) ? list.map(ofJson) : [ofJson(whole)]
    } catch (error) {
      if (!(error instanceof SyntaxError)) throw error
      return [{ time: undefined, temperature: undefined, unit: undefined }]
    }
  // A decimal comma, and nothing else.
  if (/^-?\d{1,3},\d{1,2}$/.test(text)) return [{ time: undefined, temperature: text, unit: undefined }]
  const lines = text.split(/\r?\n/).filter((line) => line.trim() !== '')
  const [head] = lines
  // A first line of words is a heading.
  const body = lines.length > 1 && head !== undefined && !/\d/.test(head) ? lines.slice(1) : lines
  return body.length === 0 ? [{ time: undefined, temperature: undefined, unit: undefined }] : body.map(ofLine)
}

function ofJson(one: unknown): Sent {
  if (typeof one !== 'object' || one === null) return { time: undefined, temperature: one, unit: undefined }
  const by = new Map(Object.entries(one).map(([name, value]) => [name.toLowerCase().replace(/[^a-z]/g, ''), value]))
  const named = TEMPERATURES.find((name) => by.has(name))
  const unit = by.get('unit') ?? (named && /(?:f|fahrenheit)$/.test(named) ? 'F' : /(?:c|celsius)$/.test(named ?? '') ? 'C' : undefined) // prettier-ignore
  return { time: TIMES.map((name) => by.get(name)).find((value) => value !== undefined), temperature: by.get(named ?? ''), unit } // prettier-ignore
}

function ofLine(line: string): Sent {
  const cells = line.split(/[;\t]/.test(line) ? /[;\t]/ : ',').map((cell) => cell.trim().replace(/^"|"$/g, ''))
  return cells.length < 2
    ? { time: undefined, temperature: cells[0], unit: undefined }
    : { time: cells[0], temperature: cells[1], unit: cells[2] }
}

function sampleOf({ time, temperature, unit }: Sent, by: SentBy, now: number): Sample | NoSample {
  const degrees = numberOf(temperature)
  if (degrees === undefined) return 'no-temperature'
  const at = time === undefined || time === null || time === '' ? now : instantIn(time, by.zone)
  if (at === undefined) return 'no-time'
  if (at > now + AHEAD) return 'ahead'
  if (at < now - OLDEST) return 'too-old'
  const measured = unitOf(unit) ?? by.unit
  // What a broken wire says stays what it is in either unit: it cannot be.
  return { at, celsius: measured === 'C' ? degrees : Math.round(((degrees - 32) / 1.8) * 100) / 100 }
}

function numberOf(value: unknown): number | undefined {
  if (typeof value === 'number') return Number.isFinite(value) ? value : undefined
  if (typeof value !== 'string') return undefined
  const found = /^([-−]?\d{1,4}(?:[.,]\d{1,6})?)\s*(?:°?\s*[CF])?$/i.exec(value.trim())
  return found ? Number(found[1]!.replace('−', '-').replace(',', '.')) : undefined
}

function unitOf(value: unknown): 'C' | 'F' | undefined {
  const found = typeof value === 'string' ? /^°?\s*(c|f)/i.exec(value.trim())?.[1] : undefined
  return found === undefined ? undefined : found.toUpperCase() === 'C' ? 'C' : 'F'
}

/** Seconds or milliseconds since the beginning of 1970, or ISO; without a zone it is the time on the farm's wall. */
function instantIn(value: unknown, zone: string | undefined): number | undefined {
  const number =
    typeof value === 'number' ? value : /^\d{9,13}(?:\.\d+)?$/.test(String(value)) ? Number(value) : undefined
  if (number !== undefined) return number < 1e11 ? Math.round(number * 1000) : Math.round(number)
  if (typeof value !== 'string') return undefined
  const found = /^(\d{4}-\d{2}-\d{2})[T ](\d{1,2}):(\d{2})(?::\d{2}(?:\.\d+)?)?\s*(Z|[+-]\d{2}:?\d{2})?$/i.exec(
    value.trim(),
  )
  if (!found) return undefined
  const [, day, hour, minute, offset] = found as unknown as [string, string, string, string, string | undefined]
  if (!isDay(day) || Number(hour) > 23 || Number(minute) > 59) return undefined
  if (offset !== undefined) {
    const instant = Date.parse(
      value
        .trim()
        .replace(' ', 'T')
        .replace(/\s+/g, '')
        .replace(/([+-]\d{2})(\d{2})$/, '$1:$2')
        .toUpperCase(),
    )
    return Number.isNaN(instant) ? undefined : instant
  }
  return instantOf({ day: parseDay(day), minute: Number(hour) * 60 + Number(minute) }, zone)
}

/** Whether the calendar has such a day. */
function isDay(text: string): boolean {
  const date = new Date(`${text}T00:00Z`)
  return !Number.isNaN(date.getTime()) && date.toISOString().startsWith(text)
}
