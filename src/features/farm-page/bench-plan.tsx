/** Every bench of a place from above, with the trays it takes, all in one scale. */
'use client'
import { useTranslations } from 'next-intl'
import { traysOnBench } from '../../core/geometry/bench'
import type { Place } from '../../season/schema'
import './words'

/** Every bench from above, with the trays it takes, all in one scale. */
export function BenchDrawing({ benches }: { benches: NonNullable<Place['layout']>['benches'] }) {
  const t = useTranslations('farmPage')
  if (benches.length === 0) return null
  const longest = Math.max(...benches.map(({ length }) => length))
  const scale = 360 / longest
  const height = (bench: (typeof benches)[number]) => bench.width * scale + 22
  const drawn = benches.map((bench, i) => ({
    bench,
    top: benches.slice(0, i).reduce((sum, other) => sum + height(other), 0),
  }))
  const y = benches.reduce((sum, bench) => sum + height(bench), 0)
  return (
    <svg width="100%" viewBox={`0 0 372 ${y}`} role="img" aria-label={t('benchesDrawnToScaleWith')}>
      {drawn.map(({ bench, top }, i) => {
        const { along, across, tray } = traysOnBench(bench)
        return (
          <g key={i} transform={`translate(2 ${top + 2})`}>
            <rect
              width={bench.length * scale}
              height={bench.width * scale}
              fill="none"
              stroke="currentColor"
              strokeWidth={1.5}
            />
            {Array.from({ length: Math.min(600, along * across) }, (_, n) => (
              <rect
                key={n}
                x={(n % along) * tray.length * scale + 0.75}
                y={Math.floor(n / along) * tray.width * scale + 0.75}
                width={Math.max(0.5, tray.length * scale - 1.5)}
                height={Math.max(0.5, tray.width * scale - 1.5)}
                fill="var(--ribbon)"
                stroke="currentColor"
                strokeWidth={0.4}
              />
            ))}
            <text y={bench.width * scale + 14} fontSize={12} fill="currentColor">
              {t('trayPlaces', {
                bench: bench.name,
                along: String(along * across * bench.levels),
                extra: bench.levels > 1 ? t('onLevels', { levels: String(bench.levels) }) : '',
              })}
            </text>
          </g>
        )
      })}
    </svg>
  )
}
