/** What is limited, what is over, and what a fit proposes, in the grower's words. */
import type { Limit } from '../core/capacity/limits'
import type { Difference, Proposal, Relief } from '../core/fit/proposals'
import type { Trouble } from '../core/fit/troubles'
import type { Otherwise, Place, Season } from '../season/schema'
import { capital, count, hoursWords, list, range, type Counted, type Format } from './format'
import { markTag } from './marks'

/** What a limit's amounts are counted in. */
export const UNIT_COUNTED = {
  hour: 'hour',
  tray: 'tray',
  'tray place': 'trayPlace',
} as const satisfies Record<Limit['unit'], Counted>

/** `Heat mats`; `Light on the lit rack`; `Crew hours`. */
export function limitName({ kind, name }: Pick<Limit, 'kind' | 'name'>, f: Format): string {
  return kind === 'heat' || kind === 'light' || kind === 'cover' ? `${f.t(`words.fit.gives.${kind}`)}, ${name}` : name
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
  return `${count(f, Math.abs(days), 'day')} ${days > 0 ? f.t('words.fit.later') : f.t('words.fit.earlier')}`
}

/** One thing that would be otherwise: `sow 4 days later, on Fri 12 Mar`. */
export function differenceWords(difference: Difference, places: readonly Place[], f: Format): string {
  switch (difference.kind) {
    case 'sow':
      return f.t('words.fit.sowOn', {
        shift: shiftWords(difference.to - difference.from, f),
        to: f.date(difference.to),
      })
    case 'plant':
      return f.t('words.fit.plantOn', {
        shift: shiftWords(difference.to - difference.from, f),
        to: f.date(difference.to),
      })
    case 'germinate':
      return f.t('words.fit.germinateAt', { place: place(places, difference.to) })
    case 'grow':
      return f.t('words.fit.growOnAtInsteadOf', {
        place: place(places, difference.to),
        place2: place(places, difference.from),
      })
    case 'harden':
      return f.t('words.fit.hardenAt', { place: place(places, difference.to) })
    case 'hold':
      return f.t('words.fit.holdForTheLastAt', {
        days: count(f, difference.days, 'day'),
        place: place(places, difference.to),
      })
    case 'pot-up':
      return difference.to > difference.from ? f.t('words.fit.potUpLater') : f.t('words.fit.potUpEarlier')
    case 'container':
      return f.t('words.fit.useInsteadOf', { to: difference.to, from: difference.from })
    case 'surer':
      return f.t('words.fit.sowMore', {
        cells: count(f, difference.cells, 'cell'),
        n: Math.round(difference.confidence * 1000) / 10,
      })
    case 'method':
      return difference.bought
        ? f.t('words.fit.buyInTheYoungPlants', { to: difference.to })
        : f.t('words.fit.raiseBy', { to: difference.to })
  }
}

/** What a proposal would have done: `Sow 4 days later, on Fri 12 Mar; grow on at the tunnel instead of the warm bench`. */
export function proposalTitle(
  { differences, becomes }: Pick<Proposal, 'differences' | 'becomes'>,
  places: readonly Place[],
  f: Format,
): string {
  const say = (all: readonly Difference[]) => all.map((one) => differenceWords(one, places, f)).join('; ')
  if (becomes.length === 1) return capital(say(differences[0]!))
  const parts = becomes.map(
    ({ plants }, i) =>
      `${f.number(plants)} ${differences[i]!.length === 0 ? f.t('words.fit.asTheyStand') : say(differences[i]!)}`,
  )
  return f.t('words.fit.splitInTwo', { list: list(f, parts) })
}

/** What it makes room for: `Frees 6 tray places at Heat mats in week 11`. */
export function reliefSentence(relief: Relief | undefined, f: Format): string {
  if (!relief) return f.t('words.fit.makesThePlanCheaper')
  const { limit, amount, week, days, wasOver } = relief
  const where =
    limit.kind === 'container' || limit.kind === 'crew' ? '' : f.t('words.fit.at', { limitName: limitName(limit, f) })
  const over = days > 7 ? f.t('words.fit.andDaysInAll', { days: String(days) }) : ''
  return wasOver
    ? f.t('words.fit.freesInWhichIsOver', {
        amount: amountWords(limit, amount, f),
        where,
        week: f.week(week),
        over,
        amount2: amount > 1 ? 'yes' : 'no',
      })
    : f.t('words.fit.makesRoomForWhatMoves', { amount: amountWords(limit, amount, f), where, week: f.week(week) })
}

