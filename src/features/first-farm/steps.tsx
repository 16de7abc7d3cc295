/** The questions of a first farm, one screen each. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Chip from '@mui/material/Chip'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useMemo, useState, type ReactNode } from 'react'
import { createPlanner } from '../../core/plan/plan'
import { tasksBetween } from '../../core/batch/tasks'
import { readSeason } from '../../season/read'
import { NumberField, WordField } from '../../ui/fields'
import { list, type Units } from '../../words/format'
import { useFormat } from '../../ui/units'
import { documentOf } from '../../library/begin'
import { findKinds, library, libraryKind } from '../../library/library'
import { BEGIN_WITH, cropsWithoutWay, withLatitude, type Answers, seasonWords } from './model'

interface StepProps {
  /** What is wrong with an answer, once it was tried to go on, or as soon as it cannot be. */
  wrong: (path: string) => string | undefined
  answers: Answers
  put: (part: Partial<Answers>) => void
}

export function Part({ title, text, children }: { title: string; text: string; children: ReactNode }) {
  return (
    <Box component="section">
      <Typography variant="h2">{title}</Typography>
      <Typography component="p" sx={{ color: 'text.secondary', mt: 0.5, mb: 2 }}>
        {text}
      </Typography>
      {children}
    </Box>
  )
}

export function Where({ answers, put, wrong }: StepProps) {
  const two = {
    display: 'grid',
    gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' },
    gap: 1.75,
    alignItems: 'start',
  } as const
  return (
    <Part
      title="Where is it?"
      text="Latitude gives the light; the coldest and warmest month give a first guess of the weather."
    >
      <Box sx={{ display: 'grid', gap: 1.75 }}>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-label="Units"
          value={answers.units}
          onChange={(_, units: Units | null) => units && put({ units, region: units === 'us' ? 'us' : 'uk' })}
        >
          <ToggleButton value="metric">°C, litres, cm</ToggleButton>
          <ToggleButton value="us">°F, inches</ToggleButton>
        </ToggleButtonGroup>
        <Box sx={two}>
          <WordField label="Name of the farm" value={answers.farm} onChange={(farm) => put({ farm })} />
          <NumberField
            label="Year"
            value={answers.year}
            onChange={(year) => year !== undefined && put({ year: Math.round(year) })}
          />
          <NumberField
            label="Latitude"
            unit="° north"
            value={answers.latitude}
            onChange={(latitude) => put(withLatitude(answers, latitude))}
            error={wrong('latitude')}
            help="south of the equator: below 0"
          />
          <Box sx={{ alignSelf: 'center', color: 'text.secondary', fontSize: 14 }}>
            {`The season: ${seasonWords(answers)}.`}
          </Box>
          <NumberField
            label="Mean of the coldest month"
            quantity="temperature"
            value={answers.coldest}
            onChange={(coldest) => put({ coldest })}
          />
          <NumberField
            label="Mean of the warmest month"
            quantity="temperature"
            value={answers.warmest}
            onChange={(warmest) => put({ warmest })}
            error={wrong('warmest')}
          />
        </Box>
      </Box>
    </Part>
  )
}

export function Frost({ answers, put, wrong }: StepProps) {
  const south = (answers.latitude ?? 45) < 0
  return (
    <Part
      title="When is frost over?"
      text={`As you know it: the day that half the years have behind them. ${south ? 'South of the equator spring frost ends about September or October.' : ''}`}
    >
      <Box
        sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr 1fr' }, gap: 1.75, alignItems: 'start' }}
      >
        <WordField
          label="Last frost in spring, MM-DD"
          value={answers.lastFrost}
          onChange={(lastFrost) => put({ lastFrost })}
          error={wrong('lastFrost')}
        />
        <WordField
          label="First frost in autumn, MM-DD"
          value={answers.firstFrost}
          onChange={(firstFrost) => put({ firstFrost })}
          error={wrong('firstFrost')}
        />
        <NumberField
          label="In one year of ten, later by"
          unit="days"
          value={answers.spread}
          onChange={(spread) => spread !== undefined && put({ spread: Math.max(0, spread) })}
        />
      </Box>
    </Part>
  )
}

