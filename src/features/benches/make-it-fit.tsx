/** Make it fit: the fewest changes that put right what is over, to be taken all, some or none. */
'use client'
import CloseIcon from '@mui/icons-material/Close'
import PushPinIcon from '@mui/icons-material/PushPinOutlined'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import Dialog from '@mui/material/Dialog'
import IconButton from '@mui/material/IconButton'
import LinearProgress from '@mui/material/LinearProgress'
import Skeleton from '@mui/material/Skeleton'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import { memo, startTransition, useCallback, useEffect, useMemo, useRef, useState } from 'react'
import type { Day } from '../../core/calendar/day'
import type { ThingEdit } from '../../actions/change-season'
import { overFrom } from '../../core/capacity/limits'
import { plantingsOf, proposalSteps, withPlantings, type Pick, type Proposal } from '../../core/fit/proposals'
import type { Trouble } from '../../core/fit/troubles'
import { withSaid } from '../../core/batch/one-of-series'
import { planFigures, type PlanFigures } from '../../core/plan/figures'
import type { Plan, Planner } from '../../core/plan/plan'
import type { Season } from '../../season/schema'
import { useSeason } from '../../ui/season-context'
import { placePaint } from '../../ui/stair/place-hatches'
import { StairGlyph } from '../../ui/stair/stair'
import { useChange } from '../../ui/use-change'
import type { FitStatus } from '../../worker/fit-plan'
import { effectSentence, proposalTitle, reliefSentence, stillOverWords, troubleSentence } from '../../words/fit'
import { count, type Format } from '../../words/format'
import { BeforeAfter } from './before-after'
import { useFit } from './use-fit'

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
  const { proposals, picks } = useProposals(
    planner,
    plan,
    kept ?? current?.picks,
    from,
    fit.running && current?.doing === 'searching',
  )
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

const TURN = 12 // ms of work before the page has its turn again

/** The proposals of picks, made a little at a time: a search has news several times a second, and the page must answer meanwhile. */
function useProposals(
  planner: Planner,
  plan: Plan,
  picks: readonly Pick[] | undefined,
  from: Day,
  searching: boolean,
): { proposals: readonly Proposal[]; picks: readonly Pick[] | undefined } {
  const last = useRef(0)
  const [made, setMade] = useState<{ of: Plan; from: Day; picks: readonly Pick[]; proposals: readonly Proposal[] }>()
  useEffect(() => {
    if (!picks) return
    let gone = false
    const make = async () => {
      const steps = proposalSteps(planner, plan, picks, from)
      let turn = performance.now()
      for (;;) {
        const step = steps.next()
        if (step.done) {
          last.current = performance.now()
          return startTransition(() => (gone ? undefined : setMade({ of: plan, from, picks, proposals: step.value })))
        }
        if (performance.now() - turn < TURN) continue
        await new Promise((next) => setTimeout(next))
        if (gone) return
        turn = performance.now()
      }
    }
    // While better plans still come every moment, only now and then one is shown.
    const wait = searching ? EVERY - (performance.now() - last.current) : 60
    const soon = setTimeout(() => void make(), Math.max(60, wait))
    return () => {
      gone = true
      clearTimeout(soon)
    }
  }, [planner, plan, picks, from, searching])
  return picks && made?.of === plan && made.from === from ? made : NO_PROPOSALS
}

const NO_PROPOSALS = { proposals: [] as readonly Proposal[], picks: undefined }
const EVERY = 1500 // ms between two lists of changes while the search goes on

/** The figures of the plan, and it with changes taken with its own, worked out in steps; the last one while the next is being made. */
function useAfter(
  planner: Planner,
  plan: Plan,
  taken: readonly Proposal[],
  from: Day,
): { before: PlanFigures | undefined; after: { plan: Plan; figures: PlanFigures } | undefined } {
  const [before, setBefore] = useState<{ of: Plan; from: Day; figures: PlanFigures }>()
  const [made, setMade] = useState<{ of: Plan; from: Day; plan: Plan; figures: PlanFigures }>()
  useEffect(() => {
    const soon = setTimeout(() => {
      const figures = planFigures(plan, from)
      startTransition(() => setBefore({ of: plan, from, figures }))
    }, 30)
    return () => clearTimeout(soon)
  }, [plan, from])
  useEffect(() => {
    let gone = false
    const turn = () => new Promise((next) => setTimeout(next))
    const make = async () => {
      const changes = plantingsOf(
        planner,
        plan,
        taken.map(({ pick }) => pick),
      )
      await turn()
      // A few plantings more with every turn: the planner keeps what it has computed.
      for (let some = AT_ONCE; some < changes.length && !gone; some += AT_ONCE) {
        planner.plan(withPlantings(plan.season, changes.slice(0, some)), eveningBefore(plan))
        await turn()
      }
      if (gone) return
      const after = planner.plan(withPlantings(plan.season, changes), eveningBefore(plan))
      await turn()
      // Limits are found when first asked for.
      void after.limits
      await turn()
      const figures = planFigures(after, from)
      startTransition(() => (gone ? undefined : setMade({ of: plan, from, plan: after, figures })))
    }
    if (taken.length > 0) void make()
    return () => void (gone = true)
  }, [planner, plan, taken, from])
  return {
    before: before?.of === plan && before.from === from ? before.figures : undefined,
    after: taken.length > 0 && made?.of === plan && made.from === from ? made : undefined,
  }
}

