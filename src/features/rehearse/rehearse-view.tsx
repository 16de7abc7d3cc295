/** The season rehearsed: how likely each planting is to be enough and in time, and how full each place gets. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import LinearProgress from '@mui/material/LinearProgress'
import Typography from '@mui/material/Typography'
import { useEffect, useEffectEvent, useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { crewIsLimited } from '../../core/capacity/limits'
import type { Plan } from '../../core/plan/plan'
import { bedsBefore } from '../../core/rehearsal/beds'
import { isHeated, NIGHTS_TO_A_FAILURE } from '../../core/rehearsal/heat'
import { FEWEST_LATE } from '../../core/rehearsal/lateness'
import { FEWEST_YEARS } from '../../core/rehearsal/recorded-years'
import { USUAL, type Rehearsal } from '../../core/rehearsal/rehearse'
import type { Rehearsed } from '../../core/rehearsal/years'
import { isBoughtIn } from '../../core/sowing/policies'
import { Link } from '../../ui/navigation'
import { NothingYet } from '../../ui/nothing-yet'
import { useSeason } from '../../ui/season-context'
import { limitName } from '../../words/fit'
import { count, moneyWords } from '../../words/format'
import { byChance, isTight, lostIn, sumOf } from './model'
import { Fan } from './place-fan'
import { PlantingRow } from './planting-row'
import { useRehearsal } from './use-rehearsal'
import './words'

const CHANCES = ['weather', 'seed', 'badLots', 'losses', 'work', 'hours', 'beds', 'heat'] as const
const SETTLED = 1500 // ms without a further change
const FIRST = 15 // plantings shown before all are asked for

export function RehearseView() {
  const t = useTranslations('rehearse')
  const { plan, season, today } = useSeason()
  const { kept, done, broke, start, stop } = useRehearsal()
  const [leftTo, setLeftTo] = useState<Rehearsed['leftTo']>(kept?.asked.leftTo ?? USUAL.leftTo)
  const running = done !== undefined
  const chances = CHANCES.filter((chance) => mayBe(chance, plan))
  const none = chances.every((chance) => !leftTo[chance])
  const changed = kept !== undefined && (kept.season !== season || kept.today !== today)
  const again = useEffectEvent(() => kept && start(season, today, kept.asked.leftTo))
  // What is still open is rehearsed again by itself once a change has settled.
  const waits = changed && !running && !broke
  useEffect(() => {
    if (!waits) return undefined
    const timer = setTimeout(again, SETTLED)
    return () => clearTimeout(timer)
  }, [waits, season, today])
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2, maxWidth: 1180 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
        <Typography variant="h1" sx={{ flex: 1, minWidth: 240 }}>
          {t('title')}
        </Typography>
        {running ? (
          <Button variant="outlined" color="inherit" className="no-print" onClick={stop} sx={{ minHeight: 44 }}>
            {t('stop')}
          </Button>
        ) : (
          <Button
            variant="contained"
            disableElevation
            className="no-print"
            disabled={none || plan.batches.length === 0}
            onClick={() => start(season, today, leftTo)}
            sx={{ minHeight: 44 }}
          >
            {kept ? t('again') : t('start')}
          </Button>
        )}
      </Box>
      <Typography component="p" sx={{ color: 'text.secondary', fontSize: 14.5, mt: 0.5, maxWidth: 720 }}>
        {t('about')}
      </Typography>
      <Box
        role="group"
        aria-label={t('leftToChance')}
        className="no-print"
        sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1.5, mt: 1 }}
      >
        <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>{t('leftToChance')}:</Box>
        {chances.map((chance) => (
          <FormControlLabel
            key={chance}
            label={t(`chances.${chance}`)}
            control={
              <Checkbox
                checked={leftTo[chance]}
                disabled={running}
                onChange={(_, on) => setLeftTo({ ...leftTo, [chance]: on })}
              />
            }
          />
        ))}
        {none && <Box sx={{ color: 'error.main', fontSize: 14.5 }}>{t('leaveSome')}</Box>}
      </Box>
      {running && (
        <Box sx={{ mt: 1, maxWidth: 720 }}>
          <LinearProgress variant="determinate" value={(100 * done) / USUAL.years} aria-label={t('title')} />
          <Box role="status" sx={{ fontSize: 14, color: 'text.secondary', mt: 0.5 }}>
            {t('running', { done, years: USUAL.years })}
          </Box>
        </Box>
      )}
      {broke && (
        <Alert severity="error" sx={{ mt: 1.5 }}>
          {t('broke')}
        </Alert>
      )}
      {kept && changed && !running && (
        <Alert severity="info" sx={{ mt: 1.5, maxWidth: 720 }}>
          {t('changed')}
        </Alert>
      )}
      {plan.batches.length === 0 && (
        <NothingYet title={t('nothingPlanned')} text={t('nothingPlannedText')}>
          <Button component={Link} href="/plan?new=1" variant="contained">
            {t('addPlanting')}
          </Button>
        </NothingYet>
      )}
      {kept && <Said said={kept.said} asked={kept.asked} />}
    </Box>
  )
}

/** Whether it can go wrong on a farm: heat where something is heated, hours where they are counted, beds where one follows another. */
function mayBe(chance: (typeof CHANCES)[number], plan: Plan): boolean {
  if (chance === 'heat') return plan.season.places.some(isHeated)
  if (chance === 'hours') return crewIsLimited(plan.season.habits)
  return chance !== 'beds' || bedsBefore(plan).size > 0
}

