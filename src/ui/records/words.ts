/** What was recorded, and why something could not be, in the grower's words. */
import type { Entry, LossCause, Roots, Season } from '../../season/schema'
import { parseDay, type Day } from '../../core/calendar/day'
import type { Batch } from '../../core/batch/batch'
import { count, type Format } from '../../words/format'
import type { Outlook } from '../../core/advice/work'
import { TASK_TITLES } from '../../words/tasks'
import type { Refusal } from './queue'

export const LOSS_WORDS: Record<LossCause, string> = {
  'damping-off': 'damped off',
  'dried-out': 'dried out',
  drowned: 'stood too wet',
  cold: 'cold or frost',
  heat: 'too hot',
  pests: 'pests',
  disease: 'disease',
  'mice-or-birds': 'mice or birds',
  dropped: 'dropped or broken',
  stretched: 'stretched',
  seed: 'poor seed',
  unknown: 'not known',
}

export const ROOT_WORDS: Record<Roots, string> = {
  none: 'none to be seen',
  showing: 'showing',
  'circling-a-little': 'circling a little',
  'circling-hard': 'circling hard',
}

const ROUND_WORDS = { water: 'Watered', feed: 'Fed' } as const
const END_WORDS = { discarded: 'thrown away', sold: 'sold', given: 'given away', 'left-over': 'left over' } as const
const SEED_WORDS = {
  delivered: 'delivered',
  spilled: 'spilled',
  given: 'given away',
  discarded: 'thrown away',
  counted: 'counted: so many are left',
} as const

const DONE_WORDS: Record<keyof typeof TASK_TITLES, string> = {
  order: 'Ordered',
  prepare: 'Seed prepared',
  receive: 'Received',
  sow: 'Sown',
  'leave-heat': 'Uncovered and moved',
  thin: 'Thinned',
  pinch: 'Pinched',
  feed: 'Fed',
  'pot-up': 'Potted up',
  move: 'Moved',
  harden: 'Hardening begun',
  plant: 'Planted out',
}

/** What a record says, without who and when. */
export function entrySentence({ what, place, void: taken }: Entry, season: Season, f: Format): string {
  if (taken) return 'Took back an entry'
  const placeName = (key: string | undefined) =>
    key === undefined ? '' : (season.places.find((one) => one.key === key)?.name ?? key)
  const containerName = (key: string) => season.containers.find((one) => one.key === key)?.name ?? key
  switch (what.did) {
    case 'task': {
      const parts = [
        what.plants !== undefined ? count(f, what.plants, 'plant') : undefined,
        what.seeds !== undefined && what.seeds > 0 ? count(f, what.seeds, 'seed') : undefined,
        what.cells !== undefined && what.plants === undefined ? count(f, what.cells, 'cell') : undefined,
        what.trays !== undefined ? count(f, what.trays, 'tray') : undefined,
        what.container !== undefined ? `into ${containerName(what.container)}` : undefined,
        what.place !== undefined ? `on ${placeName(what.place)}` : undefined,
      ].filter((part) => part !== undefined)
      return [DONE_WORDS[what.task], parts.join(', ')].filter(Boolean).join(': ')
    }
    case 'drop':
      return `${TASK_TITLES[what.task]} dropped: ${what.why}`
    case 'wait':
      return `${TASK_TITLES[what.task]} put off to ${f.date(parseDay(what.until))}${what.why ? `: ${what.why}` : ''}`
    case 'moved': {
      const where = what.place === undefined ? undefined : placeName(what.place)
      if (what.container === undefined) return `Moved to ${where}`
      return [
        `Potted on into ${containerName(what.container)}`,
        what.cells === undefined ? undefined : f.number(what.cells),
        where && `on ${where}`,
      ]
        .filter(Boolean)
        .join(', ')
    }
    case 'loss':
      return `${count(f, what.plants, 'plant')} lost: ${LOSS_WORDS[what.cause]}`
    case 'count':
      return `${f.number(what.showing)} of ${count(f, what.cells, 'cell')} up${what.doubles > 0 ? `, ${f.number(what.doubles)} with more than one` : ''}${what.again === undefined ? '' : `; count again ${f.date(parseDay(what.again))}`}`
    case 'fill':
      return `${count(f, what.cells, 'blank')} filled from doubles`
    case 'sow-again':
      return `${count(f, what.cells, 'blank')} sown again, ${count(f, what.seeds, 'seed')}`
    case 'seed':
      return `${season.lots.find((one) => one.key === what.lot)?.name ?? what.lot}: ${count(f, what.seeds, 'seed')} ${SEED_WORDS[what.how]}`
    case 'check': {
      const seen = [
        what.leaves !== undefined ? count(f, what.leaves, 'trueLeaf') : undefined,
        what.lifts === undefined ? undefined : what.lifts ? 'plug lifts whole' : 'plug falls apart',
        what.roots === undefined ? undefined : `roots ${ROOT_WORDS[what.roots]}`,
        what.height === undefined ? undefined : `${f.number(what.height, 1)} cm tall`,
        what.leaning ? 'leaning or stretched' : undefined,
        what.buds ? 'in bud' : undefined,
        what.pale ? 'pale' : undefined,
      ].filter((part) => part !== undefined)
      return `Looked at: ${seen.join(', ') || 'nothing amiss'}`
    }
    case 'split':
      return `${count(f, what.cells, 'cell')} split off as part ${what.part}${what.for ? `, ${what.for}` : ''}`
    case 'merge':
      return 'Put together again'
    case 'end':
      return `${what.plants === undefined ? 'All' : count(f, what.plants, 'plant')} ${END_WORDS[what.how]}`
    case 'mixed':
      return `Mixed: kept as “${what.as}”`
    case 'resow':
      return 'Sown again'
    case 'label':
      return `${count(f, what.labels, 'label')} printed, ${what.code}`
    case 'round':
      return `${ROUND_WORDS[what.what]}${place === undefined ? '' : `: ${placeName(place)}`}`
    case 'wash':
      return `${f.number(what.trays)} × ${containerName(what.container)} washed`
    case 'note':
      return 'Note'
  }
}

