/** Checks of a season and the place it is in. */
import { isTimeZone } from '../time-zone'
import { type Raw, type Say, isGroup, isNumber, isDate, entries, keyed, checkMonthDay } from './raw'

export function checkSeasonSpan(value: Raw, say: Say): void {
  const span = value.season
  if (!isGroup(span) || !isDate(span.from) || !isDate(span.to)) return
  if (span.to < span.from) say('season.to', `the season ends ${span.to}, before it begins ${span.from}.`)
  else if (Date.parse(span.to) - Date.parse(span.from) > 800 * 86_400_000) {
    say('season.to', 'the season is longer than 800 days; plan one year at a time.')
  }
}

export function checkFrost(value: Raw, say: Say): void {
  const frost = isGroup(value.site) ? value.site.frost : undefined
  if (!isGroup(frost)) return
  for (const side of ['lastSpring', 'firstAutumn'] as const) {
    const date = frost[side]
    if (isGroup(date)) {
      checkMonthDay(date.median, `site.frost.${side}.median`, say)
      checkHalf(date.median, side, isGroup(value.site) ? value.site.latitude : undefined, say)
    }
  }
}

const NEAR_EQUATOR = 20 // degrees within which the half of the year says nothing

/** Last frosts fall between midwinter and midsummer of their hemisphere, first ones in the other half. */
function checkHalf(median: unknown, side: 'lastSpring' | 'firstAutumn', latitude: unknown, say: Say): void {
  if (typeof median !== 'string' || !isNumber(latitude) || Math.abs(latitude) < NEAR_EQUATOR) return
  const firstHalf = median < '07-15'
  if (firstHalf === ((side === 'lastSpring') === latitude >= 0)) return
  const [what, when] =
    side === 'lastSpring'
      ? ['a last frost of spring', latitude >= 0 ? 'January to mid-July' : 'mid-July to December']
      : ['a first frost of autumn', latitude >= 0 ? 'mid-July to December' : 'January to mid-July']
  say(`site.frost.${side}.median`, `${median} cannot be ${what} at latitude ${latitude}: there it comes from ${when}.`)
}

/** Keys of the events. */
export function checkEvents(value: Raw, say: Say): Set<string> {
  const site = isGroup(value.site) ? value.site : {}
  return new Set(
    keyed(
      'site.events',
      entries(site, 'events').map(([item, at]) => [item, `site.${at}`]),
      say,
    ).keys(),
  )
}

/** The farm's currency is one there is. */
export function checkCurrency({ farm }: Raw, say: Say): void {
  const currency = isGroup(farm) ? farm.currency : undefined
  if (
    typeof currency === 'string' &&
    /^[A-Z]{3}$/.test(currency) &&
    !Intl.supportedValuesOf('currency').includes(currency)
  )
    say('farm.currency', `there is no currency "${currency}": use its three letters, for example EUR.`)
}

export function checkTimeZone({ farm }: Raw, say: Say): void {
  const zone = isGroup(farm) ? farm.timeZone : undefined
  if (typeof zone === 'string' && zone.length <= 60 && !isTimeZone(zone))
    say('farm.timeZone', `there is no time zone "${zone}": use a name such as Europe/Paris.`)
}
