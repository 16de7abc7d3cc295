/** Fields for one figure, each in the shape its kind asks for. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import { useTranslations } from 'next-intl'
import { withFigure } from '../../season/figures'
import { CAUTIONS, type Crop } from '../../season/schema'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import type { Quantity } from '../../ui/measure'
import type { Figure } from './figures'
import { FigureText } from './figure-text'
import { useSeason } from '../../ui/season-context'
import './words'

const ROW = { display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' } as const

interface OwnProps {
  name: string
  value: unknown
  error: string | undefined
  onChange: (value: unknown) => void
}

/** Fields for a figure; in words where it cannot be changed. */
export function Editor({
  figure,
  value,
  error,
  readOnly,
  onChange,
}: {
  figure: Figure
  value: unknown
  error: string | undefined
  readOnly: boolean
  onChange: (value: unknown) => void
}) {
  const t = useTranslations('knowHow')
  const { kind, name } = figure
  if (readOnly) return <FigureText figure={figure} value={value} />
  const common = { label: name, hideLabel: true, error } as const
  const own = { name, value, error, onChange }
  switch (kind.as) {
    case 'number':
      return (
        <NumberField
          {...common}
          value={value as number | undefined}
          quantity={kind.quantity}
          {...(kind.unit ? { unit: kind.unit } : {})}
          onChange={onChange}
          width={164}
        />
      )
    case 'choice':
      return (
        <ChoiceField
          {...common}
          value={(value as string | undefined) ?? ''}
          options={kind.options}
          none={t('notGiven')}
          onChange={(next) => onChange(next === '' ? undefined : next)}
          width={200}
        />
      )
    case 'range':
      return <Range {...own} quantity={kind.quantity} />
    case 'points':
      return <Points value={(value as Crop['growth']['points'] | undefined) ?? []} error={error} onChange={onChange} />
    case 'maturity':
      return <Maturity {...own} />
    case 'yield':
      return <Yield {...own} />
    case 'pinch':
      return <Pinch {...own} />
    case 'raise':
      return <Raise {...own} />
    case 'preparation':
      return <Preparation value={(value as Crop['preparation'] | undefined) ?? []} error={error} onChange={onChange} />
    case 'groups':
      return <Groups value={(value as Crop['seasonGroups'] | undefined) ?? []} error={error} onChange={onChange} />
    case 'hole':
      return <Hole value={(value as Crop['field']['hole']) ?? []} error={error} onChange={onChange} />
    case 'cautions':
      return <Cautions {...own} />
  }
}

function Points({
  value,
  error,
  onChange,
}: {
  value: Crop['growth']['points']
  error: string | undefined
  onChange: (value: unknown) => void
}) {
  const t = useTranslations('knowHow')
  const set = (i: number, part: Partial<Crop['growth']['points'][number]>) =>
    onChange(value.map((point, at) => (at === i ? { ...point, ...part } : point)))
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      {value.map((point, i) => (
        <Box key={i} sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'flex-start' }}>
          <NumberField
            label={t('mixAPlant')}
            quantity="volume"
            value={point.ml}
            onChange={(ml) => ml !== undefined && set(i, { ml })}
            width={108}
          />
          <NumberField
            label={t('readyFrom')}
            value={point.ready}
            onChange={(ready) => ready !== undefined && set(i, { ready })}
            width={92}
          />
          <NumberField
            label={t('tooOldAfter')}
            value={point.limit}
            onChange={(limit) => limit !== undefined && set(i, { limit })}
            width={92}
          />
          <Button
            size="small"
            color="inherit"
            disabled={value.length === 1}
            onClick={() => onChange(value.filter((_, at) => at !== i))}
            sx={{ mt: 0.5 }}
          >
            {t('delete')}
          </Button>
        </Box>
      ))}
      {error && (
        <Box role="alert" sx={{ fontSize: 13, color: 'error.main' }}>
          {error}
        </Box>
      )}
    </Box>
  )
}

function Preparation({
  value,
  error,
  onChange,
}: {
  value: Crop['preparation']
  error: string | undefined
  onChange: (value: unknown) => void
}) {
  const t = useTranslations('knowHow')
  const set = (i: number, part: Partial<Crop['preparation'][number]>) =>
    onChange(value.map((one, at) => (at === i ? { ...one, ...part } : one)))
  return (
    <Box sx={{ display: 'grid', gap: 1, justifyItems: 'start' }}>
      {value.map((one, i) => (
        <Box key={i} sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
          <WordField
            label={t('whatIsDone')}
            hideLabel
            value={one.what}
            onChange={(what) => set(i, { what })}
            width={150}
            error={error}
          />
          <NumberField
            label={t('days')}
            hideLabel
            unit="days"
            value={one.days}
            onChange={(days) => days !== undefined && set(i, { days })}
            width={110}
          />
          <Button size="small" color="inherit" onClick={() => onChange(value.filter((_, at) => at !== i))}>
            {t('delete')}
          </Button>
        </Box>
      ))}
      <Button size="small" color="inherit" onClick={() => onChange([...value, { what: t('soak'), days: 1 }])}>
        {t('addAPreparation')}
      </Button>
    </Box>
  )
}

