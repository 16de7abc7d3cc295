/** Photos: kept on the device at once, sent when there is a way, shown from wherever they are. */
'use client'
import CameraIcon from '@mui/icons-material/PhotoCameraOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useEffect, useRef, useState } from 'react'
import { useTranslations } from 'next-intl'
import { useSeason } from '../season-context'
import { keep, localPhoto, making } from './photo-store'

/** Adds photos to what is being recorded. */
export function PhotoField({ photos, onChange }: { photos: string[]; onChange: (photos: string[]) => void }) {
  const t = useTranslations('records')
  const [problem, setProblem] = useState<string>()
  const latest = useRef(photos)
  useEffect(() => {
    latest.current = photos
  }, [photos])
  const add = async (files: FileList | null) => {
    setProblem(undefined)
    const begun = [...(files ?? [])].slice(0, 8 - photos.length).map((file) => ({ file, ...keep(file) }))
    onChange([...photos, ...begun.map(({ id }) => id)])
    for (const { file, id, done } of begun) {
      if (await done) continue
      setProblem(t('cannotBeReadAsA', { file: file.name }))
      onChange(latest.current.filter((other) => other !== id))
    }
  }
  return (
    <Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
        <Button component="label" variant="outlined" color="inherit" startIcon={<CameraIcon />} sx={{ minHeight: 44 }}>
          {t('photo')}
          <input
            type="file"
            accept="image/jpeg,image/png,image/webp,image/heic,image/heif"
            capture="environment"
            multiple
            hidden
            aria-label={t('addPhotos')}
            onChange={(event) => void add(event.target.files)}
          />
        </Button>
        {photos.map((id) => (
          <Photo key={id} id={id} size={48} />
        ))}
      </Box>
      {problem && <Box sx={{ color: 'error.main', fontSize: 14, mt: 0.5 }}>{problem}</Box>}
    </Box>
  )
}

/** A photo, from this device or from the server. */
export function Photo({ id, size }: { id: string; size: number }) {
  const t = useTranslations('records')
  const [source, setSource] = useState<string>()
  const there = `/api/photos/${id}?season=${useSeason().data.own}`
  useEffect(() => {
    let url: string | undefined
    let gone = false
    void Promise.resolve(making.get(id))
      .then(() => localPhoto(id))
      .then((blob) => {
        if (gone) return
        if (blob) url = URL.createObjectURL(blob)
        setSource(url ?? there)
      })
    return () => {
      gone = true
      if (url) URL.revokeObjectURL(url)
    }
  }, [id, there])
  if (!source) return <Box sx={{ width: size, height: size, bgcolor: 'action.hover' }} />
  return (
    <a href={source} target="_blank" rel="noreferrer" aria-label={t('openThePhoto')}>
      {/* eslint-disable-next-line @next/next/no-img-element -- it is small already, and may lie on the device alone */}
      <img
        src={source}
        alt=""
        width={size}
        height={size}
        style={{ objectFit: 'cover', borderRadius: 4, display: 'block' }}
      />
    </a>
  )
}
