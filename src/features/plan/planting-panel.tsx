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
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useDeferredValue, useEffect, useMemo, useRef, useState } from 'react'
import { Controller, useForm, useWatch, type Control, type FieldPath } from 'react-hook-form'
import { formatDay, type Day } from '../../core/calendar/day'
import { anchoredDay, type AnchorProblem } from '../../core/plan/anchor'
import { ownCrop } from '../../core/plan/own-crop'
import type { Crop, Planting, Season } from '../../season/schema'
import type { Problem } from '../../season/read'
import { useSeason } from '../../ui/season-context'
import { shareWords } from '../../words/format'
import { ANCHOR_PROBLEMS, anchorSentence } from '../../words/anchors'
import { anchorOf, freeCode, freeKey, PlantingForm, plantingOf } from './planting-form'
import { PlantingPreview } from './planting-preview'

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
  const { season, format } = useSeason()
  const [newKey] = useState(() => freeKey(season, `p-${start.code}`))
  const form = useForm<PlantingForm>({ resolver: zodResolver(PlantingForm), defaultValues: start, mode: 'onTouched' })
  const { control, handleSubmit, setError, setValue, getValues, formState } = form
  const values = useWatch({ control }) as PlantingForm
  const [more, setMore] = useState(start.lot !== '' || start.sowOn !== '' || start.note !== '' || start.age !== 'usual' || start.confidence !== '')

  // What the server found wrong is shown where it is wrong.
  useEffect(() => {
    for (const { path, message } of problems) {
      const field = FIELD_OF[path.split(/[.[]/)[0]!] ?? 'root'
      setError(field as FieldPath<PlantingForm>, { message: path === '' || field === 'root' ? `${path} ${message}`.trim() : message })
    }
  }, [problems, setError])

  const crop = season.varieties.find(({ key }) => key === values.variety)?.crop
  const methods = season.methods.filter((method) => method.crop === crop)
  const lots = season.lots.filter((lot) => lot.variety === values.variety)

  // A day that hangs on something is reckoned, not typed.
  const variety = season.varieties.find(({ key }) => key === values.variety)
  const ofCrop = variety && ownCrop(season.crops.find(({ key }) => key === variety.crop)!, variety)
  const hung = hungDay(values, base, ofCrop, season)
  const hungOn = typeof hung === 'number' ? formatDay(hung) : undefined
  useEffect(() => {
    if (hungOn !== undefined && getValues('on') !== hungOn) setValue('on', hungOn, { shouldDirty: true, shouldValidate: true })
  }, [hungOn, getValues, setValue])

  const deferred = useDeferredValue(values)
  const preview = usePreview(deferred, base)

  const chooseVariety = (key: string) => {
    setValue('variety', key, { shouldDirty: true, shouldValidate: true })
    setValue('lot', '')
    const variety = season.varieties.find((v) => v.key === key)
    const ways = season.methods.filter((method) => method.crop === variety?.crop)
    if (!ways.some((method) => method.key === getValues('method'))) setValue('method', ways[0]?.key ?? '', { shouldValidate: ways.length > 0 })
    if (!base && !formState.dirtyFields.code && variety) setValue('code', freeCode(season, variety.name))
  }
  const series = values.repeat === 'series'
  const hiddenWrong = HIDDEN.some((field) => formState.errors[field])
  const rootError = formState.errors.root?.message ?? failure

  return (
    <Box component="form" noValidate onSubmit={(event) => void handleSubmit((checked) => onSave(plantingOf(checked, base?.key ?? newKey, base)))(event)}>
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
              value={field.value === '' ? null : field.value}
              onChange={(_, key) => chooseVariety(key ?? '')}
              onBlur={field.onBlur}
              noOptionsText="Nothing of that name"
              renderInput={(params) => (
                <TextField {...params} label="What" inputRef={field.ref} error={!!fieldState.error} helperText={fieldState.error?.message} autoFocus={!base} />
              )}
            />
          )}
        />
        <Select control={control} name="method" label="How it is raised" disabled={!crop} helper={crop && methods.length === 0 ? 'No method is known for this crop yet.' : undefined}>
          {methods.map((method) => (
            <MenuItem key={method.key} value={method.key}>
              {method.name}
            </MenuItem>
          ))}
        </Select>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1.3fr', gap: 1.5 }}>
          <Text control={control} name="plants" label="Plants wanted" numeric />
          <Text control={control} name="on" label={series ? 'First planted on' : 'Planted on'} type="date" disabled={values.hangs !== 'fixed'} />
        </Box>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1.3fr 1fr', gap: 1.5, alignItems: 'start' }}>
          <Select control={control} name="hangs" label="The day hangs on">
            <MenuItem value="fixed">nothing: a fixed day</MenuItem>
            <MenuItem value="last-frost" disabled={!season.site.frost}>the last spring frost</MenuItem>
            <MenuItem value="first-frost" disabled={!season.site.frost}>the first autumn frost</MenuItem>
            <MenuItem value="harvest">a first harvest</MenuItem>
          </Select>
          {values.hangs === 'last-frost' && <Text control={control} name="frostDays" label="Days after it" numeric helper="below 0: before" />}
          {values.hangs === 'harvest' && <Text control={control} name="harvestOn" label="First harvest on" type="date" />}
        </Box>
        {values.hangs !== 'fixed' && hung !== undefined && (
          <Box role="status" sx={{ fontSize: 14, color: typeof hung === 'string' ? 'error.main' : 'text.secondary' }}>
            {typeof hung === 'string' ? ANCHOR_PROBLEMS[hung] : anchorSentence(anchorOf(values, base)!, ofCrop!, season, format)}
          </Box>
        )}
        <Controller
          control={control}
          name="repeat"
          render={({ field }) => (
            <ToggleButtonGroup exclusive size="small" value={field.value} onChange={(_, value: string | null) => value && field.onChange(value)} aria-label="Once or a series">
              <ToggleButton value="once">Once</ToggleButton>
              <ToggleButton value="series">A series</ToggleButton>
            </ToggleButtonGroup>
          )}
        />
        {series && (
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr 1.3fr', gap: 1.5, alignItems: 'start' }}>
            <Text control={control} name="every" label="Every … days" numeric />
            <Select control={control} name="ends" label="Until">
              <MenuItem value="count">a count</MenuItem>
              <MenuItem value="last">a date</MenuItem>
            </Select>
            {values.ends === 'count' ? <Text control={control} name="count" label="How many" numeric /> : <Text control={control} name="last" label="Last planted by" type="date" />}
          </Box>
        )}
        <Button size="small" color="inherit" onClick={() => setMore(!more)} aria-expanded={more || hiddenWrong} sx={{ justifySelf: 'start' }}>
          {more ? 'Fewer choices' : 'Seed, age, code, note …'}
        </Button>
      </Box>
      <Collapse in={more || hiddenWrong} unmountOnExit>
        <Box sx={{ display: 'grid', gap: 1.75, pt: 1 }}>
          <Select control={control} name="lot" label="Seed lot" disabled={lots.length === 0}>
            <MenuItem value="">{lots[0] ? `First lot (${lots[0].name})` : 'No lot: usual germination of the crop'}</MenuItem>
            {lots.map((lot) => (
              <MenuItem key={lot.key} value={lot.key}>
                {lot.name}, {shareWords(lot.germination)}
              </MenuItem>
            ))}
          </Select>
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
            <Select control={control} name="age" label="Age at planting">
              <MenuItem value="younger">younger</MenuItem>
              <MenuItem value="usual">usual</MenuItem>
              <MenuItem value="older">older</MenuItem>
              {start.age === 'kept' && <MenuItem value="kept">as set before</MenuItem>}
            </Select>
            <Text control={control} name="confidence" label="Sure of enough, in 100" placeholder={String(Math.round(season.habits.confidence * 100))} numeric />
          </Box>
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
            {series ? <span /> : <Text control={control} name="sowOn" label="Sow on (by hand)" type="date" helper="Empty: counted back" />}
            <Text control={control} name="code" label="Code on labels" />
          </Box>
          <Text control={control} name="note" label="Note" multiline />
        </Box>
      </Collapse>
      {preview && preview.length > 0 && <PlantingPreview batches={preview} replaces={base && { planting: base.key }} />}
      <Box sx={{ position: 'sticky', bottom: -20, display: 'flex', gap: 1, mt: 2.5, py: 1.5, bgcolor: 'background.paper' }}>
        <Button type="submit" variant="contained" disabled={busy}>
          {busy ? 'Saving …' : 'Save'}
        </Button>
        <Button color="inherit" onClick={onClose}>
          Cancel
        </Button>
      </Box>
    </Box>
  )
}