const UNITS = [
  ['g', 'g'],
  ['ml', 'ml'],
  ['l', 'l'],
  ['handful', 'handfuls'],
] as const

function Hole({
  value,
  error,
  onChange,
}: {
  value: NonNullable<Crop['field']['hole']>
  error: string | undefined
  onChange: (value: unknown) => void
}) {
  const t = useTranslations('knowHow')
  const set = (i: number, part: Partial<(typeof value)[number]>) =>
    onChange(value.map((one, at) => (at === i ? { ...one, ...part } : one)))
  const without = (i: number) => (value.length === 1 ? undefined : value.filter((_, at) => at !== i))
  return (
    <Box sx={{ display: 'grid', gap: 1, justifyItems: 'start' }}>
      {value.map((one, i) => (
        <Box key={i} sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
          <WordField
            label={t('whatGoesIn')}
            hideLabel
            value={one.what}
            onChange={(what) => set(i, { what })}
            width={130}
            error={error}
          />
          <NumberField
            label={t('howMuch')}
            hideLabel
            value={one.amount}
            onChange={(amount) => amount !== undefined && set(i, { amount })}
            width={84}
          />
          <ChoiceField
            label={t('unit')}
            hideLabel
            value={one.unit}
            options={UNITS}
            onChange={(unit) => unit && set(i, { unit })}
            width={110}
          />
          <Button size="small" color="inherit" onClick={() => onChange(without(i))}>
            {t('delete')}
          </Button>
        </Box>
      ))}
      <Button
        size="small"
        color="inherit"
        onClick={() => onChange([...value, { what: t('compost'), amount: 1, unit: 'handful' }])}
      >
        {t('addWhatGoesIn')}
      </Button>
    </Box>
  )
}

function Groups({
  value,
  error,
  onChange,
}: {
  value: Crop['seasonGroups']
  error: string | undefined
  onChange: (value: unknown) => void
}) {
  const t = useTranslations('knowHow')
  const set = (i: number, part: Partial<Crop['seasonGroups'][number]>) =>
    onChange(value.map((one, at) => (at === i ? { ...one, ...part } : one)))
  return (
    <Box sx={{ display: 'grid', gap: 1, justifyItems: 'start' }}>
      {value.map((one, i) => (
        <Box key={i} sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center', width: '100%' }}>
          <WordField
            label={t('group')}
            hideLabel
            value={one.name}
            onChange={(name) => set(i, { name })}
            width={120}
            error={error}
          />
          <Box sx={{ flex: '1 1 180px' }}>
            <WordField label={t('whatMarksIt')} hideLabel value={one.note} onChange={(note) => set(i, { note })} />
          </Box>
          <Button size="small" color="inherit" onClick={() => onChange(value.filter((_, at) => at !== i))}>
            {t('delete')}
          </Button>
        </Box>
      ))}
      <Button size="small" color="inherit" onClick={() => onChange([...value, { name: t('group'), note: '' }])}>
        {t('addAGroup')}
      </Button>
    </Box>
  )
}

/** Days to harvest, from sowing or planting, and the warmth they hold at. */
function Maturity({ name, value, error, onChange }: OwnProps) {
  const t = useTranslations('knowHow')
  const common = { label: name, hideLabel: true, error } as const
  const at = (value as NonNullable<Crop['field']['maturity']> | undefined) ?? {
    days: undefined,
    from: 'planting' as const,
    at: undefined,
  }
  return (
    <Box sx={ROW}>
      <NumberField
        {...common}
        value={at.days}
        unit="days"
        onChange={(days) => onChange(days === undefined ? undefined : { ...at, days })}
        width={124}
      />
      <ChoiceField
        label={t('countedFrom')}
        hideLabel
        value={at.from}
        options={[
          ['sowing', t('fromSowing')],
          ['planting', t('fromPlanting')],
        ]}
        onChange={(from) => from && at.days !== undefined && onChange({ ...at, from })}
        width={150}
      />
      <NumberField
        label={t('at')}
        quantity="temperature"
        value={at.at}
        onChange={(warm) => at.days !== undefined && onChange(withFigure(at as { at?: number }, 'at', warm))}
        width={110}
        help={t('emptyPlainDays')}
      />
    </Box>
  )
}

