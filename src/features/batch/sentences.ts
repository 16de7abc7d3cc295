/** What is said of a batch: its verdict, what can be done, and where its amounts went. */
import type { Checked, Lever } from '../../core/advice/verdict'
import type { Batch } from '../../core/batch/batch'
import { chanceWords, count, shareWords, type Counted, type Format } from '../../words/format'
import type { StandChoice, StandDecision } from '../../core/advice/stand-choices'
import { alive, lostOf } from '../../core/ledger/accounts'
import type { LossCause } from '../../season/schema'
import { inFlats } from '../../core/sowing/policies'

export function verdictTitle({ verdict }: Checked, f: Format): string {
  switch (verdict.kind) {
    case 'wait':
      return f.t('batch.waitLookAgain', { days: count(f, verdict.days, 'day'), until: f.date(verdict.until) })
    case 'prick-out':
      return f.t('batch.prickOutInto', { into: verdict.into.name })
    case 'pot-up':
      return f.t('batch.potUpNowInto', { into: verdict.into.name })
    case 'plant':
      return verdict.inDays === 0
        ? f.t('batch.plantNow')
        : f.t('batch.readyItGoesOutIn', { days: count(f, verdict.inDays, 'day') })
    case 'past':
      return f.t('batch.pastItsBest')
  }
}

export function verdictWhy({ verdict, daysLeft }: Checked, batch: Batch, f: Format): string {
  switch (verdict.kind) {
    case 'wait':
      return f.t('batch.thePlugDoesNotPull')
    case 'prick-out':
      return f.t('batch.aTrueLeafShowsSeedlings')
    case 'pot-up':
      return daysLeft === undefined || daysLeft > 10
        ? f.t('batch.thePlugPullsCleanly')
        : f.t('batch.thePlugPullsCleanlyAnd', { days: count(f, daysLeft, 'day') })
    case 'plant':
      return verdict.inDays === 0
        ? f.t('batch.thePlugPullsCleanlyCheck')
        : f.t('batch.plannedForSeeBelowWhat', { plantOn: f.date(batch.plantOn) })
    case 'past': {
      const why = {
        roots: f.t('batch.rootsCircleHard'),
        buds: f.t('batch.itBudsInItsCell'),
        age: f.t('batch.byItsAgeItHas'),
      }[verdict.why]
      const can = verdict.into
        ? f.t('batch.potItUpIntoAt', { into: verdict.into.name })
        : f.t('batch.plantItAtOnceWith')
      return f.t('batch.pastWhy', { why, can, buds: verdict.why === 'buds' ? f.t('batch.nipTheBuds') : '' })
    }
  }
}

export function leverWords(lever: Lever, f: Format): string {
  switch (lever.kind) {
    case 'place':
      return f.t('batch.moveTo', { place: lever.place.name })
    case 'container':
      return f.t('batch.potUpInto', { trays: String(lever.trays), container: lever.container.name })
    case 'feed':
      return f.t('batch.aLightFeedEachWeek')
  }
}

export function timeWords({ thermalShare }: StandDecision, f: Format): string {
  if (thermalShare < 0.75) return f.t('batch.itIsEarlyLittleCan')
  if (thermalShare < 1.35) return f.t('batch.someMoreWillStillCome')
  return f.t('batch.nearlyAllThatComesIs', { thermalShare: f.number(thermalShare * 100) })
}

export function choiceTitle(choice: StandChoice, f: Format): string {
  switch (choice.kind) {
    case 'let-be':
      return f.t('batch.leaveItAsItIs')
    case 'wait':
      return f.t('batch.waitCountAgain', { until: f.date(choice.until) })
    case 'fill':
      return f.t('batch.moveDoublesInto', { blanks: count(f, choice.blanks, 'blank') })
    case 'resow':
      return f.t('batch.sowAgainToday', { cells: count(f, choice.resow.cells, 'cell') })
    case 'resow-here':
      return f.t('batch.sowAgainInTheSame', { blanks: count(f, choice.cells, 'blank') })
    case 'fewer':
      return f.t('batch.plantInstead', { plants: f.number(choice.plants) })
  }
}