/** The day that what is typed hangs on, or why it comes to none; `undefined` while it is a fixed day or not written yet. */
function hungDay(values: PlantingForm, base: Planting | undefined, crop: Crop | undefined, season: Season): Day | AnchorProblem | undefined {
  if (values.hangs === 'fixed' || !crop) return undefined
  if (values.hangs === 'last-frost' && !/^[-−]?\d{1,3}$/.test(values.frostDays.trim())) return undefined
  if (values.hangs === 'harvest' && !/^\d{4}-\d\d-\d\d$/.test(values.harvestOn)) return undefined
  return anchoredDay(anchorOf(values, base)!, crop, season)
}

/** Fields that are folded away until asked for, or until one of them is wrong. */
const HIDDEN = ['lot', 'sowOn', 'note', 'age', 'confidence', 'code'] as const

/** Field of the form for a field of the planting. */
const FIELD_OF: Record<string, FieldPath<PlantingForm>> = {
  variety: 'variety',
  method: 'method',
  plants: 'plants',
  on: 'on',
  series: 'every',
  lot: 'lot',
  sowOn: 'sowOn',
  agePoint: 'age',
  confidence: 'confidence',
  code: 'code',
  note: 'note',
}

/** The batches of what is typed, as soon as it makes sense. */
function usePreview(values: PlantingForm, base: Planting | undefined) {
  const { planner, season } = useSeason()
  return useMemo(() => {
    const checked = PlantingForm.safeParse({ ...values, code: values.code || 'X' })
    if (!checked.success) return undefined
    const planting = plantingOf(checked.data, base?.key ?? 'preview', base)
    const variety = season.varieties.find(({ key }) => key === planting.variety)
    const method = season.methods.find(({ key }) => key === planting.method)
    const far = Math.abs(Date.parse(planting.on) - Date.parse(season.season.from)) / 86_400_000
    if (!variety || !method || method.crop !== variety.crop || far > 1200) return undefined
    return planner.preview(season, planting)
  }, [values, base, planner, season])
}

