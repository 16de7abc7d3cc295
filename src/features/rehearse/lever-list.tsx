/** What would help a planting most: each with what it gains in the same years, what it costs, and one tap to apply it. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { proxy } from 'comlink'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import type { ThingEdit } from '../../actions/change-season'
import type { Batch } from '../../core/batch/batch'
import type { Lever } from '../../core/rehearsal/levers'
import type { Rehearsed } from '../../core/rehearsal/years'
import type { Season } from '../../season/schema'
import { Link } from '../../ui/navigation'
import { useMay } from '../../ui/may'
import { plantingEdits } from '../../ui/moves'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { differenceWords } from '../../words/fit'
import { capital, count, moneyWords, type Format } from '../../words/format'
import { ofHundred, ordered, RANKS, type Rank } from './model'
import { useBeside } from '../../ui/use-beside'
import './words'

/** What was found for a planting, and of which season. */
interface Found {
  season: Season
  levers: readonly Lever[]
}

export function LeverList({ batch, asked }: { batch: Batch; asked: Rehearsed }) {
  const t = useTranslations('rehearse')
  const { season, today } = useSeason()
  const { done, broke, start, stop } = useBeside<Lever[]>()
  const [found, setFound] = useState<Found>()
  const [rank, setRank] = useState<Rank>('chance')
  const look = () =>
    start(
      (api, tell) => api.levers(season, today, { ...asked, batches: [batch.id], from: today }, proxy(tell)),
      (levers) => setFound({ season, levers }),
    )
  // What was found for another season is no longer so.
  const now = found?.season === season ? found.levers : undefined
  if (done !== undefined)
    return (
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, mt: 1 }}>
        <LinearProgress
          variant="determinate"
          value={done * 100}
          aria-label={t('whatWouldHelp')}
          sx={{ flex: 1, maxWidth: 280 }}
        />
        <Button size="small" color="inherit" onClick={stop}>
          {t('stop')}
        </Button>
      </Box>
    )
  if (!now)
    return (
      <Box className="no-print" sx={{ mt: 0.75 }}>
        {broke && <Alert severity="error">{t('broke')}</Alert>}
        <Button size="small" variant="outlined" color="inherit" onClick={look} sx={{ minHeight: 36 }}>
          {t('whatWouldHelp')}
        </Button>
      </Box>
    )
  if (now.length === 0) return <Box sx={{ mt: 0.75, fontSize: 14.5, color: 'text.secondary' }}>{t('nothingHelps')}</Box>
  return (
    <Box component="section" aria-label={t('helpsOf', { code: batch.code })} sx={{ mt: 1 }}>
      {now.length > 1 && (
        <ToggleButtonGroup
          exclusive
          size="small"
          className="no-print"
          value={rank}
          onChange={(_, next: Rank | null) => next && setRank(next)}
          aria-label={t('ranked')}
        >
          {RANKS.map((one) => (
            <ToggleButton key={one} value={one} sx={{ py: 0.25 }}>
              {t(`ranks.${one}`)}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      )}
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0, mt: 0.5 }}>
        {ordered(now, rank).map((lever) => (
          <LeverRow key={JSON.stringify(lever.what)} lever={lever} batch={batch} />
        ))}
      </Box>
    </Box>
  )
}

function LeverRow({ lever, batch }: { lever: Lever; batch: Batch }) {
  const t = useTranslations('rehearse')
  const { season, plan, format } = useSeason()
  const may = useMay('plan')
  const { change, busy, failure, problems } = useChange()
  const words = leverWords(lever, season, format)
  const apply = () =>
    change(
      lever.crew
        ? [moreHours(season, lever.crew)]
        : lever.changes.flatMap(({ key, from, to }) =>
            from === null ? [{ of: 'plantings' as const, key, from: null, to }] : plantingEdits(season, plan, to).edits,
          ),
      t('applied', { code: batch.code, what: words }),
    )
  const gained = lever.chance - lever.was >= 0.005 ? Math.max(1, ofHundred(lever.chance) - ofHundred(lever.was)) : 0
  return (
    <Box
      component="li"
      data-lever={lever.what.kind}
      sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1.5, py: 0.6, borderTop: 1, borderColor: 'divider' }} // prettier-ignore
    >
      <Box sx={{ flex: '1 1 300px' }}>
        <b>{words}</b>
        <Box sx={{ color: 'text.secondary' }}>
          {gained > 0 ? t('gains', { n: ofHundred(lever.chance), gained }) : t('asNow', { n: ofHundred(lever.chance) })}
          {'; '}
          {takesWords(lever, format)}
        </Box>
        {(failure ?? problems[0]?.message) && (
          <Box role="alert" sx={{ color: 'error.main' }}>
            {failure ?? problems[0]?.message}
          </Box>
        )}
      </Box>
      {lever.what.kind === 'test' ? (
        <Button
          size="small"
          variant="outlined"
          className="no-print"
          component={Link}
          href={`/seed?lot=${encodeURIComponent(lever.what.lot)}`}
          sx={{ minHeight: 40 }}
        >
          {t('toItsLot')}
        </Button>
      ) : may ? (
        <Button
          size="small"
          variant="outlined"
          className="no-print"
          disabled={busy}
          aria-label={t('applyIt', { what: words })}
          onClick={() => void apply()}
          sx={{ minHeight: 40 }}
        >
          {t('apply')}
        </Button>
      ) : null}
    </Box>
  )
}

/** The hours of the crew, changed. */
function moreHours({ farm, season, site, habits }: Season, crew: NonNullable<Lever['crew']>): ThingEdit {
  const from = { farm, season, site, habits }
  return { of: 'head', key: 'head', from, to: { ...from, habits: { ...habits, crew } } }
}

/** What is done: `Sow 24 cells more`. */
function leverWords({ what }: Lever, { places }: Season, f: Format): string {
  switch (what.kind) {
    case 'surer':
      return f.t('rehearse.levers.surer', { cells: count(f, what.cells, 'cell'), n: Math.round(what.confidence * 1000) / 10 }) // prettier-ignore
    case 'earlier':
      return f.t('rehearse.levers.earlier', { days: count(f, what.days, 'day'), on: f.date(what.sow) })
    case 'safety':
      return f.t('rehearse.levers.safety', { plants: count(f, what.plants, 'plant'), on: f.date(what.sow) })
    case 'test':
      return f.t('rehearse.levers.test', { seeds: count(f, what.seeds, 'seed'), by: f.date(what.by) })
    case 'hours':
      return f.t('rehearse.levers.hours', { hours: count(f, what.hours, 'hour'), week: f.date(what.week) })
    case 'otherwise':
      return capital(what.differences.map((one) => differenceWords(one, places, f)).join('; '))
  }
}

/** What it takes beyond what the planting takes now. */
function takesWords({ money, trayDays }: Lever, f: Format): string {
  const room = Math.round(trayDays)
  const words = [
    ...(Math.abs(money) >= 0.005 ? [f.t(money > 0 ? 'rehearse.costsMore' : 'rehearse.costsLess', { money: moneyWords(f, Math.abs(money)) })] : []), // prettier-ignore
    ...(room !== 0 ? [f.t(room > 0 ? 'rehearse.roomMore' : 'rehearse.roomLess', { n: Math.abs(room) })] : []),
  ]
  return words.length > 0 ? words.join(', ') : f.t('rehearse.takesNothing')
}