export function choiceWhy(choice: StandChoice, decision: StandDecision, f: Format): string {
  switch (choice.kind) {
    case 'let-be':
      return decision.chance > 0.995
        ? f.t('batch.thereAreEnough')
        : f.t('batch.likelyToBeEnough', { chance: chanceWords(f, decision.chance) })
    case 'wait':
      return decision.choices.some(({ kind }) => kind === 'resow')
        ? f.t('batch.byThen90OfAll')
        : f.t('batch.byThen90OfAll2')
    case 'fill':
      return f.t('batch.likelyToBeEnoughAbout', {
        chance: chanceWords(f, choice.chance),
        share: shareWords(decision.fillSurvival),
      })
    case 'resow':
      return f.t('batch.forTheSameDaySo', {
        seeds: count(f, choice.resow.seeds, 'seed'),
        trays: count(f, choice.resow.trays, 'tray'),
        method: choice.resow.method.name,
        plants: count(f, choice.resow.plants, 'plant'),
        extra: choice.resow.lot ? f.t('batch.fromTheLotItWas', { lot: choice.resow.lot.name }) : '',
      })
    case 'resow-here':
      return f.t('batch.sameTraysTwoAges', {
        seeds: count(f, choice.seeds, 'seed'),
        lot: choice.lot ? f.t('batch.of', { lot: choice.lot.name }) : '',
        chance: chanceWords(f, choice.chance),
      })
    case 'fewer':
      return f.t('batch.thePlantingIsMadeSmaller')
  }
}

export function accountSentences(batch: Batch, today: number, f: Format): string[] {
  const { progress, ready } = batch
  const { accounts, restOf, again } = progress!.ledger
  const { standing, gone } = accounts
  const flat = inFlats(batch.way.method) && accounts.prickedOut === 0
  const sentences: string[] = []
  const there = alive(standing)
  if (there > 0) {
    const unit = (flat ? 'seedling' : 'plant') satisfies Counted
    if (restOf !== undefined)
      sentences.push(
        f.t('batch.leftAboutUsable', {
          there: f.number(there),
          plants: f.number(Math.round(progress!.plants)),
          extra: ready === undefined || ready <= today ? '' : f.t('batch.by', { ready: f.date(ready) }),
        }),
      )
    else if (standing.sown === there)
      sentences.push(f.t('batch.sownNotCountedYet', { count: count(f, there, flat ? 'seed' : 'cell') }))
    else
      sentences.push(
        f.t('batch.stand', {
          count: count(f, there, unit),
          there,
          extra: standing.blank > 0 ? `, ${count(f, standing.blank, 'blank')}` : '',
          extra2: standing.more > 0 ? f.t('batch.ofThemDoubles', { more: f.number(standing.more) }) : '',
        }),
      )
  }
  for (const { on, cells } of again)
    sentences.push(f.t('batch.blanksWereSownAgainOn', { cells: f.number(cells), on: f.date(on) }))
  const causes = Object.entries(gone.lost) as [LossCause, number][]
  const went = [
    gone.planted > 0 ? f.t('batch.planted', { planted: f.number(gone.planted) }) : undefined,
    gone.sold > 0 ? f.t('batch.sold', { sold: f.number(gone.sold) }) : undefined,
    gone.given > 0 ? f.t('batch.givenAway', { given: f.number(gone.given) }) : undefined,
    lostOf(gone) > 0
      ? f.t('batch.lost', {
          lostOf: f.number(lostOf(gone)),
          causes: causes.map(([cause, n]) => `${f.t(`records.loss.${cause}`)} ${f.number(n)}`).join(', '),
        })
      : undefined,
    gone.discarded > 0 ? f.t('batch.thrownAway', { discarded: f.number(gone.discarded) }) : undefined,
    gone.leftOver > 0 ? f.t('batch.leftOver', { leftOver: f.number(gone.leftOver) }) : undefined,
  ].filter((part) => part !== undefined)
  if (went.length > 0) sentences.push(f.t('batch.ofIt', { went: went.join(', ') }))
  return sentences
}
