/** What others change, another season opened on this device, and pages kept for when there is no signal. */
'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import { useTranslations } from 'next-intl'
import { useSeason } from '../../ui/season-context'

/** Keeps the last pages on the device. Browsers allow it over HTTPS, and on the machine itself. */
export function useOpensWithoutSignal(): void {
  useEffect(() => {
    if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return
    navigator.serviceWorker
      .register('/sw.js')
      .catch((error: unknown) => console.warn('Pages are not kept for opening without signal:', error))
  }, [])
}

const LOOK_EVERY = 20_000 // ms between looks for changes made on other devices

/** Said when another season or copy has been opened elsewhere; this page stays what it is until its reader asks. */
export function OtherOpened() {
  const t = useTranslations('shell')
  const { season } = useSeason()
  const router = useRouter()
  return (
    <Alert
      severity="info"
      square
      className="no-print"
      action={
        <Button color="inherit" onClick={() => router.refresh()}>
          {t('showIt')}
        </Button>
      }
    >
      {t('anotherSeasonOrCopyIs', { season: season.season.name })}
    </Alert>
  )
}

/** Draws the season again when someone else has changed it; true once another one is open than the page shows. */
export function useChangesElsewhere(view: string, revision: number): boolean {
  const [opened, setOpened] = useState(view)
  const [seen, setSeen] = useState(view)
  if (seen !== view) {
    setSeen(view)
    setOpened(view)
  }
  const router = useRouter()
  useEffect(() => {
    const look = async () => {
      if (document.visibilityState !== 'visible') return
      try {
        const response = await fetch('/api/revision', { cache: 'no-store' })
        if (!response.ok) return
        const now = (await response.json()) as { view: string | null; revision: number | null }
        if (now.view === null || now.revision === null) return
        setOpened(now.view)
        if (now.view === view && now.revision !== revision) router.refresh()
      } catch {
        // No connection just now: the next look tells.
      }
    }
    const timer = setInterval(() => void look(), LOOK_EVERY)
    document.addEventListener('visibilitychange', look)
    return () => {
      clearInterval(timer)
      document.removeEventListener('visibilitychange', look)
    }
  }, [router, view, revision])
  return opened !== view
}
