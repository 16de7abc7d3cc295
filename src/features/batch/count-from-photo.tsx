/** Takes or chooses a photo of a tray to count it from. */
'use client'
import CameraIcon from '@mui/icons-material/PhotoCameraOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useState, type ChangeEvent } from 'react'
import { useTranslations } from 'next-intl'
import type { Container } from '../../season/schema'
import { later } from '../../ui/later'
import type { PhotoResult } from './photo-count'

const PhotoCount = later(() => import('./photo-count').then((module) => module.PhotoCount))

export function CountFromPhoto({ container, onUse }: { container: Container; onUse: (result: PhotoResult) => void }) {
  const t = useTranslations('batch')
  const [photo, setPhoto] = useState<File>()
  return (
    <Box sx={{ mb: 1.5 }}>
      <Button component="label" variant="outlined" color="inherit" startIcon={<CameraIcon />} sx={{ minHeight: 48 }}>
        {t('photo.title')}
        <input
          type="file"
          accept="image/*"
          hidden
          aria-label={t('photo.title')}
          onChange={(event: ChangeEvent<HTMLInputElement>) => {
            setPhoto(event.target.files?.[0])
            event.target.value = ''
          }}
        />
      </Button>
      {photo && (
        <PhotoCount
          photo={photo}
          container={container}
          onUse={(result) => {
            setPhoto(undefined)
            onUse(result)
          }}
          onClose={() => setPhoto(undefined)}
        />
      )}
    </Box>
  )
}
