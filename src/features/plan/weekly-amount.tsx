/** From what is wanted a week to the amount of each planting. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { weeklyPlantings, type Weekly } from '../../core/field/even'
import type { Crop } from '../../season/schema'
import { NumberField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import { count } from '../../words/format'

/** Plants and interval worked out from what is wanted each week. */
export function WeeklyAmount({ crop, onTake }: { crop: Crop; onTake: (weekly: Weekly) => void }) {
  const t = useTranslations('plan')
  const { format } = useSeason()
  const [amount, setAmount] = useState<number>()
  const weekly = amount === undefined ? undefined : weeklyPlantings(crop, amount)
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'flex-start' }}>
      <NumberField
        label={t('wantedAWeek', { unit: crop.field.yield!.unit })}
        value={amount}
        onChange={setAmount}
        width={220}
        help={
          weekly
            ? t('every', { plants: count(format, weekly.plants, 'plant'), days: count(format, weekly.every, 'day') })
            : undefined
        }
      />
      <Button
        size="small"
        variant="outlined"
        disabled={!weekly}
        onClick={() => weekly && onTake(weekly)}
        sx={{ mt: 0.5 }}
      >
        {t('useThat')}
      </Button>
    </Box>
  )
}
