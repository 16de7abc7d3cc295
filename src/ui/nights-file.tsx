/** Nights of earlier years from a file: what is recognised is shown and can be set right before it is used. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { formatDay } from '../core/calendar/day'
import { recordOf } from '../core/frost/frost'
import { frostSeasons } from '../core/frost/percentiles'
import { DROP_WORDS, readWeather } from '../interchange/weather-csv'
import { count } from '../words/format'
import { useFormat, useUnits } from './units'
import { ChooseFile, DroppedRows, ReadingFields, useWeatherFile } from './weather-file'

const MOST_BYTES = 20_000_000
const SEASONS_NAMED = 4

interface NightsFileProps {
  label: string
  testId: string
  /** For which nights are of spring and which of autumn. */
  latitude: number
  onTake: (record: ReturnType<typeof recordOf>) => void
}

export function NightsFile({ label, testId, latitude, onTake }: NightsFileProps) {
  const t = useTranslations('nights')
  const format = useFormat(useUnits())
  const { file, confirmed, take, confirm, drop } = useWeatherFile()
  const read = useMemo(() => (file ? readWeather(file.text, confirmed) : undefined), [file, confirmed])
  const frosts = useMemo(() => (read ? frostSeasons(read.minima, latitude) : undefined), [read, latitude])
  return (
    <>
      <ChooseFile label={label} most={MOST_BYTES} tooLarge={t('tooLarge')} testId={testId} onText={take} />
      {file && !read && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {t('noColumns', { file: file.name })}
        </Alert>
      )}
      {file && read && frosts && (
        <Box sx={{ mt: 1.5, display: 'grid', gap: 1.25 }}>
          <ReadingFields columns={read.columns} reading={read.reading} doubts={read.doubts} onConfirm={confirm} />
          <Box role="status" sx={{ fontSize: 14 }}>
            {t('read', { days: count(format, read.minima.length, 'day') })}
            {read.minima.length > 0 &&
              t('fromTo', {
                minima: format.longDate(read.minima[0]![0]),
                minima2: format.longDate(read.minima.at(-1)![0]),
              })}
            {t('missing', {
              days: count(format, read.missing, 'day'),
              wholeSeasons: count(format, frosts.seasons.length, 'wholeSeason'),
            })}
            {frosts.dropped.length > 0 &&
              t('leftOut', {
                dropped: frosts.dropped
                  .slice(0, SEASONS_NAMED)
                  .map(({ from, missing }) => `${formatDay(from).slice(0, 4)} (${missing})`)
                  .join(', '),
                extra: frosts.dropped.length > SEASONS_NAMED ? ' …' : '',
              })}
            .
          </Box>
          <DroppedRows rows={read.dropped.map((row) => ({ ...row, why: DROP_WORDS[row.why] }))} />
          <Box>
            <Button
              size="small"
              variant="contained"
              disabled={frosts.seasons.length === 0}
              onClick={() => {
                onTake(recordOf(file.name.replace(/\.\w+$/, ''), frosts.seasons, false))
                drop()
              }}
            >
              {t('use')}
            </Button>
            <Button size="small" color="inherit" onClick={drop} sx={{ ml: 1 }}>
              {t('cancel')}
            </Button>
          </Box>
        </Box>
      )}
    </>
  )
}
