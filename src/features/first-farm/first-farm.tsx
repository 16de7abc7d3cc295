/** The guided start for an empty farm: six short steps to a first sowing list. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Step from '@mui/material/Step'
import StepButton from '@mui/material/StepButton'
import Stepper from '@mui/material/Stepper'
import Typography from '@mui/material/Typography'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { beginSeason } from '../../actions/begin-season'
import { PRESET_CONTAINERS, PRESET_PLACES } from '../../library/presets'
import { NumberField } from '../../ui/fields'
import { UnitsContext, useFormat } from '../../ui/units'
import { warmthWords } from '../../words/farm'
import { documentOf, plantingsFor } from '../../library/begin'
import { firstAnswers, missing, wrongIn, type Answers } from './model'
import { callServer, troubleWords } from '../../ui/call-server'
import { Part, Where, Frost, Crops, Plantings } from './steps'
import { useWholeRouter } from '../../ui/navigation'

const STEPS = ['Where', 'Frost', 'Room', 'Containers', 'Crops', 'Plantings'] as const

export function FirstFarm({ today }: { today: string }) {
  const t = useTranslations('firstFarm')
  const [answers, setAnswers] = useState<Answers>(() => firstAnswers(today, 'metric'))
  const [step, setStep] = useState(0)
  const [tried, setTried] = useState(false)
  const [busy, setBusy] = useState(false)
  const [failure, setFailure] = useState<string>()
  const router = useWholeRouter()
  const narrow = useMediaQuery('(max-width:599px)')
  const format = useFormat(answers.units)
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
    const called = await callServer(() => beginSeason(documentOf(answers)))
    setBusy(false)
    if (!called.ok) return setFailure(troubleWords(called, format))
    const begun = called.answer
    if (begun.ok) {
      router.push(`${begun.at}/today`)
      return
    }
    setFailure(
      begun.problems
        .slice(0, 3)
        .map(({ path, message }) => `${path} ${message}`)
        .join(' '),
    )
  }
  return (
    <UnitsContext value={answers.units}>
      <Box component="main" sx={{ maxWidth: 860, mx: 'auto', px: { xs: 2, sm: 3 }, py: { xs: 3, sm: 5 } }}>
        <Typography variant="h1">{t('yourFarmInSixSteps')}</Typography>
        <Typography component="p" sx={{ color: 'text.secondary', mt: 0.5, mb: 3 }}>
          {t('fiveMinutesToAFirst')}
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
            <Part title={t('howMuchRoom')} text={t('countedInTrayPlacesThe')}>
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
                      label={t('trayPlaces', { place: place.name })}
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
            <Part title={t('whichContainers')} text={t('tickWhatYouUseHow')}>
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
                          label={t('owned')}
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
                {t('goOn')}
              </Button>
            ) : (
              <Button type="submit" variant="contained" size="large" disabled={busy}>
                {busy ? t('makingItReady') : t('begin')}
              </Button>
            )}
            <Button color="inherit" size="large" onClick={() => (step === 0 ? router.back() : go(step - 1))}>
              {t('back')}
            </Button>
          </Box>
        </Box>
      </Box>
    </UnitsContext>
  )
}
