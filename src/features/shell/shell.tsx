/** The frame around every view: navigation, the season ribbon, undo, and word of changes made elsewhere. */
'use client'
import CalendarIcon from '@mui/icons-material/EventNoteOutlined'
import BenchIcon from '@mui/icons-material/TableRowsOutlined'
import FieldIcon from '@mui/icons-material/YardOutlined'
import FarmIcon from '@mui/icons-material/HomeWorkOutlined'
import KnowIcon from '@mui/icons-material/MenuBookOutlined'
import JournalIcon from '@mui/icons-material/HistoryEduOutlined'
import ScanIcon from '@mui/icons-material/QrCodeScanner'
import LabelIcon from '@mui/icons-material/LocalOfferOutlined'
import SeedIcon from '@mui/icons-material/GrainOutlined'
import StairIcon from '@mui/icons-material/StairsOutlined'
import PracticeIcon from '@mui/icons-material/ModelTrainingOutlined'
import DrillIcon from '@mui/icons-material/SchoolOutlined'
import SearchIcon from '@mui/icons-material/Search'
import PeopleIcon from '@mui/icons-material/PeopleOutlined'
import InstallIcon from '@mui/icons-material/InstallMobileOutlined'
import HelpIcon from '@mui/icons-material/HelpOutlined'
import MoreIcon from '@mui/icons-material/MoreHoriz'
import Box from '@mui/material/Box'
import Divider from '@mui/material/Divider'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import { useEffect, useState, type ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import { useGates } from '../../ui/field-gates'
import { Ribbon } from '../../ui/ribbon'
import { SeasonProvider, useSeason, useWorkingDay } from '../../ui/season-context'
import type { Frame as FrameData } from '../../ui/season-data'
import { useLiveSeason } from '../../ui/use-live-season'
import { later } from '../../ui/later'
import { pageAnswers, useQuiet } from '../../ui/quiet'
import { LightOnPaper, PaperHead } from '../../ui/paper'
import { PlaceHatches } from '../../ui/stair/place-hatches'
import { UndoContext } from '../../ui/undo-context'
import { AtHandDialog, AtHandItems, type AtHand } from './at-hand'
import { openOn, placesOver } from './model'
import { Opening, RAIL_WIDTH } from './opening'
import { LeftOut } from './left-out'
import { RecordingBar } from './recording-bar'
import { FindButton, useFindKeys } from './find-keys'
import { FarmChoices, FarmSwitch, useLookedAt } from './farm-switch'
import { WhoHolds } from './who-holds'
import { SignedInAs, WhoField } from './who-works'
import { WhatIfBanner } from './what-if-banner'
import { DayInAddress } from './day-in-address'
import { UndoButtons, useUndoing } from './undo-buttons'
import { useChangesElsewhere } from './changes-elsewhere'
import { KeptPages } from './kept-pages'
import { useIconBadge } from './use-icon-badge'
import '../../ui/install'
import { Link, usePathname } from '../../ui/navigation'

const PracticeBanner = later(() => import('../../ui/practice/banner').then((module) => module.PracticeBanner), {
  onlyWhenDrawn: true,
})
const Alarms = later(() => import('./alarms').then((module) => module.Alarms), { unasked: true })
const HelpDialog = later(() => import('../../ui/help/help-dialog').then((module) => module.HelpDialog))
const Tour = later(() => import('../../ui/help/tour').then((module) => module.Tour), { unasked: true })
const FindBox = later(() => import('./find-box').then((module) => module.FindBox))

export function Shell({ frame, children }: { frame: FrameData; children: ReactNode }) {
  const { data, state, live } = useLiveSeason(frame)
  useLookedAt(frame.view)
  if (!data) return <Opening trouble={state.trouble} again={live.catchUp} />
  return (
    // Another season is another page: its working day, and whatever was open on this one, are not taken there.
    <SeasonProvider key={data.own} data={data} state={state} catchUp={live.catchUp}>
      <Frame>{children}</Frame>
    </SeasonProvider>
  )
}

const VIEWS = [
  { href: '/today', name: 'today', Icon: CalendarIcon },
  { href: '/plan', name: 'plan', Icon: StairIcon },
  { href: '/benches', name: 'benches', Icon: BenchIcon },
  { href: '/field', name: 'field', Icon: FieldIcon },
  { href: '/seed', name: 'seed', Icon: SeedIcon },
  { href: '/labels', name: 'labels', Icon: LabelIcon },
  { href: '/scan', name: 'scan', Icon: ScanIcon },
  { href: '/know-how', name: 'know-how', Icon: KnowIcon },
  { href: '/journal', name: 'journal', Icon: JournalIcon },
  { href: '/farm', name: 'farm', Icon: FarmIcon },
] as const

/** What the crew needs at hand; the rest is one tap further. */
const AT_FOOT: ReadonlySet<string> = new Set(['/today', '/plan', '/benches', '/field', '/scan'])

function Frame({ children }: { children: ReactNode }) {
  const t = useTranslations('shell')
  const { looks, data, season } = useSeason()
  const undoing = useUndoing()
  useChangesElsewhere()
  // Pages are drawn by the server first; this says that they now answer to the hand.
  useEffect(() => {
    pageAnswers()
  }, [])
  useIconBadge()
  const finding = useFindKeys()
  const quiet = useQuiet()
  return (
    <UndoContext value={undoing}>
      <LightOnPaper />
      <PlaceHatches looks={looks} />
      <DayInAddress />
      {finding.open === 'find' && <FindBox onClose={() => finding.show(undefined)} />}
      {finding.open === 'help' && <HelpDialog onClose={() => finding.show(undefined)} />}
      {quiet && <Tour />}
      <Box
        component="a"
        href="#view"
        sx={{
          position: 'absolute',
          left: -9999,
          '&:focus': { left: 8, top: 8, zIndex: 2000, bgcolor: 'background.paper', p: 1 },
        }}
      >
        {t('skipToTheView')}
      </Box>
      <Box sx={{ display: 'flex', height: '100dvh', '@media print': { display: 'block', height: 'auto' } }}>
        <Box
          component="header"
          className="no-print"
          sx={{
            display: { xs: 'none', md: 'flex' },
            flexDirection: 'column',
            width: RAIL_WIDTH,
            flex: 'none',
            bgcolor: 'var(--rail)',
            color: '#F1ECE2',
            pt: 2.5,
            pb: 2,
          }}
        >
          <Box sx={{ px: 2.5, mb: 2.5 }}>
            <Typography component="p" sx={{ fontFamily: 'var(--heading)', fontSize: 22, lineHeight: 1.1 }}>
              {t('doveStep')}
            </Typography>
            <svg width="84" height="24" aria-hidden="true">
              <path d="M0 22H28V13H56V4H84" fill="none" stroke="#F1ECE2" strokeWidth="1.8" />
            </svg>
          </Box>
          <FindButton onOpen={() => finding.show('find')} />
          <Box component="nav" aria-label={t('viewsLabel')} sx={{ flex: 1 }}>
            {VIEWS.map((view) => (
              <RailLink key={view.href} {...view} />
            ))}
          </Box>
          <UndoButtons />
          {data.person ? <SignedInAs person={data.person} /> : !data.phone && <WhoField />}
          <FarmSwitch />
        </Box>
        <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
          <Ribbon onHelp={() => finding.show('help')} />
          <WhatIfBanner />
          {season.season.practice && <PracticeBanner practice={season.season.practice} />}
          <LeftOut />
          <WhoHolds />
          <Alarms />
          <KeptPages />
          <RecordingBar />
          <Box
            component="main"
            id="view"
            tabIndex={-1}
            sx={{ flex: 1, minHeight: 0, overflow: 'auto', outline: 'none', '@media print': { overflow: 'visible' } }}
          >
            <PaperHead />
            {children}
          </Box>
          <Box
            component="nav"
            aria-label={t('viewsLabel')}
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
            <MoreViews onFind={() => finding.show('find')} onHelp={() => finding.show('help')} />
          </Box>
        </Box>
      </Box>
    </UndoContext>
  )
}

type View = (typeof VIEWS)[number]

function useIsHere(href: string): boolean {
  const path = usePathname()
  return path.startsWith(href) || (href === '/plan' && (path === '/sheet' || path === '/start-now'))
}

function RailLink({ href, name }: View) {
  const t = useTranslations('shell')
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
      {t(`views.${name}`)}
      <Badge href={href} here={here} />
    </Box>
  )
}

