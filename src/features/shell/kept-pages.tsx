/** The application on this device: kept for when there is no signal, and a new version when there is one. */
'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import { useEffect, useState } from 'react'
import { useTranslations } from 'next-intl'
import { VIEWS_KEPT } from '../../season/kept-pages'
import { whenQuiet } from '../../ui/quiet'
import { useSeason } from '../../ui/season-context'

const warn = (error: unknown) => console.warn('Pages are not kept for opening without signal:', error)

type Reload = () => void
let registered: Promise<void> | undefined

/** Has the browser keep the application; browsers do so over HTTPS, and on the machine itself. */
async function register(onNew: (reload: Reload) => void): Promise<void> {
  const { Workbox } = await import('workbox-window')
  const worker = new Workbox('/sw.js')
  worker.addEventListener('waiting', () =>
    onNew(() => {
      worker.addEventListener('controlling', () => window.location.reload())
      worker.messageSkipWaiting()
    }),
  )
  await worker.register()
}

/** Keeps every view of the season that is looked at; says so when there is a new version. */
export function KeptPages() {
  const t = useTranslations('shell')
  const { data } = useSeason()
  const [reload, setReload] = useState<Reload>()
  useEffect(() => {
    if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return
    whenQuiet(() => {
      registered ??= register((next) => setReload(() => next))
      return registered
        .then(() => navigator.serviceWorker.ready)
        .then(({ active }) =>
          active?.postMessage({ type: 'KEEP', addresses: VIEWS_KEPT.map((view) => `${data.at}/${view}`) }),
        )
        .catch(warn)
    })
  }, [data.at])
  if (!reload) return null
  return (
    <Alert
      severity="info"
      square
      className="no-print"
      action={
        <Button color="inherit" onClick={reload}>
          {t('reload')}
        </Button>
      }
    >
      {t('newVersion')}
    </Alert>
  )
}
