/** On a phone that a crew shares: who holds it, by a tap on their name. */
'use client'
import PersonIcon from '@mui/icons-material/PersonOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { useRecord } from '../../ui/records/use-record'
import { later } from '../../ui/later'
import { useSeason } from '../../ui/season-context'

const Names = later(() => import('./names').then((module) => module.Names))

/** Who is recording, and a tap to change it. */
export function WhoHolds() {
  const t = useTranslations('shell')
  const { data } = useSeason()
  const { who } = useRecord()
  const [open, setOpen] = useState(false)
  const { phone } = data
  if (!phone) return null
  return (
    <Box
      className="no-print"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 1,
        px: { xs: 1.5, md: 2.5 },
        minHeight: 48,
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <PersonIcon fontSize="small" color="action" />
      <Box sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere' }}>{t('recording', { name: who })}</Box>
      <Button size="small" variant="outlined" color="inherit" onClick={() => setOpen(true)} sx={{ minHeight: 40 }}>
        {t(who === phone.name ? 'chooseName' : 'changeWho')}
      </Button>
      {open && <Names phone={phone} onClose={() => setOpen(false)} />}
    </Box>
  )
}
