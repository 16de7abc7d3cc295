/** The frame around every view: navigation, the season ribbon, undo, and word of changes made elsewhere. */
'use client'
import CalendarIcon from '@mui/icons-material/EventNoteOutlined'
import BenchIcon from '@mui/icons-material/TableRowsOutlined'
import FieldIcon from '@mui/icons-material/YardOutlined'
import FarmIcon from '@mui/icons-material/HomeWorkOutlined'
import KnowIcon from '@mui/icons-material/MenuBookOutlined'
import JournalIcon from '@mui/icons-material/HistoryEduOutlined'
import LabelIcon from '@mui/icons-material/LocalOfferOutlined'
import SeedIcon from '@mui/icons-material/GrainOutlined'
import RedoIcon from '@mui/icons-material/Redo'
import StairIcon from '@mui/icons-material/StairsOutlined'
import UndoIcon from '@mui/icons-material/Undo'
import MoreIcon from '@mui/icons-material/MoreHoriz'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { usePathname, useRouter } from 'next/navigation'
import { useCallback, useEffect, useMemo, useRef, useState, useTransition, type ReactNode } from 'react'
import { weekStart } from '../../core/calendar/day'
import { workBetween } from '../../core/advice/work'
import { useGates } from '../../ui/field-gates'
import { NoticeProvider, useNotice } from '../../ui/notice'
import { OTHER_SEASON } from '../../ui/use-change'
import { Ribbon } from '../../ui/ribbon'
import { SeasonProvider, useSeason, useWorkingDay, type SeasonData } from '../../ui/season-context'
import { PlaceHatches } from '../../ui/stair/place-hatches'
import { useWho } from '../../ui/records/use-record'
import { UndoContext, useUndo } from '../../ui/undo-context'
import { RecordingBar } from './recording-bar'
import { WhatIfBanner } from './what-if-banner'
import { redoChange, undoChange } from './actions'
import { callServer } from '../../ui/call-server'

export function Shell({ data, children }: { data: SeasonData; children: ReactNode }) {
  return (
    <NoticeProvider>
      {/* Another season is another page: its working day, and whatever was open on this one, are not taken there. */}
      <SeasonProvider key={data.own} data={data}>
        <Frame>{children}</Frame>
      </SeasonProvider>
    </NoticeProvider>
  )
}

const VIEWS = [
  { href: '/today', title: 'Today', Icon: CalendarIcon },
  { href: '/plan', title: 'Plan', Icon: StairIcon },
  { href: '/benches', title: 'Benches', Icon: BenchIcon },
  { href: '/field', title: 'Field', Icon: FieldIcon },
  { href: '/seed', title: 'Seed', Icon: SeedIcon },
  { href: '/labels', title: 'Labels', Icon: LabelIcon },
  { href: '/know-how', title: 'Know-how', Icon: KnowIcon },
  { href: '/journal', title: 'Journal', Icon: JournalIcon },
  { href: '/farm', title: 'Farm', Icon: FarmIcon },
] as const

/** What the crew needs at hand; the rest is one tap further. */
const AT_FOOT: ReadonlySet<string> = new Set(['/today', '/plan', '/benches', '/field', '/journal'])

const RAIL = 156 // px

