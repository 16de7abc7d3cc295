/** The panel in which a planting or series is written, with what it comes to shown as it is typed. */
'use client'
import { zodResolver } from '@hookform/resolvers/zod'
import Alert from '@mui/material/Alert'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Collapse from '@mui/material/Collapse'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useDeferredValue, useEffect, useMemo, useState } from 'react'
import { Controller, useForm, useWatch, type FieldPath } from 'react-hook-form'
import { useTranslations } from 'next-intl'
import { formatDay } from '../../core/calendar/day'
import { ownCrop } from '../../core/batch/own-crop'
import { springFrost } from '../../core/field/anchor'
import type { Planting } from '../../season/schema'
import type { Problem } from '../../season/read'
import { NotYours, useMay } from '../../ui/may'
import { useSeason } from '../../ui/season-context'
import { inPlaceSentence } from '../../words/field'
import { anchorProblem, anchorSentence } from '../../words/anchors'
import { freeCode } from '../../season/keys'
import { anchorOf, isDivided, sowAnchorOf, freeKey, plantingForm, plantingOf, type PlantingForm } from './planting-form'
import { PlantingPreview } from './planting-preview'
import { HangsFields, MoreFields, SeriesFields } from './planting-sections'
import { DayText, Text, Select } from './form-fields'
import { useNurseryDays, usePreview, withEvenDates } from './use-planting-preview'
import { hungDay, bedWords, varietyFilter, cropName } from './planting-choices'
import { FromHand } from './from-hand'

export interface PlantingPanelProps {
  title: string
  start: PlantingForm
  /** The planting being edited; none when it is new. */
  base: Planting | undefined
  busy: boolean
  /** What the server found wrong, by field. */
  problems: readonly Problem[]
  failure: string | undefined
  onSave: (planting: Planting) => void
  onClose: () => void
}