/** How the years were drawn: what was measured and counted on this farm, and what is taken for it until then. */
function HowDrawn({ said, leftTo }: { said: Rehearsal; leftTo: Rehearsed['leftTo'] }) {
  const t = useTranslations('rehearse')
  const { season, plan } = useSeason()
  const { years, place } = said.measured
  const measured = leftTo.weather && place !== undefined && { years, place: season.places[place]!.name }
  const tooFew = years < FEWEST_YEARS
  const words = [
    measured && (tooFew ? t('measuredTooFew', { ...measured, n: FEWEST_YEARS }) : t('measuredYears', measured)),
    leftTo.work && said.lateSowings === undefined && t('latenessUnknown', { n: FEWEST_LATE }),
    leftTo.work && said.lateMoves === undefined && t('movesUnknown', { n: FEWEST_LATE }),
    leftTo.work &&
      said.deliveries === undefined &&
      plan.batches.some(({ way }) => isBoughtIn(way.method)) &&
      t('deliveriesUnknown', { n: FEWEST_LATE }),
    leftTo.hours && mayBe('hours', plan) && t('hoursSaid'),
    leftTo.beds && mayBe('beds', plan) && t('bedsSaid'),
    leftTo.heat && mayBe('heat', plan) && t('heatSaid', { n: NIGHTS_TO_A_FAILURE }),
  ]
  const lines = words.filter((line) => typeof line === 'string')
  if (lines.length === 0) return null
  return (
    <Box component="details" sx={{ fontSize: 14, color: 'text.secondary', maxWidth: 760, mt: 0.75 }}>
      <Box component="summary" sx={{ cursor: 'pointer', py: 0.75 }}>
        {t('howDrawn')}
      </Box>
      {lines.map((line) => (
        <Box key={line} sx={{ mt: 0.5 }}>
          {line}
        </Box>
      ))}
    </Box>
  )
}

function Said({ said, asked }: { said: Rehearsal; asked: Rehearsed }) {
  const t = useTranslations('rehearse')
  const { season, plan, format } = useSeason()
  const [all, setAll] = useState(false)
  const ordered = useMemo(() => byChance(said.batches), [said])
  if (ordered.length === 0)
    return <Box sx={{ mt: 2, p: 2.5, border: 1, borderColor: 'divider', borderRadius: 1.5 }}>{t('nothingOpen')}</Box>
  const { sure, unsure, all: n } = sumOf(ordered)
  const lost = lostIn(ordered)
  const crew = plan.limits.find(({ kind }) => kind === 'crew')
  return (
    <>
      <Box role="status" sx={{ mt: 2, fontSize: 19, lineHeight: 1.35, maxWidth: 760 }}>
        {t('sum', { sure, all: n })} {unsure > 0 && t('sumUnsure', { n: unsure })}{' '}
        {lost.plants >= 1 && t('lostInAll', { plants: count(format, Math.round(lost.plants), 'plant') })}{' '}
        {lost.worth !== undefined && lost.worth >= 1 && t('worthInAll', { money: moneyWords(format, lost.worth) })}
      </Box>
      <HowDrawn said={said} leftTo={asked.leftTo} />
      <Typography variant="h2" sx={{ mt: 2.5 }}>
        {t('places')}
      </Typography>
      <Box sx={{ fontSize: 14, color: 'text.secondary' }}>{t('bandSaid')}</Box>
      <Box
        sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(min(100%, 300px), 1fr))', gap: 2.5, mt: 1.25 }} // prettier-ignore
      >
        {said.places.map((outlook) => (
          <Fan
            key={outlook.of}
            name={season.places[outlook.of]!.name}
            load={plan.places[outlook.of]!}
            outlook={outlook}
            unit="trayPlace"
          />
        ))}
        {said.containers.filter(isTight).map((outlook) => (
          <Fan
            key={season.containers[outlook.of]!.key}
            name={season.containers[outlook.of]!.name}
            load={plan.containers[outlook.of]!}
            outlook={outlook}
            unit="tray"
          />
        ))}
        {said.crew && crew && <Fan name={limitName(crew, format)} load={crew.load} outlook={said.crew} unit="hour" />}
      </Box>
      <Typography variant="h2" sx={{ mt: 3, mb: 0.75 }}>
        {t('plantings')}
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {(all ? ordered : ordered.slice(0, FIRST)).map((outlook) => (
          <PlantingRow key={outlook.id} outlook={outlook} asked={asked} />
        ))}
      </Box>
      {ordered.length > FIRST && (
        <Button className="no-print" color="inherit" onClick={() => setAll(!all)} sx={{ mt: 1, minHeight: 44 }}>
          {all ? t('showFewer', { n: FIRST }) : t('showAll', { n: format.number(ordered.length) })}
        </Button>
      )}
    </>
  )
}
