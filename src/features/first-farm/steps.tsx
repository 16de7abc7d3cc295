/** The questions of a first farm, one screen each. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Chip from '@mui/material/Chip'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useMemo, useState, type ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import { createPlanner } from '../../core/plan/plan'
import { tasksBetween } from '../../core/batch/tasks'
import { readSeason } from '../../season/read'
import { DayField } from '../../ui/day-field'
import { NumberField, WordField } from '../../ui/fields'
import { list, type Units } from '../../words/format'
import { useFormat } from '../../ui/units'
import { documentOf } from '../../library/begin'
import { findKinds, library, libraryKind } from '../../library/library'
import { YearDayField } from '../../ui/year-day-field'
import { LatitudeField } from './latitude-field'
import { BEGIN_WITH, cropsWithoutWay, withLatitude, type Answers, seasonWords } from './model'

interface StepProps {
  /** What is wrong with an answer, once it was tried to go on, or as soon as it cannot be. */
  wrong: (path: string) => string | undefined
  answers: Answers
  put: (part: Partial<Answers>) => void
}

export function Part({ title, text, children }: { title: string; text: string; children: ReactNode }) {
  return (
    <Box component="section">
      <Typography variant="h2">{title}</Typography>
      <Typography component="p" sx={{ color: 'text.secondary', mt: 0.5, mb: 2 }}>
        {text}
      </Typography>
      {children}
    </Box>
  )
}

export function Where({ answers, put, wrong }: StepProps) {
  const t = useTranslations('firstFarm')
  const two = {
    display: 'grid',
    gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' },
    gap: 1.75,
    alignItems: 'start',
  } as const
  return (
    <Part title={t('whereIsIt')} text={t('latitudeGivesTheLightThe')}>
      <Box sx={{ display: 'grid', gap: 1.75 }}>
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
        <Box sx={two}>
          <WordField label={t('nameOfTheFarm')} value={answers.farm} onChange={(farm) => put({ farm })} />
          <NumberField
            label={t('year')}
            value={answers.year}
            onChange={(year) => year !== undefined && put({ year: Math.round(year) })}
          />
          <LatitudeField
            label={t('latitude')}
            value={answers.latitude}
            onChange={(latitude) => put(withLatitude(answers, latitude))}
            error={wrong('latitude')}
          />
          <Box sx={{ alignSelf: 'center', color: 'text.secondary', fontSize: 14 }}>
            {t('theSeason', { season: seasonWords(answers) })}
          </Box>
          <NumberField
            label={t('meanOfTheColdestMonth')}
            quantity="temperature"
            value={answers.coldest}
            onChange={(coldest) => put({ coldest })}
          />
          <NumberField
            label={t('meanOfTheWarmestMonth')}
            quantity="temperature"
            value={answers.warmest}
            onChange={(warmest) => put({ warmest })}
            error={wrong('warmest')}
          />
        </Box>
      </Box>
    </Part>
  )
}

export function Frost({ answers, put, wrong }: StepProps) {
  const t = useTranslations('firstFarm')
  const south = (answers.latitude ?? 45) < 0
  return (
    <Part title={t('whenIsFrostOver')} text={t('asYouKnowItThe', { south: south ? 'yes' : 'no' })}>
      <Box
        sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr 1fr' }, gap: 1.75, alignItems: 'start' }}
      >
        <YearDayField
          label={t('lastFrostInSpring')}
          value={answers.lastFrost}
          onChange={(lastFrost) => put({ lastFrost })}
          error={wrong('lastFrost')}
        />
        <YearDayField
          label={t('firstFrostInAutumn')}
          value={answers.firstFrost}
          onChange={(firstFrost) => put({ firstFrost })}
          error={wrong('firstFrost')}
        />
        <NumberField
          label={t('inOneYearOfTen')}
          unit="days"
          value={answers.spread}
          onChange={(spread) => spread !== undefined && put({ spread: Math.max(0, spread) })}
        />
      </Box>
    </Part>
  )
}

