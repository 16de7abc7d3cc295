/** The bench plan of a day on paper: every place from above, with what stands there and when it leaves. */
'use client'
import PrintIcon from '@mui/icons-material/PrintOutlined'
import Box from '@mui/material/Box'
import IconButton from '@mui/material/IconButton'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import { useEffect, useMemo, useState } from 'react'
import { createPortal } from 'react-dom'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import { piecesOn, placeTrays } from '../../core/benches/placement'
import { useSeason } from '../../ui/season-context'
import { count } from '../../words/format'
import { BenchDrawing } from './bench-drawing'

export function PrintBenches({ day }: { day: Day }) {
  const t = useTranslations('benches')
  const [printing, setPrinting] = useState(false)
  useEffect(() => {
    if (!printing) return
    const done = () => setPrinting(false)
    window.addEventListener('afterprint', done)
    // One turn later the sheet is on the page.
    const soon = setTimeout(() => window.print(), 50)
    return () => {
      clearTimeout(soon)
      window.removeEventListener('afterprint', done)
    }
  }, [printing])
  return (
    <>
      <Tooltip title={t('printTheBenchPlanOf')}>
        <IconButton aria-label={t('printTheBenchPlan')} className="no-print" onClick={() => setPrinting(true)}>
          <PrintIcon />
        </IconButton>
      </Tooltip>
      {printing && createPortal(<Sheet day={day} />, document.body)}
    </>
  )
}

function Sheet({ day }: { day: Day }) {
  const t = useTranslations('benches')
  const { plan, season, format } = useSeason()
  const all = useMemo(() => season.places.map((_, i) => placeTrays(plan.standing, season.places, i)), [plan, season])
  return (
    <Box data-testid="bench-sheet" className="print-sheet">
      <Typography variant="h1">{t('benchesOn', { day: format.longDate(day) })}</Typography>
      {season.places.map((place, i) => {
        const standings = [...new Set(piecesOn(all[i]!, day).map(({ standing }) => standing))]
        if (standings.length === 0) return null
        return (
          <Box key={place.key} component="section" sx={{ breakInside: 'avoid', mt: 2 }}>
            <Typography variant="h2">{place.name}</Typography>
            <BenchDrawing place={place} number={i} placement={all[i]!} day={day} still />
            <Box sx={{ columns: 3, fontSize: 11, mt: 0.5 }}>
              {standings.map((standing) => (
                <div key={standing.batch.id}>
                  <b>{standing.batch.code}</b>{' '}
                  {t('untilOfVariety', {
                    variety: standing.batch.variety.name,
                    trays: count(format, standing.stays[0]!.trays, 'tray'),
                    until: format.shortDate(standing.until),
                  })}
                </div>
              ))}
            </Box>
          </Box>
        )
      })}
    </Box>
  )
}
