/** The parts every page is made of, in both themes beside each other, to be looked at while they are changed. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useState, type ReactNode } from 'react'
import type { Batch } from '../../core/batch/batch'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { TrayDrawing, type CellState } from '../../ui/records/tray-drawing'
import { Ribbon } from '../../ui/ribbon'
import { Rows } from '../../ui/rows'
import { useSeason } from '../../ui/season-context'
import { BatchSteps } from '../../ui/stair/batch-steps'
import { placePaint } from '../../ui/stair/place-hatches'
import { StairGlyph } from '../../ui/stair/stair'
import { markSentence } from '../../words/marks'

const THEMES = [
  ['Light', { 'data-light': '' }],
  ['Dark', { 'data-dark': '' }],
] as const

export function PartsSheet() {
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { lg: '1fr 1fr' } }}>
      {THEMES.map(([name, attribute]) => (
        <Box
          key={name}
          {...attribute}
          sx={{ bgcolor: 'background.default', color: 'text.primary', p: 2.5, minWidth: 0, display: 'grid', gap: 3 }}
        >
          <Typography variant="h1">{name}</Typography>
          <Part title="Ribbon">
            <Ribbon onHelp={() => undefined} />
          </Part>
          <Stairs />
          <Tray />
          <Buttons />
          <Fields />
          <States />
          <Type />
        </Box>
      ))}
    </Box>
  )
}

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <Box component="section" sx={{ minWidth: 0 }}>
    <Typography variant="h3" component="h2" sx={{ mb: 1 }}>
      {title}
    </Typography>
    {children}
  </Box>
)

/** A batch of every shape there is in the season: one container, several, hardened, marked, on its way. */
function shapesOf(batches: readonly Batch[]): [string, Batch][] {
  const drawn = batches.filter(({ sow, stays }) => sow !== undefined && stays.length > 0)
  const shapes: [string, Batch | undefined][] = [
    ['in one container', drawn.find(({ stays }) => stays.every(({ stage }) => stage === 0))],
    ['potted up', drawn.find(({ stays }) => stays.filter(({ potted }) => potted).length > 1)],
    ['hardened', drawn.find(({ stays }) => stays.at(-1)?.kind === 'harden')],
    ['marked', drawn.find(({ marks }) => marks.length > 0)],
    ['on its way', drawn.find(({ progress }) => progress?.standing === 'up')],
  ]
  return shapes.flatMap(([name, batch]) => (batch ? [[name, batch] as [string, Batch]] : []))
}

function Stairs() {
  const { plan, season, format, looks } = useSeason()
  return (
    <Part title="Stair">
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mb: 2 }}>
        {looks.map((_, place) => (
          <Box key={place} sx={{ fontSize: 13, display: 'flex', gap: 0.75, alignItems: 'center' }}>
            <svg width="30" height="16" aria-hidden="true">
              <rect x="0.5" y="0.5" width="29" height="15" fill={placePaint(place)} stroke="currentColor" />
            </svg>
            {season.places[place]?.name}
          </Box>
        ))}
      </Box>
      {shapesOf(plan.batches).map(([name, batch]) => (
        <Box key={name} sx={{ mb: 2 }}>
          <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
            <StairGlyph batch={batch} />
            <b>{batch.code}</b> {batch.variety.name}, {name}
          </Box>
          <BatchSteps batch={batch} />
          {batch.marks.map((mark, i) => (
            <Box key={i} sx={{ fontSize: 14, color: 'warning.main' }}>
              {markSentence(mark, season.places, format)}
            </Box>
          ))}
        </Box>
      ))}
    </Part>
  )
}

function Tray() {
  const [cells, setCells] = useState<CellState[]>(() =>
    Array.from({ length: 72 }, (_, i) => (i % 11 === 3 ? 'none' : i % 17 === 5 ? 'two' : 'one')),
  )
  return (
    <Part title="Tray">
      <TrayDrawing cells={cells} perRow={12} label="A tray" onChange={setCells} />
    </Part>
  )
}

