/** The load of one limit before and after changes, against what there is. */
'use client'
import Box from '@mui/material/Box'
import { memo } from 'react'
import { useTranslations } from 'next-intl'
import { worstOver, type Limit } from '../../core/capacity/limits'
import { capacityOn, loadOn } from '../../core/capacity/load'
import type { Day } from '../../core/calendar/day'
import { dayScale, heightScale } from '../../ui/chart/scale'
import { steppedArea, steppedLine, stepsOf } from '../../ui/chart/steps'
import { useSeason } from '../../ui/season-context'
import { amountWords, limitName } from '../../words/fit'

const W = 600
const H = 54

export const BeforeAfter = memo(function BeforeAfter({
  before,
  after,
  from,
  span,
  fill,
}: {
  before: Limit
  after: Limit
  from: Day
  span: { first: Day; last: Day }
  fill: string
}) {
  const t = useTranslations('benches')
  const { format } = useSeason()
  const most = Math.max(1, before.load.peak, after.load.peak, ...before.load.capacity.filter(Number.isFinite)) * 1.06
  const x = dayScale(span.first, span.last, 0, W)
  const y = heightScale(0, most, H, 0)
  const steps = (of: (day: Day) => number) => stepsOf(of, span.first, span.last)
  const was = worstOver(before, from)
  const now = worstOver(after, from)
  const load = steppedArea(
    steps((day) => loadOn(after.load, day)),
    x,
    y,
    H,
  )
  const room = steps((day) => Math.min(most, capacityOn(after.load, day)))
  return (
    <Box component="li" sx={{ mb: 1.75 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1, fontSize: 14 }}>
        <Box sx={{ flex: 1, fontWeight: 650 }}>{limitName(after, format)}</Box>
        <Box
          sx={{
            color: was > 0 ? 'text.secondary' : 'text.primary',
            textDecoration: was > 0 && now < was ? 'line-through' : 'none',
          }}
        >
          {was > 0 ? t('over', { amount: amountWords(before, was, format) }) : now === 0 ? t('fits') : ''}
        </Box>
        {(now !== was || was === 0) && now + was > 0 && (
          <Box sx={{ fontWeight: 700, color: now > 0 ? 'error.main' : 'success.main' }}>
            {now > 0 ? t('over', { amount: amountWords(after, now, format) }) : t('fits')}
          </Box>
        )}
      </Box>
      <svg
        width="100%"
        height={H}
        viewBox={`0 0 ${W} ${H}`}
        preserveAspectRatio="none"
        role="img"
        aria-label={t('beforeAndAfter', { limitName: limitName(after, format) })}
        style={{ display: 'block', marginTop: 3, overflow: 'visible' }}
      >
        <clipPath id={`over-${after.id.replace(/\W/g, '-')}`}>
          <path d={steppedArea(room, x, y, 0)} />
        </clipPath>
        <rect x="0" y="0" width={W} height={H} fill="var(--mui-palette-background-paper)" />
        {from > span.first && <rect x="0" y="0" width={x(from)} height={H} fill="var(--veil)" />}
        <path d={load} fill={fill} />
        <path d={load} fill="var(--mui-palette-error-main)" clipPath={`url(#over-${after.id.replace(/\W/g, '-')})`} />
        <path
          d={steppedLine(
            steps((day) => loadOn(before.load, day)),
            x,
            y,
          )}
          fill="none"
          stroke="var(--mui-palette-text-secondary)"
          strokeWidth="1.2"
          strokeDasharray="3 2"
          vectorEffect="non-scaling-stroke"
        />
        <path
          d={steppedLine(room, x, y)}
          fill="none"
          stroke="var(--mui-palette-text-primary)"
          strokeWidth="1.8"
          vectorEffect="non-scaling-stroke"
        />
        <path d={`M0 ${H}H${W}`} stroke="var(--mui-palette-divider)" vectorEffect="non-scaling-stroke" />
      </svg>
    </Box>
  )
})
