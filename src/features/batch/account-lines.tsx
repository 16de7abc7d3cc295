/** What there is of a batch and what became of the others: the ledger in words. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import { parseDay } from '../../core/calendar/day'
import { alive, lostOf } from '../../core/ledger/accounts'
import { lossTrend } from '../../core/advice/losses'
import type { Batch } from '../../core/batch/batch'
import { trendWords } from '../../ui/records/quick-loss'
import { entrySentence, LOSS_WORDS, refusalSentence } from '../../ui/records/words'
import { useSeason } from '../../ui/season-context'
import { count, type Format } from '../../words/format'
import type { LossCause } from '../../season/schema'
import { inFlats } from '../../core/sowing/policies'

export function AccountLines({ batch }: { batch: Batch }) {
  const { season, format, today } = useSeason()
  const { progress } = batch
  if (!progress) return null
  const { impossible } = progress.all
  if (!progress.ledger.known && impossible.length === 0) return null
  const trend = lossTrend(batch, today)
  return (
    <Box component="section" aria-label="What there is" sx={{ mb: 2, fontSize: 15 }}>
      {progress.ledger.known &&
        accountSentences(batch, today, format).map((sentence) => <Box key={sentence}>{sentence}</Box>)}
      {impossible.map(({ entry, reason }) => (
        <Alert key={entry.id} severity="warning" sx={{ mt: 1 }}>
          Not counted, {format.date(parseDay(entry.on))}: {entrySentence(entry, season, format)}.{' '}
          {refusalSentence(reason, format)}
        </Alert>
      ))}
      {trend && <Box sx={{ color: 'error.main', fontWeight: 650 }}>{trendWords(trend, format)}</Box>}
    </Box>
  )
}

function accountSentences(batch: Batch, today: number, f: Format): string[] {
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
