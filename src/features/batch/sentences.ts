/** What is said of a batch: its verdict, what can be done, and where its amounts went. */
import type { Checked, Lever } from '../../core/advice/verdict'
import type { Batch } from '../../core/batch/batch'
import { chanceWords, count, shareWords, type Format } from '../../words/format'
import type { StandChoice, StandDecision } from '../../core/advice/stand-choices'
import { alive, lostOf } from '../../core/ledger/accounts'
import { LOSS_WORDS } from '../../ui/records/words'
import type { LossCause } from '../../season/schema'
import { inFlats } from '../../core/sowing/policies'

export function verdictTitle({ verdict }: Checked, f: Format): string {
  switch (verdict.kind) {
    case 'wait':
      return `Wait ${count(f, verdict.days, 'day')}, look again ${f.date(verdict.until)}`
    case 'prick-out':
      return `Prick out into ${verdict.into.name}`
    case 'pot-up':
      return `Pot up now, into ${verdict.into.name}`
    case 'plant':
      return verdict.inDays === 0 ? 'Plant now' : `Ready; it goes out in ${count(f, verdict.inDays, 'day')}`
    case 'past':
      return 'Past its best'
  }
}

export function verdictWhy({ verdict, daysLeft }: Checked, batch: Batch, f: Format): string {
  switch (verdict.kind) {
    case 'wait':
      return 'The plug does not pull cleanly yet.'
    case 'prick-out':
      return 'A true leaf shows: seedlings move best now.'
    case 'pot-up':
      return daysLeft === undefined || daysLeft > 10
        ? 'The plug pulls cleanly.'
        : `The plug pulls cleanly, and it has ${count(f, daysLeft, 'day')} before it is too old.`
    case 'plant':
      return verdict.inDays === 0
        ? 'The plug pulls cleanly; check the gates in Field first.'
        : `Planned for ${f.date(batch.plantOn)}. See below what gains days.`
    case 'past': {
      const why = {
        roots: 'Roots circle hard',
        buds: 'It buds in its cell',
        age: 'By its age it has outgrown its cell',
      }[verdict.why]
      const can = verdict.into
        ? `Pot it up into ${verdict.into.name} at once and tease the roots open`
        : 'Plant it at once with its roots teased open, and water well'
      return `${why}. ${can}${verdict.why === 'buds' ? '; nip the buds' : ''}. It will stand still for a while.`
    }
  }
}

export function leverWords(lever: Lever): string {
  switch (lever.kind) {
    case 'place':
      return `Move to ${lever.place.name}`
    case 'container':
      return `Pot up into ${lever.trays} × ${lever.container.name}`
    case 'feed':
      return 'A light feed each week'
  }
}

export function timeWords({ thermalShare }: StandDecision, number: (value: number) => string): string {
  if (thermalShare < 0.75) return 'It is early: little can show yet.'
  if (thermalShare < 1.35) return 'Some more will still come.'
  return `Nearly all that comes is up (${number(Math.round(thermalShare * 100))} % of the warmth to half).`
}

export function choiceTitle(choice: StandChoice, f: Format): string {
  switch (choice.kind) {
    case 'let-be':
      return 'Leave it as it is'
    case 'wait':
      return `Wait, count again ${f.date(choice.until)}`
    case 'fill':
      return `Move doubles into ${count(f, choice.blanks, 'blank')}`
    case 'resow':
      return `Sow ${count(f, choice.resow.cells, 'cell')} again today`
    case 'resow-here':
      return `Sow ${count(f, choice.cells, 'blank')} again in the same trays`
    case 'fewer':
      return `Plant ${f.number(choice.plants)} instead`
  }
}

export function choiceWhy(choice: StandChoice, decision: StandDecision, f: Format): string {
  switch (choice.kind) {
    case 'let-be':
      return decision.chance > 0.995 ? 'There are enough.' : `${chanceWords(f, decision.chance)} likely to be enough.`
    case 'wait':
      return decision.choices.some(({ kind }) => kind === 'resow')
        ? 'By then 90 % of all that will come up are up, and there is still time to sow again.'
        : 'By then 90 % of all that will come up are up. It is too late to sow again for this day.'
    case 'fill':
      return `${chanceWords(f, choice.chance)} likely to be enough; about ${shareWords(decision.fillSurvival)} of those moved survive.`
    case 'resow':
      return `${count(f, choice.resow.seeds, 'seed')}, ${count(f, choice.resow.trays, 'tray')}, ${choice.resow.method.name}: ${count(f, choice.resow.plants, 'plant')} for the same day, so that it is as sure as it was meant to be.${choice.resow.lot ? ` From ${choice.resow.lot.name}: the lot it was sown from has too few left.` : ''}`
    case 'resow-here':
      return `${count(f, choice.seeds, 'seed')}${choice.lot ? ` of ${choice.lot.name}` : ''}. The trays then hold two ages; ${chanceWords(f, choice.chance)} likely to be enough.`
    case 'fewer':
      return 'The planting is made smaller in the plan; what follows from it changes too.'
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
    const unit = flat ? 'seedling' : 'plant'
    if (restOf !== undefined)
      sentences.push(
        `${f.number(there)} left, about ${f.number(Math.round(progress!.plants))} usable${ready === undefined || ready <= today ? '' : ` by ${f.date(ready)}`}.`,
      )
    else if (standing.sown === there)
      sentences.push(`${count(f, there, flat ? 'seed' : 'cell')} sown, not counted yet.`)
    else
      sentences.push(
        `${count(f, there, unit)} stand${there === 1 ? 's' : ''}${standing.blank > 0 ? `, ${count(f, standing.blank, 'blank')}` : ''}${standing.more > 0 ? `, ${f.number(standing.more)} of them doubles` : ''}.`,
      )
  }
  for (const { on, cells } of again)
    sentences.push(`${f.number(cells)} blanks were sown again on ${f.date(on)}: these trays hold two ages.`)
  const causes = Object.entries(gone.lost) as [LossCause, number][]
  const went = [
    gone.planted > 0 ? `${f.number(gone.planted)} planted` : undefined,
    gone.sold > 0 ? `${f.number(gone.sold)} sold` : undefined,
    gone.given > 0 ? `${f.number(gone.given)} given away` : undefined,
    lostOf(gone) > 0
      ? `${f.number(lostOf(gone))} lost (${causes.map(([cause, n]) => `${LOSS_WORDS[cause]} ${f.number(n)}`).join(', ')})`
      : undefined,
    gone.discarded > 0 ? `${f.number(gone.discarded)} thrown away` : undefined,
    gone.leftOver > 0 ? `${f.number(gone.leftOver)} left over` : undefined,
  ].filter((part) => part !== undefined)
  if (went.length > 0) sentences.push(`Of it ${went.join(', ')}.`)
  return sentences
}