const TOO_MANY = {
  lost: 'lost',
  showing: 'showing',
  doubles: 'with more than one',
  counted: 'looked at',
  filled: 'filled',
  split: 'split off',
  planted: 'planted',
  ended: 'gone',
  potted: 'potted up',
  moved: 'moved',
  'sown-again': 'sown again',
} as const

/** Why a record could not be kept as it was written, and what to do. */
export function refusalSentence(reason: Refusal, f: Format): string {
  switch (reason.kind) {
    case 'before-sowing':
      return `It was sown on ${f.date(reason.sown)}; nothing can have happened to it before. Correct the day, or the sowing.`
    case 'not-sown':
      return 'Nobody has recorded its sowing yet, so nothing of it can be lost. Record the sowing first, or correct the day.'
    case 'too-many':
      return `${f.number(reason.said)} ${TOO_MANY[reason.what]} cannot be: there are ${f.number(reason.most)} at most. Correct the number.`
    case 'after-end':
      return `It came to an end on ${f.date(reason.ended)}. Take that back first, or correct the day.`
    case 'part-taken':
      return 'Someone else split it at the same time. Open it again and split what is left.'
    case 'unknown-batch':
      return 'There is no such batch any more: its planting was taken out of the plan.'
    case 'other-record':
      return 'Another record already has its number. Write it once more.'
    case 'nothing-to-correct':
      return 'The entry that it corrects is not there.'
    case 'ahead':
      return `Its day lies ahead: nothing can have happened after ${f.date(parseDay(reason.today))}. Check the clock of the device it was written on, then correct the day.`
    case 'no-such-season':
      return 'The season it was written in is no longer there. Record it again where it belongs.'
    case 'malformed':
      return `It could not be read: ${reason.problems.slice(0, 2).join('; ')}.`
  }
}

/** How far a batch is, in a few words. */
export function standingWords(batch: Batch, today: Day, season: Season, f: Format): string {
  const { progress, sow, stays } = batch
  const stay = stays.find(({ from, until }) => from <= today && today < until)
  const where = stay ? `, ${f.number(stay.trays)} × ${stay.container.name}, ${season.places[stay.place]!.name}` : ''
  switch (progress?.standing) {
    case undefined:
      return sow === undefined
        ? 'cannot be sown in time'
        : sow > today
          ? `to be sown ${f.date(sow)}`
          : `sown ${f.date(sow)} by the plan${where}`
    case 'to-sow':
      return `to be sown ${f.date(sow!)}`
    case 'sown':
      return `sown ${f.date(sow!)}, not up yet${where}`
    case 'up':
      return `up${where}`
    case 'hardening':
      return `hardening${where}`
    case 'planted':
      return `planted ${f.date(batch.plantOn)}`
    case 'gone':
      return 'gone'
  }
}

/** Whether it will be in time, in a few words. */
export function outlookWords({ kind, days }: Outlook, f: Format): string {
  if (kind === 'on-time') return 'on time'
  if (kind === 'early') return `ready ${count(f, days, 'day')} early`
  if (kind === 'overgrown') return `overgrown by ${count(f, days, 'day')}`
  return days === Infinity ? 'will not be ready' : `${count(f, days, 'day')} late`
}
