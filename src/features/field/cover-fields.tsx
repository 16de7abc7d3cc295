/** What lies or stands over beds for a part of the year. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { USUAL_COVER, type Cover } from '../../core/field/cover'
import type { Bed } from '../../season/schema'
import { ChoiceField, NumberField } from '../../ui/fields'
import { YearDayField } from '../../ui/year-day-field'
import { COVERS } from './model'

/** What lies or stands over beds for a part of the year, and what it gains. */
export function CoverFields({
  covers,
  none,
  onChange,
  at,
}: {
  covers: Bed['covers']
  none: string
  onChange: (covers: Bed['covers']) => void
  at: (path: string) => string | undefined
}) {
  const t = useTranslations('field')
  const [cover] = covers ?? []
  const set = (part: Partial<Cover>) => cover && onChange([{ ...cover, ...part }, ...(covers ?? []).slice(1)])
  const gain = (path: 'day' | 'night', label: string) => (
    <NumberField
      label={label}
      quantity="difference"
      value={cover![path] ?? USUAL_COVER[cover!.kind][path]}
      onChange={(degrees) => degrees !== undefined && set({ [path]: degrees })}
      error={at(`[0].${path}`)}
    />
  )
  return (
    <Box sx={{ display: 'grid', gap: 1.5 }}>
      <Typography variant="h3">{t('underCover')}</Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, alignItems: 'start' }}>
        <ChoiceField
          label={t('cover')}
          value={cover?.kind ?? ''}
          none={none}
          options={COVERS.map((kind) => [kind, t(`covers.${kind}`)] as const)}
          onChange={(kind) =>
            onChange(kind === '' ? undefined : [{ kind, from: cover?.from ?? '03-01', until: cover?.until ?? '10-31' }])
          }
        />
        <Box />
        {cover && (
          <>
            <YearDayField
              label={t('onFromDay')}
              value={cover.from}
              onChange={(from) => set({ from })}
              error={at('[0].from')}
            />
            <YearDayField
              label={t('offOnDay')}
              value={cover.until}
              onChange={(until) => set({ until })}
              error={at('[0].until')}
            />
            {gain('day', t('warmerByDay'))}
            {gain('night', t('warmerByNight'))}
          </>
        )}
      </Box>
    </Box>
  )
}
