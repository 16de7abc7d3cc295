/** How a limit is drawn: its paint and its chart. */
'use client'
import Skeleton from '@mui/material/Skeleton'
import type { Limit } from '../../core/capacity/limits'
import { later } from '../../ui/later'
import { placePaint } from '../../ui/stair/place-hatches'

export const CHART = 190

export const LoadChart = later(() => import('./load-chart').then((module) => module.default), {
  onlyWhenDrawn: true,
  meanwhile: <Skeleton variant="rectangular" height={CHART} />,
})

/** What a limit is drawn with. */
export const paintOf = ({ kind, of }: Limit): string =>
  kind === 'container' || kind === 'crew' ? 'var(--ribbon-load)' : placePaint(of)
