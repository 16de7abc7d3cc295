/** Frost and heat at this moment, in every view: what thermometers that send by themselves say. Nothing is shown when all is well. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useTranslations } from 'next-intl'
import { Link } from '../../ui/navigation'
import { useSeason } from '../../ui/season-context'
import { useThermometers } from '../../ui/use-thermometers'
import { alarmWords, clockWords } from '../../words/alarms'

export function Alarms() {
  const t = useTranslations('thermometers')
  const { season, format } = useSeason()
  const { shown } = useThermometers()
  if (!shown) return null
  const zone = season.farm.timeZone
  const placeOf = (key: string) => season.places.find((place) => place.key === key)?.name ?? key
  const { now } = shown
  const loud = shown.thermometers.filter(({ alarm }) => alarm !== undefined)
  const silent = shown.thermometers.filter(
    ({ silent: is, alarm, below, above }) => is && !alarm && (below !== undefined || above !== undefined),
  )
  if (loud.length + silent.length === 0) return null
  return (
    <Box role="region" aria-label={t('alarms')} className="no-print">
      {loud.map(({ id, name, place, last, alarm, silent: is, ...limits }) => (
        <Alert
          key={id}
          severity="error"
          variant="filled"
          sx={{ borderRadius: 0, py: 0, alignItems: 'center' }}
          action={<Look />}
        >
          <b>
            {placeOf(place)}: {format.temperature(last!.celsius)}.
          </b>{' '}
          {alarmWords(format, limits, alarm!, [zone, now])} {t('by', { name })}{' '}
          {is && t('silentSince', { name, since: clockWords(format, last!.at, zone, now) })}
        </Alert>
      ))}
      {silent.map(({ id, name, place, last }) => (
        <Alert key={id} severity="warning" sx={{ borderRadius: 0, py: 0, alignItems: 'center' }} action={<Look />}>
          <b>{placeOf(place)}</b>: {t('silentSince', { name, since: clockWords(format, last!.at, zone, now) })}
        </Alert>
      ))}
    </Box>
  )
}

function Look() {
  const t = useTranslations('thermometers')
  return (
    <Button component={Link} href="/readings" color="inherit" sx={{ minHeight: 44 }}>
      {t('look')}
    </Button>
  )
}
