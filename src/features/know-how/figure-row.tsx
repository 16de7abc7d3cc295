/** One figure of a crop: its name, its value to change, where it comes from, and the way back. */
'use client'
import UndoIcon from '@mui/icons-material/SettingsBackupRestore'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import IconButton from '@mui/material/IconButton'
import Tooltip from '@mui/material/Tooltip'
import type { ReactNode } from 'react'
import { withFigure } from '../../season/figures'
import { CAUTIONS, type Crop } from '../../season/schema'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { scaleOf, shownText, type Quantity } from '../../ui/measure'
import { useUnits } from '../../ui/units'
import { useSeason } from '../../ui/season-context'
import type { About } from '../../library/entry'
import { sourceWords } from '../../words/library'
import { CAUTION_WORDS } from '../../words/cautions'
import type { Figure } from './figures'

export interface FigureRowProps {
  figure: Figure
  value: unknown
  /** What it would be put back to; `undefined` when there is nothing to compare with. */
  changedFrom: { value: unknown; name: string } | undefined
  about: About | undefined
  /** The figure said the way growers say it. */
  plainly: string
  error: string | undefined
  readOnly: boolean
  onChange: (value: unknown) => void
  onPutBack: () => void
}

export function FigureRow({
  figure,
  value,
  changedFrom,
  about,
  plainly,
  error,
  readOnly,
  onChange,
  onPutBack,
}: FigureRowProps) {
  const changed = changedFrom !== undefined
  return (
    <Box
      data-figure={figure.path}
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', sm: '176px minmax(0, 1fr) 176px' },
        columnGap: 2,
        rowGap: 0.5,
        alignItems: 'center',
        py: 1,
        borderTop: 1,
        borderColor: 'divider',
      }}
    >
      <Box>
        <Box sx={{ fontWeight: changed ? 700 : 500, lineHeight: 1.25 }}>{figure.name}</Box>
        {figure.help && <Box sx={{ fontSize: 13, color: 'text.secondary', lineHeight: 1.25 }}>{figure.help}</Box>}
      </Box>
      <Box>
        <Editor figure={figure} value={value} error={error} readOnly={readOnly} onChange={onChange} />
        {plainly !== '' && <Box sx={{ fontSize: 13.5, color: 'text.secondary', mt: 0.5 }}>{plainly}</Box>}
      </Box>
      <Box sx={{ fontSize: 13, color: 'text.secondary', lineHeight: 1.3 }}>
        {changed ? (
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
            <Box>
              <b>Yours</b>
              <br />
              {changedFrom.name}: <FigureText figure={figure} value={changedFrom.value} />
            </Box>
            {!readOnly && (
              <Tooltip title={`Put back to the figure of the ${changedFrom.name}`}>
                <IconButton size="small" aria-label={`Put back ${figure.name}`} onClick={onPutBack}>
                  <UndoIcon fontSize="small" />
                </IconButton>
              </Tooltip>
            )}
          </Box>
        ) : (
          value !== undefined && <Source figure={figure} about={about} />
        )}
      </Box>
    </Box>
  )
}

function Source({ figure, about }: { figure: Figure; about: About | undefined }) {
  const units = useUnits()
  const estimate = about?.source === 'estimate'
  const quantity: Quantity = figure.kind.as === 'number' ? figure.kind.quantity : 'number'
  return (
    <>
      <Box component="span" sx={estimate ? { color: 'warning.main', fontWeight: 650 } : {}}>
        {sourceWords(about)}
      </Box>
      {about?.range && (
        <>
          <br />
          likely {shownText(about.range[0], quantity, units)} to {shownText(about.range[1], quantity, units)}
        </>
      )}
    </>
  )
}

