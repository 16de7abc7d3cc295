/** Backup: everything in one file, and where the nightly ones are. */
'use client'
import DownloadIcon from '@mui/icons-material/FileDownloadOutlined'
import Button from '@mui/material/Button'
import { useTranslations } from 'next-intl'
import { Section } from './parts'

export function BackupFacts() {
  const t = useTranslations('farmPage')
  return (
    <Section
      id="backup"
      title={t('backup')}
      tool={
        <Button size="small" startIcon={<DownloadIcon />} href="/out/backup" download>
          {t('downloadABackup')}
        </Button>
      }
    >
      <p>{t('everythingInOneFile')}</p>
      <p>{t('everyNightOneIsKept')}</p>
    </Section>
  )
}