export function Crops({ answers, put }: StepProps) {
  const format = useFormat(answers.units)
  const [text, setText] = useState('')
  const shown = (
    text.trim() === ''
      ? library().filter(({ crop: { key } }) => BEGIN_WITH.includes(key) || answers.crops.includes(key))
      : findKinds(text)
  ).map(({ crop, names }) => ({ key: crop.key, name: names[answers.region] }))
  const without = cropsWithoutWay(answers)
  return (
    <Part
      title="Which crops to begin with?"
      text="Ten are enough. Their figures come from the library; varieties and seed lots can follow."
    >
      <WordField label="Find another of the library" type="search" value={text} onChange={setText} width={300} />
      <Box role="group" aria-label="Crops" sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 2 }}>
        {shown.slice(0, 40).map(({ key, name }) => {
          const on = answers.crops.includes(key)
          return (
            <Chip
              key={key}
              label={name}
              clickable
              component="button"
              type="button"
              aria-pressed={on}
              color={on ? 'primary' : 'default'}
              variant={on ? 'filled' : 'outlined'}
              onClick={() =>
                put({ crops: on ? answers.crops.filter((other) => other !== key) : [...answers.crops, key] })
              }
              sx={{ height: 40, borderRadius: 20, fontSize: 15 }}
            />
          )
        })}
        {shown.length === 0 && (
          <Box sx={{ color: 'text.secondary' }}>Nothing of that name. It can be entered from its packet later.</Box>
        )}
      </Box>
      {without.length > 0 && (
        <Alert severity="warning" sx={{ mt: 2 }}>
          No chosen container fits{' '}
          {list(
            format,
            without.map(({ name }) => name),
          )}
          . Go back and tick a larger or smaller one, or leave {without.length === 1 ? 'it' : 'them'} for later.
        </Alert>
      )}
    </Part>
  )
}

export function Plantings({ answers, put }: StepProps) {
  const format = useFormat(answers.units)
  const nameOf = (key: string) => libraryKind(key)?.names[answers.region] ?? key
  const first = useMemo(() => {
    const read = readSeason(documentOf(answers))
    if (!read.ok || read.season.plantings.length === 0) return undefined
    const plan = createPlanner().plan(read.season)
    return tasksBetween(plan.batches, plan.from - 200, plan.to)
      .filter(({ kind }) => kind === 'sow')
      .slice(0, 4)
  }, [answers])
  const set = (i: number, part: Partial<Answers['plantings'][number]>) =>
    put({ plantings: answers.plantings.map((other, at) => (at === i ? { ...other, ...part } : other)) })
  return (
    <Part
      title="What goes into the field, and when?"
      text="A first planting of each, a little after frost for tender kinds and before it for hardy ones. Leave plants empty for what comes later."
    >
      <Box sx={{ display: 'grid', gap: 1.25 }}>
        {answers.plantings.map((wish, i) => (
          <Box
            key={wish.crop}
            sx={{
              display: 'grid',
              gridTemplateColumns: { xs: '1fr 1fr', sm: '150px 110px 170px 130px 110px' },
              gap: 1,
              alignItems: 'center',
            }}
          >
            <Box sx={{ fontWeight: 600, gridColumn: { xs: '1 / -1', sm: 'auto' } }}>{nameOf(wish.crop)}</Box>
            <NumberField label="Plants" value={wish.plants} onChange={(plants) => set(i, { plants })} />
            <WordField label="Planted on" type="date" value={wish.on ?? ''} onChange={(on) => set(i, { on })} />
            <NumberField
              label="Again every"
              unit="days"
              value={wish.every}
              onChange={(every) =>
                set(i, { every, ...(every !== undefined && wish.count === undefined ? { count: 3 } : {}) })
              }
            />
            {wish.every !== undefined && (
              <NumberField label="In all" value={wish.count} onChange={(n) => set(i, { count: n })} />
            )}
          </Box>
        ))}
      </Box>
      {first && first.length > 0 && (
        <Box
          role="status"
          sx={{ mt: 2.5, p: 2, bgcolor: 'background.paper', border: 1, borderColor: 'divider', borderRadius: 1 }}
        >
          <b>First sowings:</b> {first.map((task) => `${task.batch.variety.name} ${format.date(task.day)}`).join(', ')}{' '}
          …
        </Box>
      )}
    </Part>
  )
}
