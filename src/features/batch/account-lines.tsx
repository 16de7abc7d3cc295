/** What there is of a batch and what became of the others: the ledger in words. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import { useTranslations } from 'next-intl'
import { parseDay } from '../../core/calendar/day'
import { lossTrend } from '../../core/advice/losses'
import type { Batch } from '../../core/batch/batch'
import { trendWords } from '../../ui/records/quick-loss'
import { entrySentence, refusalSentence } from '../../ui/records/words'
import { useSeason } from '../../ui/season-context'
import { accountSentences } from './sentences'

export function AccountLines({ batch }: { batch: Batch }) {
  const t = useTranslations('batch')
  const { season, format, today } = useSeason()
  const { progress } = batch
  if (!progress) return null
  const { impossible } = progress.all
  if (!progress.ledger.known && impossible.length === 0) return null
  const trend = lossTrend(batch, today)
  return (
    <Box component="section" aria-label={t('whatThereIs')} sx={{ mb: 2, fontSize: 15 }}>
      {progress.ledger.known &&
        accountSentences(batch, today, format).map((sentence) => <Box key={sentence}>{sentence}</Box>)}
      {impossible.map(({ entry, reason }) => (
        <Alert key={entry.id} severity="warning" sx={{ mt: 1 }}>
          {t('notCounted', {
            parseDay: format.date(parseDay(entry.on)),
            entrySentence: entrySentence(entry, season, format),
            refusalSentence: refusalSentence(reason, format),
          })}
        </Alert>
      ))}
      {trend && <Box sx={{ color: 'error.main', fontWeight: 650 }}>{trendWords(trend, format)}</Box>}
    </Box>
  )
}
