/** A kind as it is sown and planted: how deep the seed lies and what covers it, and how it stands in a bed, to scale. */
'use client'
import Box from '@mui/material/Box'
import { useTranslations } from 'next-intl'
import { layoutOf, plantsIn } from '../../core/field/spacing'
import type { Crop } from '../../season/schema'
import { useSeason } from '../../ui/season-context'
import { metres, spacing } from '../../words/field'
import { count } from '../../words/format'
import { spotsOn } from './model'
import { SeedlingDrawing } from '../../ui/seedling-drawing'
import './words'

/** cm */
const FOOT = 30.48

const USUAL_BED = 75 // cm, where a farm has no beds
const LENGTH = 150 // cm of bed drawn
const DEEPEST = 6 // cm of mix drawn
const TALL = 130 // px

export function KindDrawing({ crop }: { crop: Crop }) {
  const { depth, light } = crop.germination
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, mt: 2 }}>
      {depth !== undefined && <Depth depth={depth} light={light} />}
      <Spacing crop={crop} />
      <SeedlingDrawing crop={crop} />
    </Box>
  )
}

const figure = { m: 0, display: 'grid', gap: 0.75, alignContent: 'start' } as const

/** The seed in its mix, at the depth it is sown. */
function Depth({ depth, light }: { depth: number; light: Crop['germination']['light'] }) {
  const t = useTranslations('knowHow')
  const { format } = useSeason()
  const scale = (TALL - 34) / Math.max(DEEPEST, depth * 1.5)
  const top = 24
  const y = top + depth * scale
  const words = t('depthDrawn', {
    depth: depth === 0 ? t('onTheSurface') : t('soDeep', { depth: format.depth(depth) }),
    light: light === 'either' ? 'either' : light,
  })
  return (
    <Box component="figure" sx={figure}>
      <svg width="150" height={TALL} role="img" aria-label={words}>
        <rect x="10" y={top} width="130" height={TALL - top - 6} fill="var(--mui-palette-divider)" opacity="0.75" />
        <path d={`M10 ${top}H140`} stroke="currentColor" strokeWidth="1.5" />
        <ellipse cx="75" cy={y + (depth === 0 ? -3 : 0)} rx="5" ry="3.2" fill="currentColor" />
        {depth > 0 && (
          <>
            <path d={`M108 ${top}V${y}M104 ${top}h8M104 ${y}h8`} stroke="currentColor" strokeWidth="1.2" fill="none" />
            <text x="116" y={(top + y) / 2 + 4} fontSize="12" fill="currentColor">
              {format.depth(depth)}
            </text>
          </>
        )}
        {light === 'light' && (
          <path d="M30 4v8m-7-4l3 5m11-5l-3 5" stroke="var(--mui-palette-warning-main)" strokeWidth="2" fill="none" />
        )}
        {light === 'dark' && <path d="M10 8H140" stroke="currentColor" strokeWidth="5" />}
      </svg>
      <Box component="figcaption" sx={{ fontSize: 14, color: 'text.secondary', maxWidth: 190 }}>
        {words}
      </Box>
    </Box>
  )
}

/** A stretch of bed from above, every plant where it stands. */
function Spacing({ crop }: { crop: Crop }) {
  const t = useTranslations('knowHow')
  const { season, format } = useSeason()
  const width = season.beds[0]?.width ?? USUAL_BED
  const layout = layoutOf({}, crop, { width })
  if (!layout) return null
  const scale = Math.min(1.6, (TALL - 20) / width)
  const spots = spotsOn(layout, width, LENGTH)
  const along = format.units === 'us' ? 10 * FOOT : 100
  const words = t('spacingDrawn', {
    rows: count(format, layout.rows, 'row'),
    plant: spacing(format, layout.plant),
    // A bed is said to the whole inch.
    width: format.depth(format.units === 'us' ? Math.round(width / 2.54) * 2.54 : width),
    plants: count(format, plantsIn(along, layout), 'plant'),
    length: metres(format, along),
  })
  const round = Math.max(2, Math.min(layout.plant, width / layout.rows) * 0.32 * scale)
  return (
    <Box component="figure" sx={figure}>
      <svg width={LENGTH * scale + 2} height={width * scale + 2} role="img" aria-label={words}>
        <rect
          x="1"
          y="1"
          width={LENGTH * scale}
          height={width * scale}
          fill="none"
          stroke="currentColor"
          strokeWidth="1.5"
        />
        {spots.map(({ x, y }, i) => (
          <circle key={i} cx={x * scale + 1} cy={y * scale + 1} r={round} fill="var(--mui-palette-success-main)" />
        ))}
      </svg>
      <Box component="figcaption" sx={{ fontSize: 14, color: 'text.secondary', maxWidth: 300 }}>
        {words}
      </Box>
    </Box>
  )
}
