/** The season ribbon: the whole season in a strip, with frost risk, bench fullness and the working day. */
'use client'
import HelpIcon from '@mui/icons-material/HelpOutlined'
import TodayIcon from '@mui/icons-material/TodayOutlined'
import Box from '@mui/material/Box'
import IconButton from '@mui/material/IconButton'
import Tooltip from '@mui/material/Tooltip'
import { memo, useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { useTranslations } from 'next-intl'
import { formatDay, monthStarts } from '../core/calendar/day'
import { frostChance } from '../core/frost/frost'
import { fullestPlace, totalLoad } from './chart/fullness'
import { dayAt, dayScale, dayShare, heightScale } from './chart/scale'
import { steppedArea, stepsOf } from './chart/steps'
import { DayField } from './day-field'
import { readIso } from './iso-day'
import { useSeason, useWorkingDay } from './season-context'

const HEIGHT = 62
const FLOOR = 46 // baseline of the fullness curve, px

export function Ribbon({ onHelp }: { onHelp: () => void }) {
  const t = useTranslations('ui')
  const { span, workingDay, today, format } = useSeason()
  const strip = useRef<HTMLDivElement>(null)

  const toToday = useCallback(() => workingDay.set(today), [workingDay, today])
  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      if (event.altKey && event.code === 'KeyT') {
        event.preventDefault()
        toToday()
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [toToday])

  const dayUnder = (clientX: number) => {
    const { left, width } = strip.current!.getBoundingClientRect()
    return dayAt(clientX - left, span.first, span.last, width)
  }
  const onPointerDown = (event: PointerEvent<HTMLDivElement>) => {
    if (event.button !== 0) return
    event.currentTarget.setPointerCapture(event.pointerId)
    workingDay.set(dayUnder(event.clientX))
  }
  const onPointerMove = (event: PointerEvent<HTMLDivElement>) => {
    if (event.currentTarget.hasPointerCapture(event.pointerId)) workingDay.set(dayUnder(event.clientX))
  }
  const onKeyDown = (event: KeyboardEvent<HTMLDivElement>) => {
    const steps: Record<string, number> = {
      ArrowLeft: -1,
      ArrowRight: 1,
      ArrowDown: -1,
      ArrowUp: 1,
      PageDown: -28,
      PageUp: 28,
    }
    const step = steps[event.key]
    if (step !== undefined) workingDay.set(workingDay.get() + step * (event.shiftKey ? 7 : 1))
    else if (event.key === 'Home') toToday()
    else return
    event.preventDefault()
  }

  return (
    <Box
      component="section"
      aria-label={t('seasonRibbon')}
      className="no-print"
      sx={{
        display: 'flex',
        bgcolor: 'var(--ribbon)',
        borderBottom: 1,
        borderColor: 'divider',
        pl: { xs: 1, md: 2.5 },
      }}
    >
      <Box
        ref={strip}
        title={t('ribbonSays')}
        onPointerDown={onPointerDown}
        onPointerMove={onPointerMove}
        sx={{
          position: 'relative',
          flex: 1,
          height: HEIGHT,
          cursor: 'ew-resize',
          touchAction: 'none',
          userSelect: 'none',
          minWidth: 0,
        }}
      >
        <RibbonDrawing />
        <Marker onKeyDown={onKeyDown} />
      </Box>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5, px: { xs: 0.5, md: 1.5 } }}>
        <TypedWorkingDay />
        <Tooltip title={t('toAltT', { today: format.date(today) })}>
          <IconButton aria-label={t('workingDayToToday')} onClick={toToday} color="inherit">
            <TodayIcon />
          </IconButton>
        </Tooltip>
        <Tooltip title={t('helpKey')}>
          <IconButton
            aria-label={t('help')}
            onClick={onHelp}
            color="inherit"
            sx={{ display: { xs: 'none', md: 'inline-flex' } }}
          >
            <HelpIcon />
          </IconButton>
        </Tooltip>
      </Box>
    </Box>
  )
}

/** The marker of the working day: a slider by role, so that arrow keys and screen readers work on it. */
function Marker({ onKeyDown }: { onKeyDown: (event: KeyboardEvent<HTMLDivElement>) => void }) {
  const t = useTranslations('ui')
  const { span, format } = useSeason()
  const day = useWorkingDay()
  const share = dayScale(span.first, span.last, 0, 1)(day + 0.5)
  const flip = share > 0.8
  return (
    <Box
      role="slider"
      tabIndex={0}
      aria-label={t('workingDay')}
      aria-valuemin={span.first}
      aria-valuemax={span.last - 1}
      aria-valuenow={day}
      aria-valuetext={format.longDate(day)}
      onKeyDown={onKeyDown}
      sx={{ position: 'absolute', top: 0, bottom: 0, left: `${share * 100}%`, width: 0 }}
    >
      <Box sx={{ position: 'absolute', top: 18, bottom: 0, left: -1, width: 2, bgcolor: 'secondary.main' }} />
      <Box
        sx={{
          position: 'absolute',
          top: 17,
          [flip ? 'right' : 'left']: -1,
          bgcolor: 'secondary.main',
          color: 'secondary.contrastText',
          px: 1,
          py: 0.25,
          borderRadius: 0.5,
          fontSize: 13,
          fontWeight: 700,
          whiteSpace: 'nowrap',
        }}
      >
        {format.date(day)}
      </Box>
    </Box>
  )
}

