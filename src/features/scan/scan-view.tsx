/** Scan: labels before the camera, one or several, and what is done with what they name. */
'use client'
import CameraIcon from '@mui/icons-material/PhotoCameraOutlined'
import PictureIcon from '@mui/icons-material/ImageOutlined'
import TagIcon from '@mui/icons-material/NfcOutlined'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState, type FormEvent } from 'react'
import { useTranslations } from 'next-intl'
import { z } from 'zod'
import { ChoosePhoto } from '../../ui/choose-photo'
import { useSeason } from '../../ui/season-context'
import { useKept } from '../../ui/use-kept'
import { batchScanned, scannedBatches, type Scanned } from './model'
import { ScannedList } from './scanned-list'
import { SharedPhoto } from './shared-photo'
import { useMay } from '../../ui/may'
import { codesInPhoto, useCamera, type CameraTrouble } from './use-camera'
import { readsTags, useTags } from './use-tags'

const List = z.array(z.object({ id: z.string(), trays: z.int().min(1).optional() })) as z.ZodType<Scanned[]>
const NONE: Scanned[] = []

type Problem =
  { kind: 'length' | 'character' | 'check' | 'unknown'; text: string } | { kind: 'no-label' } | CameraTrouble

export function ScanView() {
  const t = useTranslations('scan')
  const { plan, season, today, data } = useSeason()
  const [list, setList] = useKept<Scanned[]>(`scanned ${data.own}`, List, NONE)
  const [camera, setCamera] = useState(0)
  const [tags, setTags] = useState(false)
  const [problem, setProblem] = useState<Problem>()
  const [said, setSaid] = useState('')

  /** Puts on the list what was read. @returns whether there was any batch in it */
  const take = (texts: readonly string[]): boolean => {
    const ids: string[] = []
    let wrong: Problem | undefined
    for (const text of texts) {
      const read = batchScanned(text, plan, season.records)
      if (read.ok) ids.push(read.id)
      else wrong = { kind: read.reason, text: text.slice(0, 60) }
    }
    setProblem(wrong)
    if (ids.length === 0) return false
    setSaid(t('onTheList', { batch: ids.map((id) => plan.byId.get(id)!.code).join(', ') }))
    const known = new Map(list.map((one) => [one.id, one]))
    if (ids.some((id) => !known.has(id)) && 'vibrate' in navigator) navigator.vibrate(40)
    // What was scanned last stands first.
    setList([...ids.map((id) => known.get(id) ?? { id }), ...list.filter(({ id }) => !ids.includes(id))])
    return true
  }
  const { video, trouble } = useCamera(camera, take)
  const runs = camera > 0 && trouble === undefined
  const refused = useTags(tags, (text) => take([text]))
  const fromPhoto = async (photo: File) => {
    try {
      const found = await codesInPhoto(photo)
      if (found.length === 0) return setProblem({ kind: 'no-label' })
      take(found)
    } catch (error) {
      console.warn('A photo cannot be read:', error)
      setProblem({ kind: 'no-label' })
    }
  }
  const shown = scannedBatches(list, plan, today)
  const records = useMay('record') && !data.whatIf
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2, maxWidth: 720 }}>
      <Typography variant="h1">{t('title')}</Typography>
      <Typography component="p" sx={{ color: 'text.secondary', mt: 0.5 }}>
        {t('how')}
      </Typography>
      {records && <SharedPhoto batch={shown.length === 1 ? shown[0]!.batch : undefined} onTexts={take} />}
      {runs && (
        <Box
          component="video"
          ref={video}
          muted
          playsInline
          aria-label={t('picture')}
          sx={{ mt: 1.5, width: '100%', maxHeight: '38dvh', objectFit: 'cover', borderRadius: 1.5, bgcolor: '#27313B' }}
        />
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1.5 }}>
        <Button
          variant={runs ? 'outlined' : 'contained'}
          color={runs ? 'inherit' : 'primary'}
          disableElevation
          startIcon={<CameraIcon />}
          onClick={() => setCamera(runs ? 0 : camera + 1)}
          sx={{ minHeight: 48 }}
        >
          {runs ? t('cameraOff') : t('useCamera')}
        </Button>
        <ChoosePhoto label={t('fromPhoto')} icon={<PictureIcon />} onPhoto={(photo) => void fromPhoto(photo)} />
        {readsTags() && (
          <Button
            variant="outlined"
            color="inherit"
            aria-pressed={tags}
            startIcon={<TagIcon />}
            onClick={() => setTags(!tags)}
            sx={{ minHeight: 48 }}
          >
            {tags ? t('tagsOff') : t('readTags')}
          </Button>
        )}
      </Box>
      {camera === 0 && (
        <Typography component="p" sx={{ color: 'text.secondary', fontSize: 14, mt: 0.75 }}>
          {t('stays')}
        </Typography>
      )}
      <Typed onText={(text) => take([text])} />
      <Box role="status" sx={{ position: 'absolute', width: 1, height: 1, overflow: 'hidden', clipPath: 'inset(50%)' }}>
        {said}
      </Box>
      <Trouble problem={trouble ?? problem} />
      {refused && (
        <Alert severity="warning" sx={{ mt: 1.5 }}>
          {t('tagsRefused')}
        </Alert>
      )}
      <ScannedList shown={shown} list={list} onList={setList} />
    </Box>
  )
}

/** A code read with the eyes. */
function Typed({ onText }: { onText: (text: string) => boolean }) {
  const t = useTranslations('scan')
  const [text, setText] = useState('')
  return (
    <Box
      component="form"
      onSubmit={(event: FormEvent) => {
        event.preventDefault()
        if (text.trim() !== '' && onText(text)) setText('')
      }}
      sx={{ display: 'flex', gap: 1, mt: 2, alignItems: 'flex-start' }}
    >
      <TextField
        label={t('code')}
        value={text}
        onChange={(event) => setText(event.target.value)}
        slotProps={{
          htmlInput: {
            autoCapitalize: 'characters',
            autoComplete: 'off',
            spellCheck: false,
            maxLength: 12,
            style: { fontSize: 20, letterSpacing: '0.08em' },
          },
        }}
      />
      <Button type="submit" variant="outlined" color="inherit" sx={{ minHeight: 48 }}>
        {t('add')}
      </Button>
    </Box>
  )
}

function Trouble({ problem }: { problem: Problem | undefined }) {
  const t = useTranslations('scan')
  if (problem === undefined) return null
  return (
    <Alert severity="warning" sx={{ mt: 1.5 }}>
      {typeof problem === 'string'
        ? t(`camera.${problem}`)
        : problem.kind === 'no-label'
          ? t('noLabel')
          : t(`wrong.${problem.kind}`, { text: problem.text })}
    </Alert>
  )
}
