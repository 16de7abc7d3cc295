/** A name and what it is added as, on one line. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import { useState, type FormEvent } from 'react'

const LONGEST = 60

export function AddName({
  label,
  action,
  busy,
  isMain = false,
  onAdd,
}: {
  label: string
  action: string
  busy: boolean
  /** It is what one comes to this part for. */
  isMain?: boolean
  /** `added` empties the field, unless something else was typed meanwhile. */
  onAdd: (name: string, added: () => void) => void
}) {
  const [typed, setTyped] = useState('')
  const name = typed.trim()
  const add = (event: FormEvent) => {
    event.preventDefault()
    if (name !== '') onAdd(name, () => setTyped((now) => (now.trim() === name ? '' : now)))
  }
  return (
    <Box
      component="form"
      noValidate
      onSubmit={add}
      sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'flex-start' }}
    >
      <TextField
        label={label}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        slotProps={{ htmlInput: { maxLength: LONGEST } }}
        sx={{ width: { xs: '100%', sm: 300 } }}
      />
      <Button
        type="submit"
        variant={isMain ? 'contained' : 'outlined'}
        disabled={busy || name === ''}
        sx={{ minHeight: 42 }}
      >
        {action}
      </Button>
    </Box>
  )
}
