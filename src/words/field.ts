/** The field in the grower's words: gates, hardening, spacing, who gets what. */
import type { BedClash, BedUse, Hold } from '../core/field/beds'
import type { FieldWork, FieldWorkKind } from '../core/field/field-work'
import type { Gate, Verdict } from '../core/field/gates'
import type { Exposure } from '../core/field/hardening'
import type { LeafTime } from '../core/field/leaf-time'
import type { PlantingCard } from '../core/field/planting-card'
import type { FieldCrop } from '../core/field/field-crop'
import type { HardeningSchool } from '../season/schema'
import { count, hoursWords, list, chanceWords, type Format } from './format'

export const VERDICT_WORDS: Record<Verdict, string> = { go: 'Go', risk: 'At risk', wait: 'Wait' }

export const HARDENING_WORDS: Record<HardeningSchool, { name: string; says: string }> = {
  'growing-hours': {
    name: 'a week of growing hours',
    says: 'A few hours outside on the first day, more each day, the last two nights out.',
  },
  'two-weeks': { name: 'two weeks', says: 'Shade first, then half sun, then full; nights out from the second week.' },
  'four-weeks': { name: 'four weeks', says: 'A week each of short days, half days, whole days and then nights too.' },
  'cool-bench': {
    name: 'a cool bench with a fan',
    says: 'Cooler, drier and in moving air under cover; outside only on the last day.',
  },
}

/** `4 m`, `12.5 m` or `41 ft` */
export const metres = (f: Format, cm: number): string =>
  f.units === 'us' ? `${f.number(cm / 30.48, 0)} ft` : `${f.number(cm / 100, cm % 100 === 0 ? 0 : 1)} m`

/** `30 cm` or `12 in` */
export const spacing = (f: Format, cm: number): string =>
  f.units === 'us' ? `${f.number(cm / 2.54, 1)} in` : `${f.number(cm, 1)} cm`

/** `400 ml` or `14 fl oz` */
export const water = (f: Format, ml: number): string =>
  f.units === 'us'
    ? `${f.number(ml / 29.57, 0)} fl oz`
    : ml >= 1000
      ? `${f.number(ml / 1000, 1)} l`
      : `${f.number(ml)} ml`

/** What is in the way in a bed. */
export function clashSentence(clash: BedClash, f: Format): string {
  const { bed, use, inTheWay, over, freeOn } = clash
  if (use.length > bed.length)
    return `${bed.name} is ${metres(f, bed.length)} long; this needs ${metres(f, use.length)}.`
  const who = list(f, [...new Set(inTheWay.map(({ what, until }) => `${what} until ${f.date(until)}`))])
  const short =
    over > 0 ? `${metres(f, over)} too little room in ${bed.name}` : `No one stretch of ${bed.name} is long enough`
  return `${short}${who ? `: ${who}` : ''}.${freeOn > use.from && Number.isFinite(freeOn) ? ` Free from ${f.date(freeOn)}.` : ''}`
}

/** What waiting for the bed means for the plants. */
export function holdSentence({ freeOn, days, overgrown }: Hold, f: Format): string {
  const wait = Number.isFinite(freeOn)
    ? `Plants wait ${count(f, days, 'day')} for the bed`
    : 'The bed has no room for them this season'
  if (!Number.isFinite(freeOn)) return `${wait}.`
  return overgrown > 0
    ? `${wait} and outgrow their cells ${count(f, overgrown, 'day')} before it is free.`
    : `${wait}; their cells hold them that long.`
}

export const GATE_TITLES: Record<Gate['kind'], string> = {
  frost: 'Frost',
  night: 'Nights',
  soil: 'Soil',
  bed: 'Bed',
  plants: 'Plants',
  leaves: 'Leaves',
}

