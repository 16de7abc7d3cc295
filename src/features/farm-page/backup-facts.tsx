/** Backup: everything in one file, those that are kept, and bringing one back. */
'use client'
import DownloadIcon from '@mui/icons-material/FileDownloadOutlined'
import SaveIcon from '@mui/icons-material/SaveOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { useFormatter, useTranslations } from 'next-intl'
import { useFormat, useUnits } from '../../ui/units'
import { BackupAtHand, ChooseBackup } from './bring-back'
import { Section } from './parts'
import { startOver, useBackups, type Backups } from './use-backups'
import './words'

const SHOWN = 5

export function BackupFacts() {
  const t = useTranslations('farmPage')
  const backups = useBackups(startOver)
  return (
    <Section id="backup" title={t('backup')}>
      <p>{t('everythingInOneFile')}</p>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, my: 2 }}>
        <Button variant="contained" startIcon={<DownloadIcon />} href="/out/backup" download>
          {t('downloadABackup')}
        </Button>
        <Button
          variant="outlined"
          color="inherit"
          startIcon={<SaveIcon />}
          disabled={backups.doing !== undefined}
          onClick={() => void backups.make()}
        >
          {t('makeABackupNow')}
        </Button>
        <ChooseBackup backups={backups} />
      </Box>
      <BackupAtHand backups={backups} />
      <KeptBackups backups={backups} />
    </Section>
  )
}

function KeptBackups({ backups }: { backups: Backups }) {
  const t = useTranslations('farmPage')
  const format = useFormat(useUnits())
  const moment = useFormatter()
  const [all, setAll] = useState(false)
  const { kept } = backups
  const shown = all ? kept : kept.slice(0, SHOWN)
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone
  const when = (at: number) => moment.dateTime(at, { dateStyle: 'full', timeStyle: 'short', timeZone: zone })
  return (
    <Box sx={{ mt: 2 }}>
      <p>{t('everyNightOneIsKept')}</p>
      {kept.length === 0 ? (
        <Box sx={{ color: 'text.secondary' }}>{t('noBackupYet')}</Box>
      ) : (
        <Box component="ul" aria-label={t('keptBackups')} sx={{ listStyle: 'none', p: 0, my: 1 }}>
          {shown.map(({ file, at, bytes }) => (
            <Box
              component="li"
              key={file}
              sx={{
                display: 'flex',
                alignItems: 'center',
                gap: 2,
                borderTop: 1,
                borderColor: 'divider',
                minHeight: 48,
              }}
            >
              <Box sx={{ flex: 1 }}>{when(at)}</Box>
              <Box sx={{ color: 'text.secondary', whiteSpace: 'nowrap' }}>
                {t('kilobytes', { size: format.number(Math.ceil(bytes / 1000)) })}
              </Box>
              <Button
                color="inherit"
                disabled={backups.doing !== undefined}
                aria-label={t('lookIntoBackup', { when: when(at) })}
                onClick={() => void backups.look(file)}
              >
                {t('lookInto')}
              </Button>
            </Box>
          ))}
        </Box>
      )}
      {kept.length > SHOWN && (
        <Button color="inherit" onClick={() => setAll(!all)}>
          {all ? t('showFewerBackups') : t('showAllBackups', { kept: String(kept.length) })}
        </Button>
      )}
    </Box>
  )
}
