/** The field in the grower's words: gates, hardening, spacing, who gets what. */
import type { BedClash, BedUse, Hold } from '../core/field/beds'
import type { FieldWork } from '../core/field/field-work'
import type { Gate } from '../core/field/gates'
import type { Exposure } from '../core/field/hardening'
import type { LeafTime } from '../core/field/leaf-time'
import type { PlantingCard } from '../core/field/planting-card'
import type { FieldCrop } from '../core/field/field-crop'
import { count, hoursWords, list, chanceWords, type Format } from './format'

/** `4 m`, `12.5 m` or `41 ft` */
export const metres = (f: Format, cm: number): string =>
  f.units === 'us'
    ? f.t('words.field.ft', { cm: f.number(cm / 30.48, 0) })
    : `${f.number(cm / 100, cm % 100 === 0 ? 0 : 1)} m`

/** `30 cm` or `12 in` */
export const spacing = (f: Format, cm: number): string =>
  f.units === 'us'
    ? f.t('words.field.in', { cm: f.number(cm / 2.54, 1) })
    : f.t('words.field.cm', { cm: f.number(cm, 1) })

/** So many on a metre of row, or a foot, and which of them it is: parts of a message. */
export const alongRow = <P extends string>(f: Format, part: P, perMetre: number): Record<P | 'unit', string> =>
  (f.units === 'us'
    ? { [part]: f.number(perMetre * 0.3048, 1), unit: 'ft' }
    : { [part]: f.number(perMetre, 0), unit: 'm' }) as Record<P | 'unit', string>

/** `400 ml` or `14 fl oz` */
export const water = (f: Format, ml: number): string =>
  f.units === 'us'
    ? f.t('words.field.flOz', { ml: f.number(ml / 29.57, 0) })
    : ml >= 1000
      ? `${f.number(ml / 1000, 1)} l`
      : f.t('words.field.ml', { ml: f.number(ml) })

/** What is in the way in a bed. */
export function clashSentence(clash: BedClash, f: Format): string {
  const { bed, use, inTheWay, over, freeOn } = clash
  if (use.length > bed.length)
    return f.t('words.field.isLongThisNeeds', {
      bed: bed.name,
      metres: metres(f, bed.length),
      metres2: metres(f, use.length),
    })
  const who = list(f, [
    ...new Set(inTheWay.map(({ what, until }) => f.t('words.field.until', { what, until: f.date(until) }))),
  ])
  const short =
    over > 0
      ? f.t('words.field.tooLittleRoomIn', { metres: metres(f, over), bed: bed.name })
      : f.t('words.field.noOneStretchOfIs', { bed: bed.name })
  return `${short}${who ? `: ${who}` : ''}.${freeOn > use.from && Number.isFinite(freeOn) ? f.t('words.field.freeFrom', { freeOn: f.date(freeOn) }) : ''}`
}

/** What waiting for the bed means for the plants. */
export function holdSentence({ freeOn, days, overgrown }: Hold, f: Format): string {
  const wait = Number.isFinite(freeOn)
    ? f.t('words.field.plantsWaitForTheBed', { days: count(f, days, 'day') })
    : f.t('words.field.theBedHasNoRoom')
  if (!Number.isFinite(freeOn)) return `${wait}.`
  return overgrown > 0
    ? f.t('words.field.andOutgrowTheirCellsBefore', { wait, days: count(f, overgrown, 'day') })
    : f.t('words.field.theirCellsHoldThemThat', { wait })
}

