/** What can be done with everything that is ticked. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import type { ManyChange } from '../../core/batch/many'
import { count } from '../../words/format'
import { useRouter } from '../navigation'
import { useSeason } from '../season-context'
import { useChange } from '../use-change'
import { CopyPanel } from './copy-panel'
import { ManyPanel } from './many-panel'
import { effectOf, tickedOf } from './model'
import type { Ticks } from './use-ticks'

/**
 * @param shown ids of all rows that are shown
 */
export function TickBar({ ticks, shown, onStop }: { ticks: Ticks; shown: readonly string[]; onStop: () => void }) {
  const t = useTranslations('many')
  const { season, plan, planner, data, format } = useSeason()
  const { change, busy, failure } = useChange()
  const router = useRouter()
  const [open, setOpen] = useState<'change' | 'delete' | 'copy'>()
  const ticked = useMemo(() => tickedOf(plan, ticks.ids), [plan, ticks.ids])
  const none = ticked.length === 0
  const batches = count(format, ticked.length, 'batch')
  const at = (what: ManyChange, summary: string) => {
    const { edits } = effectOf({ season, plan, planner, versions: data.versions }, ticked, what)
    return edits.length > 0 ? change(edits, summary) : undefined
  }
  const close = () => setOpen(undefined)
  return (
    <Box
      role="toolbar"
      aria-label={t('tickRows')}
      className="no-print"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        gap: 0.75,
        px: { xs: 1, md: 2.5 },
        py: 0.75,
        bgcolor: 'var(--ribbon)',
        borderTop: 1,
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Box role="status" sx={{ fontWeight: 650, mr: 0.5 }}>
        {t('ticked', { n: ticked.length, text: format.number(ticked.length) })}
      </Box>
      <Button size="small" color="inherit" onClick={() => ticks.toggleAll(shown)}>
        {ticks.ids.length === shown.length && shown.length > 0
          ? t('tickNone')
          : t('tickShown', { count: format.number(shown.length) })}
      </Button>
      <Button size="small" variant="contained" disabled={none} onClick={() => setOpen('change')}>
        {t('change')}
      </Button>
      <Button
        size="small"
        color="inherit"
        disabled={none || busy}
        onClick={() => void at({ pinned: true }, t('pinned', { count: batches }))}
      >
        {t('pin')}
      </Button>
      <Button
        size="small"
        color="inherit"
        disabled={none || busy}
        onClick={() => void at({ pinned: false }, t('released', { count: batches }))}
      >
        {t('release')}
      </Button>
      <Button
        size="small"
        color="inherit"
        disabled={none}
        onClick={() => router.push(`/labels?batch=${encodeURIComponent(ticks.ids.join(','))}`)}
      >
        {t('labels')}
      </Button>
      <Button size="small" color="inherit" disabled={none} onClick={() => setOpen('copy')}>
        {t('copyTo')}
      </Button>
      <Button size="small" color="error" disabled={none} onClick={() => setOpen('delete')}>
        {t('delete')}
      </Button>
      <Box sx={{ flex: 1 }} />
      {failure ? (
        <Box sx={{ color: 'error.main', fontSize: 14 }}>{failure}</Box>
      ) : (
        <Box sx={{ color: 'text.secondary', fontSize: 13, display: { xs: 'none', lg: 'block' } }}>{t('tickHow')}</Box>
      )}
      <Button size="small" color="inherit" onClick={onStop}>
        {t('stop')}
      </Button>
      {open === 'copy' && <CopyPanel ticked={ticked} onClose={close} />}
      {(open === 'change' || open === 'delete') && (
        <ManyPanel
          ticked={ticked}
          remove={open === 'delete'}
          onClose={close}
          onDone={() => {
            close()
            ticks.clear()
          }}
        />
      )}
    </Box>
  )
}
