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
import { useDeferredValue, useEffect, useMemo, useState } from 'react'
import { Controller, useForm, useWatch, type FieldPath } from 'react-hook-form'
import { formatDay, parseDay } from '../../core/calendar/day'
import { isInPlace } from '../../core/sowing/policies'
import { ownCrop } from '../../core/batch/own-crop'
import type { Planting } from '../../season/schema'
import type { Problem } from '../../season/read'
import { scaleOf } from '../../ui/measure'
import { useSeason } from '../../ui/season-context'
import { inPlaceSentence } from '../../words/field'
import { shareWords } from '../../words/format'
import { anchorProblem, anchorSentence } from '../../words/anchors'
import { freeCode } from '../../ui/keys'
import { anchorOf, isDivided, freeKey, PlantingForm, plantingOf } from './planting-form'
import { PlantingPreview } from './planting-preview'
import { Text, Select } from './form-fields'
import { useNurseryDays, usePreview, withEvenDates } from './use-planting-preview'
import { WeeklyAmount } from './weekly-amount'
import { hungDay, bedWords, varietyFilter, cropName } from './planting-choices'

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
  const { season, format, plan } = useSeason()
  const { units } = format
  const [newKey] = useState(() => freeKey(season, `p-${start.code}`))
  const form = useForm<PlantingForm>({ resolver: zodResolver(PlantingForm), defaultValues: start, mode: 'onTouched' })
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
  const lots = season.lots.filter((lot) => lot.variety === values.variety)
  const otherWays = methods.filter((method) => method.key !== values.method && !isInPlace(method))

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

  const deferred = useDeferredValue(values)
  const preview = usePreview(deferred, base, nursery)

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
              noOptionsText="Nothing of that name"
              renderInput={(params) => (
                <TextField
                  {...params}
                  label="What"
                  inputRef={field.ref}
                  error={!!fieldState.error}
                  helperText={fieldState.error?.message}
                  autoFocus={!base}
                />
              )}
            />
          )}
        />
        <Select
          control={control}
          name="method"
          label="How it is raised"
          disabled={!crop}
          helper={crop && methods.length === 0 ? 'No method is known for this crop yet.' : undefined}
        >
          {methods.map((method) => (
            <MenuItem key={method.key} value={method.key}>
              {method.name}
            </MenuItem>
          ))}
        </Select>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1.3fr', gap: 1.5 }}>
          <Text control={control} name="plants" label="Plants wanted" numeric />
          <Text
            control={control}
            name="on"
            label={series ? 'First planted on' : 'Planted on'}
            type="date"
            disabled={values.hangs !== 'fixed'}
          />
        </Box>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1.3fr 1fr', gap: 1.5, alignItems: 'start' }}>
          <Select control={control} name="hangs" label="The day hangs on">
            <MenuItem value="fixed">nothing: a fixed day</MenuItem>
            <MenuItem value="last-frost" disabled={!season.site.frost}>
              the last spring frost
            </MenuItem>
            <MenuItem value="first-frost" disabled={!season.site.frost}>
              the first autumn frost
            </MenuItem>
            <MenuItem value="harvest">a first harvest</MenuItem>
            <MenuItem value="event" disabled={season.site.events.length === 0}>
              a market or event day
            </MenuItem>
            <MenuItem value="bed" disabled={season.beds.length === 0}>
              a bed that must be clear
            </MenuItem>
            <MenuItem value="warmth">warm nights or soil</MenuItem>
          </Select>
          {values.hangs === 'last-frost' && (
            <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
              <Text
                control={control}
                name="frostDays"
                label={values.frostUnit === 'weeks' ? 'Weeks after it' : 'Days after it'}
                numeric
                helper="below 0: before"
              />
              <Select control={control} name="frostUnit" label="In">
                <MenuItem value="days">days</MenuItem>
                <MenuItem value="weeks">weeks</MenuItem>
              </Select>
            </Box>
          )}
          {values.hangs === 'event' && (
            <Select control={control} name="event" label="Event">
              {season.site.events.map((event) => (
                <MenuItem key={event.key} value={event.key}>
                  {event.name}, {format.date(parseDay(event.on))}
                </MenuItem>
              ))}
            </Select>
          )}
          {values.hangs === 'event' && (
            <Text control={control} name="eventDays" label="First harvest days ahead" numeric />
          )}
          {values.hangs === 'bed' && (
            <Select control={control} name="afterBed" label="Clear first">
              {season.beds.map((bed) => (
                <MenuItem key={bed.key} value={bed.key}>
                  {bed.name}
                </MenuItem>
              ))}
            </Select>
          )}
          {values.hangs === 'bed' && <Text control={control} name="bedDays" label="Days to prepare it" numeric />}
          {values.hangs === 'warmth' && (
            <Text
              control={control}
              name="night"
              label={`Nights above, ${scaleOf('temperature', units).unit}`}
              numeric
            />
          )}
          {values.hangs === 'warmth' && (
            <Text control={control} name="soil" label={`Soil above, ${scaleOf('temperature', units).unit}`} numeric />
          )}
          {values.hangs === 'harvest' && (
            <Text control={control} name="harvestOn" label="First harvest on" type="date" />
          )}
        </Box>
        {values.hangs !== 'fixed' && hung !== undefined && (
          <Box role="status" sx={{ fontSize: 14, color: typeof hung === 'number' ? 'text.secondary' : 'error.main' }}>
            {typeof hung !== 'number'
              ? anchorProblem(hung, format)
              : anchorSentence(anchorOf(values, units, base)!, ofCrop!, season, format)}
          </Box>
        )}
        <Controller
          control={control}
          name="repeat"
          render={({ field }) => (
            <ToggleButtonGroup
              exclusive
              size="small"
              value={field.value}
              onChange={(_, value: string | null) => value && field.onChange(value)}
              aria-label="Once or a series"
            >
              <ToggleButton value="once">Once</ToggleButton>
              <ToggleButton value="series">A series</ToggleButton>
            </ToggleButtonGroup>
          )}
        />
        {series && (
          <Controller
            control={control}
            name="evenly"
            render={({ field }) => (
              <ToggleButtonGroup
                exclusive
                size="small"
                value={field.value}
                onChange={(_, value: string | null) => value && field.onChange(value)}
                aria-label="What comes evenly"
              >
                <ToggleButton value="planting">Plantings come evenly</ToggleButton>
                <ToggleButton value="harvest" disabled={!ofCrop?.field.maturity}>
                  Harvests come evenly
                </ToggleButton>
              </ToggleButtonGroup>
            )}
          />
        )}
        {series && (
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr 1.3fr', gap: 1.5, alignItems: 'start' }}>
            <Text control={control} name="every" label="Every … days" numeric />
            <Select control={control} name="ends" label="Until">
              <MenuItem value="count">a count</MenuItem>
              <MenuItem value="last">a date</MenuItem>
            </Select>
            {values.ends === 'count' ? (
              <Text control={control} name="count" label="How many" numeric />
            ) : (
              <Text control={control} name="last" label="Last planted by" type="date" />
            )}
          </Box>
        )}
        {series && ofCrop?.field.yield && (
          <WeeklyAmount
            crop={ofCrop}
            onTake={({ plants, every }) => {
              setValue('plants', String(plants), { shouldDirty: true, shouldValidate: true })
              setValue('every', String(every), { shouldDirty: true, shouldValidate: true })
              setValue('evenly', 'harvest', { shouldDirty: true })
            }}
          />
        )}
        {season.beds.length > 0 && (
          <Select
            control={control}
            name="bed"
            label="Bed"
            disabled={isDivided(base)}
            helper={
              isDivided(base)
                ? 'Divided among several: change that in Field.'
                : bedWords({ values, base, crop: ofCrop }, season, format)
            }
          >
            <MenuItem value="">not chosen yet</MenuItem>
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
          {more ? 'Fewer choices' : 'Seed, age, worth, code, note …'}
        </Button>
      </Box>
      <Collapse in={more || hiddenWrong} unmountOnExit>
        <Box sx={{ display: 'grid', gap: 1.75, pt: 1 }}>
          <Select control={control} name="lot" label="Seed lot" disabled={lots.length === 0}>
            <MenuItem value="">
              {lots[0] ? `First lot (${lots[0].name})` : 'No lot: usual germination of the crop'}
            </MenuItem>
            {lots.map((lot) => (
              <MenuItem key={lot.key} value={lot.key}>
                {lot.name}, {lot.germination === undefined ? 'untested' : shareWords(lot.germination)}
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
            <Text
              control={control}
              name="confidence"
              label="Sure of enough, in 100"
              placeholder={String(Math.round(season.habits.confidence * 100))}
              numeric
            />
          </Box>
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
            {series ? (
              <span />
            ) : (
              <Text control={control} name="sowOn" label="Sow on (by hand)" type="date" helper="Empty: counted back" />
            )}
            <Text control={control} name="code" label="Code on labels" />
          </Box>
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
            <Select control={control} name="worth" label="What hangs on its day">
              <MenuItem value="usual">as much as on any other</MenuItem>
              <MenuItem value="promise">a promise to someone</MenuItem>
              <MenuItem value="money">so much money</MenuItem>
            </Select>
            {values.worth === 'money' && <Text control={control} name="amount" label="Worth, in your money" numeric />}
          </Box>
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
            <Text
              control={control}
              name="earlier"
              label="May go out earlier, days"
              placeholder={String(season.habits.fit.earlier)}
              numeric
            />
            <Text
              control={control}
              name="later"
              label="May go out later, days"
              placeholder={String(season.habits.fit.later)}
              numeric
            />
          </Box>
          {otherWays.length > 0 && (
            <Controller
              control={control}
              name="methods"
              render={({ field }) => (
                <TextField
                  {...field}
                  inputRef={field.ref}
                  ref={undefined}
                  select
                  id="field-methods"
                  label="May also be raised by"
                  slotProps={{
                    select: {
                      multiple: true,
                      displayEmpty: true,
                      renderValue: (keys) =>
                        (keys as string[]).length === 0
                          ? 'no other way'
                          : otherWays
                              .filter(({ key }) => (keys as string[]).includes(key))
                              .map(({ name }) => name)
                              .join(', '),
                    },
                    inputLabel: { shrink: true },
                  }}
                >
                  {otherWays.map((method) => (
                    <MenuItem key={method.key} value={method.key}>
                      {method.name}
                    </MenuItem>
                  ))}
                </TextField>
              )}
            />
          )}
          <Text control={control} name="note" label="Note" multiline />
        </Box>
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

/** Fields that are folded away until asked for, or until one of them is wrong. */
const HIDDEN = [
  'lot',
  'sowOn',
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