export function PlantingPanel({ title, start, base, busy, problems, failure, onSave, onClose }: PlantingPanelProps) {
  const t = useTranslations('plan')
  const may = useMay('plan')
  const { season, format, plan } = useSeason()
  const { units } = format
  const [newKey] = useState(() => freeKey(season, `p-${start.code}`))
  const checked = useMemo(() => plantingForm(format), [format])
  const form = useForm<PlantingForm>({ resolver: zodResolver(checked), defaultValues: start, mode: 'onTouched' })
  const { control, handleSubmit, setError, setValue, getValues, formState } = form
  const values = useWatch({ control }) as PlantingForm
  const [more, setMore] = useState(
    start.lot !== '' || start.sowOn !== '' || start.note !== '' || start.age !== 'usual' || start.confidence !== '',
  )

  // What the server found wrong is shown where it is wrong.
  useEffect(() => {
    for (const { path, message } of problems) {
      const field = FIELD_OF[path.split(/[.[]/)[0]!] ?? 'root'
      setError(field as FieldPath<PlantingForm>, {
        message: path === '' || field === 'root' ? `${path} ${message}`.trim() : message,
      })
    }
  }, [problems, setError])

  const crop = season.varieties.find(({ key }) => key === values.variety)?.crop
  const methods = season.methods.filter((method) => method.crop === crop)

  // A day that hangs on something is reckoned, not typed.
  const variety = season.varieties.find(({ key }) => key === values.variety)
  const ofCrop =
    variety &&
    ownCrop(
      season.crops.find(({ key }) => key === variety.crop)!,
      variety,
    )
  const nursery = useNurseryDays(values, base, ofCrop)
  const byAnyName = useMemo(() => varietyFilter(season), [season])
  const hung = useMemo(
    () => hungDay({ values, base, crop: ofCrop }, plan, units, nursery),
    [values, base, ofCrop, plan, units, nursery],
  )
  const evened = (planting: Planting): Planting => withEvenDates(planting, season, nursery)
  const hungOn = typeof hung === 'number' ? formatDay(hung) : undefined
  useEffect(() => {
    if (hungOn !== undefined && getValues('on') !== hungOn)
      setValue('on', hungOn, { shouldDirty: true, shouldValidate: true })
  }, [hungOn, getValues, setValue])

  const sowAnchor = values.repeat === 'series' ? undefined : sowAnchorOf(values)
  const sowDay = sowAnchor && season.site.frost && springFrost(season, sowAnchor.average) + sowAnchor.days
  const hungSow = sowDay === undefined ? undefined : formatDay(sowDay)
  useEffect(() => {
    if (hungSow !== undefined && getValues('sowOn') !== hungSow)
      setValue('sowOn', hungSow, { shouldDirty: true, shouldValidate: true })
  }, [hungSow, getValues, setValue])

  const deferred = useDeferredValue(values)
  const preview = usePreview(deferred, base, nursery)
  // What is in hand says the plants: the rest has to be said.
  const inHandFor = useMemo(() => {
    const read = checked.safeParse({ ...deferred, plants: '1', code: deferred.code || 'X' })
    return read.success ? plantingOf(read.data, base?.key ?? 'preview', base, units) : undefined
  }, [checked, deferred, base, units])

  const chooseVariety = (key: string) => {
    setValue('variety', key, { shouldDirty: true, shouldValidate: true })
    setValue('lot', '')
    const variety = season.varieties.find((v) => v.key === key)
    const ways = season.methods.filter((method) => method.crop === variety?.crop)
    if (!ways.some((method) => method.key === getValues('method')))
      setValue('method', ways[0]?.key ?? '', { shouldValidate: ways.length > 0 })
    if (!base && !formState.dirtyFields.code && variety) setValue('code', freeCode(season, variety.name))
  }
  const series = values.repeat === 'series'
  const hiddenWrong = HIDDEN.some((field) => formState.errors[field])
  const rootError = formState.errors.root?.message ?? failure

  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event) =>
        void handleSubmit((checked) => onSave(evened(plantingOf(checked, base?.key ?? newKey, base, units))))(event)
      }
    >
      <Typography variant="h2" id="panel-title" sx={{ mb: 2 }}>
        {title}
      </Typography>
      {rootError && (
        <Alert severity="error" sx={{ mb: 2 }}>
          {rootError}
        </Alert>
      )}
      <Box sx={{ display: 'grid', gap: 1.75 }}>
        <Controller
          control={control}
          name="variety"
          render={({ field, fieldState }) => (
            <Autocomplete
              options={season.varieties.map(({ key }) => key)}
              groupBy={(key) => cropName(season, key)}
              getOptionLabel={(key) => season.varieties.find((v) => v.key === key)?.name ?? key}
              filterOptions={byAnyName}
              value={field.value === '' ? null : field.value}
              onChange={(_, key) => chooseVariety(key ?? '')}
              onBlur={field.onBlur}
              noOptionsText={t('nothingOfThatName')}
              renderInput={(params) => (
                <TextField
                  {...params}
                  label={t('what')}
                  inputRef={field.ref}
                  error={!!fieldState.error}
                  // What is below stays where it is when the field is left empty.
                  helperText={fieldState.error?.message ?? ' '}
                  autoFocus={!base}
                />
              )}
            />
          )}
        />
        <Select
          control={control}
          name="method"
          label={t('growingMethod')}
          disabled={!crop}
          helper={crop && methods.length === 0 ? t('noMethodIsKnownFor') : undefined}
        >
          {methods.map((method) => (
            <MenuItem key={method.key} value={method.key}>
              {method.name}
            </MenuItem>
          ))}
        </Select>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1.6fr', gap: 1.5 }}>
          <Text control={control} name="plants" label={t('plantsWanted')} numeric />
          <DayText
            control={control}
            name="on"
            label={series ? t('firstPlantedOn') : t('plantedOn')}
            disabled={values.hangs !== 'fixed'}
          />
        </Box>
        <FromHand
          planting={inHandFor}
          onTake={(plants) => setValue('plants', String(plants), { shouldDirty: true, shouldValidate: true })}
        />
        <HangsFields control={control} values={values} />
        {values.hangs !== 'fixed' && hung !== undefined && (
          <Box role="status" sx={{ fontSize: 14, color: typeof hung === 'number' ? 'text.secondary' : 'error.main' }}>
            {typeof hung !== 'number'
              ? anchorProblem(hung, format)
              : anchorSentence(anchorOf(values, units, base)!, ofCrop!, season, format)}
          </Box>
        )}
        <SeriesFields control={control} values={values} crop={ofCrop} setValue={setValue} />
        {season.beds.length > 0 && (
          <Select
            control={control}
            name="bed"
            label={t('bed')}
            disabled={isDivided(base)}
            helper={
              isDivided(base)
                ? t('dividedAmongSeveralChangeThat')
                : bedWords({ values, base, crop: ofCrop }, season, format)
            }
          >
            <MenuItem value="">{t('notChosenYet')}</MenuItem>
            {season.beds.map((bed) => (
              <MenuItem key={bed.key} value={bed.key}>
                {bed.name}
              </MenuItem>
            ))}
          </Select>
        )}
        <Button
          size="small"
          color="inherit"
          onClick={() => setMore(!more)}
          aria-expanded={more || hiddenWrong}
          sx={{ justifySelf: 'start' }}
        >
          {more ? t('fewerChoices') : t('seedAgeWorthCodeNote')}
        </Button>
      </Box>
      <Collapse in={more || hiddenWrong} unmountOnExit>
        <MoreFields control={control} values={values} start={start} methods={methods} />
      </Collapse>
      {preview && preview.inPlace.length > 0 && (
        <Box
          data-testid="preview"
          component="ul"
          sx={{ mt: 2, p: 1.5, pl: 3.5, bgcolor: 'background.default', borderRadius: 1 }}
        >
          {preview.inPlace.map((stand) => (
            <li key={stand.id}>{inPlaceSentence(stand, format)}</li>
          ))}
        </Box>
      )}
      {preview && preview.batches.length > 0 && (
        <PlantingPreview batches={preview.batches} replaces={base && { planting: base.key }} />
      )}
      <Box
        sx={{ position: 'sticky', bottom: -20, display: 'flex', gap: 1, mt: 2.5, py: 1.5, bgcolor: 'background.paper' }}
      >
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

/** Fields that are folded away until asked for, or until one of them is wrong. */
const HIDDEN = [
  'lot',
  'sowOn',
  'sowFrost',
  'note',
  'age',
  'confidence',
  'code',
  'worth',
  'amount',
  'earlier',
  'later',
  'methods',
] as const

/** Field of the form for a field of the planting. */
const FIELD_OF: Record<string, FieldPath<PlantingForm>> = {
  variety: 'variety',
  method: 'method',
  plants: 'plants',
  on: 'on',
  series: 'every',
  lot: 'lot',
  anchor: 'hangs',
  goes: 'bed',
  sowOn: 'sowOn',
  agePoint: 'age',
  confidence: 'confidence',
  code: 'code',
  note: 'note',
  worth: 'amount',
  may: 'later',
}