function Frame({ children }: { children: ReactNode }) {
  const { looks, season, data } = useSeason()
  const undoing = useUndoing()
  const otherOpened = useChangesElsewhere(data.view, data.revision)
  // Pages are drawn by the server first; this says that they now answer to the hand.
  useEffect(() => {
    document.documentElement.dataset.ready = ''
  }, [])
  useOpensWithoutSignal()
  return (
    <UndoContext value={undoing}>
      <PlaceHatches looks={looks} />
      <Box
        component="a"
        href="#view"
        sx={{
          position: 'absolute',
          left: -9999,
          '&:focus': { left: 8, top: 8, zIndex: 2000, bgcolor: 'background.paper', p: 1 },
        }}
      >
        Skip to the view
      </Box>
      <Box sx={{ display: 'flex', height: '100dvh', '@media print': { display: 'block', height: 'auto' } }}>
        <Box
          component="header"
          className="no-print"
          sx={{
            display: { xs: 'none', md: 'flex' },
            flexDirection: 'column',
            width: RAIL,
            flex: 'none',
            bgcolor: 'var(--rail)',
            color: '#F1ECE2',
            pt: 2.5,
            pb: 2,
          }}
        >
          <Box sx={{ px: 2.5, mb: 2.5 }}>
            <Typography component="p" sx={{ fontFamily: 'var(--heading)', fontSize: 22, lineHeight: 1.1 }}>
              Dove Step
            </Typography>
            <svg width="84" height="24" aria-hidden="true">
              <path d="M0 22H28V13H56V4H84" fill="none" stroke="#F1ECE2" strokeWidth="1.8" />
            </svg>
          </Box>
          <Box component="nav" aria-label="Views" sx={{ flex: 1 }}>
            {VIEWS.map((view) => (
              <RailLink key={view.href} {...view} />
            ))}
          </Box>
          <UndoButtons />
          <WhoField />
          <Typography component="p" sx={{ px: 2.5, pt: 1.5, fontSize: 13, color: '#C9CCC9' }}>
            {season.farm.name}
            <br />
            season {season.season.name}
          </Typography>
        </Box>
        <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
          <Ribbon />
          <WhatIfBanner />
          {otherOpened && <OtherOpened />}
          <RecordingBar />
          <Box
            component="main"
            id="view"
            tabIndex={-1}
            sx={{ flex: 1, minHeight: 0, overflow: 'auto', outline: 'none', '@media print': { overflow: 'visible' } }}
          >
            {children}
          </Box>
          <Box
            component="nav"
            aria-label="Views"
            className="no-print"
            sx={{
              display: { xs: 'flex', md: 'none' },
              bgcolor: 'var(--rail)',
              color: '#F1ECE2',
              pb: 'env(safe-area-inset-bottom)',
              overflowX: 'auto',
            }}
          >
            {VIEWS.filter(({ href }) => AT_FOOT.has(href)).map((view) => (
              <FootLink key={view.href} {...view} />
            ))}
            <MoreViews />
          </Box>
        </Box>
      </Box>
    </UndoContext>
  )
}

type View = (typeof VIEWS)[number]

function useIsHere(href: string): boolean {
  return usePathname().startsWith(href)
}

function RailLink({ href, title }: View) {
  const here = useIsHere(href)
  return (
    <Box
      component={Link}
      href={href}
      aria-current={here ? 'page' : undefined}
      sx={{
        display: 'flex',
        alignItems: 'baseline',
        justifyContent: 'space-between',
        px: 2.5,
        py: 1.1,
        fontSize: 16,
        textDecoration: 'none',
        color: here ? 'var(--rail-here-ink)' : 'inherit',
        bgcolor: here ? 'var(--rail-here)' : 'transparent',
        fontWeight: here ? 750 : 450,
        '&:hover': { bgcolor: here ? 'var(--rail-here)' : 'rgba(255,255,255,.09)' },
        '&:focus-visible': { outlineColor: '#F3DF9C', outlineOffset: -3 },
      }}
    >
      {title}
      <Badge href={href} here={here} />
    </Box>
  )
}

function FootLink({ href, title, Icon }: View) {
  const here = useIsHere(href)
  return (
    <Box
      component={Link}
      href={href}
      aria-current={here ? 'page' : undefined}
      sx={{
        flex: '1 0 50px',
        minHeight: 56,
        display: 'flex',
        flexDirection: 'column',
        alignItems: 'center',
        justifyContent: 'center',
        whiteSpace: 'nowrap',
        letterSpacing: '-0.01em',
        fontSize: 12.5,
        color: 'inherit',
        textDecoration: 'none',
        fontWeight: here ? 750 : 450,
        borderTop: 3,
        borderColor: here ? '#F3DF9C' : 'transparent',
        '&:focus-visible': { outlineColor: '#F3DF9C', outlineOffset: -3 },
      }}
    >
      <Icon fontSize="small" />
      {title}
    </Box>
  )
}