/** The day a fit is planned on: the evening before, so that what is due is done on the day itself. */
const eveningBefore = ({ today }: Plan) => (today === undefined ? undefined : today - 1)

const AT_ONCE = 8 // rows drawn, or plantings computed, in one turn

/** How many of so many rows are drawn: some at once, and some more with every turn, so that a long list does not hold up the page. */
function useGrowing(count: number): number {
  const [drawn, setDrawn] = useState(AT_ONCE)
  useEffect(() => {
    if (drawn >= count) return
    const soon = setTimeout(() => startTransition(() => setDrawn(drawn + AT_ONCE)), 16)
    return () => clearTimeout(soon)
  }, [drawn, count])
  return drawn
}

function Progress({
  status,
  running,
  stopped,
  seconds,
  onStop,
  onStart,
}: {
  status: FitStatus | undefined
  running: boolean
  stopped: boolean
  seconds: number
  onStop: () => void
  onStart: () => void
}) {
  const { format } = useSeason()
  return (
    <Box sx={{ mt: 1 }}>
      <Box
        sx={{
          display: 'flex',
          flexWrap: 'wrap',
          columnGap: 2,
          rowGap: 0.5,
          alignItems: 'center',
          minHeight: 36,
          pb: { xs: 0.75, sm: 0 },
        }}
      >
        <Box role="status" data-testid="fit-status" sx={{ flex: 1, minWidth: { xs: '100%', sm: 0 } }}>
          {progressWords(status, running, stopped, format)}
          {running && seconds > 3 && (
            <Box component="span" sx={{ color: 'text.secondary' }}>
              {' '}
              {format.number(seconds)} s
            </Box>
          )}
        </Box>
        {running ? (
          <Button variant="outlined" size="small" color="inherit" onClick={onStop}>
            Stop and keep the best
          </Button>
        ) : (
          <Button variant="outlined" size="small" color="inherit" onClick={onStart}>
            Search again
          </Button>
        )}
      </Box>
      <LinearProgress
        variant={running ? 'indeterminate' : 'determinate'}
        value={100}
        aria-label="Search"
        sx={{ height: 3, opacity: running ? 1 : 0.25 }}
      />
    </Box>
  )
}

/** How the search stands, in a sentence. */
function progressWords(status: FitStatus | undefined, running: boolean, stopped: boolean, f: Format): string {
  if (!status) return running ? 'Looking at what each batch could do …' : 'Not searched yet.'
  if (status.overfullNow === 0) return 'Everything fits as it is.'
  const fits = status.overfull === 0
  const so = fits
    ? `It fits with ${count(f, status.picks.length, 'change')}.`
    : `It cannot all fit${status.overfullProven ? ', and this is proven' : ' so far'}: with ${count(f, status.picks.length, 'change')} it is ${f.number((1 - status.overfull / status.overfullNow) * 100)} % less overfull.`
  const gap =
    !fits || !Number.isFinite(status.gap)
      ? ''
      : status.gap < 0.0005
        ? ' No better plan exists.'
        : ` No plan is better by more than ${f.number(status.gap * 100, 1)} %.`
  if (stopped) return `${so}${gap} Stopped.`
  if (!running) return `${so}${gap}`
  return `${so}${gap} ${status.doing === 'proving' ? 'Proving how good that is …' : 'Looking for better …'}`
}

