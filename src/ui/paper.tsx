/** What is the same on every printed sheet: whose it is, of when, and the way back to the page it was printed from. */
'use client'
import Box from '@mui/material/Box'
import { usePathname as useWholePath } from 'next/navigation'
import { useEffect } from 'react'
import { useTranslations } from 'next-intl'
import { later } from './later'
import { useQuiet } from './quiet'
import { useSeason } from './season-context'
import { usePrinting } from './use-printing'

const QrPicture = later(() => import('./qr-picture').then((module) => module.QrPicture), { unasked: true })

/** Margins of a sheet, and its number. */
const PAGE = "@page{margin:12mm 12mm 15mm;@bottom-right{content:counter(page) ' / ' counter(pages);font-size:9pt}}"

/** Paper is white, whatever the screen: a page in the dark is printed as by day. */
export function LightOnPaper() {
  useEffect(() => {
    const root = document.documentElement
    let wasDark = false
    const before = () => {
      wasDark = root.hasAttribute('data-dark')
      if (!wasDark) return
      root.removeAttribute('data-dark')
      root.setAttribute('data-light', '')
    }
    const after = () => {
      if (!wasDark) return
      root.removeAttribute('data-light')
      root.setAttribute('data-dark', '')
    }
    window.addEventListener('beforeprint', before)
    window.addEventListener('afterprint', after)
    return () => {
      window.removeEventListener('beforeprint', before)
      window.removeEventListener('afterprint', after)
    }
  }, [])
  return <style>{PAGE}</style>
}

/** The head of every sheet, on paper only. */
export function PaperHead() {
  const t = useTranslations('ui')
  const { season, today, format } = useSeason()
  const path = useWholePath()
  const printing = usePrinting()
  const quiet = useQuiet()
  return (
    <Box
      sx={{ display: 'none', '@media print': { display: 'flex' }, gap: 2, alignItems: 'flex-start', mb: 0.5, px: 0.5 }}
    >
      <Box sx={{ flex: 1, fontSize: 11.5 }}>
        {printing &&
          t('printedOf', { farm: season.farm.name, season: season.season.name, day: format.longDate(today) })}
      </Box>
      {quiet && (
        // Drawn while the page is looked at: it must be there when the printer asks.
        <QrPicture text={`${window.location.origin}${path}`} name={t('pageOnScreen')} width={56} />
      )}
    </Box>
  )
}