/** Why a gate stands as it does, in one sentence. */
export function gateSentence(gate: Gate, f: Format): string {
  switch (gate.kind) {
    case 'frost': {
      const { chance, cold, threshold, typed, trusted } = gate
      if (gate.verdict === 'wait') return `${f.temperature(cold!.low)} forecast for the night of ${f.date(cold!.day)}.`
      const years =
        chance === undefined
          ? ''
          : chance <= 0
            ? `No year on record had ${f.temperature(threshold)} so late.`
            : `${chanceWords(f, chance)} chance of ${f.temperature(threshold)} or colder${typed ? ', by the dates entered' : ''}${chance > trusted ? `; your limit is ${chanceWords(f, trusted)}` : ''}.`
      return (
        [years, cold ? `Coldest night ahead ${f.temperature(cold.low)}.` : ''].filter(Boolean).join(' ') ||
        'Bears light frost.'
      )
    }
    case 'night':
      return `${gate.forecast ? 'Coldest of the first nights' : 'Normal nights for the date'} ${f.temperature(gate.low)}; needs ${f.temperature(gate.above)}.`
    case 'soil':
      return `Soil about ${f.temperature(gate.soil)}${gate.forecast ? '' : ', normal for the date'}; needs ${f.temperature(gate.above)}.`
    case 'bed':
      return gate.state === 'free'
        ? 'Free.'
        : gate.state === 'none'
          ? 'No bed chosen yet.'
          : gate.clashes.map((clash) => clashSentence(clash, f)).join(' ')
    case 'plants':
      switch (gate.state) {
        case 'ready':
          return `Plugs pull cleanly from ${f.date(gate.on!)}.`
        case 'not-ready':
          return `Plugs will not pull cleanly before ${f.date(gate.on!)}.`
        case 'past':
          return `Overgrown since ${f.date(gate.on!)}.`
        case 'not-sown':
          return 'No sowing works for this day.'
      }
      break
    case 'leaves':
      return {
        good: 'Firm and dark.',
        'not-looked': 'Check whether the leaves are firm and dark.',
        soft: 'Soft: harden longer.',
        pale: 'Pale: feed and wait, or harden longer.',
      }[gate.state]
  }
}

/** One day of hardening in a line. */
export function exposureSentence({ hours, light, night, fan, change }: Exposure, f: Format): string {
  const where = { shade: 'in shade', half: 'in half sun', full: 'in full sun' }[light]
  const base = fan
    ? hours > 0
      ? `${count(f, hours, 'hour')} outside ${where}, else cool with the fan`
      : 'Cool bench, fan on, kept a little dry'
    : hours === 0
      ? 'Stay in'
      : hours >= 24
        ? `Out day and night, ${where}`
        : `${count(f, hours, 'hour')} outside ${where}, ${night === 'out' ? 'night out' : 'in at night'}`
  const why = {
    'stay-in': 'too cold outside today',
    cover: 'heavy rain: cover them',
    shelter: 'strong wind: out of the wind',
    shade: 'hot: shade, water twice',
    'night-in': 'cold night: bring them in',
  }
  return change ? `${base}; ${why[change]}.` : `${base}.`
}

const BURY = {
  never: 'level with the plug, stem not buried',
  'to-seed-leaves': 'up to the seed leaves',
  deep: 'deep, stem buried',
} as const
const SUPPORT = {
  none: '',
  stake: 'a stake for each',
  cage: 'a cage for each',
  net: 'a net over the bed',
  string: 'a string for each',
  trellis: 'a trellis',
} as const

/** Amount with its unit; large ones in kilos and litres. */
const amountWords = (f: Format, amount: number, unit: 'g' | 'ml' | 'l' | 'handful') =>
  unit === 'handful'
    ? count(f, amount, 'handful')
    : unit !== 'l' && amount >= 1000
      ? `${f.number(amount / 1000, 1)} ${unit === 'g' ? 'kg' : 'l'}`
      : `${f.number(amount, 1)} ${unit}`

/** The planting card, line by line. */
export function cardLines(card: PlantingCard, f: Format): { name: string; text: string }[] {
  const gaps = [
    card.plant === undefined ? '' : `${spacing(f, card.plant)} in the row`,
    card.rows
      ? count(f, card.rows, 'row')
      : card.rowSpacing === undefined
        ? ''
        : `rows ${spacing(f, card.rowSpacing)} apart`,
  ]
  return [
    {
      name: 'Spacing',
      text: [
        card.atSpot > 1
          ? `${f.number(card.atSpot)} at each of ${count(f, card.spots, 'spot')}`
          : count(f, card.spots, 'plant'),
        ...gaps,
      ]
        .filter(Boolean)
        .join(', '),
    },
    ...(card.bury ? [{ name: 'Depth', text: BURY[card.bury] }] : []),
    { name: 'Water in', text: `${water(f, card.water)} each, ${water(f, card.water * card.spots)} in all` },
    ...card.hole.map(({ what, amount, unit, total }) => ({
      name: 'In each hole',
      text: `${what}: ${amountWords(f, amount, unit)}, ${amountWords(f, total, unit)} in all`,
    })),
    ...(card.support === 'none' ? [] : [{ name: 'Support', text: SUPPORT[card.support] }]),
  ]
}