/** The working day as a date to type, or to choose. */
function TypedWorkingDay() {
  const t = useTranslations('ui')
  const { workingDay, span } = useSeason()
  const day = useWorkingDay()
  const [typed, setTyped] = useState<string | null>(null)
  return (
    <DayField
      hideLabel
      label={t('typeAWorkingDay')}
      value={typed ?? formatDay(day)}
      min={formatDay(span.first)}
      max={formatDay(span.last - 1)}
      onChange={(iso) => {
        const next = readIso(iso)
        const ok = next !== undefined && next >= span.first && next < span.last
        // Only a day inside the season moves the working day.
        setTyped(ok ? null : iso)
        if (ok) workingDay.set(next)
      }}
      onBlur={() => setTyped(null)}
      width={190}
      sx={{
        display: { xs: 'none', sm: 'block' },
        '& .MuiInputBase-root': { fontSize: 14, bgcolor: 'background.paper' },
      }}
    />
  )
}

/** What does not move with the day: months, frost risk and how full the benches are. */
const RibbonDrawing = memo(function RibbonDrawing() {
  const { span, plan, season, format } = useSeason()
  const { first, last } = span
  const days = last - first
  const months = monthStarts(first, last)
  const left = dayShare(first, last)
  const drawing = useMemo(() => {
    const total = totalLoad(plan.places, first, last)
    const full = fullestPlace(plan.places, first, last)
    const most = Math.max(1, ...total)
    const over: { from: number; until: number }[] = []
    for (let i = 0; i < days; i++) {
      if (full[i]! <= 1 + 1e-9) continue
      const open = over.at(-1)
      if (open && open.until === i) open.until = i + 1
      else over.push({ from: i, until: i + 1 })
    }
    const steps = stepsOf((i) => total[i]!, 0, days)
    return { path: steppedArea(steps, (i) => i, heightScale(0, most, FLOOR, FLOOR - 26), FLOOR), over }
  }, [plan, first, last, days])
  const { frost, latitude } = season.site
  const stops = useMemo(() => {
    if (!frost) return []
    return Array.from({ length: 74 }, (_, i) => ({
      at: i / 73,
      chance: frostChance(frost, latitude, Math.round(first + (i / 73) * (days - 1))),
    }))
  }, [frost, latitude, first, days])
  return (
    <>
      <svg
        width="100%"
        height={HEIGHT}
        viewBox={`0 0 ${days} ${HEIGHT}`}
        preserveAspectRatio="none"
        aria-hidden="true"
        style={{ position: 'absolute', inset: 0 }}
      >
        <defs>
          <linearGradient id="ribbon-frost">
            {stops.map(({ at, chance }) => (
              <stop key={at} offset={at} stopColor="var(--frost)" stopOpacity={chance} />
            ))}
          </linearGradient>
        </defs>
        {months.map((day) => (
          <line
            key={day}
            x1={day - first}
            x2={day - first}
            y1={4}
            y2={HEIGHT}
            stroke="var(--mui-palette-divider)"
            vectorEffect="non-scaling-stroke"
          />
        ))}
        <path d={drawing.path} fill="var(--ribbon-load)" />
        {frost && <rect x={0} y={FLOOR + 3} width={days} height={9} fill="url(#ribbon-frost)" />}
        {drawing.over.map(({ from, until }) => (
          <rect
            key={from}
            x={from}
            y={FLOOR - 1}
            width={until - from}
            height={4}
            fill="var(--mui-palette-error-main)"
          />
        ))}
      </svg>
      {months.map((day, i) => {
        const next = months[i + 1] ?? last
        // On a phone every other month, so that each can be read.
        const beside = months[i + 2] ?? last
        return (
          <Box
            key={day}
            component="span"
            sx={{
              position: 'absolute',
              top: 1,
              left: left(day),
              display: { xs: i % 2 === 0 ? 'block' : 'none', md: 'block' },
              width: { xs: `calc(${left(beside)} - ${left(day)})`, md: `calc(${left(next)} - ${left(day)})` },
              pl: 0.6,
              fontSize: { xs: 10, md: 12 },
              color: 'text.secondary',
              overflow: 'hidden',
              whiteSpace: 'nowrap',
            }}
          >
            {format.month(day).slice(0, 3)}
          </Box>
        )
      })}
    </>
  )
})
