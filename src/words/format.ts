/** Dates, numbers and measures as a person reads them. */
import type { Day } from '../core/calendar/day'
import type { DayOrder } from '../core/calendar/typed-day'
import { isoWeek } from '../core/calendar/day'
import { languageOf, translatorOf, type Translate } from './translator'
import type { Messages } from 'next-intl'

/** Which units a person reads. */
export type Units = 'metric' | 'us'

/** Everything that turns a value into text for one reader. */
export interface Format {
  readonly locale: string
  readonly units: Units
  /** A message of this reader's language, by its key. */
  readonly t: Translate
  /** `Mon 12 Apr` */
  date(day: Day): string
  /** `Monday 12 April 2027` */
  longDate(day: Day): string
  /** `8.40`, or `€8.40` where the farm says its currency; with its hundredths, and thousandths under a tenth. */
  money(amount: number): string
  /** `12 Apr` */
  shortDate(day: Day): string
  /** `April` or `April 2027` */
  month(day: Day, withYear?: boolean): string
  /** `week 15` */
  week(day: Day): string
  /** `1,148`; at most so many digits after the point. */
  number(value: number, digits?: number): string
  /** `20 °C` or `68 °F` */
  temperature(celsius: number): string
  /** A difference of temperatures. */
  degrees(celsius: number): string
  /** `45 ml` or `2.7 cu in` */
  volume(ml: number): string
  /** `3 mm`, `1.5 cm` or `⅝ in` */
  depth(cm: number): string
}

const UTC = { timeZone: 'UTC' } as const

/** The farm's own format, for sheets, files and calendars that have no reader yet. */
export const farmFormat = ({
  region,
  units = 'metric',
  currency,
}: {
  region?: 'uk' | 'us' | undefined
  units?: Units | undefined
  currency?: string | undefined
}) => createFormat(region === 'us' ? 'en-US' : 'en-GB', units, undefined, currency)

/** The year of a season: that of its middle, so that what is sown in the autumn before is told with its own. */
export const yearOf = ({ from, to }: { from: string; to: string }): number =>
  new Date((Date.parse(from) + Date.parse(to)) / 2).getUTCFullYear()

/**
 * A reader's format. A locale that nobody has a catalogue for is read in English, its dates and numbers too.
 *
 * @param year of the season that is looked at: a day of another year is written with its year
 * @param currency money is written in, by its three letters; none: as bare numbers
 */
