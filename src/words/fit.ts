/** What is limited, what is over, and what a fit proposes, in the grower's words. */
import type { Limit } from '../core/capacity/limits'
import type { Difference, Proposal, Relief } from '../core/fit/proposals'
import type { Trouble } from '../core/fit/troubles'
import type { Otherwise, Place, Season } from '../season/schema'
import { ANCHOR_WORDS } from './anchors'
import { count, hoursWords, list, range, type Counted, type Format } from './format'
import { markTag } from './marks'

/** What a limit's amounts are counted in. */
export const UNIT_COUNTED = {
  hour: 'hour',
  tray: 'tray',
  'tray place': 'trayPlace',
} as const satisfies Record<Limit['unit'], Counted>

const GIVES = { heat: 'Heat', light: 'Light', cover: 'Covers' } as const

/** `Heat mats`; `Light on the lit rack`; `Crew hours`. */
export function limitName({ kind, name }: Pick<Limit, 'kind' | 'name'>): string {
  return kind === 'heat' || kind === 'light' || kind === 'cover' ? `${GIVES[kind]}, ${name}` : name
}

/** `6 tray places`, `2 trays of 72 cells`, `4.5 hours`. */
export function amountWords(
  { kind, unit, name }: Pick<Limit, 'kind' | 'unit' | 'name'>,
  amount: number,
  f: Format,
): string {
  // Room is told to the half place: a tray's edge is no truer than that.
  const rounded = amount > 0 ? Math.max(0.5, Math.round(amount * 2) / 2) : 0
  if (kind === 'crew') return hoursWords(f, amount)
  return kind === 'container' ? `${f.number(rounded, 2)} × ${name}` : count(f, rounded, UNIT_COUNTED[unit])
}

const place = (places: readonly Place[], i: number) => places[i]!.name.replace(/^The /, 'the ')

/** `4 days later`. */
export function shiftWords(days: number, f: Format): string {
  return `${count(f, Math.abs(days), 'day')} ${days > 0 ? 'later' : 'earlier'}`
}

function differenceWords(difference: Difference, places: readonly Place[], f: Format): string {
  switch (difference.kind) {
    case 'sow':
      return `sow ${shiftWords(difference.to - difference.from, f)}, on ${f.date(difference.to)}`
    case 'plant':
      return `plant ${shiftWords(difference.to - difference.from, f)}, on ${f.date(difference.to)}`
    case 'germinate':
      return `germinate at ${place(places, difference.to)}`
    case 'grow':
      return `grow on at ${place(places, difference.to)} instead of ${place(places, difference.from)}`
    case 'harden':
      return `harden at ${place(places, difference.to)}`
    case 'hold':
      return `hold for the last ${count(f, difference.days, 'day')} at ${place(places, difference.to)}`
    case 'pot-up':
      return `pot up ${difference.to > difference.from ? 'later' : 'earlier'}`
    case 'container':
      return `use ${difference.to} instead of ${difference.from}`
    case 'method':
      return difference.bought ? `buy in the young plants (${difference.to})` : `raise by ${difference.to}`
  }
}

const capital = (text: string) => text.replace(/^./, (letter) => letter.toUpperCase())

/** What a proposal would have done: `Sow 4 days later, on Fri 12 Mar; grow on at the tunnel instead of the warm bench`. */
export function proposalTitle(
  { differences, becomes }: Pick<Proposal, 'differences' | 'becomes'>,
  places: readonly Place[],
  f: Format,
): string {
  const say = (all: readonly Difference[]) => all.map((one) => differenceWords(one, places, f)).join('; ')
  if (becomes.length === 1) return capital(say(differences[0]!))
  const parts = becomes.map(
    ({ plants }, i) => `${f.number(plants)} ${differences[i]!.length === 0 ? 'as they stand' : say(differences[i]!)}`,
  )
  return `Split in two: ${list(f, parts)}`
}

