/** What nobody had planned, written down at once: a sowing, a loss, or what a thermometer says. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useEffect, useState } from 'react'
import { RECORD_NOW } from '../../season/address'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import { Link } from '../../ui/navigation'
import { useMay } from '../../ui/may'
import { useSeason } from '../../ui/season-context'
import { later } from '../../ui/later'

const QuickLoss = later(() => import('../../ui/records/quick-loss').then((module) => module.QuickLoss))
const Temperature = later(() => import('../../ui/records/temperature').then((module) => module.Temperature))
const SownJustNow = later(() => import('../../ui/records/sown-just-now').then((module) => module.SownJustNow))

export function RecordNow({ day }: { day: Day }) {
  const t = useTranslations('today')
  const { today, data, season } = useSeason()
  const [open, setOpen] = useState<'sown' | 'loss' | 'temperature'>()
  const may = useMay('record')
  // A shortcut of the icon opens it at once.
  useEffect(() => {
    const address = new URL(window.location.href)
    if (address.searchParams.get(RECORD_NOW) !== 'sown') return
    address.searchParams.delete(RECORD_NOW)
    window.history.replaceState(window.history.state, '', address)
    const soon = setTimeout(() => setOpen('sown'))
    return () => clearTimeout(soon)
  }, [])
  if (day !== today || data.whatIf || !may) return null
  return (
    <Box className="no-print" sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1.5 }}>
      <Button variant="outlined" color="inherit" onClick={() => setOpen('sown')} sx={{ minHeight: 44 }}>
        {t('sownJustNow')}
      </Button>
      <Button variant="outlined" color="inherit" onClick={() => setOpen('loss')} sx={{ minHeight: 44 }}>
        {t('recordALoss')}
      </Button>
      {season.places.length > 0 && (
        <Button variant="outlined" color="inherit" onClick={() => setOpen('temperature')} sx={{ minHeight: 44 }}>
          {t('temperature')}
        </Button>
      )}
      <Button color="inherit" component={Link} href="/start-now" sx={{ minHeight: 44 }}>
        {t('startNow')}
      </Button>
      {open === 'sown' && <SownJustNow onClose={() => setOpen(undefined)} />}
      {open === 'temperature' && <Temperature onClose={() => setOpen(undefined)} />}
      {open === 'loss' && <QuickLoss onClose={() => setOpen(undefined)} />}
    </Box>
  )
}