export function createFormat(locale: string, units: Units, year?: number, currency?: string): Format {
  const tag = languageOf(locale) === 'es' || locale.toLowerCase().startsWith('en') ? locale : 'en-GB'
  const t = translatorOf(tag)
  const make = (options: Intl.DateTimeFormatOptions) => new Intl.DateTimeFormat(tag, { ...UTC, ...options })
  const date = make({ weekday: 'short', day: 'numeric', month: 'short' })
  const longDate = make({ weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' })
  const shortDate = make({ day: 'numeric', month: 'short' })
  const otherDate = make({ weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' })
  const otherShort = make({ day: 'numeric', month: 'short', year: 'numeric' })
  const elsewhere = (day: Day) => year !== undefined && new Date(day * 86_400_000).getUTCFullYear() !== year
  const month = make({ month: 'long' })
  const monthYear = make({ month: 'long', year: 'numeric' })
  const numbers = [0, 1, 2, 3].map(
    (digits) => new Intl.NumberFormat(tag, { maximumFractionDigits: digits, signDisplay: 'negative' }),
  )
  const at = (format: Intl.DateTimeFormat, day: Day) => format.format(day * 86_400_000)
  // A minus is as long as a plus; what rounds to nothing has no sign.
  const number = (value: number, digits = 0) => numbers[digits]!.format(value).replace('-', '−')
  const us = units === 'us'
  return {
    locale: tag,
    units,
    money: moneyIn(tag, currency),
    t,
    // "Sept" in some locales is five letters where all others are three: columns stay aligned without it.
    date: (day) =>
      at(elsewhere(day) ? otherDate : date, day)
        .replace(/,/g, '')
        .replace('Sept', 'Sep'),
    // Where the month comes first a comma stands before the year; where the day does, writers differ, and it is left out.
    longDate: (day) =>
      /^\p{L}+,? \p{L}/u.test(at(longDate, day)) ? at(longDate, day) : at(longDate, day).replace(/,/g, ''),
    shortDate: (day) =>
      at(elsewhere(day) ? otherShort : shortDate, day)
        .replace(',', '')
        .replace('Sept', 'Sep'),
    month: (day, withYear = false) => at(withYear ? monthYear : month, day),
    week: (day) => t('format.week', { week: String(isoWeek(day)) }),
    number,
    temperature: (c) => (us ? `${number((c * 9) / 5 + 32, 0)} °F` : `${number(c, 1)} °C`),
    degrees: (c) => (us ? `${number((c * 9) / 5, 0)} °F` : `${number(c, 1)} °C`),
    volume: (ml) =>
      us ? `${number(ml / 16.387, 1)} cu in` : ml >= 10_000 ? `${number(ml / 1000, 1)} l` : `${number(ml)} ml`,
    depth: (cm) => (us ? `${inEighths(cm / 2.54)} in` : cm < 1 ? `${number(cm * 10)} mm` : `${number(cm, 1)} cm`),
  }
}

/** What can be counted. */
export type Counted = keyof Messages['count']

/** `1 tray`, `3 trays`. */
export function count(f: Format, value: number, what: Counted): string {
  const text = what === 'trayPlace' ? halfWords(f, value) : f.number(value, Number.isInteger(value) ? 0 : 2)
  return f.t(`count.${what}`, { n: value, text })
}

/** Which comes first where a day is written in digits alone. */
export const dayOrderOf = (locale: string): DayOrder => (/^en-us$/i.test(locale) ? 'mdy' : 'dmy')

const EIGHTHS = ['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞']

/** Inches as they are read off a ruler: `⅜`, `1½`. */
function inEighths(inches: number): string {
  const all = Math.max(1, Math.round(inches * 8))
  const [whole, rest] = [Math.floor(all / 8), EIGHTHS[all % 8]!]
  return `${whole === 0 ? '' : whole}${rest}`
}

/** `A, B and C`. */
export function list(f: Format, items: readonly string[]): string {
  if (items.length < 2) return items[0] ?? ''
  return f.t('format.list', { most: items.slice(0, -1).join(', '), last: items.at(-1)! })
}

/** A chance: `90 %`, `under 1 %`. */
export function chanceWords(f: Format, chance: number): string {
  if (chance >= 0.995) return f.t('format.over', { share: '99 %' })
  return chance < 0.01 ? f.t('format.under', { share: '1 %' }) : `${Math.round(chance * 100)} %`
}

/** A share of all: `85 %`. */
export function shareWords(share: number): string {
  return `${Math.round(share * 100)} %`
}

/** Working time as people say it: `2 h 10 min`, `40 min`, `3 h`. */
export function hoursWords(f: Format, hours: number): string {
  const minutes = Math.round(hours * 60)
  const [h, min] = [Math.floor(minutes / 60), minutes % 60]
  if (h === 0) return `${f.number(min)} min`
  return min === 0 ? `${f.number(h)} h` : `${f.number(h)} h ${min} min`
}

/** To the half, where nothing is truer than that: `7½`, `12`. */
export function halfWords(f: Format, amount: number): string {
  const halves = Math.round(amount * 2)
  if (halves === 0 && amount > 0) return f.number(amount, 2)
  const whole = Math.floor(halves / 2)
  return halves % 2 === 0 ? f.number(whole) : `${whole === 0 ? '' : f.number(whole)}½`
}

/** A day range that ends before `until`. */
export function range(f: Format, from: Day, until: Day): string {
  return until - from <= 1
    ? f.shortDate(from)
    : f.t('format.range', { from: f.shortDate(from), until: f.shortDate(until - 1) })
}

/** So much mix, in what a person would fetch it in: `42 l`, `4.2 l`; `1.5 cu ft`, `3 gal`, `2 qt`. */
export function mixWords(f: Format, litres: number): string {
  if (f.units !== 'us') return `${f.number(litres, litres < 10 ? 1 : 0)} l`
  if (litres >= CUBIC_FOOT) return `${f.number(litres / CUBIC_FOOT, 1)} cu ft`
  return litres >= GALLON ? `${f.number(litres / GALLON, 1)} gal` : `${f.number(litres / (GALLON / 4), 1)} qt`
}

const CUBIC_FOOT = 28.317 // litres
const GALLON = 3.785

/** Money as a reader writes it. */
function moneyIn(locale: string, currency: string | undefined): Format['money'] {
  const make = (digits: number) =>
    new Intl.NumberFormat(locale, {
      minimumFractionDigits: digits,
      maximumFractionDigits: digits,
      ...(currency === undefined ? {} : { style: 'currency', currency, currencyDisplay: 'narrowSymbol' }),
    })
  const [hundredths, thousandths] = [make(2), make(3)]
  // A plant of a penny and a half is no plant of two.
  const small = (amount: number) => Math.abs(amount) >= 0.0005 && Math.abs(amount) < 0.0995
  return (amount) => (small(amount) ? thousandths : hundredths).format(amount).replace('-', '−')
}

/** Money, always with its hundredths: `8.40`, `€8.40`. */
export const moneyWords = (f: Format, amount: number): string => f.money(amount)

/** A text with a capital at its head. */
export const capital = (text: string): string => text.replace(/^./, (letter) => letter.toUpperCase())
