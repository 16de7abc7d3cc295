/** A label as it will be printed. */
'use client'
import Box from '@mui/material/Box'
import { useEffect, useState } from 'react'
import { useTranslations } from 'next-intl'
import type { Label } from '../../core/labels/content'
import { spoken } from '../../core/labels/codes'
import { useSeason } from '../../ui/season-context'
import { taskName } from '../../words/tasks'

/** How the first label will look. */
export function LabelPreview({ label, address }: { label: Label | undefined; address: string }) {
  const t = useTranslations('labels')
  const { format, season } = useSeason()
  if (!label) return null
  return (
    <Box
      sx={{
        bgcolor: '#fff',
        color: '#1b1b1b',
        border: 1,
        borderColor: '#bbb',
        borderRadius: 0.5,
        p: 1.25,
        display: 'flex',
        gap: 1,
        aspectRatio: '70 / 34',
        lineHeight: 1.25,
      }}
      aria-label={t('howALabelLooks')}
    >
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Box sx={{ fontSize: 18, fontWeight: 700, whiteSpace: 'nowrap' }}>
          {label.batch.code} <span style={{ marginLeft: 8 }}>{spoken(label.code)}</span>
        </Box>
        <Box sx={{ fontSize: 16, fontWeight: 700 }}>{label.mixed ?? label.batch.variety.name}</Box>
        <Box sx={{ fontSize: 14 }}>{t('sown', { sown: format.date(label.sown) })}</Box>
        <Box sx={{ fontSize: 13 }}>
          {label.container.name}
          {label.tray > 0 ? t('trayOf', { tray: String(label.tray), trays: String(label.trays) }) : ''}
        </Box>
        {label.next && (
          <Box sx={{ fontSize: 13 }}>
            {taskName(label.next, format)} {format.date(label.next.day)}
          </Box>
        )}
        <Box sx={{ fontSize: 13 }}>{season.places[label.place]?.name}</Box>
      </Box>
      <QrPicture text={`${address}/b/${label.code}`} />
    </Box>
  )
}

function QrPicture({ text }: { text: string }) {
  const t = useTranslations('labels')
  const [path, setPath] = useState<{ d: string; size: number }>()
  useEffect(() => {
    let gone = false
    void import('qrcode').then(({ default: qr }) => {
      const { modules } = qr.create(text, { errorCorrectionLevel: 'M' })
      let d = ''
      for (let y = 0; y < modules.size; y++)
        for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) d += `M${x} ${y}h1v1h-1z`
      if (!gone) setPath({ d, size: modules.size })
    })
    return () => {
      gone = true
    }
  }, [text])
  return (
    <svg
      viewBox={path ? `-1 -1 ${path.size + 2} ${path.size + 2}` : '0 0 1 1'}
      width="38%"
      style={{ flex: 'none', alignSelf: 'center' }}
      role="img"
      aria-label={t('codeToScan')}
    >
      {path && <path d={path.d} fill="#000" />}
    </svg>
  )
}