function Buttons() {
  const [shown, setShown] = useState('day')
  return (
    <Part title="Buttons">
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
        <Button variant="contained">Save</Button>
        <Button variant="contained" disabled>
          Save
        </Button>
        <Button variant="outlined" color="inherit">
          Labels
        </Button>
        <Button color="inherit">Cancel changes</Button>
        <Button color="error" size="small">
          Delete
        </Button>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={shown}
          onChange={(_, next: string | null) => next && setShown(next)}
          aria-label="What is shown"
        >
          <ToggleButton value="day">On the day</ToggleButton>
          <ToggleButton value="season">Through the season</ToggleButton>
        </ToggleButtonGroup>
      </Box>
    </Part>
  )
}

function Fields() {
  const { season } = useSeason()
  const [word, setWord] = useState('Kale, winter')
  const [plants, setPlants] = useState<number | undefined>(1200)
  const [warm, setWarm] = useState<number | undefined>(18)
  const [place, setPlace] = useState('')
  const [rows, setRows] = useState([{ what: 'Compost', parts: 3 }])
  return (
    <Part title="Fields">
      <Box sx={{ display: 'grid', gap: 1.5, maxWidth: 460 }}>
        <WordField label="Name" value={word} onChange={setWord} />
        <NumberField label="Plants wanted" value={plants} onChange={setPlants} help="good plants in the field" />
        <NumberField label="Held at" quantity="temperature" value={warm} onChange={setWarm} />
        <NumberField label="Tray places" value={-3} onChange={() => undefined} error="Must be more than 0." />
        <ChoiceField
          label="Hardened on"
          value={place}
          none="nowhere"
          options={season.places.map(({ key, name }) => [key, name] as const)}
          onChange={setPlace}
        />
        <FormControlLabel control={<Checkbox defaultChecked />} label="Treated seed" />
        <Rows
          value={rows}
          onChange={setRows}
          columns="1fr 110px"
          nameOf={({ what }) => what}
          fields={(one, set) => (
            <>
              <WordField label="Of" value={one.what} onChange={(what) => set({ what })} />
              <NumberField label="Parts" value={one.parts} onChange={(n) => n !== undefined && set({ parts: n })} />
            </>
          )}
          add={{ label: 'A part', make: () => ({ what: 'Sand', parts: 1 }) }}
        />
      </Box>
    </Part>
  )
}

function States() {
  return (
    <Part title="States">
      <Box sx={{ display: 'grid', gap: 1 }}>
        <Alert severity="error">Nothing was saved. What you wrote is still here.</Alert>
        <Alert severity="warning">Three of these sowings are past their limit.</Alert>
        <Alert severity="success">Everything fits.</Alert>
        <Alert severity="info">Someone else changed the plan.</Alert>
        <Box>
          <Box component="span" sx={{ color: 'error.main', fontWeight: 650 }}>
            4 places over
          </Box>
          {' · '}
          <Box component="span" sx={{ color: 'warning.main', fontWeight: 650 }}>
            2 days late
          </Box>
          {' · '}
          <Box component="span" sx={{ color: 'success.main', fontWeight: 650 }}>
            ready
          </Box>
          {' · '}
          <Box component="span" sx={{ color: 'text.secondary' }}>
            not due yet
          </Box>
        </Box>
      </Box>
    </Part>
  )
}

function Type() {
  return (
    <Part title="Type">
      <Typography variant="h1">Sow 18 trays on Tuesday</Typography>
      <Typography variant="h2">Benches in the week of 12 April</Typography>
      <Typography variant="h3">Warm bench</Typography>
      <Typography>
        Ten seeds more than last year, 1,280 cells in 10 trays, up in 6 to 9 days. Il1 O0 5S 8B 2Z.
      </Typography>
      <Typography sx={{ fontSize: 13, color: 'text.secondary' }}>
        The smallest that is read: where a figure comes from.
      </Typography>
    </Part>
  )
}
