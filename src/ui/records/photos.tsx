/** Photos: kept on the device at once, sent when there is a way, shown from wherever they are. */
'use client'
import CameraIcon from '@mui/icons-material/PhotoCameraOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { del, get, set } from 'idb-keyval'
import { useEffect, useRef, useState } from 'react'
import { v4 as newId } from 'uuid'
import { useTranslations } from 'next-intl'

const LONGEST_SIDE = 1600 // px
const keyOf = (id: string) => `dove-photo-${id}`

/** A photo made small: it is written anew, so that nothing of where it was taken stays in it. */
async function madeSmall(file: File): Promise<Blob> {
  const picture = await createImageBitmap(file)
  const scale = Math.min(1, LONGEST_SIDE / Math.max(picture.width, picture.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(picture.width * scale)
  canvas.height = Math.round(picture.height * scale)
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height)
  return new Promise((done, failed) =>
    canvas.toBlob((blob) => (blob ? done(blob) : failed(new Error('this photo cannot be read'))), 'image/jpeg', 0.8),
  )
}

// Photos still being made small: a record may be written before they are.
const making = new Map<string, Promise<boolean>>()

/** Begins to keep a photo on this device; false when it cannot be read. */
function keep(file: File): { id: string; done: Promise<boolean> } {
  const id = newId()
  const done = madeSmall(file)
    .then((blob) => set(keyOf(id), blob))
    .then(
      () => true,
      () => false,
    )
    .finally(() => making.delete(id))
  making.set(id, done)
  return { id, done }
}

/** Sends the photos of a record that are still on this device. */
export async function sendPhotos(ids: readonly string[], season: string): Promise<void> {
  for (const id of ids) {
    await making.get(id)
    const blob = await get<Blob>(keyOf(id)).catch(() => undefined)
    if (!blob) continue
    const response = await fetch(`/api/photos/${id}?season=${season}`, {
      method: 'PUT',
      body: blob,
      signal: AbortSignal.timeout(120_000),
    })
    if (!response.ok && response.status !== 415) throw new Error(`the server answered ${response.status}`)
    await del(keyOf(id))
  }
}

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
            accept="image/*"
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
  useEffect(() => {
    let url: string | undefined
    let gone = false
    Promise.resolve(making.get(id))
      .then(() => get<Blob>(keyOf(id)))
      .then(
        (blob) => {
          if (gone) return
          if (blob) url = URL.createObjectURL(blob)
          setSource(url ?? `/api/photos/${id}`)
        },
        () => !gone && setSource(`/api/photos/${id}`),
      )
    return () => {
      gone = true
      if (url) URL.revokeObjectURL(url)
    }
  }, [id])
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
