/** Frost by night of earlier years, in place of a guess. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useTranslations } from 'next-intl'
import { parseDay } from '../../core/calendar/day'
import { weatherOf } from '../../library/begin'
import { NightsFile } from '../../ui/nights-file'
import { useFormat } from '../../ui/units'
import { count } from '../../words/format'
import type { PartProps } from './part'
import './words'

export function Nights({ answers, put }: PartProps) {
  const t = useTranslations('firstFarm')
  const format = useFormat(answers.units)
  const { latitude = 45, frostRecord } = answers
  if (!frostRecord)
    return (
      <Box sx={{ maxWidth: 560 }}>
        <NightsFile
          label={t('frostFromAFileOfNights')}
          testId="nights-file"
          latitude={latitude}
          onTake={(record) => put({ frostRecord: record })}
        />
      </Box>
    )
  const { lastFrost, firstFrost } = weatherOf(answers)
  const shown = (monthDay: string) => format.shortDate(parseDay(`2024-${monthDay}`))
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
      <span>
        {t('frostFromNights', {
          name: frostRecord.name,
          years: count(format, frostRecord.seasons.length, 'season'),
          last: shown(lastFrost),
          first: shown(firstFrost),
        })}
      </span>
      <Button size="small" color="inherit" onClick={() => put({ frostRecord: undefined })}>
        {t('takeItOut')}
      </Button>
    </Box>
  )
}
