/** Make it fit: the fewest changes that put right what is over, to be taken all, some or none. */
'use client'
import CloseIcon from '@mui/icons-material/Close'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import IconButton from '@mui/material/IconButton'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import type { ThingEdit } from '../../actions/change-season'
import { overFrom } from '../../core/capacity/limits'
import { plantingsOf, type Pick, type Proposal } from '../../core/fit/proposals'
import { withSaid } from '../../core/batch/one-of-series'
import type { Season } from '../../season/schema'
import { useSeason } from '../../ui/season-context'
import { placePaint } from '../../ui/stair/place-hatches'
import { useChange } from '../../ui/use-change'
import { count } from '../../words/format'
import { BeforeAfter } from './before-after'
import { useFit } from './use-fit'
import { Progress } from './fit-progress'
import { Troubles, Figures, ProposalRow } from './fit-results'
import { useProposals, useAfter, useGrowing } from './use-proposals'

type Reach = 'today' | 'season'

const NONE: ReadonlySet<string> = new Set()

export function MakeItFit({ onClose }: { onClose: () => void }) {
  const { season, plan, planner, format, today, span } = useSeason()
  const fit = useFit()
  const { busy, change, failure, problems } = useChange()
  const [reach, setReach] = useState<Reach>('today')
  const from = reach === 'today' ? today : Math.min(today, span.first)
  const { start } = fit
  useEffect(() => start(season, from), [start, season, from])

  const { status } = fit
  const current = fit.of === season ? status : undefined
  // Once changes are chosen among, the list stays as it is: what is found after is shown when asked for.
  const [held, setHeld] = useState<{ of: Season; reach: Reach; picks: readonly Pick[] }>()
  const kept = held?.of === season && held.reach === reach ? held.picks : undefined
  const { proposals, picks } = useProposals({
    planner,
    plan,
    picks: kept ?? current?.picks,
    from,
    searching: fit.running && current?.doing === 'searching',
  })
  // Just after a search has ended the list may still be that of a moment before: it is taken once it is the one the search ended with.
  const settling = !fit.running && kept === undefined && current !== undefined && picks !== current.picks
  const newer = kept !== undefined && current !== undefined && current.picks !== kept
  // Changes left out belong to one search: another begins with none.
  const [leftOut, setLeftOut] = useState<{ of: Season; reach: Reach; ids: ReadonlySet<string> }>()
  const left = leftOut?.of === season && leftOut.reach === reach ? leftOut.ids : NONE
  const setLeft = (ids: ReadonlySet<string>) => {
    setLeftOut({ of: season, reach, ids })
    if (picks) setHeld({ of: season, reach, picks })
  }
  const showNewest = () => {
    setHeld(undefined)
    setLeftOut(undefined)
  }
  const taken = useMemo(() => proposals.filter(({ pick }) => !left.has(pick.batch)), [proposals, left])
  const made = useAfter(planner, plan, taken, from)
  const { plan: after, figures: then } = made.after ?? { plan, figures: made.before }
  const rows = useGrowing(proposals.length)
  const shown = plan.limits.flatMap((was, i) => {
    const is = after.limits[i]!
    return overFrom(was, from).length > 0 || overFrom(is, from).length > 0 ? [{ before: was, after: is }] : []
  })

  const take = async () => {
    const edits = plantingsOf(
      planner,
      plan,
      taken.map(({ pick }) => pick),
    ).map(({ key, from: was, to }): ThingEdit => ({ of: 'plantings', key, from: was, to }))
    if (edits.length > 0 && (await change(edits, `Made it fit: ${count(format, taken.length, 'change')}`))) onClose()
  }
  const pin = async ({ batch }: Proposal) => {
    const { planting, n } = batch
    await change(
      [{ of: 'plantings', key: planting.key, from: planting, to: withSaid(planting, n, { pinned: true }) }],
      `${batch.code} pinned as it is`,
    )
  }
  const toggle = (id: string) =>
    setLeft(left.has(id) ? new Set([...left].filter((other) => other !== id)) : new Set([...left, id]))

  // A search has news several times a second: rows that are the same are not drawn again for it.
  const actions = useRef({ toggle, pin })
  useEffect(() => {
    actions.current = { toggle, pin }
  })
  const onToggle = useCallback((id: string) => actions.current.toggle(id), [])
  const onPin = useCallback((proposal: Proposal) => void actions.current.pin(proposal), [])

  return (
    <Dialog
      open
      fullScreen
      onClose={onClose}
      aria-labelledby="fit-title"
      slotProps={{ paper: { sx: { bgcolor: 'background.default' } } }}
    >
      <Box
        sx={{
          maxWidth: 1360,
          width: '100%',
          mx: 'auto',
          px: { xs: 1.5, md: 3 },
          pt: 2,
          pb: 0,
          display: 'flex',
          flexDirection: 'column',
          minHeight: '100%',
        }}
      >
        <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 1.5, rowGap: 0.5, alignItems: 'center' }}>
          <Typography
            variant="h1"
            component="h2"
            id="fit-title"
            sx={{ flex: 1, minWidth: { xs: 'calc(100% - 70px)', sm: 0 } }}
          >
            Make it fit
          </Typography>
          <ToggleButtonGroup
            exclusive
            size="small"
            sx={{ order: { xs: 3, sm: 0 } }}
            value={reach}
            onChange={(_, value: Reach | null) => value && setReach(value)}
            aria-label="What may change"
          >
            <ToggleButton value="today">From {format.shortDate(today)} on</ToggleButton>
            <ToggleButton value="season">The whole season</ToggleButton>
          </ToggleButtonGroup>
          <IconButton aria-label="Close" onClick={onClose} edge="end">
            <CloseIcon />
          </IconButton>
        </Box>
        <Progress
          status={current}
          running={fit.running}
          stopped={fit.stopped}
          seconds={fit.seconds}
          onStop={fit.stop}
          onStart={() => {
            showNewest()
            start(season, from)
          }}
        />
        {(fit.failure ?? failure ?? problems[0]) && (
          <Alert severity="error" sx={{ mt: 1 }}>
            {fit.failure ?? failure ?? `${problems[0]!.path} ${problems[0]!.message}`}
          </Alert>
        )}
        <Troubles status={current} plan={plan} format={format} />
        <Box
          sx={{
            display: 'grid',
            gap: { xs: 2, md: 4 },
            mt: 2,
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 5fr) minmax(0, 7fr)' },
            alignItems: 'start',
            flex: 1,
          }}
        >
          <Box component="section" aria-labelledby="fit-loads">
            <Typography variant="h2" id="fit-loads">
              Before and after
            </Typography>
            <Figures
              before={made.before}
              after={then}
              late={taken.reduce((sum, { late }) => sum + Math.max(0, late), 0)}
              changes={taken.length}
              format={format}
            />
            {shown.length === 0 && (
              <Box sx={{ color: 'text.secondary', fontSize: 14, mt: 1 }}>
                Nothing is over{reach === 'today' ? ` from ${format.date(today)} on` : ''}.
              </Box>
            )}
            <Box component="ul" sx={{ listStyle: 'none', m: 0, mt: 2, p: 0 }} aria-label="Loads before and after">
              {made.before &&
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
            {shown.length > 0 && (
              <Box sx={{ fontSize: 13, color: 'text.secondary' }}>
                Filled: as it would be. Dashed: as it is. Black line: what there is.
              </Box>
            )}
          </Box>
          <Box component="section" aria-labelledby="fit-changes">
            <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, flexWrap: 'wrap' }}>
              <Typography variant="h2" id="fit-changes" sx={{ flex: 1 }}>
                {proposals.length === 0 ? 'Changes' : count(format, proposals.length, 'change')}
              </Typography>
              {proposals.length > 0 && (
                <>
                  <Button size="small" color="inherit" onClick={() => setLeft(new Set())} disabled={left.size === 0}>
                    Take all
                  </Button>
                  <Button
                    size="small"
                    color="inherit"
                    onClick={() => setLeft(new Set(proposals.map(({ pick }) => pick.batch)))}
                    disabled={taken.length === 0}
                  >
                    Take none
                  </Button>
                </>
              )}
            </Box>
            {newer && (
              <Box sx={{ fontSize: 14, mt: 0.5 }}>
                Better changes were found meanwhile.{' '}
                <Button size="small" onClick={showNewest}>
                  Show them
                </Button>
              </Box>
            )}
            {proposals.length === 0 && (
              <Box sx={{ color: 'text.secondary', mt: 1 }}>
                {fit.running
                  ? 'Looking …'
                  : current?.overfullNow === 0
                    ? 'Nothing needs to change: everything fits.'
                    : 'No change was found that helps.'}
              </Box>
            )}
            <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }} aria-label="Proposed changes">
              {proposals.slice(0, rows).map((proposal) => (
                <ProposalRow
                  key={proposal.pick.batch}
                  proposal={proposal}
                  taken={!left.has(proposal.pick.batch)}
                  busy={busy}
                  onToggle={onToggle}
                  onPin={onPin}
                />
              ))}
            </Box>
          </Box>
        </Box>
        <Box
          sx={{
            position: 'sticky',
            bottom: 0,
            bgcolor: 'background.default',
            borderTop: 1,
            borderColor: 'divider',
            py: 1.5,
            mt: 2,
            display: 'flex',
            gap: 1,
            alignItems: 'center',
            zIndex: 2,
          }}
        >
          <Button variant="contained" disabled={busy || settling || taken.length === 0} onClick={() => void take()}>
            {busy ? 'Saving …' : taken.length === 0 ? 'Take changes' : `Take ${count(format, taken.length, 'change')}`}
          </Button>
          <Button color="inherit" onClick={onClose}>
            Leave the plan as it is
          </Button>
          <Box sx={{ flex: 1 }} />
          <Box sx={{ fontSize: 14, color: 'text.secondary', display: { xs: 'none', sm: 'block' } }}>
            It can be undone.
          </Box>
        </Box>
      </Box>
    </Dialog>
  )
}
