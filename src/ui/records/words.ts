/** What was recorded, and why something could not be, in the grower's words. */
import type { Entry, Season } from '../../season/schema'
import { parseDay, type Day } from '../../core/calendar/day'
import type { Batch } from '../../core/batch/batch'
import { count, type Format } from '../../words/format'
import { placed } from '../../words/placed'
import type { Outlook } from '../../core/advice/work'
import type { Refusal } from './queue'

/** What a record says, without who and when. */
export function entrySentence(
  { what, place, void: taken }: Pick<Entry, 'what' | 'place' | 'void'>,
  season: Season,
  f: Format,
): string {
  if (taken) return f.t('records.tookBackAnEntry')
  const placeName = (key: string | undefined) =>
    key === undefined ? '' : (season.places.find((one) => one.key === key)?.name ?? key)
  const at = (key: string) => {
    const found = season.places.find((one) => one.key === key)
    return found ? placed(f, found) : key
  }
  const containerName = (key: string) => season.containers.find((one) => one.key === key)?.name ?? key
  switch (what.did) {
    case 'task': {
      const parts = [
        what.plants !== undefined ? count(f, what.plants, 'plant') : undefined,
        what.seeds !== undefined && what.seeds > 0 ? count(f, what.seeds, 'seed') : undefined,
        what.cells !== undefined && what.plants === undefined ? count(f, what.cells, 'cell') : undefined,
        what.trays !== undefined ? count(f, what.trays, 'tray') : undefined,
        what.container !== undefined
          ? f.t('records.into', { containerName: containerName(what.container) })
          : undefined,
        what.place !== undefined ? at(what.place) : undefined,
      ].filter((part) => part !== undefined)
      return [f.t(`records.done.${what.task}`), parts.join(', ')].filter(Boolean).join(': ')
    }
    case 'drop':
      return f.t('records.dropped', { task: f.t(`words.tasks.taskTitles.${what.task}`), why: what.why })
    case 'wait':
      return f.t('records.putOffTo', {
        task: f.t(`words.tasks.taskTitles.${what.task}`),
        parseDay: f.date(parseDay(what.until)),
        extra: what.why ? `: ${what.why}` : '',
      })
    case 'moved': {
      const where = what.place === undefined ? undefined : placeName(what.place)
      if (what.container === undefined) return f.t('records.movedTo', { where: String(where) })
      return [
        f.t('records.pottedOnInto', { containerName: containerName(what.container) }),
        what.cells === undefined ? undefined : f.number(what.cells),
        what.place === undefined ? undefined : at(what.place),
      ]
        .filter(Boolean)
        .join(', ')
    }
    case 'loss':
      return f.t('records.lost', { plants: count(f, what.plants, 'plant'), cause: f.t(`records.loss.${what.cause}`) })
    case 'count':
      return f.t('records.ofUp', {
        showing: f.number(what.showing),
        cells: count(f, what.cells, 'cell'),
        extra: what.doubles > 0 ? f.t('records.withMoreThanOne', { doubles: f.number(what.doubles) }) : '',
        extra2: what.again === undefined ? '' : f.t('records.countAgain', { parseDay: f.date(parseDay(what.again)) }),
      })
    case 'fill':
      return f.t('records.filledFromDoubles', { blanks: count(f, what.cells, 'blank') })
    case 'sow-again':
      return f.t('records.sownAgain', { blanks: count(f, what.cells, 'blank'), seeds: count(f, what.seeds, 'seed') })
    case 'seed':
      return `${season.lots.find((one) => one.key === what.lot)?.name ?? what.lot}: ${count(f, what.seeds, 'seed')} ${f.t(`records.seed.${what.how}`)}`
    case 'check': {
      const seen = [
        what.leaves !== undefined ? count(f, what.leaves, 'trueLeaf') : undefined,
        what.lifts === undefined
          ? undefined
          : what.lifts
            ? f.t('records.plugLiftsWhole')
            : f.t('records.plugFallsApart'),
        what.roots === undefined ? undefined : f.t('records.roots', { roots: f.t(`records.root.${what.roots}`) }),
        what.height === undefined ? undefined : f.t('records.cmTall', { height: f.number(what.height, 1) }),
        what.leaning ? f.t('records.leaningOrStretched') : undefined,
        what.buds ? f.t('records.inBud') : undefined,
        what.pale ? f.t('records.pale') : undefined,
      ].filter((part) => part !== undefined)
      return f.t('records.lookedAt', { seen: seen.join(', ') || f.t('records.nothingAmiss') })
    }
    case 'split':
      return f.t('records.splitOffAsPart', {
        cells: count(f, what.cells, 'cell'),
        part: String(what.part),
        extra: what.for ? `, ${what.for}` : '',
      })
    case 'merge':
      return f.t('records.putTogetherAgain')
    case 'end':
      return `${what.plants === undefined ? f.t('records.all') : count(f, what.plants, 'plant')} ${f.t(`records.end.${what.how}`)}${what.cause === undefined ? '' : `: ${f.t(`records.loss.${what.cause}`)}`}`
    case 'mixed':
      return f.t('records.mixedKeptAs', { as: what.as })
    case 'resow':
      return f.t('records.sownAgain2')
    case 'label':
      return f.t('records.printed', { labels: count(f, what.labels, 'label'), what: what.code })
    case 'round':
      return `${f.t(`records.round.${what.what}`)}${place === undefined ? '' : `: ${placeName(place)}`}`
    case 'temperature': {
      const said = [
        what.low === undefined ? undefined : f.t('records.lowOf', { temperature: f.temperature(what.low) }),
        what.high === undefined ? undefined : f.t('records.highOf', { temperature: f.temperature(what.high) }),
      ].filter((part) => part !== undefined)
      return `${said.join(', ')}${place === undefined ? '' : `: ${placeName(place)}`}`
    }
    case 'wash':
      return f.t('records.washed', { trays: f.number(what.trays), containerName: containerName(what.container) })
    case 'broke':
      return f.t('records.broke', { trays: f.number(what.trays), containerName: containerName(what.container) })
    case 'note':
      return f.t('records.note')
  }
}