export function Crops({ answers, put }: StepProps) {
  const t = useTranslations('firstFarm')
  const format = useFormat(answers.units)
  const [text, setText] = useState('')
  const shown = (
    text.trim() === ''
      ? library().filter(({ crop: { key } }) => BEGIN_WITH.includes(key) || answers.crops.includes(key))
      : findKinds(text)
  ).map(({ crop, names }) => ({ key: crop.key, name: names[answers.region] }))
  const without = cropsWithoutWay(answers)
  return (
    <Part title={t('whichCropsToBeginWith')} text={t('tenAreEnoughTheirFigures')}>
      <WordField label={t('findAnotherOfTheLibrary')} type="search" value={text} onChange={setText} width={300} />
      <Box role="group" aria-label={t('crops')} sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 2 }}>
        {shown.slice(0, 40).map(({ key, name }) => {
          const on = answers.crops.includes(key)
          return (
            <Chip
              key={key}
              label={name}
              clickable
              component="button"
              type="button"
              aria-pressed={on}
              color={on ? 'primary' : 'default'}
              variant={on ? 'filled' : 'outlined'}
              onClick={() =>
                put({ crops: on ? answers.crops.filter((other) => other !== key) : [...answers.crops, key] })
              }
              sx={{ height: 40, borderRadius: 20, fontSize: 15 }}
            />
          )
        })}
        {shown.length === 0 && <Box sx={{ color: 'text.secondary' }}>{t('nothingOfThatNameIt')}</Box>}
      </Box>
      {without.length > 0 && (
        <Alert severity="warning" sx={{ mt: 2 }}>
          {t('noChosenContainerFitsGo', {
            list: list(
              format,
              without.map(({ name }) => name),
            ),
            without: without.length,
          })}
        </Alert>
      )}
    </Part>
  )
}

export function Plantings({ answers, put }: StepProps) {
  const t = useTranslations('firstFarm')
  const format = useFormat(answers.units)
  const nameOf = (key: string) => libraryKind(key)?.names[answers.region] ?? key
  const first = useMemo(() => {
    const read = readSeason(documentOf(answers))
    if (!read.ok || read.season.plantings.length === 0) return undefined
    const plan = createPlanner().plan(read.season)
    return tasksBetween(plan.batches, plan.from - 200, plan.to)
      .filter(({ kind }) => kind === 'sow')
      .slice(0, 4)
  }, [answers])
  const set = (i: number, part: Partial<Answers['plantings'][number]>) =>
    put({ plantings: answers.plantings.map((other, at) => (at === i ? { ...other, ...part } : other)) })
  return (
    <Part title={t('whatGoesIntoTheField')} text={t('aFirstPlantingOfEach')}>
      <Box sx={{ display: 'grid', gap: 1.25 }}>
        {answers.plantings.map((wish, i) => (
          <Box
            key={wish.crop}
            sx={{
              display: 'grid',
              gridTemplateColumns: { xs: '1fr 1fr', sm: '150px 110px 170px 130px 110px' },
              gap: 1,
              alignItems: 'center',
            }}
          >
            <Box sx={{ fontWeight: 600, gridColumn: { xs: '1 / -1', sm: 'auto' } }}>{nameOf(wish.crop)}</Box>
            <NumberField label={t('plants')} value={wish.plants} onChange={(plants) => set(i, { plants })} />
            <DayField label={t('plantedOn')} value={wish.on ?? ''} onChange={(on) => set(i, { on })} />
            <NumberField
              label={t('againEvery')}
              unit="days"
              value={wish.every}
              onChange={(every) =>
                set(i, { every, ...(every !== undefined && wish.count === undefined ? { count: 3 } : {}) })
              }
            />
            {wish.every !== undefined && (
              <NumberField label={t('inAll')} value={wish.count} onChange={(n) => set(i, { count: n })} />
            )}
          </Box>
        ))}
      </Box>
      {first && first.length > 0 && (
        <Box
          role="status"
          sx={{ mt: 2.5, p: 2, bgcolor: 'background.paper', border: 1, borderColor: 'divider', borderRadius: 1 }}
        >
          <b>{t('firstSowings')}</b>{' '}
          {first.map((task) => `${task.batch.variety.name} ${format.date(task.day)}`).join(', ')} …
        </Box>
      )}
    </Part>
  )
}