function cropName(season: { varieties: { key: string; crop: string }[]; crops: { key: string; name: string }[] }, variety: string): string {
  const crop = season.varieties.find(({ key }) => key === variety)?.crop
  return season.crops.find(({ key }) => key === crop)?.name ?? ''
}

interface FieldProps {
  control: Control<PlantingForm>
  name: FieldPath<PlantingForm>
  label: string
  helper?: string | undefined
}

function Text({ control, name, label, helper, type, numeric, multiline, placeholder, disabled }: FieldProps & { type?: string; numeric?: boolean; multiline?: boolean; placeholder?: string; disabled?: boolean }) {
  const id = useRef(`field-${name}`).current
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => (
        <TextField
          {...field}
          inputRef={field.ref}
          ref={undefined}
          id={id}
          label={label}
          disabled={disabled ?? false}
          type={type ?? 'text'}
          multiline={multiline ?? false}
          minRows={multiline ? 2 : undefined}
          placeholder={placeholder}
          error={!!fieldState.error}
          helperText={fieldState.error?.message ?? helper}
          slotProps={{
            inputLabel: type === 'date' || placeholder ? { shrink: true } : {},
            htmlInput: numeric ? { inputMode: 'decimal', autoComplete: 'off' } : {},
          }}
        />
      )}
    />
  )
}

function Select({ control, name, label, helper, disabled, children }: FieldProps & { disabled?: boolean; children: React.ReactNode }) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => (
        <TextField {...field} inputRef={field.ref} ref={undefined} select id={`field-${name}`} label={label} disabled={disabled ?? false} error={!!fieldState.error} helperText={fieldState.error?.message ?? helper} slotProps={name === 'lot' ? { select: { displayEmpty: true }, inputLabel: { shrink: true } } : {}}>
          {children}
        </TextField>
      )}
    />
  )
}
