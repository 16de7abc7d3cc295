/** How a limit is drawn: its paint and its chart. */
'use client'
import Skeleton from '@mui/material/Skeleton'
import dynamic from 'next/dynamic'
import type { Limit } from '../../core/capacity/limits'
import { placePaint } from '../../ui/stair/place-hatches'

export const CHART = 190

export const LoadChart = dynamic(() => import('./load-chart'), {
  ssr: false,
  loading: () => <Skeleton variant="rectangular" height={CHART} />,
})

/** What a limit is drawn with. */
export const paintOf = ({ kind, of }: Limit): string =>
  kind === 'container' || kind === 'crew' ? 'var(--ribbon-load)' : placePaint(of)
