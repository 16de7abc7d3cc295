/** A label as it will be printed. */
'use client'
import Box from '@mui/material/Box'
import { useTranslations } from 'next-intl'
import type { Label } from '../../core/labels/content'
import { spoken } from '../../core/labels/codes'
import { QrPicture } from '../../ui/qr-picture'
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
      <QrPicture text={`${address}/b/${label.code}`} name={t('codeToScan')} width="38%" />
    </Box>
  )
}
