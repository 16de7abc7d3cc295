/** Families that grew in a bed in the years before, for rotation. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import type { Bed } from '../../season/schema'
import { NumberField, WordField } from '../../ui/fields'

export function GrewFields({
  grew,
  year,
  onChange,
  at,
}: {
  grew: NonNullable<Bed['grew']>
  /** The year before the season. */
  year: number
  onChange: (grew: NonNullable<Bed['grew']>) => void
  at: (path: string) => string | undefined
}) {
  const t = useTranslations('field')
  const set = (i: number, part: Partial<(typeof grew)[number]>) =>
    onChange(grew.map((one, j) => (j === i ? { ...one, ...part } : one)))
  return (
    <>
      <Typography variant="h3">{t('grewBefore')}</Typography>
      {grew.map((one, i) => (
        <Box key={i} sx={{ display: 'grid', gridTemplateColumns: '92px 1fr auto', gap: 1, alignItems: 'start' }}>
          <NumberField
            label={t('year')}
            value={one.year}
            onChange={(next) => next !== undefined && set(i, { year: next })}
            error={at(`grew[${i}].year`)}
          />
          <WordField
            label={t('family')}
            value={one.family}
            onChange={(family) => set(i, { family })}
            error={at(`grew[${i}].family`)}
          />
          <Button size="small" color="inherit" onClick={() => onChange(grew.filter((_, j) => j !== i))}>
            {t('delete')}
          </Button>
        </Box>
      ))}
      <Button
        size="small"
        startIcon={<AddIcon />}
        sx={{ justifySelf: 'start' }}
        onClick={() => onChange([...grew, { year, family: '' }])}
      >
        {t('aFamilyThatGrew')}
      </Button>
    </>
  )
}
