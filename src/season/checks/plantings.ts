/** Checks of plantings and their series. */
import { choosesPlaces, valuesAt } from '../lists'
import { MOST_OF_SERIES, plantingSpan, shiftWritten } from '../planting-span'
import { type Raw, type Say, isGroup, isNumber, isDate } from './raw'

/** Each planting has a code of its own. */
export function checkCodes(plantings: [Raw, string][], say: Say): void {
  const codes = new Map<string, string>()
  for (const [{ code }, at] of plantings) {
    if (typeof code !== 'string') continue
    const other = codes.get(code)
    if (other) say(`${at}.code`, `the code "${code}" is taken by ${other} already; each planting needs its own.`)
    else codes.set(code, at)
  }
}

/** Other methods of a planting, and of single ones of its series, suit it. */
function checkDecided(planting: Raw, at: string, { methods }: Record<'methods', Map<string, Raw>>, say: Say): void {
  const crop = methods.get(String(planting.method))?.crop
  for (const { value, at: inside } of OTHER_METHODS.flatMap((path) => valuesAt(planting, path))) {
    const own = methods.get(String(value))
    if (!own) continue
    if (typeof crop === 'string' && typeof own.crop === 'string' && own.crop !== crop)
      say(`${at}.${inside}`, `the method "${String(value)}" is for ${own.crop}, not for ${crop}.`)
    if (isGroup(own.sowing) && own.sowing.policy === 'in-place')
      say(`${at}.${inside}`, `the method "${String(value)}" sows in place: a batch cannot be raised by it.`)
  }
}

const OTHER_METHODS = ['may.methods[]', 'otherwise.method', 'changes[].otherwise.method']

function checkSeries(planting: Raw, at: string, say: Say): void {
  const { series, on, changes } = planting
  if (isGroup(series)) {
    checkEnd(series, on, at, say)
    checkDates(series, on, at, say)
    if (planting.sowOn !== undefined)
      say(`${at}.sowOn`, 'a series has a sowing day for each planting: put it in changes.')
  } else if (Array.isArray(changes) && changes.length > 0) {
    say(`${at}.changes`, 'only a series has changes; set the planting itself.')
  }
  if (isDate(planting.sowOn) && isDate(on) && planting.sowOn >= on) {
    say(`${at}.sowOn`, `the sowing day ${planting.sowOn} must be before the planting day ${on}.`)
  }
  if (!Array.isArray(changes)) return
  const seen = new Set<unknown>()
  changes.forEach((change: unknown, i) => {
    if (!isGroup(change)) return
    if (seen.has(change.n)) say(`${at}.changes[${i}].n`, `number ${String(change.n)} is changed twice.`)
    seen.add(change.n)
  })
}

/** A series ends by its last date or by its count, and not after more plantings than anybody makes. */
function checkEnd({ last, count, every }: Raw, on: unknown, at: string, say: Say): void {
  if (last === undefined && count === undefined) say(`${at}.series`, 'needs a last date or a count.')
  if (last !== undefined && count !== undefined)
    say(`${at}.series`, 'has both a last date and a count; keep one of them.')
  if (!isDate(on) || !isDate(last)) return
  if (last < on) say(`${at}.series.last`, `the last date ${last} is before the first, ${on}.`)
  else if (isNumber(every) && (Date.parse(last) - Date.parse(on)) / 86_400_000 / every >= MOST_OF_SERIES)
    say(`${at}.series.last`, 'makes more than 400 plantings; choose a wider interval or an earlier last date.')
}

/** Days that even harvests came to follow each other, and begin with the first planting. */
function checkDates({ even, dates }: Raw, on: unknown, at: string, say: Say): void {
  if (!Array.isArray(dates)) {
    if (even !== undefined) say(`${at}.series.dates`, 'are missing: the planting days that even harvests came to.')
    return
  }
  if (even === undefined) say(`${at}.series.dates`, 'belong only to a series that harvests evenly.')
  dates.forEach((date: unknown, i) => {
    const before: unknown = dates[i - 1]
    if (isDate(date) && isDate(before) && date <= before)
      say(`${at}.series.dates[${i}]`, `${date} is not after ${before}.`)
  })
  if (isDate(on) && isDate(dates[0]) && dates[0] !== on)
    say(`${at}.series.dates[0]`, `is ${dates[0]}, but the first planting is on ${on}.`)
}