/** What is sown in its place, in one sentence. */
export function inPlaceSentence({ inPlace, plants, from }: FieldCrop, f: Format): string {
  const { metres: length, seeds, thinTo, up, thin, expected, wanted } = inPlace!
  const parts = [
    `Sow ${f.date(from)}: ${count(f, seeds, 'seed')} along ${metres(f, length * 100)} of row, for ${count(f, plants, 'plant')} ${spacing(f, thinTo)} apart.`,
    up === undefined ? 'The soil is too cold for it to come up.' : `Up about ${f.date(up)}.`,
    thin === undefined ? '' : `Thin ${f.date(thin)}.`,
    expected < wanted
      ? `Only ${f.number(expected)} seedlings a metre are to be expected where ${f.number(wanted)} are wanted: sow thicker.`
      : '',
  ]
  return parts.filter(Boolean).join(' ')
}

const WORK_TITLES: Record<FieldWorkKind, string> = {
  'sow-row': 'Sow in place',
  'thin-row': 'Thin the row',
  'hand-over': 'Hand over',
  harvest: 'First harvest',
  clear: 'Ground clear',
}

/** What field work is called. */
export const fieldWorkName = ({ kind, share }: FieldWork): string =>
  kind === 'hand-over' && share?.to === 'sale' ? 'Ready for sale' : WORK_TITLES[kind]

/** What is done, in one line without the planting's name. */
export function fieldWorkLine({ kind, stand, share }: FieldWork, bedName: (key: string) => string, f: Format): string {
  const beds = stand.goes.flatMap((one) => (one.to === 'bed' ? [bedName(one.bed)] : []))
  const where = beds.length > 0 ? `, in ${list(f, [...new Set(beds)])}` : ''
  switch (kind) {
    case 'sow-row':
      return `${count(f, stand.inPlace!.seeds, 'seed')}, ${metres(f, stand.inPlace!.metres * 100)} of row${where}`
    case 'thin-row':
      return `to ${spacing(f, stand.inPlace!.thinTo)}, ${metres(f, stand.inPlace!.metres * 100)} of row${where}`
    case 'hand-over':
      return `${count(f, share!.plants, 'plant')}${share!.to === 'customer' ? ` to ${share!.name}` : ''}`
    case 'harvest':
      return `from about now${where}`
    case 'clear':
      return beds.length > 0 ? `${list(f, [...new Set(beds)])} free again` : 'its ground is free again'
  }
}

/** How much leaf a crop makes before the days turn it. */
export function leafTimeSentence(time: LeafTime, f: Format): string {
  const lamps = time.lamps.map(
    ({ place, hours }) =>
      `The lamps of ${place} are on for ${hoursWords(f, hours)}: long enough to turn it in its tray.`,
  )
  return [daysSentence(time, f), ...lamps].join(' ')
}

function daysSentence({ hours, turns, days, leaves }: LeafTime, f: Format): string {
  if (turns === undefined) return `The days here never reach ${hoursWords(f, hours)}.`
  const made = leaves === undefined ? '' : `: about ${count(f, Math.floor(leaves), 'leaf')} by then`
  return days <= 0
    ? `The days have ${hoursWords(f, hours)} already when it goes out${made}.`
    : `${count(f, days, 'day')} of leaf time until the days reach ${hoursWords(f, hours)} on ${f.date(turns)}${made}.`
}

/** A stretch of bed. */
export const stretch = (use: Pick<BedUse, 'at' | 'length'>, f: Format): string =>
  `${metres(f, use.at)} to ${metres(f, use.at + use.length)}`