/** The views that find no room at the foot of a phone. */
function MoreViews() {
  const path = usePathname()
  const rest = VIEWS.filter(({ href }) => !AT_FOOT.has(href))
  const here = rest.some(({ href }) => path.startsWith(href))
  const [at, setAt] = useState<HTMLElement | null>(null)
  return (
    <>
      <Box
        component="button"
        type="button"
        aria-haspopup="menu"
        aria-expanded={at !== null}
        onClick={(event: React.MouseEvent<HTMLElement>) => setAt(event.currentTarget)}
        sx={{
          all: 'unset',
          boxSizing: 'border-box',
          cursor: 'pointer',
          flex: '1 0 50px',
          minHeight: 56,
          display: 'flex',
          flexDirection: 'column',
          alignItems: 'center',
          justifyContent: 'center',
          fontSize: 12.5,
          fontWeight: here ? 750 : 450,
          borderTop: 3,
          borderTopStyle: 'solid',
          borderColor: here ? '#F3DF9C' : 'transparent',
          '&:focus-visible': { outline: '3px solid #F3DF9C', outlineOffset: -3 },
        }}
      >
        <MoreIcon fontSize="small" />
        More
      </Box>
      <Menu
        anchorEl={at}
        open={at !== null}
        onClose={() => setAt(null)}
        anchorOrigin={{ vertical: 'top', horizontal: 'right' }}
        transformOrigin={{ vertical: 'bottom', horizontal: 'right' }}
      >
        {rest.map(({ href, title, Icon }) => (
          <MenuItem
            key={href}
            component={Link}
            href={href}
            onClick={() => setAt(null)}
            selected={path.startsWith(href)}
            sx={{ minHeight: 48, gap: 1.5 }}
          >
            <Icon fontSize="small" />
            {title}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}

/** What waits in a view, on the working day. */
function Badge({ href, here }: { href: string; here: boolean }) {
  const day = useWorkingDay()
  const { plan } = useSeason()
  const red = here ? 'var(--mui-palette-error-main)' : '#F5B5A8'
  if (href === '/today') {
    const due = workBetween(plan, day, day + 1).filter(({ state }) => state === 'open').length
    return due > 0 ? <span style={{ fontSize: 13, fontWeight: 500 }}>{due}</span> : null
  }
  if (href === '/field') return <FieldBadge here={here} />
  if (href === '/benches') {
    const monday = weekStart(day)
    const over = plan.places.filter((load) => load.over.some((o) => o.until > monday && o.from < monday + 28)).length
    return over > 0 ? (
      <Tooltip title={`${over} ${over === 1 ? 'place goes' : 'places go'} over in the four weeks from this one`}>
        <span style={{ fontSize: 13, color: red, fontWeight: 600 }}>{over} over</span>
      </Tooltip>
    ) : null
  }
  return null
}

/** Plantings of the week ahead that have to wait. */
function FieldBadge({ here }: { here: boolean }) {
  const day = useWorkingDay()
  const waiting = useGates(day, day, day + 7).filter(({ verdict }) => verdict === 'wait').length
  if (waiting === 0) return null
  return (
    <Tooltip title={`${waiting} ${waiting === 1 ? 'planting' : 'plantings'} of the next seven days should wait`}>
      <span style={{ fontSize: 13, color: here ? 'var(--mui-palette-error-main)' : '#F5B5A8', fontWeight: 600 }}>
        {waiting} wait
      </span>
    </Tooltip>
  )
}

/** Who holds this device: their name stands on what they write down. */
function WhoField() {
  const [who, setWho] = useWho()
  return (
    <Box component="label" sx={{ px: 2.5, pt: 1, fontSize: 13, color: '#C9CCC9' }}>
      Written down by
      <Box
        component="input"
        value={who}
        onChange={(event: React.ChangeEvent<HTMLInputElement>) => setWho(event.target.value)}
        maxLength={60}
        sx={{
          font: 'inherit',
          fontSize: 15,
          color: '#F1ECE2',
          width: '100%',
          bgcolor: 'transparent',
          border: 0,
          borderBottom: '1px solid rgba(255,255,255,.35)',
          py: 0.5,
          '&:focus-visible': { outlineColor: '#F3DF9C' },
        }}
      />
    </Box>
  )
}

function UndoButtons() {
  const { data } = useSeason()
  const undoing = useUndo()
  return (
    <Box sx={{ px: 1.5, display: 'flex' }}>
      <Tooltip title={data.undo ? `Undo: ${data.undo.summary} (Ctrl+Z)` : 'Nothing to undo'}>
        <span>
          <IconButton
            aria-label="Undo"
            color="inherit"
            disabled={!data.undo || undoing.busy}
            onClick={() => undoing.undo()}
            sx={{ '&.Mui-disabled': { color: 'rgba(255,255,255,.3)' } }}
          >
            <UndoIcon />
          </IconButton>
        </span>
      </Tooltip>
      <Tooltip title={data.redo ? `Redo: ${data.redo.summary} (Ctrl+Y)` : 'Nothing to redo'}>
        <span>
          <IconButton
            aria-label="Redo"
            color="inherit"
            disabled={!data.redo || undoing.busy}
            onClick={() => undoing.redo()}
            sx={{ '&.Mui-disabled': { color: 'rgba(255,255,255,.3)' } }}
          >
            <RedoIcon />
          </IconButton>
        </span>
      </Tooltip>
    </Box>
  )
}

/** Undo and redo by button and by key. */
function useUndoing() {
  const [busy, start] = useTransition()
  const notice = useNotice()
  // A notice outlives the drawing it was made in, as when a copy is kept: what counts is what is shown when it is pressed.
  const { data } = useSeason()
  const seen = useRef(data.view)
  useEffect(() => {
    seen.current = data.view
  }, [data.view])
  const run = useCallback(
    (what: 'undo' | 'redo', entry?: string) => {
      const attempt = () =>
        start(async () => {
          const called = await callServer(() =>
            what === 'undo' ? undoChange(seen.current, entry) : redoChange(seen.current),
          )
          if (!called.ok)
            return notice({ tone: 'error', text: called.words, action: { label: 'Try again', run: attempt } })
          const done = called.answer
          if (done.ok) notice({ text: `${what === 'undo' ? 'Taken back' : 'Done again'}: ${done.summary}` })
          else if (done.reason === 'changed-since') {
            notice({ tone: 'error', text: 'Not taken back: the same thing has been changed since.' })
          } else if (done.reason === 'other-season') notice({ tone: 'error', text: OTHER_SEASON })
          else notice({ text: `Nothing to ${what}.` })
        })
      attempt()
    },
    [notice],
  )
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return
      const target = event.target as HTMLElement | null
      if (target?.closest('input, textarea, [contenteditable]')) return
      const key = event.key.toLowerCase()
      const what = key === 'y' || (key === 'z' && event.shiftKey) ? 'redo' : key === 'z' ? 'undo' : undefined
      if (!what) return
      event.preventDefault()
      run(what)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [run])
  return useMemo(() => ({ undo: (entry?: string) => run('undo', entry), redo: () => run('redo'), busy }), [run, busy])
}

/** Keeps the last pages on the device. Browsers allow it over HTTPS, and on the machine itself. */
function useOpensWithoutSignal(): void {
  useEffect(() => {
    if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return
    navigator.serviceWorker
      .register('/sw.js')
      .catch((error: unknown) => console.warn('Pages are not kept for opening without signal:', error))
  }, [])
}

const LOOK_EVERY = 20_000 // ms between looks for changes made on other devices

/** Said when another season or copy has been opened elsewhere; this page stays what it is until its reader asks. */
function OtherOpened() {
  const { season } = useSeason()
  const router = useRouter()
  return (
    <Alert
      severity="info"
      square
      className="no-print"
      action={
        <Button color="inherit" onClick={() => router.refresh()}>
          Show it
        </Button>
      }
    >
      Another season or copy is open now. What you write down here still belongs to season {season.season.name}; its
      plan can be changed once it is open again.
    </Alert>
  )
}

/** Draws the season again when someone else has changed it; true once another one is open than the page shows. */
function useChangesElsewhere(view: string, revision: number): boolean {
  const [opened, setOpened] = useState(view)
  const [seen, setSeen] = useState(view)
  if (seen !== view) {
    setSeen(view)
    setOpened(view)
  }
  const router = useRouter()
  useEffect(() => {
    const look = async () => {
      if (document.visibilityState !== 'visible') return
      try {
        const response = await fetch('/api/revision', { cache: 'no-store' })
        if (!response.ok) return
        const now = (await response.json()) as { view: string | null; revision: number | null }
        if (now.view === null || now.revision === null) return
        setOpened(now.view)
        if (now.view === view && now.revision !== revision) router.refresh()
      } catch {
        // No connection just now: the next look tells.
      }
    }
    const timer = setInterval(() => void look(), LOOK_EVERY)
    document.addEventListener('visibilitychange', look)
    return () => {
      clearInterval(timer)
      document.removeEventListener('visibilitychange', look)
    }
  }, [router, view, revision])
  return opened !== view
}
