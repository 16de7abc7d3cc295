/** Make it fit: the fewest changes that put right what is over, to be taken all, some or none. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import { useEffect, useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import type { ThingEdit } from '../../actions/change-season'
import { plantingsOf } from '../../core/fit/as-plantings'
import { type Pick, type Proposal } from '../../core/fit/proposals'
import { withSaid } from '../../core/batch/one-of-series'
import type { HoldWanted } from '../../core/hold/hold'
import type { Season } from '../../season/schema'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { count } from '../../words/format'
import { useFit } from './use-fit'
import { HoldChoice, HoldFound } from './fit-hold'
import { Progress } from './fit-progress'
import { FitChanges, FitHead, FitLoads, type Reach } from './fit-sections'
import { Troubles } from './fit-results'
import { useProposals, useAfter } from './use-proposals'

const NONE: ReadonlySet<string> = new Set()

export function MakeItFit({ onClose }: { onClose: () => void }) {
  const t = useTranslations('benches')
  const { season, plan, planner, format, today, span } = useSeason()
  const fit = useFit()
  const { busy, change, failure, problems } = useChange()
  const [reach, setReach] = useState<Reach>('today')
  const from = reach === 'today' ? today : Math.min(today, span.first)
  const [wanted, setWanted] = useState<HoldWanted>()
  const { start } = fit
  useEffect(() => start(season, { from, today, wanted }), [start, season, from, today, wanted])

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
  const take = async () => {
    const edits = plantingsOf(
      planner,
      plan,
      taken.map(({ pick }) => pick),
    ).map(({ key, from: was, to }): ThingEdit => ({ of: 'plantings', key, from: was, to }))
    if (edits.length > 0 && (await change(edits, t('madeItFit', { changes: count(format, taken.length, 'change') }))))
      onClose()
  }
  const pin = async ({ batch }: Proposal) => {
    const { planting, n } = batch
    await change(
      [{ of: 'plantings', key: planting.key, from: planting, to: withSaid(planting, n, { pinned: true }) }],
      t('pinnedAsItIs', { batch: batch.code }),
    )
  }
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
        <FitHead reach={reach} onReach={setReach} onClose={onClose} />
        <HoldChoice
          wanted={wanted}
          onWanted={(next) => {
            showNewest()
            setWanted(next)
          }}
        />
        <Progress
          status={current}
          running={fit.running}
          stopped={fit.stopped}
          seconds={fit.seconds}
          onStop={fit.stop}
          onStart={() => {
            showNewest()
            start(season, { from, today, wanted })
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
          <Box>
            {current?.holding?.found && <HoldFound found={current.holding.found} />}
            <FitLoads
              plan={plan}
              after={after}
              figures={{ before: made.before, then }}
              taken={taken}
              from={from}
              reach={reach}
            />
          </Box>
          <FitChanges
            proposals={proposals}
            left={left}
            busy={busy}
            nothing={
              fit.running
                ? t('looking')
                : current?.holding
                  ? t('hold.nothing')
                  : current?.overfullNow === 0
                    ? t('nothingNeedsToChangeEverything')
                    : t('noChangeWasFoundThat')
            }
            onLeave={setLeft}
            onNewest={newer ? showNewest : undefined}
            onPin={(proposal) => void pin(proposal)}
          />
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
            {busy
              ? t('saving')
              : taken.length === 0
                ? t('applyChanges')
                : t('apply', { changes: count(format, taken.length, 'change') })}
          </Button>
          <Button color="inherit" onClick={onClose}>
            {t('cancel')}
          </Button>
          <Box sx={{ flex: 1 }} />
          <Box sx={{ fontSize: 14, color: 'text.secondary', display: { xs: 'none', sm: 'block' } }}>
            {t('itCanBeUndone')}
          </Box>
        </Box>
      </Box>
    </Dialog>
  )
}
