/** Where the farm is and how cold it gets there: a guess from where it lies, in fields to be set right. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { useTranslations } from 'next-intl'
import { SEAS } from '../../core/climate/guessed-climate'
import type { Region } from '../../library/entry'
import { weatherOf } from '../../library/begin'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { YearDayField } from '../../ui/year-day-field'
import { useFormat } from '../../ui/units'
import type { Units } from '../../words/format'
import { LatitudeField } from './latitude-field'
import { seasonWords, withLatitude } from './model'
import { Nights } from './nights'
import { Part, type PartProps } from './part'
import './words'

const FIELDS = {
  display: 'grid',
  gridTemplateColumns: { xs: '1fr 1fr', md: 'repeat(4, 1fr)' },
  gap: 1.75,
  alignItems: 'start',
} as const

export function PlacePart({ answers, put, wrong }: PartProps) {
  const t = useTranslations('firstFarm')
  const format = useFormat(answers.units)
  return (
    <Part
      title={t('whereIsIt')}
      text={t('latitudeGivesTheLight')}
      tool={
        <>
          <ToggleButtonGroup
            exclusive
            size="small"
            aria-label={t('units')}
            value={answers.units}
            onChange={(_, units: Units | null) => units && put({ units, region: units === 'us' ? 'us' : 'uk' })}
          >
            <ToggleButton value="metric">{t('cLitresCm')}</ToggleButton>
            <ToggleButton value="us">{t('fInches')}</ToggleButton>
          </ToggleButtonGroup>
          <ToggleButtonGroup
            exclusive
            size="small"
            aria-label={t('names')}
            value={answers.region}
            onChange={(_, region: Region | null) => region && put({ region })}
          >
            <ToggleButton value="uk">{t('courgette')}</ToggleButton>
            <ToggleButton value="us">{t('zucchini')}</ToggleButton>
          </ToggleButtonGroup>
        </>
      }
    >
      <Box sx={FIELDS}>
        <Box sx={{ gridColumn: { xs: '1 / -1', md: 'span 2' }, display: 'grid' }}>
          <WordField
            label={t('nameOfTheFarm')}
            value={answers.farm}
            onChange={(farm) => put({ farm })}
            error={wrong('farm')}
          />
        </Box>
        <LatitudeField
          label={t('latitude')}
          value={answers.latitude}
          onChange={(latitude) => put(withLatitude(answers, latitude))}
          error={wrong('latitude')}
        />
        <NumberField
          label={t('year')}
          value={answers.year}
          onChange={(year) => year !== undefined && put({ year: Math.round(year) })}
          help={seasonWords(answers, format)}
          error={wrong('year')}
        />
      </Box>
      {answers.latitude !== undefined && <WeatherFields answers={answers} put={put} wrong={wrong} />}
    </Part>
  )
}

/** Temperatures and frosts: what is empty is guessed, and what was said can be emptied again. */
function WeatherFields({ answers, put, wrong }: PartProps) {
  const t = useTranslations('firstFarm')
  const weather = weatherOf(answers)
  const recorded = answers.frostRecord
  return (
    <Box sx={{ mt: 2.5, display: 'grid', gap: 1.75 }}>
      <Box sx={FIELDS}>
        <NumberField
          label={t('heightAboveTheSea')}
          quantity="ground"
          value={answers.height === undefined ? undefined : answers.height * 100}
          onChange={(cm) => put({ height: cm === undefined ? undefined : cm / 100 })}
          error={wrong('height')}
        />
        <ChoiceField
          label={t('theSea')}
          value={answers.sea ?? 'between'}
          options={SEAS.map((sea) => [sea, t(`sea.${sea}`)] as const)}
          onChange={(sea) => sea !== '' && put({ sea })}
        />
        <NumberField
          label={t('meanOfTheColdestMonth')}
          quantity="temperature"
          value={answers.coldest ?? weather.coldest}
          onChange={(coldest) => put({ coldest })}
          help={answers.coldest === undefined ? t('guessed') : t('asYouSaid')}
          error={wrong('coldest')}
        />
        <NumberField
          label={t('meanOfTheWarmestMonth')}
          quantity="temperature"
          value={answers.warmest ?? weather.warmest}
          onChange={(warmest) => put({ warmest })}
          help={answers.warmest === undefined ? t('guessed') : t('asYouSaid')}
          error={wrong('warmest')}
        />
        {!recorded && (
          <>
            <YearDayField
              label={t('lastFrostInSpring')}
              value={answers.lastFrost ?? weather.lastFrost}
              onChange={(day) => put({ lastFrost: day.trim() === '' ? undefined : day })}
              help={answers.lastFrost === undefined ? t('guessed') : t('asYouSaid')}
              error={wrong('lastFrost')}
            />
            <NumberField
              label={t('inOneYearOfTen')}
              unit={t('days')}
              value={answers.spread}
              onChange={(spread) => spread !== undefined && put({ spread: Math.max(0, spread) })}
            />
            <YearDayField
              label={t('firstFrostInAutumn')}
              value={answers.firstFrost ?? weather.firstFrost}
              onChange={(day) => put({ firstFrost: day.trim() === '' ? undefined : day })}
              help={answers.firstFrost === undefined ? t('guessed') : t('asYouSaid')}
              error={wrong('firstFrost')}
            />
          </>
        )}
      </Box>
      {weather.guessed.length > 0 && (
        <Alert severity="info" icon={false} sx={{ py: 0.25 }}>
          {weather.rareFrost ? t('aGuessWithRareFrost') : t('aGuess')}
        </Alert>
      )}
      <Nights answers={answers} put={put} wrong={wrong} />
    </Box>
  )
}
