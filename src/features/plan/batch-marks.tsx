/** What is wrong with a batch, and the nearest things that would work, some of them at a touch. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { isStop } from '../../core/batch/marks'
import type { Batch } from '../../core/batch/batch'
import { nearestThatWorks, type Remedy } from '../../core/plan/nearest'
import { useSeason } from '../../ui/season-context'
import { markSentence, remedySentence } from '../../words/marks'

export function BatchMarks({ batch, onRemedy }: { batch: Batch; onRemedy?: (remedy: Remedy) => void }) {
  const t = useTranslations('plan')
  const { season, planner, format } = useSeason()
  const remedies = useMemo(() => nearestThatWorks(planner, season, batch), [planner, season, batch])
  if (batch.marks.length === 0) return null
  const stopped = batch.marks.some(isStop)
  return (
    <Alert
      severity={stopped ? 'error' : 'warning'}
      variant="outlined"
      sx={{ my: 1.5, '& .MuiAlert-message': { width: '100%' } }}
    >
      {batch.marks.map((mark, i) => (
        <Box key={i} sx={{ mb: 0.25 }}>
          {markSentence(mark, season.places, format)}
        </Box>
      ))}
      {remedies.length > 0 && (
        <Box sx={{ mt: 1 }}>
          <b>{t('whatWouldWork')}</b>
          <Box component="ul" sx={{ m: 0, pl: 2.25 }}>
            {remedies.map((remedy) => (
              <li key={remedy.kind}>
                {remedySentence(remedy, format)}{' '}
                {onRemedy && (remedy.kind === 'plant-on' || remedy.kind === 'sow-on') && (
                  <Button
                    size="small"
                    color="inherit"
                    variant="outlined"
                    onClick={() => onRemedy(remedy)}
                    sx={{ ml: 0.5, py: 0, minWidth: 0 }}
                  >
                    {t('doThis')}
                  </Button>
                )}
              </li>
            ))}
          </Box>
        </Box>
      )}
    </Alert>
  )
}
