/** Habits, work, hours, mix and costs of the farm. */
'use client'
import Box from '@mui/material/Box'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { withFigure } from '../../season/figures'
import type { Season } from '../../season/schema'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { Rows } from '../../ui/rows'
import { FeedFields } from './feed-fields'
import { RecipeFields } from './recipe-fields'
import { WorkDays } from './work-days'
import type { PutHead } from './site-fields'
import { YearDayField } from '../../ui/year-day-field'
import './words'

const WORK = [
  'fillTray',
  'sowTray',
  'seederTray',
  'thinHundred',
  'prickHundred',
  'potHundred',
  'moveTray',
  'hardenTray',
  'plantHundred',
] as const

export interface HabitProps {
  habits: Season['habits']
  put: PutHead
  /** The problem at a path, as a sentence. */
  at: (path: string) => string | undefined
}

const two = { display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, alignItems: 'start' } as const

export function HabitFields(props: HabitProps) {
  return (
    <Box sx={{ display: 'grid', gap: 1.5, mt: 1.5 }}>
      <Growing {...props} />
      <Work {...props} />
      <Crew {...props} />
      <Fit {...props} />
      <Mix {...props} />
      <FeedFields {...props} />
      <Costs {...props} />
    </Box>
  )
}

/** How sure, how old, how many and on which days. */
function Growing({ habits, put, at }: HabitProps) {
  const t = useTranslations('farmPage')
  return (
    <>
      <Box sx={two}>
        <NumberField
          label={t('confidence')}
          quantity="share"
          value={habits.confidence}
          onChange={(x) => x !== undefined && put('habits.confidence', x)}
          error={at('habits.confidence')}
        />
        <NumberField
          label={t('ageAtPlanting')}
          value={habits.agePoint}
          onChange={(x) => x !== undefined && put('habits.agePoint', x)}
          error={at('habits.agePoint')}
          help={t('n0JustReady1At')}
        />
        <NumberField
          label={t('seedForHandling')}
          quantity="share"
          value={habits.handling}
          onChange={(x) => x !== undefined && put('habits.handling', x)}
          error={at('habits.handling')}
        />
        <ChoiceField
          label={t('roundedUpToWhole')}
          value={habits.rounding}
          options={[
            ['cells', 'cells'],
            ['rows', 'rows'],
            ['trays', 'trays'],
          ]}
          onChange={(x) => x && put('habits.rounding', x)}
        />
      </Box>
      <WorkDays habits={habits} put={put} />
      <NumberField
        label={t('bedTurnaround')}
        unit="days"
        value={habits.turnaroundDays}
        onChange={(x) => x !== undefined && put('habits.turnaroundDays', x)}
        error={at('habits.turnaroundDays')}
      />
      <NumberField
        label={t('rotation')}
        unit={t('years')}
        value={habits.rotationYears}
        onChange={(x) => put('habits.rotationYears', x === 0 ? undefined : x)}
        error={at('habits.rotationYears')}
        help={t('rotationNote')}
      />
    </>
  )
}

/** Minutes that work takes. */
function Work({ habits, put, at }: HabitProps) {
  const t = useTranslations('farmPage')
  return (
    <>
      <Typography variant="h3">{t('minutesOfWork')}</Typography>
      <Box sx={two}>
        {WORK.map((key) => (
          <NumberField
            key={key}
            label={t(`work.${key}`)}
            unit="min"
            value={habits.work[key]}
            onChange={(x) => x !== undefined && put(`habits.work.${key}`, x)}
            error={at(`habits.work.${key}`)}
          />
        ))}
      </Box>
    </>
  )
}

/** Hours there are. */
function Crew({ habits, put, at }: HabitProps) {
  const t = useTranslations('farmPage')
  return (
    <>
      <Typography variant="h3">{t('hoursThereAreInA')}</Typography>
      <Box sx={two}>
        <NumberField
          label={t('forSeedlingsAndPlanting')}
          unit="h"
          value={habits.crew.hours}
          onChange={(x) => put('habits.crew', withFigure(habits.crew, 'hours', x))}
          error={at('habits.crew.hours')}
          help={t('emptyNotLimited')}
        />
      </Box>
      <Rows
        value={habits.crew.parts}
        onChange={(parts) => put('habits.crew.parts', parts)}
        columns={t('n1fr1fr1fr')}
        fields={(part, set, i) => (
          <>
            <YearDayField
              label={t('fromDay')}
              value={part.from}
              onChange={(from) => set({ from })}
              error={at(`habits.crew.parts[${i}].from`)}
            />
            <YearDayField
              label={t('untilDay')}
              value={part.until}
              onChange={(until) => set({ until })}
              error={at(`habits.crew.parts[${i}].until`)}
            />
            <NumberField
              label={t('hours')}
              value={part.hours}
              onChange={(hours) => hours !== undefined && set({ hours })}
              error={at(`habits.crew.parts[${i}].hours`)}
            />
          </>
        )}
        add={{
          label: t('aPartOfTheYear'),
          make: () => ({ from: '04-01', until: '06-15', hours: habits.crew.hours ?? 40 }),
        }}
      />
    </>
  )
}