/** Why a record could not be kept as it was written, and what to do. */
export function refusalSentence(reason: Refusal, f: Format): string {
  switch (reason.kind) {
    case 'before-sowing':
      return f.t('records.itWasSownOnNothing', { sown: f.date(reason.sown) })
    case 'not-sown':
      return f.t('records.nobodyHasRecordedItsSowing')
    case 'too-many':
      return f.t('records.cannotBeThereAreAt', {
        said: f.number(reason.said),
        what: f.t(`records.tooMany.${reason.what}`),
        most: f.number(reason.most),
      })
    case 'after-end':
      return f.t('records.itCameToAnEnd', { ended: f.date(reason.ended) })
    case 'part-taken':
      return f.t('records.someoneElseSplitItAt')
    case 'unknown-batch':
      return f.t('records.thereIsNoSuchBatch')
    case 'other-record':
      return f.t('records.anotherRecordAlreadyHasIts')
    case 'nothing-to-correct':
      return f.t('records.theEntryThatItCorrects')
    case 'ahead':
      return f.t('records.itsDayLiesAheadNothing', { parseDay: f.date(parseDay(reason.today)) })
    case 'no-such-season':
      return f.t('records.theSeasonItWasWritten')
    case 'server-fault':
      return f.t('records.theServerFailsAtIt')
    case 'malformed':
      return f.t('records.itCouldNotBeRead', { problems: reason.problems.slice(0, 2).join('; ') })
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
        ? f.t('records.cannotBeSownInTime')
        : sow > today
          ? f.t('records.toBeSown', { sow: f.date(sow) })
          : f.t('records.sownByThePlan', { sow: f.date(sow), where })
    case 'to-sow':
      return f.t('records.toBeSown', { sow: f.date(sow!) })
    case 'sown':
      return f.t('records.sownNotUpYet', { sow: f.date(sow!), where })
    case 'up':
      return f.t('records.upThere', { where })
    case 'hardening':
      return f.t('records.hardeningThere', { where })
    case 'planted':
      return f.t('records.planted', { plantOn: f.date(batch.plantOn) })
    case 'gone':
      return f.t('records.gone')
  }
}

/** Whether it will be in time, in a few words. */
export function outlookWords({ kind, days }: Outlook, f: Format): string {
  if (kind === 'on-time') return f.t('records.onTime')
  if (kind === 'early') return f.t('records.readyEarly', { days: count(f, days, 'day') })
  if (kind === 'overgrown') return f.t('records.overgrownBy', { days: count(f, days, 'day') })
  return days === Infinity ? f.t('records.willNotBeReady') : f.t('records.late', { days: count(f, days, 'day') })
}
