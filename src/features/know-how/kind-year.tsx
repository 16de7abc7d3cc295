/** A kind through the year of this farm: every batch as its stair, then its time in the field. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { monthStarts } from '../../core/calendar/day'
import type { Crop } from '../../season/schema'
import { dayScale, dayShare } from '../../ui/chart/scale'
import { Link } from '../../ui/navigation'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { Stair } from '../../ui/stair/stair'
import { spread, yearOfKind, type KindRow } from './model'
import './words'

const MOST_ROWS = 8
const WIDTH = 640
const HEIGHT = 44
const BASE = 40

export function KindYear({ crop }: { crop: Crop }) {
  const t = useTranslations('knowHow')
  const { plan, format } = useSeason()
  const day = useWorkingDay()
  const year = useMemo(() => yearOfKind(plan, crop.key), [plan, crop.key])
  return (
    <Box component="section" aria-labelledby="kind-year" sx={{ mt: 2.5 }}>
      <Typography variant="h2" id="kind-year">
        {t('itsYear')}
      </Typography>
      {!year ? (
        <Box sx={{ color: 'text.secondary', mt: 0.5 }}>
          {t('notThisYear')} <Link href="/plan?new=1">{t('planIt')}</Link>
        </Box>
      ) : (
        <>
          <Months from={year.from} until={year.until} />
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {spread(year.rows, MOST_ROWS).map((row) => (
              <Row key={row.id} row={row} from={year.from} until={year.until} today={day} />
            ))}
          </Box>
          {year.rows.length > MOST_ROWS && (
            <Box sx={{ mt: 0.5 }}>
              <Link href="/plan">{t('andMore', { n: format.number(year.rows.length - MOST_ROWS) })}</Link>
            </Box>
          )}
          <Box sx={{ fontSize: 14, color: 'text.secondary', mt: 0.5 }}>{t('yearDrawn')}</Box>
        </>
      )}
    </Box>
  )
}

const COLUMNS = {
  display: 'grid',
  gridTemplateColumns: '64px minmax(0, 1fr)',
  columnGap: 1,
  alignItems: 'end',
} as const

function Months({ from, until }: { from: number; until: number }) {
  const { format } = useSeason()
  const share = dayShare(from, until)
  const months = monthStarts(from, until)
  return (
    <Box sx={{ ...COLUMNS, mt: 1 }} aria-hidden="true">
      <span />
      <Box sx={{ position: 'relative', height: 20, fontSize: 12.5, color: 'text.secondary' }}>
        {months.map((day, i) => (
          // On a phone every second month is named.
          <Box
            key={day}
            component="span"
            sx={{
              position: 'absolute',
              left: share(day),
              display: { xs: i % 2 === 0 || months.length < 8 ? 'inline' : 'none', sm: 'inline' },
            }}
          >
            {' '}
            {/* prettier-ignore */}
            {format.month(day).slice(0, 3)}
          </Box>
        ))}
      </Box>
    </Box>
  )
}

function Row({ row, from, until, today }: { row: KindRow; from: number; until: number; today: number }) {
  const t = useTranslations('knowHow')
  const { format } = useSeason()
  const { batch, stand } = row
  const x = dayScale(from, until, 0, WIDTH)
  const most = batch ? Math.max(...batch.stays.map(({ trayPlaces }) => trayPlaces)) : 1
  const begins = batch?.plantOn ?? stand!.from
  const clears = Math.min(until, stand?.clears ?? stand?.harvest ?? begins)
  const words = t('rowSaid', { code: row.code, variety: row.variety, from: format.date(row.from), until: format.date(row.until) }) // prettier-ignore
  const code = batch ? <Link href={`/batch?id=${encodeURIComponent(row.id)}`}>{row.code}</Link> : row.code
  return (
    <Box component="li" sx={{ ...COLUMNS, py: 0.25 }}>
      <Box sx={{ fontSize: 14, whiteSpace: 'nowrap' }}>{code}</Box>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" role="img" aria-label={words} style={{ display: 'block' }}>
        {monthStarts(from, until).map((day) => (
          <path key={day} d={`M${x(day)} 0V${HEIGHT}`} stroke="var(--mui-palette-divider)" />
        ))}
        <path d={`M0 ${BASE}H${WIDTH}`} stroke="var(--mui-palette-divider)" />
        {clears > begins && (
          <path d={`M${x(begins)} ${BASE - 2}H${x(clears)}`} stroke="var(--mui-palette-success-main)" strokeWidth="2" />
        )}
        {stand?.harvest !== undefined && stand.clears !== undefined && stand.clears > stand.harvest && (
          <rect
            x={x(stand.harvest)}
            y={BASE - 9}
            width={Math.max(0, x(Math.min(until, stand.clears)) - x(stand.harvest))}
            height="8"
            rx="2"
            fill="var(--mui-palette-success-light)"
            stroke="var(--mui-palette-success-main)"
          />
        )}
        {batch && <Stair batch={batch} x={x} most={most} height={26} base={BASE} />}
        {today >= from && today < until && (
          <path d={`M${x(today)} 0V${HEIGHT}`} stroke="currentColor" strokeWidth="1.5" strokeDasharray="3 3" />
        )}
      </svg>
    </Box>
  )
}
