/** A button that takes or chooses one photo. */
'use client'
import Button from '@mui/material/Button'
import type { ReactNode } from 'react'

interface Props {
  label: string
  icon: ReactNode
  onPhoto: (photo: File) => void
}

export function ChoosePhoto({ label, icon, onPhoto }: Props) {
  return (
    <Button component="label" variant="outlined" color="inherit" startIcon={icon} sx={{ minHeight: 48 }}>
      {label}
      <input
        type="file"
        accept="image/*"
        hidden
        aria-label={label}
        onChange={(event) => {
          const [photo] = event.target.files ?? []
          event.target.value = '' // the same one may be chosen again
          if (photo) onPhoto(photo)
        }}
      />
    </Button>
  )
}
