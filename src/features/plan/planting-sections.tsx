/** Sections of the planting form: what its day hangs on, its series, and what is asked for only sometimes. */
'use client'
import Box from '@mui/material/Box'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { Controller, type Control, type UseFormSetValue } from 'react-hook-form'
import { useTranslations } from 'next-intl'
import { parseDay } from '../../core/calendar/day'
import { isInPlace } from '../../core/sowing/policies'
import type { Crop, Method } from '../../season/schema'
import { scaleOf } from '../../ui/measure'
import { useSeason } from '../../ui/season-context'
import { shareWords } from '../../words/format'
import { sowAnchorOf, type PlantingForm } from './planting-form'
import { DayText, Text, Select } from './form-fields'
import { WeeklyAmount } from './weekly-amount'

interface SectionProps {
  control: Control<PlantingForm>
  values: PlantingForm
}

/** What the planting day hangs on. */
export function HangsFields({ control, values }: SectionProps) {
  const t = useTranslations('plan')
  const { season, format } = useSeason()
  const { units } = format
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1.3fr 1fr', gap: 1.5, alignItems: 'start' }}>
      <Select control={control} name="hangs" label={t('plantingDate')}>
        <MenuItem value="fixed">{t('fixed')}</MenuItem>
        <MenuItem value="last-frost" disabled={!season.site.frost}>
          {t('relativeToLastFrost')}
        </MenuItem>
        <MenuItem value="first-frost" disabled={!season.site.frost}>
          {t('beforeFirstAutumnFrost')}
        </MenuItem>
        <MenuItem value="harvest">{t('forAFirstHarvest')}</MenuItem>
        <MenuItem value="event" disabled={season.site.events.length === 0}>
          {t('forAMarketOrEvent')}
        </MenuItem>
        <MenuItem value="bed" disabled={season.beds.length === 0}>
          {t('whenABedIsClear')}
        </MenuItem>
        <MenuItem value="warmth">{t('whenNightsOrSoilAre')}</MenuItem>
      </Select>
      {values.hangs === 'last-frost' && (
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
          <Text
            control={control}
            name="frostDays"
            label={values.frostUnit === 'weeks' ? t('weeksAfterIt') : t('daysAfterIt')}
            numeric
            helper={t('below0Before')}
          />
          <Select control={control} name="frostUnit" label={t('in')}>
            <MenuItem value="days">{t('days')}</MenuItem>
            <MenuItem value="weeks">{t('weeks')}</MenuItem>
          </Select>
          <Box sx={{ gridColumn: '1 / -1' }}>
            <Select control={control} name="frostFrom" label={t('countedFrom')}>
              <MenuItem value="working">{t('theWorkingDate')}</MenuItem>
              <MenuItem value="average">{t('theAverageDate')}</MenuItem>
            </Select>
          </Box>
        </Box>
      )}
      {values.hangs === 'event' && (
        <Select control={control} name="event" label={t('event')}>
          {season.site.events.map((event) => (
            <MenuItem key={event.key} value={event.key}>
              {event.name}, {format.date(parseDay(event.on))}
            </MenuItem>
          ))}
        </Select>
      )}
      {values.hangs === 'event' && (
        <Text control={control} name="eventDays" label={t('firstHarvestDaysAhead')} numeric />
      )}
      {values.hangs === 'bed' && (
        <Select control={control} name="afterBed" label={t('clearFirst')}>
          {season.beds.map((bed) => (
            <MenuItem key={bed.key} value={bed.key}>
              {bed.name}
            </MenuItem>
          ))}
        </Select>
      )}
      {values.hangs === 'bed' && <Text control={control} name="bedDays" label={t('daysToPrepareIt')} numeric />}
      {values.hangs === 'warmth' && (
        <Text
          control={control}
          name="night"
          label={t('nightsAbove', { unit: scaleOf('temperature', units).unit })}
          numeric
        />
      )}
      {values.hangs === 'warmth' && (
        <Text
          control={control}
          name="soil"
          label={t('soilAbove', { unit: scaleOf('temperature', units).unit })}
          numeric
        />
      )}
      {values.hangs === 'harvest' && <DayText control={control} name="harvestOn" label={t('firstHarvestOn')} />}
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
  const t = useTranslations('plan')
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
            aria-label={t('onceOrASeries')}
          >
            <ToggleButton value="once">{t('once')}</ToggleButton>
            <ToggleButton value="series">{t('aSeries')}</ToggleButton>
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
              aria-label={t('whatComesEvenly')}
            >
              <ToggleButton value="planting">{t('plantingsComeEvenly')}</ToggleButton>
              <ToggleButton value="harvest" disabled={!crop?.field.maturity}>
                {t('harvestsComeEvenly')}
              </ToggleButton>
            </ToggleButtonGroup>
          )}
        />
      )}
      {values.repeat === 'series' && (
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr 1.3fr', gap: 1.5, alignItems: 'start' }}>
          <Text control={control} name="every" label={t('everyDays')} numeric />
          <Select control={control} name="ends" label={t('until')}>
            <MenuItem value="count">{t('aCount')}</MenuItem>
            <MenuItem value="last">{t('aDate')}</MenuItem>
          </Select>
          {values.ends === 'count' ? (
            <Text control={control} name="count" label={t('howMany')} numeric />
          ) : (
            <DayText control={control} name="last" label={t('lastPlantedBy')} />
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
  const t = useTranslations('plan')
  const { season } = useSeason()
  const lots = season.lots.filter((lot) => lot.variety === values.variety)
  const otherWays = methods.filter((method) => method.key !== values.method && !isInPlace(method))
  return (
    <Box sx={{ display: 'grid', gap: 1.75, pt: 1 }}>
      <Select control={control} name="lot" label={t('seedLot')} disabled={lots.length === 0}>
        <MenuItem value="">{lots[0] ? t('firstLot', { lots: lots[0].name }) : t('noLotUsualGerminationOf')}</MenuItem>
        {lots.map((lot) => (
          <MenuItem key={lot.key} value={lot.key}>
            {lot.name}, {lot.germination === undefined ? t('untested') : shareWords(lot.germination)}
          </MenuItem>
        ))}
      </Select>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <Select control={control} name="age" label={t('ageAtPlanting')}>
          <MenuItem value="younger">{t('younger')}</MenuItem>
          <MenuItem value="usual">{t('usual')}</MenuItem>
          <MenuItem value="older">{t('older')}</MenuItem>
          {start.age === 'kept' && <MenuItem value="kept">{t('asSetBefore')}</MenuItem>}
        </Select>
        <Text
          control={control}
          name="confidence"
          label={t('confidence')}
          placeholder={String(Math.round(season.habits.confidence * 100))}
          numeric
        />
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        {values.repeat === 'series' ? (
          <span />
        ) : (
          <DayText
            control={control}
            name="sowOn"
            label={t('sowOnByHand')}
            helper={t('emptyCountedBack')}
            disabled={sowAnchorOf(values) !== undefined}
          />
        )}
        <Text control={control} name="code" label={t('codeOnLabels')} />
      </Box>
      {values.repeat !== 'series' && season.site.frost && (
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
          <Text
            control={control}
            name="sowFrost"
            label={t('sowWeeksBeforeLastFrost')}
            numeric
            helper={t('emptyCountedBack')}
          />
          <Select
            control={control}
            name="sowFrostFrom"
            label={t('countedFrom')}
            disabled={values.sowFrost.trim() === ''}
          >
            <MenuItem value="average">{t('theAverageDate')}</MenuItem>
            <MenuItem value="working">{t('theWorkingDate')}</MenuItem>
          </Select>
        </Box>
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <Select control={control} name="worth" label={t('priority')}>
          <MenuItem value="usual">{t('normal')}</MenuItem>
          <MenuItem value="promise">{t('promised')}</MenuItem>
          <MenuItem value="money">{t('worth')}</MenuItem>
        </Select>
        {values.worth === 'money' && <Text control={control} name="amount" label={t('worthInYourMoney')} numeric />}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <Text
          control={control}
          name="earlier"
          label={t('mayGoOutEarlierDays')}
          placeholder={String(season.habits.fit.earlier)}
          numeric
        />
        <Text
          control={control}
          name="later"
          label={t('mayGoOutLaterDays')}
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
              label={t('otherMethodsAllowed')}
              slotProps={{
                select: {
                  multiple: true,
                  displayEmpty: true,
                  renderValue: (keys) =>
                    (keys as string[]).length === 0
                      ? t('noOtherMethod')
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
      <Text control={control} name="note" label={t('note')} multiline />
    </Box>
  )
}