const Troubles = memo(function Troubles({
  status,
  plan,
  format,
}: {
  status: FitStatus | undefined
  plan: Plan
  format: Format
}) {
  const words = useMemo(() => {
    const limitOf = (id: string | undefined) => plan.limits.find((limit) => limit.id === id)
    const batchesOf = (ids: readonly string[] = []) => ids.flatMap((id) => plan.byId.get(id) ?? [])
    const sentences = (status?.troubles ?? []).flatMap((trouble): string[] => {
      if (trouble.kind === 'cannot') {
        const [batch] = batchesOf([trouble.batch!])
        return batch ? [troubleSentence({ kind: 'cannot', batch, mark: batch.marks[0] }, format)] : []
      }
      const limit = limitOf(trouble.limit)
      return limit
        ? [troubleSentence({ ...trouble, limit, batches: batchesOf(trouble.batches) } as Trouble, format)]
        : []
    })
    const over =
      (status?.overfull ?? 0) > 0 && status?.doing !== 'preparing' && status?.doing !== 'searching'
        ? status!.stillOver.flatMap((one) => {
            const limit = limitOf(one.limit)
            return limit ? [stillOverWords(limit, one, format)] : []
          })
        : []
    return { sentences, over }
  }, [status, plan, format])
  return (
    <>
      {words.sentences.length > 0 && (
        <Alert severity="warning" sx={{ mt: 1 }}>
          <Box component="ul" sx={{ m: 0, pl: 2 }}>
            {words.sentences.slice(0, 8).map((text) => (
              <li key={text}>{text}</li>
            ))}
            {words.sentences.length > 8 && <li>{words.sentences.length - 8} more like these.</li>}
          </Box>
        </Alert>
      )}
      {words.over.length > 0 && (
        <Alert severity="error" sx={{ mt: 1 }}>
          What would have to give: more room, fewer plants, or later days here.
          <Box component="ul" sx={{ m: 0, pl: 2 }}>
            {words.over.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </Box>
        </Alert>
      )}
    </>
  )
})

const Figures = memo(function Figures({
  before,
  after,
  late,
  changes,
  format,
}: {
  before: PlanFigures | undefined
  after: PlanFigures | undefined
  late: number
  changes: number
  format: Format
}) {
  if (!before || !after) return <Skeleton variant="rectangular" height={190} sx={{ mt: 1 }} />
  const rows: [string, number, number, number?][] = [
    ['Over, tray places × days', before.overfull, after.overfull],
    ['Days late, all together', 0, late],
    ['Hours of work', before.hours, after.hours, 1],
    ['Heated and lit tray-days', before.heatedDays, after.heatedDays],
    ['Bench tray-days', before.benchDays, after.benchDays],
    ['Trays sown', before.trays, after.trays],
  ]
  return (
    <Box
      component="table"
      sx={{
        width: '100%',
        mt: 1,
        borderCollapse: 'collapse',
        fontSize: 14.5,
        '& td, & th': { textAlign: 'right', py: 0.3, borderBottom: 1, borderColor: 'divider' },
        '& th:first-of-type': { textAlign: 'left', fontWeight: 400, color: 'text.secondary' },
      }}
    >
      <thead>
        <tr>
          <th scope="col" />
          <th scope="col">As it is</th>
          <th scope="col">{changes === 0 ? 'With changes' : `With ${count(format, changes, 'change')}`}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, was, is, digits = 0]) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            <td>{format.number(was, digits)}</td>
            <Box
              component="td"
              sx={{
                fontWeight: Math.abs(is - was) > 0.5 ? 700 : 400,
                color: name.startsWith('Over') ? (is > 0.5 ? 'error.main' : 'success.main') : 'text.primary',
              }}
            >
              {format.number(is, digits)}
            </Box>
          </tr>
        ))}
      </tbody>
    </Box>
  )
})

const ProposalRow = memo(function ProposalRow({
  proposal,
  taken,
  busy,
  onToggle,
  onPin,
}: {
  proposal: Proposal
  taken: boolean
  busy: boolean
  onToggle: (id: string) => void
  onPin: (proposal: Proposal) => void
}) {
  const { season, format } = useSeason()
  const { batch, becomes, late } = proposal
  const title = proposalTitle(proposal, season.places, format)
  return (
    <Box
      component="li"
      data-change={batch.code}
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '42px minmax(0, 1fr) 40px', sm: '42px 56px minmax(0, 1fr) 40px' },
        gap: 1,
        alignItems: 'start',
        borderTop: 1,
        borderColor: 'divider',
        py: 1,
        opacity: taken ? 1 : 0.62,
      }}
    >
      <Checkbox
        checked={taken}
        onChange={() => onToggle(batch.id)}
        slotProps={{ input: { 'aria-label': `${batch.code}: ${title}` } }}
        sx={{ mt: -0.75 }}
      />
      <Box sx={{ display: { xs: 'none', sm: 'block' } }}>
        <StairGlyph batch={becomes[0]!} />
      </Box>
      <Box sx={{ minWidth: 0 }}>
        <Box>
          <Box component="span" sx={{ fontWeight: 700, color: 'text.secondary' }}>
            {batch.code}
          </Box>{' '}
          {batch.variety.name}
          {batch.planting.worth && (
            <Box component="span" sx={{ color: 'text.secondary', fontSize: 13 }}>
              {' '}
              · {batch.planting.worth.by === 'promise' ? 'promised' : 'worth money'}
            </Box>
          )}
        </Box>
        <Box sx={{ fontWeight: 650 }}>{title}.</Box>
        <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
          {reliefSentence(proposal.relief, format)}{' '}
          <Box component="span" sx={{ color: late > 0 ? 'warning.main' : 'inherit', fontWeight: late > 0 ? 650 : 400 }}>
            {effectSentence(proposal, format)}
          </Box>
        </Box>
      </Box>
      <Tooltip title="Pin it as it is, and search again">
        <span>
          <IconButton
            size="small"
            disabled={busy}
            aria-label={`Pin ${batch.code} as it is`}
            onClick={() => onPin(proposal)}
          >
            <PushPinIcon fontSize="small" />
          </IconButton>
        </span>
      </Tooltip>
    </Box>
  )
})
