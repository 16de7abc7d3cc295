/** What plants are fed with. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { FEED_LITRES } from '../../core/stores/feed-use'
import { DOSE_UNITS } from '../../season/schema'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import type { HabitProps } from './habit-fields'
import { LITRES_OF_GALLON } from './recipe-fields'
import './words'

/** What plants are fed with: its dose, and what a tray takes. */
export function FeedFields({ habits, put, at }: HabitProps) {
  const t = useTranslations('farmPage')
  const us = useSeason().format.units === 'us'
  const { feed } = habits
  return (
    <>
      <Typography variant="h3">{t('feed')}</Typography>
      {feed ? (
        <>
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, alignItems: 'start' }}>
            <WordField
              label={t('fedWith')}
              value={feed.what}
              onChange={(what) => put('habits.feed', { ...feed, what })}
              error={at('habits.feed.what')}
            />
            <NumberField
              label={t('feedPerTray')}
              quantity="mix"
              value={feed.litresPerTray}
              onChange={(x) => x !== undefined && put('habits.feed', { ...feed, litresPerTray: x })}
              error={at('habits.feed.litresPerTray')}
            />
            <NumberField
              label={t('amount')}
              value={feed.amount}
              onChange={(x) => x !== undefined && put('habits.feed', { ...feed, amount: x })}
              error={at('habits.feed.amount')}
            />
            <ChoiceField
              label={t('unit')}
              value={feed.unit}
              options={DOSE_UNITS.map((unit) => [unit, t(`doseUnit.${unit}`)] as const)}
              onChange={(unit) => unit && put('habits.feed', { ...feed, unit })}
            />
            <NumberField
              label={t('inWater')}
              quantity="mix"
              value={feed.litres ?? FEED_LITRES}
              onChange={(x) => x !== undefined && put('habits.feed', { ...feed, litres: x })}
              error={at('habits.feed.litres')}
            />
          </Box>
          <Button size="small" sx={{ justifySelf: 'start' }} onClick={() => put('habits.feed', undefined)}>
            {t('dropFeed')}
          </Button>
        </>
      ) : (
        <Button
          size="small"
          sx={{ justifySelf: 'start' }}
          onClick={() =>
            put(
              'habits.feed',
              us
                ? { what: t('liquidFeed'), amount: 2, unit: 'tbsp', litres: LITRES_OF_GALLON, litresPerTray: 0.5 }
                : { what: t('liquidFeed'), amount: 30, unit: 'ml', litresPerTray: 0.5 },
            )
          }
        >
          {t('addFeed')}
        </Button>
      )}
    </>
  )
}
