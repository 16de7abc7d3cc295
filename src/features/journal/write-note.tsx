/** A note of the day, of a place or of nothing in particular. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import { useState } from 'react'
import { ChoiceField, WordField } from '../../ui/fields'
import { PhotoField } from '../../ui/records/photos'
import { useRecord, useWho } from '../../ui/records/use-record'
import { useSeason } from '../../ui/season-context'

export function WriteNote({ onClose }: { onClose: () => void }) {
  const { season } = useSeason()
  const { record } = useRecord()
  const [who, setWho] = useWho()
  const [note, setNote] = useState('')
  const [place, setPlace] = useState('')
  const [photos, setPhotos] = useState<string[]>([])
  const [problem, setProblem] = useState<string>()
  const write = async () => {
    if (note.trim() === '' && photos.length === 0) return setProblem('Write something, or add a photo.')
    await record({ place: place === '' ? undefined : place, what: { did: 'note' }, note: note.trim() === '' ? undefined : note.trim(), photos }, 'Noted.')
    onClose()
  }
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="note-title">
      <Box sx={{ p: 2.5, display: 'grid', gap: 2 }}>
        <Box component="h2" id="note-title" sx={{ m: 0, fontFamily: 'var(--heading)', fontWeight: 400, fontSize: 22 }}>
          Write a note
        </Box>
        {problem && <Alert severity="error">{problem}</Alert>}
        <WordField label="Note" value={note} onChange={setNote} lines={3} />
        <ChoiceField label="Place" value={place} none="None in particular" options={season.places.map((one) => [one.key, one.name] as const)} onChange={setPlace} />
        <WordField label="Written by" value={who} onChange={setWho} />
        <PhotoField photos={photos} onChange={setPhotos} />
        <Box sx={{ display: 'flex', gap: 1 }}>
          <Button variant="contained" disableElevation onClick={() => void write()} sx={{ minHeight: 48, flex: 1 }}>
            Write it down
          </Button>
          <Button variant="outlined" color="inherit" onClick={onClose} sx={{ minHeight: 48 }}>
            Close
          </Button>
        </Box>
      </Box>
    </Dialog>
  )
}
