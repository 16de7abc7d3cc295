/** What Dove Step keeps on this device, and that the browser does not throw it away where the device runs full. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import { useTranslations } from 'next-intl'
import { useNotice } from '../../ui/notice'
import { megabytes } from './model'

interface Kept {
  used: number
  /** Whether the browser has promised to keep it. */
  safe: boolean
}

async function keptNow(): Promise<Kept | undefined> {
  // Not there where a page did not come by HTTPS.
  const { storage } = navigator as { storage?: StorageManager }
  if (!storage?.estimate) return undefined
  const [{ usage = 0 }, safe] = await Promise.all([storage.estimate(), storage.persisted()])
  return { used: usage, safe }
}

export function KeptHere() {
  const t = useTranslations('install')
  const notice = useNotice()
  const [kept, setKept] = useState<Kept>()
  useEffect(() => {
    let gone = false
    void keptNow().then((now) => !gone && setKept(now))
    return () => {
      gone = true
    }
  }, [])
  if (!kept) return null
  const ask = async () => {
    const safe = await navigator.storage.persist()
    setKept({ ...kept, safe })
    notice({ text: t(safe ? 'keptSafe' : 'keptNotSafe') })
  }
  return (
    <Box component="section" aria-label={t('kept')} sx={{ mt: 3 }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        {t('kept')}
      </Typography>
      <Box component="p" sx={{ m: 0, mb: 1, maxWidth: 680 }}>
        {t('keptHow', { size: megabytes(kept.used) })} {t(kept.safe ? 'keptSafe' : 'keptMayGo')}
      </Box>
      {!kept.safe && (
        <Button variant="outlined" color="inherit" onClick={() => void ask()} sx={{ minHeight: 44 }}>
          {t('keepIt')}
        </Button>
      )}
    </Box>
  )
}
