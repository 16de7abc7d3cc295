/** Takes or chooses a photo of a tray to count it from. */
'use client'
import CameraIcon from '@mui/icons-material/PhotoCameraOutlined'
import Box from '@mui/material/Box'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import type { Container } from '../../season/schema'
import { ChoosePhoto } from '../../ui/choose-photo'
import { later } from '../../ui/later'
import type { PhotoResult } from './photo-count'

const PhotoCount = later(() => import('./photo-count').then((module) => module.PhotoCount))

export function CountFromPhoto({ container, onUse }: { container: Container; onUse: (result: PhotoResult) => void }) {
  const t = useTranslations('batch')
  const [photo, setPhoto] = useState<File>()
  return (
    <Box sx={{ mb: 1.5 }}>
      <ChoosePhoto label={t('photo.title')} icon={<CameraIcon />} onPhoto={setPhoto} />
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
