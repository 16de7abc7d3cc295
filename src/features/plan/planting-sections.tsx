/** Sections of the planting form: what its day hangs on, its series, and what is asked for only sometimes. */
'use client'
import Box from '@mui/material/Box'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { Controller, type Control, type UseFormSetValue } from 'react-hook-form'
import { parseDay } from '../../core/calendar/day'
import { isInPlace } from '../../core/sowing/policies'
import type { Crop, Method } from '../../season/schema'
import { scaleOf } from '../../ui/measure'
import { useSeason } from '../../ui/season-context'
import { shareWords } from '../../words/format'
import { PlantingForm } from './planting-form'
import { Text, Select } from './form-fields'
import { WeeklyAmount } from './weekly-amount'

interface SectionProps {
  control: Control<PlantingForm>
  values: PlantingForm
}

/** What the planting day hangs on. */
export function HangsFields({ control, values }: SectionProps) {
  const { season, format } = useSeason()
  const { units } = format
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1.3fr 1fr', gap: 1.5, alignItems: 'start' }}>
      <Select control={control} name="hangs" label="Planting date">
        <MenuItem value="fixed">fixed</MenuItem>
        <MenuItem value="last-frost" disabled={!season.site.frost}>
          relative to last frost
        </MenuItem>
        <MenuItem value="first-frost" disabled={!season.site.frost}>
          before first autumn frost
        </MenuItem>
        <MenuItem value="harvest">for a first harvest</MenuItem>
        <MenuItem value="event" disabled={season.site.events.length === 0}>
          for a market or event
        </MenuItem>
        <MenuItem value="bed" disabled={season.beds.length === 0}>
          when a bed is clear
        </MenuItem>
        <MenuItem value="warmth">when nights or soil are warm</MenuItem>
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
      {values.hangs === 'event' && <Text control={control} name="eventDays" label="First harvest days ahead" numeric />}
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
        <Text control={control} name="night" label={`Nights above, ${scaleOf('temperature', units).unit}`} numeric />
      )}
      {values.hangs === 'warmth' && (
        <Text control={control} name="soil" label={`Soil above, ${scaleOf('temperature', units).unit}`} numeric />
      )}
      {values.hangs === 'harvest' && <Text control={control} name="harvestOn" label="First harvest on" type="date" />}
    </Box>
  )
}

/** Once or a series, and how the series comes. */
export function SeriesFields({
  control,
  values,
  crop,
  setValue,
}: SectionProps & { crop: Crop | undefined; setValue: UseFormSetValue<PlantingForm> }) {
  return (
    <>
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
      {values.repeat === 'series' && (
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
              <ToggleButton value="harvest" disabled={!crop?.field.maturity}>
                Harvests come evenly
              </ToggleButton>
            </ToggleButtonGroup>
          )}
        />
      )}
      {values.repeat === 'series' && (
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
      {values.repeat === 'series' && crop?.field.yield && (
        <WeeklyAmount
          crop={crop}
          onTake={({ plants, every }) => {
            setValue('plants', String(plants), { shouldDirty: true, shouldValidate: true })
            setValue('every', String(every), { shouldDirty: true, shouldValidate: true })
            setValue('evenly', 'harvest', { shouldDirty: true })
          }}
        />
      )}
    </>
  )
}

/** What is asked for only sometimes: seed, age, code, worth, other ways, a note. */
export function MoreFields({
  control,
  values,
  start,
  methods,
}: SectionProps & { start: PlantingForm; methods: readonly Method[] }) {
  const { season } = useSeason()
  const lots = season.lots.filter((lot) => lot.variety === values.variety)
  const otherWays = methods.filter((method) => method.key !== values.method && !isInPlace(method))
  return (
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
          label="Confidence, %"
          placeholder={String(Math.round(season.habits.confidence * 100))}
          numeric
        />
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        {values.repeat === 'series' ? (
          <span />
        ) : (
          <Text control={control} name="sowOn" label="Sow on (by hand)" type="date" helper="Empty: counted back" />
        )}
        <Text control={control} name="code" label="Code on labels" />
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <Select control={control} name="worth" label="Priority">
          <MenuItem value="usual">normal</MenuItem>
          <MenuItem value="promise">promised</MenuItem>
          <MenuItem value="money">worth</MenuItem>
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
              label="Other methods allowed"
              slotProps={{
                select: {
                  multiple: true,
                  displayEmpty: true,
                  renderValue: (keys) =>
                    (keys as string[]).length === 0
                      ? 'no other method'
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
  )
}
