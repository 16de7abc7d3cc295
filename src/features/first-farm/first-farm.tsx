/** The guided start for an empty farm: six short steps to a first sowing list. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import Chip from '@mui/material/Chip'
import FormControlLabel from '@mui/material/FormControlLabel'
import Step from '@mui/material/Step'
import StepButton from '@mui/material/StepButton'
import Stepper from '@mui/material/Stepper'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useRouter } from 'next/navigation'
import { useMemo, useState, type ReactNode } from 'react'
import { beginSeason } from '../../actions/begin-season'
import { createPlanner } from '../../core/plan/plan'
import { tasksBetween } from '../../core/batch/tasks'
import { readSeason } from '../../season/read'
import { PRESET_CONTAINERS, PRESET_PLACES } from '../../library/presets'
import { NumberField, WordField } from '../../ui/fields'
import { UNITS_COOKIE } from '../../ui/preferences'
import { UnitsContext } from '../../ui/units'
import { createFormat, list, type Units } from '../../words/format'
import { warmthWords } from '../../words/farm'
import { documentOf, plantingsFor } from '../../library/begin'
import { parseDay } from '../../core/calendar/day'
import { findKinds, library, libraryKind } from '../../library/library'
import { seasonSpan } from '../../library/presets'
import { BEGIN_WITH, cropsWithoutWay, firstAnswers, missing, withLatitude, wrongIn, type Answers } from './answers'
import { callServer } from '../../ui/call-server'

const STEPS = ['Where', 'Frost', 'Room', 'Containers', 'Crops', 'Plantings'] as const

export function FirstFarm({ today, onCancel }: { today: string; onCancel: () => void }) {
  const [answers, setAnswers] = useState<Answers>(() => firstAnswers(today, 'metric'))
  const [step, setStep] = useState(0)
  const [tried, setTried] = useState(false)
  const [busy, setBusy] = useState(false)
  const [failure, setFailure] = useState<string>()
  const router = useRouter()
  const narrow = useMediaQuery('(max-width:599px)')
  const format = useMemo(() => createFormat('en-GB', answers.units), [answers.units])
  const put = (part: Partial<Answers>) => setAnswers((now) => ({ ...now, ...part }))
  const lacks = missing(step, answers)
  const problems = wrongIn(step, answers)
  // A frost in the wrong half of the year is said at once: it comes of a slip, not of a field still empty.
  const wrong = (path: string) =>
    problems.find((problem) => problem.path === path && (tried || path.endsWith('Frost')))?.message
  const go = (next: number) => {
    setTried(false)
    if (next === 5) put({ plantings: plantingsFor(answers) })
    setStep(next)
  }
  const forward = () => {
    if (lacks) return setTried(true)
    go(step + 1)
  }
  const finish = async () => {
    setBusy(true)
    setFailure(undefined)
    document.cookie = `${UNITS_COOKIE}=${answers.units}; path=/; max-age=31536000; samesite=lax`
    const called = await callServer(() => beginSeason(documentOf(answers)))
    setBusy(false)
    if (!called.ok) return setFailure(called.words)
    const begun = called.answer
    if (begun.ok) {
      router.push('/today')
      router.refresh()
      return
    }
    setFailure(
      begun.reason === 'wrong'
        ? begun.problems
            .slice(0, 3)
            .map(({ path, message }) => `${path} ${message}`)
            .join(' ')
        : 'There is a season here already. Reload the page to see it.',
    )
  }
  return (
    <UnitsContext value={answers.units}>
      <Box component="main" sx={{ maxWidth: 860, mx: 'auto', px: { xs: 2, sm: 3 }, py: { xs: 3, sm: 5 } }}>
        <Typography variant="h1">Your farm, in six steps</Typography>
        <Typography component="p" sx={{ color: 'text.secondary', mt: 0.5, mb: 3 }}>
          Five minutes to a first sowing list. Every answer can be changed later.
        </Typography>
        <Stepper
          nonLinear
          activeStep={step}
          alternativeLabel={!narrow}
          orientation="horizontal"
          sx={{ mb: 3, '& .MuiStepLabel-label': { display: narrow ? 'none' : 'block' } }}
        >
          {STEPS.map((title, i) => (
            <Step key={title} completed={i < step}>
              <StepButton disabled={i > step} onClick={() => go(i)} aria-label={title}>
                {title}
              </StepButton>
            </Step>
          ))}
        </Stepper>
        <Box
          component="form"
          noValidate
          onSubmit={(event) => {
            event.preventDefault()
            if (step < 5) forward()
            else if (lacks) setTried(true)
            else void finish()
          }}
        >
          {step === 0 && <Where answers={answers} put={put} wrong={wrong} />}
          {step === 1 && <Frost answers={answers} put={put} wrong={wrong} />}
          {step === 2 && (
            <Part
              title="How much room?"
              text="Counted in tray places: the footprint of one standard flat, about 54 by 28 cm. Leave at 0 what you do not have."
            >
              <Box sx={{ display: 'grid', gap: 1 }}>
                {PRESET_PLACES.map((place) => (
                  <Box
                    key={place.key}
                    sx={{
                      display: 'grid',
                      gridTemplateColumns: { xs: '1fr 130px', sm: '220px 150px 1fr' },
                      gap: 1.5,
                      alignItems: 'center',
                    }}
                  >
                    <Box sx={{ fontWeight: 600 }}>{place.name}</Box>
                    <NumberField
                      label={`${place.name}, tray places`}
                      hideLabel
                      value={answers.places[place.key]}
                      onChange={(room) =>
                        put({ places: { ...answers.places, [place.key]: Math.max(0, Math.round(room ?? 0)) } })
                      }
                    />
                    <Box sx={{ fontSize: 14, color: 'text.secondary', gridColumn: { xs: '1 / -1', sm: 'auto' } }}>
                      {warmthWords(place.temperature, format)}
                    </Box>
                  </Box>
                ))}
              </Box>
            </Part>
          )}
          {step === 3 && (
            <Part
              title="Which containers?"
              text="Tick what you use. How many you own may be left empty: then it is never short."
            >
              <Box sx={{ display: 'grid', gap: 0.5 }}>
                {PRESET_CONTAINERS.map((one) => {
                  const used = one.key in answers.containers
                  const set = (owned: number | null | undefined) => {
                    const next = { ...answers.containers }
                    if (owned === undefined) delete next[one.key]
                    else next[one.key] = owned
                    put({ containers: next })
                  }
                  return (
                    <Box
                      key={one.key}
                      sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5, minHeight: 48 }}
                    >
                      <FormControlLabel
                        sx={{ width: 260, mr: 0 }}
                        control={<Checkbox checked={used} onChange={(_, on) => set(on ? null : undefined)} />}
                        label={one.name}
                      />
                      <Box sx={{ fontSize: 14, color: 'text.secondary', width: 90 }}>
                        {format.volume(one.cellVolume)}
                      </Box>
                      {used && (
                        <NumberField
                          label="Owned"
                          value={answers.containers[one.key] ?? undefined}
                          onChange={(owned) => set(owned === undefined ? null : Math.max(0, Math.round(owned)))}
                          width={110}
                        />
                      )}
                    </Box>
                  )
                })}
              </Box>
            </Part>
          )}
          {step === 4 && <Crops answers={answers} put={put} wrong={wrong} />}
          {step === 5 && <Plantings answers={answers} put={put} wrong={wrong} />}
          {tried && lacks && (
            <Alert severity="error" sx={{ mt: 2 }}>
              {lacks}
            </Alert>
          )}
          {failure && (
            <Alert severity="error" sx={{ mt: 2 }}>
              {failure}
            </Alert>
          )}
          <Box sx={{ display: 'flex', gap: 1, mt: 3 }}>
            {step < 5 ? (
              <Button type="submit" variant="contained" size="large">
                Go on
              </Button>
            ) : (
              <Button type="submit" variant="contained" size="large" disabled={busy}>
                {busy ? 'Making it ready …' : 'Begin'}
              </Button>
            )}
            <Button color="inherit" size="large" onClick={() => (step === 0 ? onCancel() : go(step - 1))}>
              Back
            </Button>
          </Box>
        </Box>
      </Box>
    </UnitsContext>
  )
}

/** First and last day of the season that is begun. */
function seasonWords({ year, latitude, today }: Answers): string {
  const { from, to } = seasonSpan(year, latitude ?? 45, today)
  const format = createFormat('en-GB', 'metric')
  return `${format.longDate(parseDay(from))} to ${format.longDate(parseDay(to))}`
}

interface StepProps {
  /** What is wrong with an answer, once it was tried to go on, or as soon as it cannot be. */
  wrong: (path: string) => string | undefined
  answers: Answers
  put: (part: Partial<Answers>) => void
}

function Part({ title, text, children }: { title: string; text: string; children: ReactNode }) {
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

function Where({ answers, put, wrong }: StepProps) {
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

function Frost({ answers, put, wrong }: StepProps) {
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

function Crops({ answers, put }: StepProps) {
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
          No chosen container fits {list(without.map(({ name }) => name))}. Go back and tick a larger or smaller one, or
          leave {without.length === 1 ? 'it' : 'them'} for later.
        </Alert>
      )}
    </Part>
  )
}

function Plantings({ answers, put }: StepProps) {
  const format = useMemo(() => createFormat('en-GB', answers.units), [answers.units])
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
