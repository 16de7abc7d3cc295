/** The frame around every view: navigation, the season ribbon, undo, and word of changes made elsewhere. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useEffect, type ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import { Ribbon } from '../../ui/ribbon'
import { SeasonProvider, useSeason } from '../../ui/season-context'
import type { Frame as FrameData } from '../../ui/season-data'
import { useLiveSeason } from '../../ui/use-live-season'
import { later } from '../../ui/later'
import { pageAnswers, useQuiet } from '../../ui/quiet'
import { LightOnPaper, PaperHead } from '../../ui/paper'
import { PlaceHatches } from '../../ui/stair/place-hatches'
import { UndoContext } from '../../ui/undo-context'
import { Opening, RAIL_WIDTH } from './opening'
import { LeftOut } from './left-out'
import { RecordingBar } from './recording-bar'
import { FindButton, useFindKeys } from './find-keys'
import { FarmSwitch, useLookedAt } from './farm-switch'
import { MoreViews } from './more-views'
import { FootLink, RailLink } from './view-links'
import { AT_FOOT, VIEWS } from './views'
import { WhoHolds } from './who-holds'
import { SignedInAs, WhoField } from './who-works'
import { WhatIfBanner } from './what-if-banner'
import { DayInAddress } from './day-in-address'
import { UndoButtons, useUndoing } from './undo-buttons'
import { useChangesElsewhere } from './changes-elsewhere'
import { KeptPages } from './kept-pages'
import { useIconBadge } from './use-icon-badge'
import '../../ui/install'

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