/** What it makes room for: `Frees 6 tray places at Heat mats in week 11`. */
export function reliefSentence(relief: Relief | undefined, f: Format): string {
  if (!relief) return 'Makes the plan cheaper.'
  const { limit, amount, week, days, wasOver } = relief
  const where = limit.kind === 'container' || limit.kind === 'crew' ? '' : ` at ${limitName(limit)}`
  const over = days > 7 ? ` and ${days} days in all` : ''
  return wasOver
    ? `Frees ${amountWords(limit, amount, f)}${where} in ${f.week(week)}${over}, which ${amount > 1 ? 'are' : 'is'} over now.`
    : `Makes room for what moves there: ${amountWords(limit, amount, f)}${where} in ${f.week(week)}.`
}

/** What it does to the batch itself. */
export function effectSentence(
  { late, insideWindow, becomes, unhung }: Pick<Proposal, 'late' | 'insideWindow' | 'becomes' | 'unhung'>,
  f: Format,
): string {
  const parts: string[] = []
  if (late > 0) parts.push(`${becomes.length > 1 ? 'Part of it is' : 'It is'} planted ${count(f, late, 'day')} late.`)
  else if (late < 0) parts.push(`It is planted ${count(f, -late, 'day')} sooner than wanted.`)
  else parts.push(insideWindow ? 'It stays inside its window and is planted on its day.' : 'It is planted on its day.')
  if (unhung) parts.push(`Its date is no longer tied to ${ANCHOR_WORDS[unhung.to]}.`)
  return parts.join(' ')
}

/** `24.5 over at Tunnel benches, 12 Apr to 12 May`. */
export function stillOverWords(
  limit: Pick<Limit, 'kind' | 'unit' | 'name'>,
  over: { from: number; until: number; most: number },
  f: Format,
): string {
  const where = limit.kind === 'container' || limit.kind === 'crew' ? '' : ` at ${limitName(limit)}`
  return `${capital(range(f, over.from, over.until))}: ${amountWords(limit, over.most, f)} too many${where}`
}

/** What no plan can put right. */
export function troubleSentence(trouble: Trouble, f: Format): string {
  switch (trouble.kind) {
    case 'nothing-there':
      return `${limitName(trouble.limit)}: there is no room at any time, and ${some(trouble.batches, f)} cannot do without it.`
    case 'fixed-over':
      return `${stillOverWords(trouble.limit, trouble, f)}, whatever else moves: ${some(trouble.batches, f)} cannot move away.`
    case 'cannot':
      return `${trouble.batch.code} ${trouble.batch.variety.name} does not work as it stands${trouble.mark ? ` (${markTag(trouble.mark)})` : ''} and is left alone.`
  }
}

const some = (batches: readonly { code: string }[], f: Format) =>
  list(f, [
    ...batches.slice(0, 4).map(({ code }) => code),
    ...(batches.length > 4 ? [`${batches.length - 4} more`] : []),
  ])

/** Where a batch is raised otherwise than its method says. */
export function otherwiseSentence(
  { method, germinateAt, places, containers, hardenAt, potUpPoint, hold }: Otherwise,
  season: Pick<Season, 'places' | 'containers' | 'methods'>,
  f: Format,
): string {
  const name = (all: readonly { key: string; name: string }[], key: string) =>
    all.find((one) => one.key === key)?.name ?? key
  const parts = [
    method && `by ${name(season.methods, method)}`,
    germinateAt && `germinates at ${name(season.places, germinateAt)}`,
    ...(places ?? []).map((key) => key && `grows on at ${name(season.places, key)}`),
    ...(containers ?? []).map((key) => key && `in ${name(season.containers, key)}`),
    hardenAt && `hardens at ${name(season.places, hardenAt)}`,
    hold && `held ${hold.days} days at ${name(season.places, hold.place)}`,
    potUpPoint !== undefined &&
      (potUpPoint < 0.5 ? 'potted up early' : potUpPoint > 0.5 ? 'potted up late' : 'potted up at the usual time'),
  ].filter((part): part is string => typeof part === 'string')
  return `Differs from its method: ${list(f, parts)}.`
}