/** A figure in words, where it cannot be changed. */
function FigureText({ figure, value }: { figure: Figure; value: unknown }): ReactNode {
  const units = useUnits()
  const { format } = useSeason()
  const { kind } = figure
  if (value === undefined || (Array.isArray(value) && value.length === 0)) return 'not given'
  switch (kind.as) {
    case 'number':
      return `${shownText(value as number, kind.quantity, units)} ${kind.unit ?? scaleOf(kind.quantity, units).unit}`
    case 'choice':
      return kind.options.find(([key]) => key === value)?.[1] ?? String(value)
    case 'range': {
      const [a, b] = value as [number, number]
      return `${shownText(a, kind.quantity, units)} to ${shownText(b, kind.quantity, units)} ${scaleOf(kind.quantity, units).unit}`
    }
    case 'points':
      return (value as Crop['growth']['points'])
        .map((p) => `${format.volume(p.ml)}: ${format.number(p.ready)}–${format.number(p.limit)}`)
        .join('; ')
    case 'maturity': {
      const { days, from, at } = value as NonNullable<Crop['field']['maturity']>
      return `${days} days from ${from}${at === undefined ? '' : ` at ${format.temperature(at)}`}`
    }
    case 'yield': {
      const { amount, unit, per } = value as NonNullable<Crop['field']['yield']>
      return `${format.number(amount, 2)} ${unit} a plant${per === 'plant-week' ? ' and week' : ''}`
    }
    case 'pinch': {
      const { leaf, delayDays, stems } = value as NonNullable<Crop['care']['pinch']>
      return `at leaf ${leaf}: ${delayDays} days later, ${format.number(stems, 1)} stems for one`
    }
    case 'raise': {
      const { way, why } = value as NonNullable<Crop['raise']>
      return `${way}. ${why}`
    }
    case 'preparation':
      return (value as Crop['preparation']).map(({ what, days }) => `${what}, ${days} days`).join('; ')
    case 'groups':
      return (value as Crop['seasonGroups'])
        .map(({ name, note, days, hours, warmth }) => {
          const figures = [
            days === undefined ? undefined : `${days} days to harvest`,
            hours === undefined ? undefined : `from days of ${format.number(hours, 1)} h`,
            warmth === undefined
              ? undefined
              : `best at ${format.temperature(warmth[0])} to ${format.temperature(warmth[1])}`,
          ].filter((part) => part !== undefined)
          return `${name}: ${note}${figures.length > 0 ? ` (${figures.join(', ')})` : ''}`
        })
        .join('. ')
    case 'hole':
      return (value as NonNullable<Crop['field']['hole']>)
        .map(({ what, amount, unit }) => `${what}, ${format.number(amount, 1)} ${unit}`)
        .join('; ')
    case 'cautions':
      return (value as Crop['cautions']).map((one) => CAUTION_WORDS[one]).join('; ')
  }
}

