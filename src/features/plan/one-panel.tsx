/** The panel for one planting of a series: its own day, amount and sowing day. */
'use client'
import { zodResolver } from '@hookform/resolvers/zod'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useDeferredValue, useMemo } from 'react'
import { Controller, useForm, useWatch } from 'react-hook-form'
import { useTranslations } from 'next-intl'
import type { Batch } from '../../core/batch/batch'
import type { Planting } from '../../season/schema'
import { DayField } from '../../ui/day-field'
import { NotYours, useMay } from '../../ui/may'
import { useSeason } from '../../ui/season-context'
import { oneForm, oneOfSeriesForm, withOneChanged, type OneOfSeriesForm } from './planting-form'
import { PlantingPreview } from './planting-preview'

export interface OnePanelProps {
  batch: Batch
  busy: boolean
  failure: string | undefined
  onSave: (planting: Planting) => void
  onClose: () => void
}

export function OnePanel({ batch, busy, failure, onSave, onClose }: OnePanelProps) {
  const t = useTranslations('plan')
  const may = useMay('plan')
  const { planner, season, format } = useSeason()
  const asked = useMemo(() => oneOfSeriesForm(format), [format])
  const { register, handleSubmit, control, formState } = useForm<OneOfSeriesForm>({
    resolver: zodResolver(asked),
    defaultValues: oneForm(batch),
    mode: 'onTouched',
  })
  const values = useDeferredValue(useWatch({ control }) as OneOfSeriesForm)
  const preview = useMemo(() => {
    const checked = asked.safeParse(values)
    if (!checked.success || Math.abs(Date.parse(checked.data.on) - Date.parse(season.season.from)) > 1200 * 86_400_000)
      return undefined
    return planner
      .preview(season, withOneChanged(batch.planting, batch.n, checked.data))
      .filter(({ n }) => n === batch.n)
  }, [asked, values, planner, season, batch])
  const { errors } = formState
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event) => void handleSubmit((form) => onSave(withOneChanged(batch.planting, batch.n, form)))(event)}
    >
      <Typography variant="h2" id="panel-title" sx={{ mb: 0.5 }}>
        {t('thisOneOnly', { batch: batch.code })}
      </Typography>
      <Typography component="p" sx={{ mb: 2, color: 'text.secondary' }}>
        {t('theRestOfTheSeries', { variety: batch.variety.name })}
      </Typography>
      {failure && (
        <Alert severity="error" sx={{ mb: 2 }}>
          {failure}
        </Alert>
      )}
      <Box sx={{ display: 'grid', gap: 1.75 }}>
        <Controller
          control={control}
          name="on"
          render={({ field: { ref, ...field } }) => (
            <DayField {...field} raw inputRef={ref} id="one-on" label={t('plantedOn')} error={errors.on?.message} />
          )}
        />
        <TextField
          {...register('plants')}
          id="one-plants"
          label={t('plantsWanted')}
          error={!!errors.plants}
          helperText={errors.plants?.message}
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        />
        <Controller
          control={control}
          name="sowOn"
          render={({ field: { ref, ...field } }) => (
            <DayField
              {...field}
              raw
              inputRef={ref}
              id="one-sow"
              label={t('sowOnByHand')}
              error={errors.sowOn?.message}
              help={t('emptyCountedBack')}
            />
          )}
        />
      </Box>
      {preview && preview.length > 0 && (
        <PlantingPreview batches={preview} replaces={{ planting: batch.planting.key, n: batch.n }} />
      )}
      <Box sx={{ display: 'flex', gap: 1, mt: 2.5 }}>
        {may ? (
          <Button type="submit" variant="contained" disabled={busy}>
            {busy ? t('saving') : t('save')}
          </Button>
        ) : (
          <NotYours />
        )}
        <Button color="inherit" onClick={onClose}>
          {t(may ? 'cancel' : 'close')}
        </Button>
      </Box>
    </Box>
  )
}
