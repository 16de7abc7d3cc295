/** Links to the views, with what waits in them. */
'use client'
import Box from '@mui/material/Box'
import Tooltip from '@mui/material/Tooltip'
import { useTranslations } from 'next-intl'
import { useGates } from '../../ui/field-gates'
import { Link, usePathname } from '../../ui/navigation'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { openOn, placesOver } from './model'
import type { View } from './views'

/** Whether a view is the one that is looked at. */
function useIsHere(href: string): boolean {
  const path = usePathname()
  return path.startsWith(href) || (href === '/plan' && (path === '/sheet' || path === '/start-now'))
}

/** A view at the side of a desk. */
export function RailLink({ href, name }: View) {
  const t = useTranslations('shell')
  const here = useIsHere(href)
  return (
    <Box
      component={Link}
      href={href}
      aria-current={here ? 'page' : undefined}
      sx={{
        display: 'flex',
        alignItems: 'baseline',
        justifyContent: 'space-between',
        px: 2.5,
        py: 1.1,
        fontSize: 16,
        textDecoration: 'none',
        color: here ? 'var(--rail-here-ink)' : 'inherit',
        bgcolor: here ? 'var(--rail-here)' : 'transparent',
        fontWeight: here ? 750 : 450,
        '&:hover': { bgcolor: here ? 'var(--rail-here)' : 'rgba(255,255,255,.09)' },
        '&:focus-visible': { outlineColor: '#F3DF9C', outlineOffset: -3 },
      }}
    >
      {t(`views.${name}`)}
      <Badge href={href} here={here} />
    </Box>
  )
}

/** A view at the foot of a phone. */
export function FootLink({ href, name, Icon }: View) {
  const t = useTranslations('shell')
  const here = useIsHere(href)
  return (
    <Box
      component={Link}
      href={href}
      aria-current={here ? 'page' : undefined}
      sx={{
        flex: '1 0 50px',
        minHeight: 56,
        display: 'flex',
        flexDirection: 'column',
        alignItems: 'center',
        justifyContent: 'center',
        whiteSpace: 'nowrap',
        letterSpacing: '-0.01em',
        fontSize: 12.5,
        color: 'inherit',
        textDecoration: 'none',
        fontWeight: here ? 750 : 450,
        borderTop: 3,
        borderColor: here ? '#F3DF9C' : 'transparent',
        '&:focus-visible': { outlineColor: '#F3DF9C', outlineOffset: -3 },
      }}
    >
      <Icon fontSize="small" />
      {t(`views.${name}`)}
    </Box>
  )
}

/** What waits in a view, on the working day. */
function Badge({ href, here }: { href: string; here: boolean }) {
  const t = useTranslations('shell')
  const day = useWorkingDay()
  const { plan } = useSeason()
  const red = here ? 'var(--mui-palette-error-main)' : '#F5B5A8'
  if (href === '/today') {
    const due = openOn(plan, day)
    return due > 0 ? <span style={{ fontSize: 13, fontWeight: 500 }}>{due}</span> : null
  }
  if (href === '/field') return <FieldBadge here={here} />
  if (href === '/benches') {
    const over = placesOver(plan, day)
    return over > 0 ? (
      <Tooltip title={t('placesGoOverInThe', { over: String(over), over2: over })}>
        <span style={{ fontSize: 13, color: red, fontWeight: 600 }}>{t('over', { over: String(over) })}</span>
      </Tooltip>
    ) : null
  }
  return null
}

/** Plantings of the week ahead that have to wait. */
function FieldBadge({ here }: { here: boolean }) {
  const t = useTranslations('shell')
  const day = useWorkingDay()
  const waiting = useGates(day, day, day + 7).filter(({ verdict }) => verdict === 'wait').length
  if (waiting === 0) return null
  return (
    <Tooltip title={t('plantingsOfTheNextSeven', { waiting: String(waiting), waiting2: waiting })}>
      <span style={{ fontSize: 13, color: here ? 'var(--mui-palette-error-main)' : '#F5B5A8', fontWeight: 600 }}>
        {t('wait', { waiting: String(waiting) })}
      </span>
    </Tooltip>
  )
}