/** What may change, and what a change costs. */
function Fit({ habits, put, at }: HabitProps) {
  const t = useTranslations('farmPage')
  return (
    <>
      <Typography variant="h3">{t('whenThePlanIsMade')}</Typography>
      <Box sx={two}>
        <NumberField
          label={t('mayGoOutEarlier')}
          unit="days"
          value={habits.fit.earlier}
          onChange={(x) => x !== undefined && put('habits.fit.earlier', x)}
          error={at('habits.fit.earlier')}
        />
        <NumberField
          label={t('mayGoOutLater')}
          unit="days"
          value={habits.fit.later}
          onChange={(x) => x !== undefined && put('habits.fit.later', x)}
          error={at('habits.fit.later')}
        />
        <NumberField
          label={t('aLateDayCosts')}
          value={habits.fit.lateDay}
          onChange={(x) => x !== undefined && put('habits.fit.lateDay', x)}
          error={at('habits.fit.lateDay')}
          help={t('inYourMoney')}
        />
        <NumberField
          label={t('aLateDayOfA')}
          value={habits.fit.promiseDay}
          onChange={(x) => x !== undefined && put('habits.fit.promiseDay', x)}
          error={at('habits.fit.promiseDay')}
          help={t('inYourMoney')}
        />
        <NumberField
          label={t('changingABatchCosts')}
          value={habits.fit.changed}
          onChange={(x) => x !== undefined && put('habits.fit.changed', x)}
          error={at('habits.fit.changed')}
          help={t('moreFewerChangesAreProposed')}
        />
      </Box>
      <FormControlLabel
        control={<Checkbox checked={habits.shareTrays} onChange={(_, on) => put('habits.shareTrays', on)} />}
        label={t('sowingsOfOneDayThat')}
      />
    </>
  )
}

/** What the mix is made of. */
function Mix({ habits, put, at }: HabitProps) {
  const t = useTranslations('farmPage')
  return (
    <>
      <Typography variant="h3">{t('mix')}</Typography>
      <Box sx={two}>
        <WordField
          label={t('called')}
          value={habits.mix.name}
          onChange={(x) => put('habits.mix.name', x)}
          error={at('habits.mix.name')}
        />
      </Box>
      <RecipeFields
        recipe={habits.mix}
        put={(part, value) => put('habits.mix', withFigure(habits.mix, part as never, value as never))}
        at={(path) => at(`habits.mix.${path}`)}
      />
      <Box sx={two}>
        <WordField
          label={t('seedIsCoveredWith')}
          value={habits.covering}
          onChange={(x) => put('habits.covering', x)}
          error={at('habits.covering')}
        />
        <NumberField
          label={t('waterFromBelow')}
          quantity="share"
          value={habits.soak.share}
          onChange={(x) => x !== undefined && put('habits.soak.share', x)}
          error={at('habits.soak.share')}
          help={t('ofTheMix')}
        />
        <NumberField
          label={t('standsInIt')}
          unit="min"
          value={habits.soak.minutes}
          onChange={(x) => x !== undefined && put('habits.soak.minutes', x)}
          error={at('habits.soak.minutes')}
        />
      </Box>
    </>
  )
}

/** What things cost, where it is known. */
function Costs({ habits, put, at }: HabitProps) {
  const t = useTranslations('farmPage')
  return (
    <>
      <Typography variant="h3">{t('costsInYourOwnMoney')}</Typography>
      <Box sx={two}>
        <NumberField
          label={t('anHourOfWork')}
          value={habits.costs.hour}
          onChange={(x) => put('habits.costs', withFigure(habits.costs, 'hour', x))}
          error={at('habits.costs.hour')}
        />
        <NumberField
          label={t('aLitreOfMix')}
          value={habits.costs.mixLitre}
          onChange={(x) => put('habits.costs', withFigure(habits.costs, 'mixLitre', x))}
          error={at('habits.costs.mixLitre')}
        />
        <NumberField
          label={t('aHeatedTrayPlaceA')}
          value={habits.costs.heatedTrayDay}
          onChange={(x) => put('habits.costs', withFigure(habits.costs, 'heatedTrayDay', x))}
          error={at('habits.costs.heatedTrayDay')}
        />
        <NumberField
          label={t('aKilowattHour')}
          value={habits.costs.kwh}
          onChange={(x) => put('habits.costs', withFigure(habits.costs, 'kwh', x))}
          error={at('habits.costs.kwh')}
        />
        <NumberField
          label={t('roomOfATrayPlace')}
          value={habits.costs.trayDay}
          onChange={(x) => put('habits.costs', withFigure(habits.costs, 'trayDay', x))}
          error={at('habits.costs.trayDay')}
        />
        <NumberField
          label={t('mixBeyondTheCells')}
          quantity="share"
          value={habits.mixCompaction}
          onChange={(x) => x !== undefined && put('habits.mixCompaction', x)}
          error={at('habits.mixCompaction')}
        />
      </Box>
      <Rows
        value={habits.costs.delivery ?? []}
        onChange={(rows) =>
          put('habits.costs', withFigure(habits.costs, 'delivery', rows.length > 0 ? rows : undefined))
        }
        columns="1.4fr 1fr"
        nameOf={({ supplier }) => supplier}
        fields={({ supplier, cost }, set, i) => (
          <>
            <WordField
              label={t('supplier')}
              value={supplier}
              onChange={(name) => set({ supplier: name })}
              error={at(`habits.costs.delivery[${i}].supplier`)}
            />
            <NumberField
              label={t('asksForDelivery')}
              value={cost}
              onChange={(x) => set({ cost: x ?? 0 })}
              error={at(`habits.costs.delivery[${i}].cost`)}
            />
          </>
        )}
        add={{ label: t('addDelivery'), make: () => ({ supplier: '', cost: 0 }) }}
      />
    </>
  )
}
