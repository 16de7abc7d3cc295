/** A photo that was shared to Dove Step: it waits here until a label says which batch it is of. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useEffect, useRef, useState } from 'react'
import { useTranslations } from 'next-intl'
import type { Batch } from '../../core/batch/batch'
import { SHARED_CACHE, SHARED_PHOTO } from '../../season/shared-photo'
import { keep } from '../../ui/records/photo-store'
import { useRecord } from '../../ui/records/use-record'
import { codesInPhoto } from './use-camera'

interface Props {
  /** The one batch on the list; nothing where there are none or several. */
  batch: Batch | undefined
  /** What labels in the photo say. */
  onTexts: (texts: readonly string[]) => void
}

/** The photo that waits on this device. */
async function waiting(): Promise<File | undefined> {
  if (!('caches' in window)) return undefined
  const kept = await caches.match(SHARED_PHOTO, { cacheName: SHARED_CACHE })
  if (!kept) return undefined
  const blob = await kept.blob()
  return new File([blob], 'photo', { type: blob.type })
}

const letGo = () => caches.delete(SHARED_CACHE)

export function SharedPhoto({ batch, onTexts }: Props) {
  const t = useTranslations('scan')
  const { record } = useRecord()
  const [photo, setPhoto] = useState<{ file: File; url: string }>()
  const [unreadable, setUnreadable] = useState(false)
  const tell = useRef(onTexts)
  useEffect(() => {
    tell.current = onTexts
  })
  useEffect(() => {
    let url: string | undefined
    let gone = false
    const look = async () => {
      const file = await waiting()
      if (gone || !file) return
      url = URL.createObjectURL(file)
      setPhoto({ file, url })
      const texts = await codesInPhoto(file)
      if (!gone && texts.length > 0) tell.current(texts)
    }
    look().catch((error: unknown) => console.warn('A shared photo cannot be read:', error))
    return () => {
      gone = true
      if (url) URL.revokeObjectURL(url)
    }
  }, [])
  if (!photo) return null
  const add = async (to: Batch) => {
    const { id, done } = keep(photo.file)
    if (!(await done)) return setUnreadable(true)
    await record({ batch: to.id, what: { did: 'note' }, photos: [id] }, t('shared.added', { batch: to.code }))
    await letGo()
    setPhoto(undefined)
  }
  const remove = () => {
    setPhoto(undefined)
    letGo().catch((error: unknown) => console.warn('A shared photo could not be deleted:', error))
  }
  return (
    <Box
      component="section"
      aria-label={t('shared.title')}
      sx={{ display: 'flex', gap: 1.5, mt: 1.5, p: 1.5, border: 1, borderColor: 'divider', borderRadius: 1.5 }}
    >
      {/* eslint-disable-next-line @next/next/no-img-element -- it lies on this device alone */}
      <img
        src={photo.url}
        alt={t('shared.title')}
        width={96}
        height={96}
        style={{ objectFit: 'cover', borderRadius: 6 }}
      />
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Box>
          {unreadable ? t('shared.unreadable') : batch ? t('shared.of', { batch: batch.code }) : t('shared.which')}
        </Box>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1 }}>
          {batch && !unreadable && (
            <Button variant="contained" disableElevation onClick={() => void add(batch)} sx={{ minHeight: 48 }}>
              {t('shared.add', { batch: batch.code })}
            </Button>
          )}
          <Button color="inherit" onClick={remove} sx={{ minHeight: 48 }}>
            {t('shared.delete')}
          </Button>
        </Box>
      </Box>
    </Box>
  )
}
