/** How the figures of a batch are calculated, folded on the screen and open on paper; and there, lines to write on. */
'use client'
import ExpandIcon from '@mui/icons-material/ExpandMore'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import type { Batch } from '../../core/batch/batch'
import { useSeason } from '../../ui/season-context'
import { usePrinting } from '../../ui/use-printing'
import { WorkingPanel } from '../../ui/working-panel'
import { workingOf } from '../../words/working'

/** Lines left free on paper for what is counted by hand. */
const FREE_LINES = 6

export function BatchWorking({ batch }: { batch: Batch }) {
  const t = useTranslations('batch')
  const printing = usePrinting()
  const [open, setOpen] = useState(false)
  return (
    <Box component="section" aria-label={t('howItIsCalculated')} sx={{ mt: 3 }}>
      {printing && <ByHand />}
      {printing ? (
        <Typography variant="h2" sx={{ mt: 3, mb: 1 }}>
          {t('howItIsCalculated')}
        </Typography>
      ) : (
        <Button
          color="inherit"
          aria-expanded={open}
          endIcon={<ExpandIcon sx={{ transform: open ? 'rotate(180deg)' : 'none' }} />}
          onClick={() => setOpen(!open)}
          sx={{ minHeight: 44, px: 0, fontSize: 16, fontWeight: 650 }}
        >
          {t('howItIsCalculated')}
        </Button>
      )}
      {(printing || open) && <Figures batch={batch} />}
    </Box>
  )
}

function Figures({ batch }: { batch: Batch }) {
  const { season, format } = useSeason()
  const working = useMemo(() => workingOf(batch, season, format), [batch, season, format])
  return <WorkingPanel working={working} />
}

/** To be written on where there is no screen, and recorded later. */
function ByHand() {
  const t = useTranslations('batch')
  return (
    <Box
      component="table"
      sx={{
        mt: 2,
        width: '100%',
        borderCollapse: 'collapse',
        fontSize: 12,
        breakInside: 'avoid',
        '& td, & th': { border: 1, borderColor: 'text.secondary', height: 24, px: 0.75, textAlign: 'left' },
      }}
    >
      <caption style={{ textAlign: 'left', fontWeight: 650, paddingBottom: 4 }}>{t('byHand')}</caption>
      <thead>
        <tr>
          <th style={{ width: '16%' }}>{t('byHandDay')}</th>
          <th style={{ width: '16%' }}>{t('byHandGood')}</th>
          <th style={{ width: '16%' }}>{t('byHandLost')}</th>
          <th>{t('byHandSeen')}</th>
        </tr>
      </thead>
      <tbody>
        {Array.from({ length: FREE_LINES }, (_, line) => (
          <tr key={line}>
            <td />
            <td />
            <td />
            <td />
          </tr>
        ))}
      </tbody>
    </Box>
  )
}