/** What it does to the batch itself. */
export function effectSentence(
  { late, insideWindow, becomes, unhung }: Pick<Proposal, 'late' | 'insideWindow' | 'becomes' | 'unhung'>,
  f: Format,
): string {
  const parts: string[] = []
  if (late > 0)
    parts.push(
      f.t('words.fit.itIsPlantedLate', {
        becomes: becomes.length > 1 ? 'yes' : 'no',
        days: count(f, late, 'day'),
      }),
    )
  else if (late < 0) parts.push(f.t('words.fit.itIsPlantedSoonerThan', { days: count(f, -late, 'day') }))
  else parts.push(insideWindow ? f.t('words.fit.itStaysInsideItsWindow') : f.t('words.fit.itIsPlantedOnIts'))
  if (unhung) parts.push(f.t('words.fit.itsDateIsNoLonger', { anchor: f.t(`words.anchors.anchor.${unhung.to}`) }))
  return parts.join(' ')
}

/** `24.5 over at Tunnel benches, 12 Apr to 12 May`. */
export function stillOverWords(
  limit: Pick<Limit, 'kind' | 'unit' | 'name'>,
  over: { from: number; until: number; most: number },
  f: Format,
): string {
  const where =
    limit.kind === 'container' || limit.kind === 'crew' ? '' : f.t('words.fit.at', { limitName: limitName(limit, f) })
  return f.t('words.fit.tooMany', {
    capital: capital(range(f, over.from, over.until)),
    amount: amountWords(limit, over.most, f),
    where,
  })
}

/** What no plan can put right. */
export function troubleSentence(trouble: Trouble, f: Format): string {
  switch (trouble.kind) {
    case 'nothing-there':
      return f.t('words.fit.thereIsNoRoomAt', {
        limitName: limitName(trouble.limit, f),
        some: some(trouble.batches, f),
      })
    case 'fixed-over':
      return f.t('words.fit.whateverElseMovesCannotMove', {
        stillOver: stillOverWords(trouble.limit, trouble, f),
        some: some(trouble.batches, f),
      })
    case 'cannot':
      return f.t('words.fit.doesNotWorkAsIt', {
        batch: trouble.batch.code,
        variety: trouble.batch.variety.name,
        extra: trouble.mark ? ` (${markTag(trouble.mark, f)})` : '',
      })
  }
}

const some = (batches: readonly { code: string }[], f: Format) =>
  list(f, [
    ...batches.slice(0, 4).map(({ code }) => code),
    ...(batches.length > 4 ? [f.t('words.fit.more', { batches: String(batches.length - 4) })] : []),
  ])

/** Where a batch is raised otherwise than its method says. */
export function otherwiseSentence(
  { method, germinateAt, places, containers, hardenAt, potUpPoint, hold, anyDay }: Otherwise,
  season: Pick<Season, 'places' | 'containers' | 'methods'>,
  f: Format,
): string {
  const name = (all: readonly { key: string; name: string }[], key: string) =>
    all.find((one) => one.key === key)?.name ?? key
  const parts = [
    method && f.t('words.fit.by', { name: name(season.methods, method) }),
    germinateAt && f.t('words.fit.germinatesAt', { name: name(season.places, germinateAt) }),
    ...(places ?? []).map((key) => key && f.t('words.fit.growsOnAt', { name: name(season.places, key) })),
    ...(containers ?? []).map((key) => key && f.t('words.fit.in', { name: name(season.containers, key) })),
    hardenAt && f.t('words.fit.hardensAt', { name: name(season.places, hardenAt) }),
    hold && f.t('words.fit.heldDaysAt', { days: String(hold.days), name: name(season.places, hold.place) }),
    anyDay && f.t('words.fit.pottedUpOnItsOwnDay'),
    potUpPoint !== undefined &&
      (potUpPoint < 0.5
        ? f.t('words.fit.pottedUpEarly')
        : potUpPoint > 0.5
          ? f.t('words.fit.pottedUpLate')
          : f.t('words.fit.pottedUpAtTheUsual')),
  ].filter((part): part is string => typeof part === 'string')
  return f.t('words.fit.differsFromItsMethod', { list: list(f, parts) })
}
