/** The load of one place through the season, on the time axis of the stairs above it. */
'use client'
import Box from '@mui/material/Box'
import { memo, useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { capacityOn, loadOn } from '../../core/capacity/load'
import type { Plan } from '../../core/plan/plan'
import { heightScale, type Scale } from '../../ui/chart/scale'
import { steppedArea, stepsOf } from '../../ui/chart/steps'
import { useSeason, type WorkingDay } from '../../ui/season-context'
import { placePaint } from '../../ui/stair/place-hatches'
import { loadWords, overSummary } from '../../words/loads'

export const STRIP_HEIGHT = 132
const TOP = 18
const BASE = 96

interface LoadStripProps {
  x: Scale
  names: number
  width: number
  place: number
  onPlace: (place: number) => void
  workingDay: WorkingDay
  /** The plan as it would be, while a stair is dragged. */
  trial: Plan | undefined
}

export const LoadStrip = memo(function LoadStrip({
  x,
  names,
  width,
  place,
  onPlace,
  workingDay,
  trial,
}: LoadStripProps) {
  const t = useTranslations('plan')
  const { plan: stands, format, season } = useSeason()
  const plan = trial ?? stands
  const load = plan.places[place]
  const drawing = useMemo(() => {
    if (!load) return undefined
    const capacity = load.of.trayPlaces
    const most = Math.max(capacity, load.peak, 1)
    const y = heightScale(0, most, BASE, TOP)
    const last = load.from + load.days.length
    const used = stepsOf((day) => loadOn(load, day), load.from, last)
    const room = stepsOf((day) => Math.min(loadOn(load, day), capacityOn(load, day)), load.from, last)
    return {
      area: steppedArea(used, x, y, BASE),
      // What is over is what lies above the room: the area of all, with that of what has room cut out.
      over: load.over.length === 0 ? '' : steppedArea(used, x, y, BASE) + steppedArea(room, x, y, BASE),
      line: y(capacity),
    }
  }, [load, x])
  if (!load || !drawing) return null
  return (
    <Box
      className="no-print"
      sx={{
        position: 'sticky',
        bottom: 0,
        height: STRIP_HEIGHT,
        zIndex: 3,
        bgcolor: 'var(--ribbon)',
        borderTop: 1,
        borderColor: 'divider',
        display: 'flex',
        flex: 'none',
      }}
    >
      <Box
        sx={{
          position: 'sticky',
          left: 0,
          zIndex: 2,
          width: names,
          flex: 'none',
          boxSizing: 'border-box',
          bgcolor: 'var(--ribbon)',
          pl: { xs: 1, md: 2.5 },
          pr: 1,
          pt: 1.25,
          fontSize: 13,
        }}
      >
        <Box sx={{ fontFamily: 'var(--heading)', fontSize: 17, lineHeight: 1.2 }}>{load.of.name}</Box>
        <Box sx={{ color: 'text.secondary' }}>{t('trayPlaces', { trayPlaces: format.number(load.of.trayPlaces) })}</Box>
        <Box
          sx={{
            color: load.over.length > 0 ? 'error.main' : 'text.secondary',
            fontWeight: load.over.length > 0 ? 700 : 400,
            lineHeight: 1.3,
          }}
        >
          {overSummary(load, workingDay.get(), format)}
        </Box>
      </Box>
      <svg
        width={width}
        height={STRIP_HEIGHT}
        role="img"
        aria-label={t('loadOfMostOfTray', {
          of: load.of.name,
          peak: loadWords(load.peak, format),
          trayPlaces: format.number(load.of.trayPlaces),
        })}
        style={{ flex: 'none' }}
      >
        <path d={drawing.area} fill={placePaint(place)} stroke={`var(--place-${place}-line)`} />
        <path d={drawing.over} fillRule="evenodd" fill="var(--mui-palette-error-main)" />
        <line
          x1={0}
          x2={width}
          y1={drawing.line}
          y2={drawing.line}
          stroke="var(--mui-palette-text-primary)"
          strokeWidth={1.2}
        />
      </svg>
      <Box sx={{ position: 'absolute', left: 0, bottom: 0, right: 0, height: 30, pointerEvents: 'none' }}>
        <Box
          role="radiogroup"
          aria-label={t('placeShown')}
          sx={{
            position: 'sticky',
            left: names,
            width: 'max-content',
            display: 'flex',
            gap: 0.5,
            pointerEvents: 'auto',
          }}
        >
          {season.places.map((each, i) => (
            <Box
              key={each.key}
              component="button"
              type="button"
              role="radio"
              aria-checked={i === place}
              onClick={() => onPlace(i)}
              sx={{
                all: 'unset',
                cursor: 'pointer',
                display: 'flex',
                alignItems: 'center',
                gap: 0.75,
                px: 1,
                height: 26,
                borderRadius: 1,
                fontSize: 13,
                fontWeight: i === place ? 750 : 450,
                bgcolor: i === place ? 'background.paper' : 'transparent',
                '&:hover': { bgcolor: 'background.paper' },
                '&:focus-visible': { outline: '3px solid', outlineColor: 'primary.main' },
              }}
            >
              <svg width="22" height="12" aria-hidden="true">
                <rect
                  x="0.5"
                  y="0.5"
                  width="21"
                  height="11"
                  fill={placePaint(i)}
                  stroke="var(--mui-palette-text-primary)"
                />
              </svg>
              {each.name}
              {plan.places[i]!.over.length > 0 && (
                <Box component="span" sx={{ color: 'error.main', fontWeight: 700 }}>
                  {t('over')}
                </Box>
              )}
            </Box>
          ))}
        </Box>
      </Box>
    </Box>
  )
})
