/** Sections of making the plan fit: what may change, the loads before and after, and the changes themselves. */
'use client'
import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import type { Plan } from '../../core/plan/plan'
import type { PlanFigures } from '../../core/plan/figures'
import type { Day } from '../../core/calendar/day'
import { useCallback, useEffect, useRef } from 'react'
import { overFrom } from '../../core/capacity/limits'
import type { Proposal } from '../../core/fit/proposals'
import { useSeason } from '../../ui/season-context'
import { placePaint } from '../../ui/stair/place-hatches'
import { count } from '../../words/format'
import { BeforeAfter } from './before-after'
import { Figures, ProposalRow } from './fit-results'
import { useGrowing } from './use-proposals'

/** From which day on the plan may change. */
export type Reach = 'today' | 'season'

export function FitHead({
  reach,
  onReach,
  onClose,
}: {
  reach: Reach
  onReach: (reach: Reach) => void
  onClose: () => void
}) {
  const t = useTranslations('benches')
  const { format, today } = useSeason()
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 1.5, rowGap: 0.5, alignItems: 'center' }}>
      <Typography
        variant="h1"
        component="h2"
        id="fit-title"
        sx={{ flex: 1, minWidth: { xs: 'calc(100% - 70px)', sm: 0 } }}
      >
        {t('makeItFit')}
      </Typography>
      <ToggleButtonGroup
        exclusive
        size="small"
        sx={{ order: { xs: 3, sm: 0 } }}
        value={reach}
        onChange={(_, value: Reach | null) => value && onReach(value)}
        aria-label={t('whatMayChange')}
      >
        <ToggleButton value="today">{t('fromOn', { today: format.shortDate(today) })}</ToggleButton>
        <ToggleButton value="season">{t('theWholeSeason')}</ToggleButton>
      </ToggleButtonGroup>
      <IconButton aria-label={t('close')} onClick={onClose} edge="end">
        <CloseIcon />
      </IconButton>
    </Box>
  )
}

/** Every limit that is or becomes over, as it is and as it would be. */
export function FitLoads({
  plan,
  after,
  figures,
  taken,
  from,
  reach,
}: {
  plan: Plan
  after: Plan
  figures: { before: PlanFigures | undefined; then: PlanFigures | undefined }
  taken: readonly Proposal[]
  from: Day
  reach: Reach
}) {
  const t = useTranslations('benches')
  const { format, today, span } = useSeason()
  const shown = plan.limits.flatMap((was, i) => {
    const is = after.limits[i]!
    return overFrom(was, from).length > 0 || overFrom(is, from).length > 0 ? [{ before: was, after: is }] : []
  })

  return (
    <Box component="section" aria-labelledby="fit-loads">
      <Typography variant="h2" id="fit-loads">
        {t('beforeAndAfter2')}
      </Typography>
      <Figures
        before={figures.before}
        after={figures.then}
        late={taken.reduce((sum, { late }) => sum + Math.max(0, late), 0)}
        changes={taken.length}
        format={format}
      />
      {shown.length === 0 && (
        <Box sx={{ color: 'text.secondary', fontSize: 14, mt: 1 }}>
          {t('nothingIsOver', { extra: reach === 'today' ? t('fromOnOfToday', { today: format.date(today) }) : '' })}
        </Box>
      )}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, mt: 2, p: 0 }} aria-label={t('loadsBeforeAndAfter')}>
        {figures.before &&
          shown.map((pair) => (
            <BeforeAfter
              key={pair.after.id}
              {...pair}
              from={from}
              span={span}
              fill={
                pair.after.kind === 'container' || pair.after.kind === 'crew'
                  ? 'var(--ribbon-load)'
                  : placePaint(pair.after.of)
              }
            />
          ))}
      </Box>
      {shown.length > 0 && <Box sx={{ fontSize: 13, color: 'text.secondary' }}>{t('filledAsItWouldBe')}</Box>}
    </Box>
  )
}

/** The changes that were found, each to be taken or left. */
export function FitChanges({
  proposals,
  left,
  busy,
  nothing,
  onLeave,
  onNewest,
  onPin,
}: {
  proposals: readonly Proposal[]
  /** Ids of batches whose change is left out. */
  left: ReadonlySet<string>
  busy: boolean
  /** Why there is none. */
  nothing: string
  onLeave: (ids: ReadonlySet<string>) => void
  /** Shows what was found since; nothing where there is nothing newer. */
  onNewest: (() => void) | undefined
  onPin: (proposal: Proposal) => void
}) {
  const t = useTranslations('benches')
  const { format } = useSeason()
  const rows = useGrowing(proposals.length)
  const toggle = (id: string) =>
    onLeave(left.has(id) ? new Set([...left].filter((other) => other !== id)) : new Set([...left, id]))

  // A search has news several times a second: rows that are the same are not drawn again for it.
  const actions = useRef({ toggle, onPin })
  useEffect(() => {
    actions.current = { toggle, onPin }
  })
  const keptToggle = useCallback((id: string) => actions.current.toggle(id), [])
  const keptPin = useCallback((proposal: Proposal) => actions.current.onPin(proposal), [])

  return (
    <Box component="section" aria-labelledby="fit-changes">
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, flexWrap: 'wrap' }}>
        <Typography variant="h2" id="fit-changes" sx={{ flex: 1 }}>
          {proposals.length === 0 ? t('changes') : count(format, proposals.length, 'change')}
        </Typography>
        {proposals.length > 0 && (
          <>
            <Button size="small" color="inherit" onClick={() => onLeave(new Set())} disabled={left.size === 0}>
              {t('selectAll')}
            </Button>
            <Button
              size="small"
              color="inherit"
              onClick={() => onLeave(new Set(proposals.map(({ pick }) => pick.batch)))}
              disabled={proposals.every(({ pick }) => left.has(pick.batch))}
            >
              {t('selectNone')}
            </Button>
          </>
        )}
      </Box>
      {onNewest && (
        <Box sx={{ fontSize: 14, mt: 0.5 }}>
          {t('betterChangesWereFoundMeanwhile')}{' '}
          <Button size="small" onClick={onNewest}>
            {t('showThem')}
          </Button>
        </Box>
      )}
      {proposals.length === 0 && <Box sx={{ color: 'text.secondary', mt: 1 }}>{nothing}</Box>}
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }} aria-label={t('proposedChanges')}>
        {proposals.slice(0, rows).map((proposal) => (
          <ProposalRow
            key={proposal.pick.batch}
            proposal={proposal}
            taken={!left.has(proposal.pick.batch)}
            busy={busy}
            onToggle={keptToggle}
            onPin={keptPin}
          />
        ))}
      </Box>
    </Box>
  )
}
