/** Bringing a backup back: choose one, see what is in it and what it takes the place of, then do it or leave it. */
'use client'
import UploadIcon from '@mui/icons-material/FileUploadOutlined'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import LinearProgress from '@mui/material/LinearProgress'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useRef, useState } from 'react'
import { useFormatter, useTranslations } from 'next-intl'
import { count, type Format } from '../../words/format'
import { useFormat, useUnits } from '../../ui/units'
import type { Backups, FarmInBackup, LookedAt } from './use-backups'
import './words'

/** Chooses the file of a backup, and sends it. */
export function ChooseBackup({ backups }: { backups: Backups }) {
  const t = useTranslations('farmPage')
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".dovestep,application/x-tar"
        hidden
        data-testid="backup-file"
        onChange={(event) => {
          const [file] = event.target.files ?? []
          if (file) void backups.send(file)
          event.target.value = ''
        }}
      />
      <Button
        variant="outlined"
        color="inherit"
        startIcon={<UploadIcon />}
        disabled={backups.doing !== undefined}
        onClick={() => input.current?.click()}
      >
        {t('restoreABackup')}
      </Button>
    </>
  )
}

/** What is being done with a backup, and what is in it. */
export function BackupAtHand({ backups }: { backups: Backups }) {
  const { doing, problem, looked, sealed } = backups
  const t = useTranslations('farmPage')
  return (
    <Box sx={{ display: 'grid', gap: 2 }} aria-live="polite">
      {doing && (
        <Box>
          <Box sx={{ fontSize: 14.5, mb: 0.5 }}>{t(`backupDoing.${doing.what}`)}</Box>
          <LinearProgress
            aria-label={t(`backupDoing.${doing.what}`)}
            {...(doing.what === 'sending' ? { variant: 'determinate', value: 100 * doing.share } : {})}
          />
        </Box>
      )}
      {problem && <Alert severity="error">{problem}</Alert>}
      {sealed && !doing && <Passphrase backups={backups} file={sealed} />}
      {looked && <Preview key={looked.file} backups={backups} looked={looked} />}
    </Box>
  )
}

function Passphrase({ backups, file }: { backups: Backups; file: string }) {
  const t = useTranslations('farmPage')
  const [said, setSaid] = useState('')
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault()
        void backups.look(file, said)
      }}
      sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}
    >
      <TextField
        label={t('passphraseOfBackup')}
        type="password"
        autoComplete="off"
        size="small"
        value={said}
        onChange={(event) => setSaid(event.target.value)}
      />
      <Button type="submit" variant="contained" disabled={said === ''}>
        {t('openBackup')}
      </Button>
      <Button color="inherit" onClick={backups.leave}>
        {t('cancel')}
      </Button>
    </Box>
  )
}

function Preview({ backups, looked }: { backups: Backups; looked: LookedAt }) {
  const t = useTranslations('farmPage')
  const format = useFormat(useUnits())
  const moment = useFormatter()
  const [surely, setSurely] = useState(false)
  const replaces = looked.now.length > 0
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone
  const made = moment.dateTime(new Date(looked.backup.made), {
    dateStyle: 'full',
    timeStyle: 'short',
    timeZone: zone,
  })
  return (
    <Box
      data-testid="backup-preview"
      sx={{
        border: 1,
        borderColor: 'divider',
        borderRadius: 1.5,
        p: 2,
        bgcolor: 'background.paper',
        textAlign: 'left',
      }}
    >
      <Typography variant="h3">{t('backupOf', { made })}</Typography>
      <Farms farms={looked.backup.farms} format={format} />
      {replaces && (
        <>
          <Box sx={{ fontWeight: 650, mt: 1.5 }}>{t('backupReplaces')}</Box>
          <Farms farms={looked.now} format={format} />
          <Box sx={{ color: 'text.secondary', fontSize: 14.5 }}>{t('backupIsMadeFirst')}</Box>
          <FormControlLabel
            control={<Checkbox checked={surely} onChange={(_, next) => setSurely(next)} />}
            label={t('backupSurely')}
          />
        </>
      )}
      <Box sx={{ display: 'flex', gap: 1, mt: 1.5 }}>
        <Button
          variant="contained"
          color={replaces ? 'error' : 'primary'}
          disabled={(replaces && !surely) || backups.doing !== undefined}
          onClick={() => void backups.restore()}
        >
          {t(replaces ? 'replaceEverything' : 'restoreIt')}
        </Button>
        <Button color="inherit" onClick={backups.leave}>
          {t('cancel')}
        </Button>
      </Box>
    </Box>
  )
}

function Farms({ farms, format }: { farms: readonly FarmInBackup[]; format: Format }) {
  const t = useTranslations('farmPage')
  if (farms.length === 0) return <p>{t('backupNoFarm')}</p>
  return (
    <Box component="ul" sx={{ pl: 2.5, my: 0.75 }}>
      {farms.map(({ name, seasons, plantings, records, photos }, i) => (
        <li key={i}>
          <b>{name}</b>:{' '}
          {[
            count(format, seasons, 'season'),
            count(format, plantings, 'planting'),
            count(format, records, 'entry'),
            count(format, photos, 'photo'),
          ].join(', ')}
        </li>
      ))}
    </Box>
  )
}