/** Why a gate stands as it does, in one sentence. */
export function gateSentence(gate: Gate, f: Format): string {
  switch (gate.kind) {
    case 'frost': {
      const { chance, cold, threshold, typed, trusted } = gate
      if (gate.verdict === 'wait')
        return f.t('words.field.forecastForTheNightOf', {
          temperature: f.temperature(cold!.low),
          day: f.date(cold!.day),
        })
      const years =
        chance === undefined
          ? ''
          : chance <= 0
            ? f.t('words.field.noYearOnRecordHad', { temperature: f.temperature(threshold) })
            : f.t('words.field.chanceOfOrColder', {
                chance: chanceWords(f, chance),
                temperature: f.temperature(threshold),
                typed: typed ? 'yes' : 'no',
                extra: chance > trusted ? f.t('words.field.yourLimitIs', { chance: chanceWords(f, trusted) }) : '',
              })
      return (
        [years, cold ? f.t('words.field.coldestNightAhead', { temperature: f.temperature(cold.low) }) : '']
          .filter(Boolean)
          .join(' ') || f.t('words.field.bearsLightFrost')
      )
    }
    case 'night':
      return f.t('words.field.needs', {
        extra: gate.forecast ? f.t('words.field.coldestOfTheFirstNights') : f.t('words.field.normalNightsForTheDate'),
        temperature: f.temperature(gate.low),
        temperature2: f.temperature(gate.above),
      })
    case 'soil':
      return f.t('words.field.soilAboutNeeds', {
        temperature: f.temperature(gate.soil),
        extra: gate.forecast ? '' : f.t('words.field.normalForTheDate'),
        temperature2: f.temperature(gate.above),
      })
    case 'bed':
      return gate.state === 'free'
        ? f.t('words.field.free')
        : gate.state === 'none'
          ? f.t('words.field.noBedChosenYet')
          : gate.clashes.map((clash) => clashSentence(clash, f)).join(' ')
    case 'plants':
      switch (gate.state) {
        case 'ready':
          return f.t('words.field.plugsPullCleanlyFrom', { on: f.date(gate.on!) })
        case 'not-ready':
          return f.t('words.field.plugsWillNotPullCleanly', { on: f.date(gate.on!) })
        case 'past':
          return f.t('words.field.overgrownSince', { on: f.date(gate.on!) })
        case 'not-sown':
          return f.t('words.field.noSowingWorksForThis')
        case 'asked':
          return f.t('words.field.nobodyHasRecordedItsSowing', { on: f.date(gate.on!) })
      }
      break
    case 'leaves':
      return {
        good: f.t('words.field.firmAndDark'),
        'not-looked': f.t('words.field.checkWhetherTheLeavesAre'),
        soft: f.t('words.field.softHardenLonger'),
        pale: f.t('words.field.paleFeedAndWaitOr'),
      }[gate.state]
  }
}

/** One day of hardening in a line. */
export function exposureSentence({ hours, light, night, fan, change }: Exposure, f: Format): string {
  const where = {
    shade: f.t('words.field.inShade'),
    half: f.t('words.field.inHalfSun'),
    full: f.t('words.field.inFullSun'),
  }[light]
  const base = fan
    ? hours > 0
      ? f.t('words.field.outsideElseCoolWithThe', { hours: count(f, hours, 'hour'), where })
      : f.t('words.field.coolBenchFanOnKept')
    : hours === 0
      ? f.t('words.field.stayIn')
      : hours >= 24
        ? f.t('words.field.outDayAndNight', { where })
        : f.t('words.field.outsideInAtNight', {
            hours: count(f, hours, 'hour'),
            where,
            night: night === 'out' ? 'yes' : 'no',
          })
  const why = {
    'stay-in': f.t('words.field.tooColdOutsideToday'),
    cover: f.t('words.field.heavyRainCoverThem'),
    shelter: f.t('words.field.strongWindOutOfThe'),
    shade: f.t('words.field.hotShadeWaterTwice'),
    'night-in': f.t('words.field.coldNightBringThemIn'),
  }
  return change ? `${base}; ${why[change]}.` : `${base}.`
}

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
    card.plant === undefined ? '' : f.t('words.field.inTheRow', { spacing: spacing(f, card.plant) }),
    card.rows
      ? count(f, card.rows, 'row')
      : card.rowSpacing === undefined
        ? ''
        : f.t('words.field.rowsApart', { spacing: spacing(f, card.rowSpacing) }),
  ]
  return [
    {
      name: f.t('words.field.spacing'),
      text: [
        card.atSpot > 1
          ? f.t('words.field.atEachOf', { atSpot: f.number(card.atSpot), spots: count(f, card.spots, 'spot') })
          : count(f, card.spots, 'plant'),
        ...gaps,
      ]
        .filter(Boolean)
        .join(', '),
    },
    ...(card.bury ? [{ name: f.t('words.field.depth'), text: f.t(`words.field.bury.${card.bury}`) }] : []),
    {
      name: f.t('words.field.waterIn'),
      text: f.t('words.field.eachInAll', { water: water(f, card.water), water2: water(f, card.water * card.spots) }),
    },
    ...card.hole.map(({ what, amount, unit, total }) => ({
      name: f.t('words.field.inEachHole'),
      text: f.t('words.field.inAll', {
        what,
        amount: amountWords(f, amount, unit),
        amount2: amountWords(f, total, unit),
      }),
    })),
    ...(card.support === 'none'
      ? []
      : [{ name: f.t('words.field.support'), text: f.t(`words.field.supportWords.${card.support}`) }]),
  ]
}