function FootLink({ href, name, Icon }: View) {
  const t = useTranslations('shell')
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
      {t(`views.${name}`)}
    </Box>
  )
}

/** The views that find no room at the foot of a phone. */
function MoreViews({ onFind, onHelp }: { onFind: () => void; onHelp: () => void }) {
  const t = useTranslations('shell')
  const path = usePathname()
  const rest = VIEWS.filter(({ href }) => !AT_FOOT.has(href))
  const here = rest.some(({ href }) => path.startsWith(href))
  const [at, setAt] = useState<HTMLElement | null>(null)
  const [atHand, setAtHand] = useState<AtHand>()
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
        {t('more')}
      </Box>
      <Menu
        anchorEl={at}
        open={at !== null}
        onClose={() => setAt(null)}
        anchorOrigin={{ vertical: 'top', horizontal: 'right' }}
        transformOrigin={{ vertical: 'bottom', horizontal: 'right' }}
      >
        {rest.map(({ href, name, Icon }) => (
          <MenuItem
            key={href}
            component={Link}
            href={href}
            onClick={() => setAt(null)}
            selected={path.startsWith(href)}
            sx={{ minHeight: 48, gap: 1.5 }}
          >
            <Icon fontSize="small" />
            {t(`views.${name}`)}
          </MenuItem>
        ))}
        <MenuItem component={Link} href="/drills" onClick={() => setAt(null)} sx={{ minHeight: 48, gap: 1.5 }}>
          <DrillIcon fontSize="small" />
          {t('drills')}
        </MenuItem>
        <MenuItem component={Link} href="/practice" onClick={() => setAt(null)} sx={{ minHeight: 48, gap: 1.5 }}>
          <PracticeIcon fontSize="small" />
          {t('practice')}
        </MenuItem>
        <MenuItem
          onClick={() => {
            setAt(null)
            onFind()
          }}
          sx={{ minHeight: 48, gap: 1.5 }}
        >
          <SearchIcon fontSize="small" />
          {t('find')}
        </MenuItem>
        <MenuItem
          onClick={() => {
            setAt(null)
            onHelp()
          }}
          sx={{ minHeight: 48, gap: 1.5 }}
        >
          <HelpIcon fontSize="small" />
          {t('help')}
        </MenuItem>
        <AtHandItems
          onChosen={(what) => {
            setAt(null)
            setAtHand(what)
          }}
        />
        <MenuItem component={Link} href="/people" onClick={() => setAt(null)} sx={{ minHeight: 48, gap: 1.5 }}>
          <PeopleIcon fontSize="small" />
          {t('peopleAndSigningIn')}
        </MenuItem>
        <MenuItem component={Link} href="/install" onClick={() => setAt(null)} sx={{ minHeight: 48, gap: 1.5 }}>
          <InstallIcon fontSize="small" />
          {t('onYourPhone')}
        </MenuItem>
        <Divider />
        <FarmChoices onChosen={() => setAt(null)} />
      </Menu>
      {atHand && <AtHandDialog what={atHand} onClose={() => setAtHand(undefined)} />}
    </>
  )
}