/** Plantings far outside the season are slips of the pen. */
function checkPlantingSpan(planting: Raw, at: string, season: unknown, say: Say): void {
  if (!isGroup(season) || !isDate(season.from) || !isDate(season.to)) return
  const { earliest, latest } = plantingSpan({ from: season.from, to: season.to })
  const check = (date: unknown, path: string, from = earliest) => {
    if (isDate(date) && (date < from || date > latest)) {
      say(path, `${date} is outside the season (${season.from as string} to ${season.to as string}).`)
    }
  }
  const earliestSowing = shiftWritten(season.from, -400)
  check(planting.on, `${at}.on`)
  check(planting.sowOn, `${at}.sowOn`, earliestSowing)
  if (isGroup(planting.series)) {
    const { last, count, every } = planting.series
    check(last, `${at}.series.last`)
    if (Array.isArray(planting.series.dates))
      planting.series.dates.forEach((date: unknown, i) => check(date, `${at}.series.dates[${i}]`))
    if (isDate(planting.on) && isNumber(count) && isNumber(every) && count <= MOST_OF_SERIES && every <= 365) {
      check(shiftWritten(planting.on, (count - 1) * every), `${at}.series.count`)
    }
  }
  if (Array.isArray(planting.changes)) {
    planting.changes.forEach((change: unknown, i) => {
      if (!isGroup(change)) return
      check(change.on, `${at}.changes[${i}].on`)
      check(change.sowOn, `${at}.changes[${i}].sowOn`, earliestSowing)
    })
  }
}

/** What plantings are checked against. */
export interface Around {
  byKey: Record<'varieties' | 'methods' | 'lots', Map<string, Raw>>
  /** Keys of the site's events. */
  events: ReadonlySet<string>
  anyPlace: boolean
  season: unknown
}

/** A planting agrees with the variety, method and lot it names, and with the season. */
export function checkPlanting(planting: Raw, at: string, { byKey, events, anyPlace, season }: Around, say: Say): void {
  const [variety, method] = [String(planting.variety), String(planting.method)]
  const crop = byKey.varieties.get(variety)?.crop
  const methodCrop = byKey.methods.get(method)?.crop
  if (typeof crop === 'string' && typeof methodCrop === 'string' && crop !== methodCrop)
    say(`${at}.method`, `the method "${method}" is for ${methodCrop}, but the variety is a ${crop}.`)
  if (!anyPlace && choosesPlaces(byKey.methods.get(method)))
    say(`${at}.method`, 'there is no place to raise it in: the farm needs at least one.')
  const lotVariety = byKey.lots.get(String(planting.lot))?.variety
  if (byKey.varieties.has(variety) && typeof lotVariety === 'string' && lotVariety !== variety)
    say(`${at}.lot`, `the lot "${String(planting.lot)}" holds seed of ${lotVariety}, not of ${variety}.`)
  checkAnchor(planting.anchor, at, events, say)
  checkDecided(planting, at, byKey, say)
  checkSeries(planting, at, say)
  checkPlantingSpan(planting, at, season, say)
}

function checkAnchor(anchor: unknown, at: string, events: ReadonlySet<string>, say: Say): void {
  if (!isGroup(anchor)) return
  const { to, event, night, soil } = anchor
  if (to === 'event' && typeof event === 'string' && !events.has(event))
    say(`${at}.anchor.event`, `there is no event with the key "${event}" in site.events.`)
  if (to === 'warmth' && night === undefined && soil === undefined)
    say(`${at}.anchor`, 'needs a temperature of the night, of the soil, or both.')
}
