/** Finding a batch by the code on its label. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import { useRouter, useSearchParams } from 'next/navigation'
import { useState } from 'react'
import { readCode } from '../../core/labels/codes'

/** A code read from a tray opens its batch. */
export function FindCode({ lost, onLost }: { lost: boolean; onLost: () => void }) {
  const router = useRouter()
  const search = useSearchParams()
  const [text, setText] = useState(search.get('code') ?? '')
  const [problem, setProblem] = useState(WRONG[search.get('wrong') ?? ''])
  return (
    <Box
      component="form"
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault()
        const read = readCode(text)
        if (read.ok) router.push(`/b/${read.code}`)
        else setProblem(WRONG[read.reason])
      }}
      sx={{ display: 'flex', gap: 1, mt: 1.5, alignItems: 'flex-start', flexWrap: 'wrap' }}
    >
      <TextField
        label="Code on a tray"
        fullWidth={false}
        value={text}
        onChange={(event) => {
          setText(event.target.value)
          setProblem(undefined)
        }}
        error={problem !== undefined}
        helperText={problem}
        slotProps={{
          htmlInput: {
            autoCapitalize: 'characters',
            autoComplete: 'off',
            spellCheck: false,
            maxLength: 12,
            style: { fontSize: 20, letterSpacing: '0.08em', width: 130 },
          },
        }}
      />
      <Button type="submit" variant="outlined" color="inherit" sx={{ minHeight: 46 }}>
        Open
      </Button>
      <Button type="button" color="inherit" aria-expanded={lost} onClick={onLost} sx={{ minHeight: 46 }}>
        No label on it?
      </Button>
    </Box>
  )
}

const WRONG: Record<string, string> = {
  length: 'A code has five characters.',
  character: 'One of these is never in a code: look again, a 1 may be a 7, a 0 a D.',
  check: 'These five do not belong together: one was read wrong.',
  unknown: 'No batch of this season has that code.',
}