/** What waits in a view, on the working day. */
function Badge({ href, here }: { href: string; here: boolean }) {
  const t = useTranslations('shell')
  const day = useWorkingDay()
  const { plan } = useSeason()
  const red = here ? 'var(--mui-palette-error-main)' : '#F5B5A8'
  if (href === '/today') {
    const due = openOn(plan, day)
    return due > 0 ? <span style={{ fontSize: 13, fontWeight: 500 }}>{due}</span> : null
  }
  if (href === '/field') return <FieldBadge here={here} />
  if (href === '/benches') {
    const over = placesOver(plan, day)
    return over > 0 ? (
      <Tooltip title={t('placesGoOverInThe', { over: String(over), over2: over })}>
        <span style={{ fontSize: 13, color: red, fontWeight: 600 }}>{t('over', { over: String(over) })}</span>
      </Tooltip>
    ) : null
  }
  return null
}

/** Plantings of the week ahead that have to wait. */
function FieldBadge({ here }: { here: boolean }) {
  const t = useTranslations('shell')
  const day = useWorkingDay()
  const waiting = useGates(day, day, day + 7).filter(({ verdict }) => verdict === 'wait').length
  if (waiting === 0) return null
  return (
    <Tooltip title={t('plantingsOfTheNextSeven', { waiting: String(waiting), waiting2: waiting })}>
      <span style={{ fontSize: 13, color: here ? 'var(--mui-palette-error-main)' : '#F5B5A8', fontWeight: 600 }}>
        {t('wait', { waiting: String(waiting) })}
      </span>
    </Tooltip>
  )
}