function Editor({
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
  const { kind, name } = figure
  if (readOnly) return <FigureText figure={figure} value={value} />
  const common = { label: name, hideLabel: true, error } as const
  const row = { display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' } as const
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
          none="not given"
          onChange={(next) => onChange(next === '' ? undefined : next)}
          width={200}
        />
      )
    case 'range': {
      const [a, b] = (value as [number, number] | undefined) ?? [undefined, undefined]
      const set = (x: number | undefined, y: number | undefined) =>
        onChange(x === undefined && y === undefined ? undefined : [x ?? y, y ?? x])
      return (
        <Box sx={row}>
          <NumberField
            label={`${name}, coolest`}
            hideLabel
            value={a}
            quantity={kind.quantity}
            onChange={(x) => set(x, b)}
            width={110}
            error={error}
          />{' '}
          to
          <NumberField
            label={`${name}, warmest`}
            hideLabel
            value={b}
            quantity={kind.quantity}
            onChange={(y) => set(a, y)}
            width={110}
          />
        </Box>
      )
    }
    case 'points':
      return <Points value={(value as Crop['growth']['points'] | undefined) ?? []} error={error} onChange={onChange} />
    case 'maturity': {
      const at = (value as NonNullable<Crop['field']['maturity']> | undefined) ?? {
        days: undefined,
        from: 'planting' as const,
        at: undefined,
      }
      return (
        <Box sx={row}>
          <NumberField
            {...common}
            value={at.days}
            unit="days"
            onChange={(days) => onChange(days === undefined ? undefined : { ...at, days })}
            width={124}
          />
          <ChoiceField
            label="Counted from"
            hideLabel
            value={at.from}
            options={[
              ['sowing', 'from sowing'],
              ['planting', 'from planting'],
            ]}
            onChange={(from) => from && at.days !== undefined && onChange({ ...at, from })}
            width={150}
          />
          <NumberField
            label="at"
            quantity="temperature"
            value={at.at}
            onChange={(warm) => at.days !== undefined && onChange(withFigure(at as { at?: number }, 'at', warm))}
            width={110}
            help="empty: plain days"
          />
        </Box>
      )
    }
    case 'yield': {
      const now = (value as NonNullable<Crop['field']['yield']> | undefined) ?? {
        amount: undefined,
        unit: 'kg' as const,
        per: 'plant' as const,
      }
      const set = (part: object) => onChange({ ...now, amount: now.amount ?? 0, ...part })
      return (
        <Box sx={row}>
          <NumberField
            {...common}
            value={now.amount}
            onChange={(amount) => (amount === undefined ? onChange(undefined) : set({ amount }))}
            width={84}
          />
          <ChoiceField
            label="Unit"
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
            label="Per"
            hideLabel
            value={now.per}
            options={[
              ['plant', 'a plant'],
              ['plant-week', 'a plant and week'],
            ]}
            onChange={(per) => per && set({ per })}
            width={160}
          />
        </Box>
      )
    }
    case 'pinch': {
      const now = value as NonNullable<Crop['care']['pinch']> | undefined
      if (!now)
        return (
          <Button size="small" color="inherit" onClick={() => onChange({ leaf: 5, delayDays: 10, stems: 3 })}>
            It is pinched
          </Button>
        )
      const set = (part: object) => onChange({ ...now, ...part })
      return (
        <Box sx={row}>
          <NumberField
            label="Pinched at true leaf"
            value={now.leaf}
            onChange={(leaf) => leaf !== undefined && set({ leaf })}
            width={130}
            error={error}
          />
          <NumberField
            label="Harvest later by"
            unit="days"
            value={now.delayDays}
            onChange={(delayDays) => delayDays !== undefined && set({ delayDays })}
            width={130}
          />
          <NumberField
            label="Stems for one"
            value={now.stems}
            onChange={(stems) => stems !== undefined && set({ stems })}
            width={110}
          />
          <Button size="small" color="inherit" onClick={() => onChange(undefined)}>
            Not pinched
          </Button>
        </Box>
      )
    }
    case 'raise': {
      const now = (value as NonNullable<Crop['raise']> | undefined) ?? { way: 'either' as const, why: '' }
      return (
        <Box sx={row}>
          <ChoiceField
            label={name}
            hideLabel
            value={now.way}
            options={[
              ['direct', 'sown in place'],
              ['raised', 'raised'],
              ['either', 'either'],
            ]}
            onChange={(way) => way && onChange({ ...now, way })}
            width={150}
          />
          <Box sx={{ flex: '1 1 220px' }}>
            <WordField
              label="Why"
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
    case 'preparation':
      return <Preparation value={(value as Crop['preparation'] | undefined) ?? []} error={error} onChange={onChange} />
    case 'groups':
      return <Groups value={(value as Crop['seasonGroups'] | undefined) ?? []} error={error} onChange={onChange} />
    case 'hole':
      return <Hole value={(value as Crop['field']['hole']) ?? []} error={error} onChange={onChange} />
    case 'cautions': {
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
              label={CAUTION_WORDS[one]}
            />
          ))}
        </Box>
      )
    }
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
  const set = (i: number, part: Partial<Crop['growth']['points'][number]>) =>
    onChange(value.map((point, at) => (at === i ? { ...point, ...part } : point)))
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      {value.map((point, i) => (
        <Box key={i} sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'flex-start' }}>
          <NumberField
            label="Mix a plant"
            quantity="volume"
            value={point.ml}
            onChange={(ml) => ml !== undefined && set(i, { ml })}
            width={108}
          />
          <NumberField
            label="Ready from"
            value={point.ready}
            onChange={(ready) => ready !== undefined && set(i, { ready })}
            width={92}
          />
          <NumberField
            label="Suffers from"
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
            Take out
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
  const set = (i: number, part: Partial<Crop['preparation'][number]>) =>
    onChange(value.map((one, at) => (at === i ? { ...one, ...part } : one)))
  return (
    <Box sx={{ display: 'grid', gap: 1, justifyItems: 'start' }}>
      {value.map((one, i) => (
        <Box key={i} sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
          <WordField
            label="What is done"
            hideLabel
            value={one.what}
            onChange={(what) => set(i, { what })}
            width={150}
            error={error}
          />
          <NumberField
            label="Days"
            hideLabel
            unit="days"
            value={one.days}
            onChange={(days) => days !== undefined && set(i, { days })}
            width={110}
          />
          <Button size="small" color="inherit" onClick={() => onChange(value.filter((_, at) => at !== i))}>
            Take out
          </Button>
        </Box>
      ))}
      <Button size="small" color="inherit" onClick={() => onChange([...value, { what: 'Soak', days: 1 }])}>
        Add a preparation
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
  const set = (i: number, part: Partial<(typeof value)[number]>) =>
    onChange(value.map((one, at) => (at === i ? { ...one, ...part } : one)))
  const without = (i: number) => (value.length === 1 ? undefined : value.filter((_, at) => at !== i))
  return (
    <Box sx={{ display: 'grid', gap: 1, justifyItems: 'start' }}>
      {value.map((one, i) => (
        <Box key={i} sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
          <WordField
            label="What goes in"
            hideLabel
            value={one.what}
            onChange={(what) => set(i, { what })}
            width={130}
            error={error}
          />
          <NumberField
            label="How much"
            hideLabel
            value={one.amount}
            onChange={(amount) => amount !== undefined && set(i, { amount })}
            width={84}
          />
          <ChoiceField
            label="Unit"
            hideLabel
            value={one.unit}
            options={UNITS}
            onChange={(unit) => unit && set(i, { unit })}
            width={110}
          />
          <Button size="small" color="inherit" onClick={() => onChange(without(i))}>
            Take out
          </Button>
        </Box>
      ))}
      <Button
        size="small"
        color="inherit"
        onClick={() => onChange([...value, { what: 'Compost', amount: 1, unit: 'handful' }])}
      >
        Add what goes in
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
  const set = (i: number, part: Partial<Crop['seasonGroups'][number]>) =>
    onChange(value.map((one, at) => (at === i ? { ...one, ...part } : one)))
  return (
    <Box sx={{ display: 'grid', gap: 1, justifyItems: 'start' }}>
      {value.map((one, i) => (
        <Box key={i} sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center', width: '100%' }}>
          <WordField
            label="Group"
            hideLabel
            value={one.name}
            onChange={(name) => set(i, { name })}
            width={120}
            error={error}
          />
          <Box sx={{ flex: '1 1 180px' }}>
            <WordField label="What marks it" hideLabel value={one.note} onChange={(note) => set(i, { note })} />
          </Box>
          <Button size="small" color="inherit" onClick={() => onChange(value.filter((_, at) => at !== i))}>
            Take out
          </Button>
        </Box>
      ))}
      <Button size="small" color="inherit" onClick={() => onChange([...value, { name: 'Group', note: '' }])}>
        Add a group
      </Button>
    </Box>
  )
}