/** What one plant gives. */
function Yield({ name, value, error, onChange }: OwnProps) {
  const t = useTranslations('knowHow')
  const common = { label: name, hideLabel: true, error } as const
  const now = (value as NonNullable<Crop['field']['yield']> | undefined) ?? {
    amount: undefined,
    unit: 'kg' as const,
    per: 'plant' as const,
  }
  const set = (part: object) => onChange({ ...now, amount: now.amount ?? 0, ...part })
  return (
    <Box sx={ROW}>
      <NumberField
        {...common}
        value={now.amount}
        onChange={(amount) => (amount === undefined ? onChange(undefined) : set({ amount }))}
        width={84}
      />
      <ChoiceField
        label={t('unit')}
        hideLabel
        value={now.unit}
        options={[
          ['kg', 'kg'],
          ['heads', 'heads'],
          ['stems', 'stems'],
          ['bunches', 'bunches'],
        ]}
        onChange={(unit) => unit && set({ unit })}
        width={108}
      />
      <ChoiceField
        label={t('per')}
        hideLabel
        value={now.per}
        options={[
          ['plant', t('aPlant')],
          ['plant-week', t('aPlantAndWeek')],
        ]}
        onChange={(per) => per && set({ per })}
        width={160}
      />
    </Box>
  )
}

/** At which leaf it is pinched, and what that changes. */
function Pinch({ value, error, onChange }: OwnProps) {
  const t = useTranslations('knowHow')
  const now = value as NonNullable<Crop['care']['pinch']> | undefined
  if (!now)
    return (
      <Button size="small" color="inherit" onClick={() => onChange({ leaf: 5, delayDays: 10, stems: 3 })}>
        {t('itIsPinched')}
      </Button>
    )
  const set = (part: object) => onChange({ ...now, ...part })
  return (
    <Box sx={ROW}>
      <NumberField
        label={t('pinchedAtTrueLeaf')}
        value={now.leaf}
        onChange={(leaf) => leaf !== undefined && set({ leaf })}
        width={130}
        error={error}
      />
      <NumberField
        label={t('harvestLaterBy')}
        unit="days"
        value={now.delayDays}
        onChange={(delayDays) => delayDays !== undefined && set({ delayDays })}
        width={130}
      />
      <NumberField
        label={t('stemsForOne')}
        value={now.stems}
        onChange={(stems) => stems !== undefined && set({ stems })}
        width={110}
      />
      <Button size="small" color="inherit" onClick={() => onChange(undefined)}>
        {t('notPinched')}
      </Button>
    </Box>
  )
}

/** Raised or sown in place, and why. */
function Raise({ name, value, error, onChange }: OwnProps) {
  const t = useTranslations('knowHow')
  const now = (value as NonNullable<Crop['raise']> | undefined) ?? { way: 'either' as const, why: '' }
  return (
    <Box sx={ROW}>
      <ChoiceField
        label={name}
        hideLabel
        value={now.way}
        options={[
          ['direct', t('sownInPlace')],
          ['raised', t('raised')],
          ['either', t('either')],
        ]}
        onChange={(way) => way && onChange({ ...now, way })}
        width={150}
      />
      <Box sx={{ flex: '1 1 220px' }}>
        <WordField
          label={t('why')}
          hideLabel
          value={now.why}
          onChange={(why) => onChange({ ...now, why })}
          lines={1}
          error={error}
        />
      </Box>
    </Box>
  )
}

/** What to beware of. */
function Cautions({ value, onChange }: OwnProps) {
  const { format } = useSeason()
  const now = (value as Crop['cautions'] | undefined) ?? []
  return (
    <Box>
      {CAUTIONS.map((one) => (
        <FormControlLabel
          key={one}
          sx={{ display: 'flex', mr: 0, '& .MuiFormControlLabel-label': { fontSize: 14 } }}
          control={
            <Checkbox
              size="small"
              checked={now.includes(one)}
              onChange={(_, on) => onChange(on ? [...now, one] : now.filter((other) => other !== one))}
            />
          }
          label={format.t(`words.cautions.caution.${one}`)}
        />
      ))}
    </Box>
  )
}

/** From the coolest to the warmest. */
function Range({ name, value, error, quantity, onChange }: OwnProps & { quantity: Quantity }) {
  const t = useTranslations('knowHow')
  const [a, b] = (value as [number, number] | undefined) ?? [undefined, undefined]
  const set = (x: number | undefined, y: number | undefined) =>
    onChange(x === undefined && y === undefined ? undefined : [x ?? y, y ?? x])
  return (
    <Box sx={ROW}>
      <NumberField
        label={t('coolest', { name })}
        hideLabel
        value={a}
        quantity={quantity}
        onChange={(x) => set(x, b)}
        width={110}
        error={error}
      />{' '}
      {t('to')}
      <NumberField
        label={t('warmest', { name })}
        hideLabel
        value={b}
        quantity={quantity}
        onChange={(y) => set(a, y)}
        width={110}
      />
    </Box>
  )
}