/** What is sown in its place, in one sentence. */
export function inPlaceSentence({ inPlace, plants, from }: FieldCrop, f: Format): string {
  const { metres: length, seeds, thinTo, up, thin, expected, wanted } = inPlace!
  const parts = [
    f.t('words.field.sowAlongOfRowFor', {
      from: f.date(from),
      seeds: count(f, seeds, 'seed'),
      metres: metres(f, length * 100),
      plants: count(f, plants, 'plant'),
      spacing: spacing(f, thinTo),
    }),
    up === undefined ? f.t('words.field.theSoilIsTooCold') : f.t('words.field.upAbout', { up: f.date(up) }),
    thin === undefined ? '' : f.t('words.field.thin', { thin: f.date(thin) }),
    expected < wanted
      ? f.t('words.field.onlySeedlingsAMetreAre', {
          ...alongRow(f, 'expected', expected),
          ...alongRow(f, 'wanted', wanted),
        })
      : '',
  ]
  return parts.filter(Boolean).join(' ')
}

/** What field work is called. */
export const fieldWorkName = ({ kind, share }: FieldWork, f: Format): string =>
  kind === 'hand-over' && share?.to === 'sale' ? f.t('words.field.readyForSale') : f.t(`words.field.workTitles.${kind}`)

/** What is done, in one line without the planting's name. */
export function fieldWorkLine({ kind, stand, share }: FieldWork, bedName: (key: string) => string, f: Format): string {
  const beds = stand.goes.flatMap((one) => (one.to === 'bed' ? [bedName(one.bed)] : []))
  const where = beds.length > 0 ? f.t('words.field.inOfList', { list: list(f, [...new Set(beds)]) }) : ''
  switch (kind) {
    case 'sow-row':
      return f.t('words.field.ofRow', {
        seeds: count(f, stand.inPlace!.seeds, 'seed'),
        metres: metres(f, stand.inPlace!.metres * 100),
        where,
      })
    case 'thin-row':
      return f.t('words.field.toOfRow', {
        spacing: spacing(f, stand.inPlace!.thinTo),
        metres: metres(f, stand.inPlace!.metres * 100),
        where,
      })
    case 'hand-over':
      return `${count(f, share!.plants, 'plant')}${share!.to === 'customer' ? f.t('words.field.to', { share: share!.name }) : ''}`
    case 'harvest':
      return f.t('words.field.fromAboutNow', { where })
    case 'clear':
      return beds.length > 0
        ? f.t('words.field.freeAgain', { list: list(f, [...new Set(beds)]) })
        : f.t('words.field.itsGroundIsFreeAgain')
  }
}

/** How much leaf a crop makes before the days turn it. */
export function leafTimeSentence(time: LeafTime, f: Format): string {
  const lamps = time.lamps.map(({ place, hours }) =>
    f.t('words.field.theLampsOfAreOn', { place, hours: hoursWords(f, hours) }),
  )
  return [daysSentence(time, f), ...lamps].join(' ')
}

function daysSentence({ hours, turns, days, leaves }: LeafTime, f: Format): string {
  if (turns === undefined) return f.t('words.field.theDaysHereNeverReach', { hours: hoursWords(f, hours) })
  const made =
    leaves === undefined ? '' : f.t('words.field.aboutByThen', { leaves: count(f, Math.floor(leaves), 'leaf') })
  return days <= 0
    ? f.t('words.field.theDaysHaveAlreadyWhen', { hours: hoursWords(f, hours), made })
    : f.t('words.field.ofLeafTimeUntilThe', {
        days: count(f, days, 'day'),
        hours: hoursWords(f, hours),
        turns: f.date(turns),
        made,
      })
}

/** A stretch of bed. */
export const stretch = (use: Pick<BedUse, 'at' | 'length'>, f: Format): string =>
  f.t('words.field.toOfMetres', { metres: metres(f, use.at), metres2: metres(f, use.at + use.length) })
