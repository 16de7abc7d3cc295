/** The clock of this device and that of the server differ by much: which is right? */
'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import { useFormatter, useTranslations } from 'next-intl'
import { clock } from '../../ui/records/clock'

export function WrongClock({ ahead }: { ahead: number }) {
  const t = useTranslations('shell')
  const format = useFormatter()
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone
  const time = (ms: number) => format.dateTime(ms, { dateStyle: 'medium', timeStyle: 'short', timeZone: zone })
  const device = clock.now()
  return (
    <Alert
      severity="warning"
      square
      action={
        <>
          <Button color="inherit" onClick={() => clock.decide('server')}>
            {t('serverIsRight')}
          </Button>
          <Button color="inherit" onClick={() => clock.decide('device')}>
            {t('deviceIsRight')}
          </Button>
        </>
      }
    >
      {t('clocksDiffer', { device: time(device), server: time(device - ahead) })}
    </Alert>
  )
}
