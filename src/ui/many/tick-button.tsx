/** Begins ticking rows of a list, and ends it. */
'use client'
import TickIcon from '@mui/icons-material/ChecklistOutlined'
import Button from '@mui/material/Button'

export function TickButton({ name, on, onToggle }: { name: string; on: boolean; onToggle: () => void }) {
  return (
    <Button color="inherit" aria-pressed={on} onClick={onToggle} startIcon={<TickIcon />}>
      {name}
    </Button>
  )
}
