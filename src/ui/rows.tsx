/** A list in a form: a row of fields for each, a way to take it out, and one to add another. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import type { ReactNode } from 'react'
import { useTranslations } from 'next-intl'

export interface RowsProps<T> {
  value: readonly T[]
  onChange: (value: T[]) => void
  /** Widths of the fields; the way out comes after them. */
  columns: string
  /** Fields of one of them. */
  fields: (one: T, set: (part: Partial<T>) => void, i: number) => ReactNode
  keyOf?: (one: T, i: number) => string | number
  /** Why one cannot be taken out; nothing where it can. */
  kept?: (one: T) => string | undefined
  /** What one is called, for the button that takes it out. */
  nameOf?: (one: T) => string
  /** What adds another, and what it is at first; left out where none is added here. */
  add?: { label: string; make: () => T }
}

export function Rows<T extends object>({ value, onChange, columns, fields, kept, nameOf, add, keyOf }: RowsProps<T>) {
  const t = useTranslations('ui')
  return (
    <>
      {value.map((one, i) => {
        const why = kept?.(one)
        return (
          <Box
            key={keyOf ? keyOf(one, i) : i}
            sx={{ display: 'grid', gridTemplateColumns: `${columns} auto`, gap: 1, alignItems: 'start' }}
          >
            {fields(one, (part) => onChange(value.map((other, j) => (j === i ? { ...other, ...part } : other))), i)}
            <Button
              size="small"
              color="inherit"
              disabled={why !== undefined}
              title={why ?? ''}
              {...(nameOf ? { 'aria-label': t('delete', { nameOf: nameOf(one) }) } : {})}
              onClick={() => onChange(value.filter((_, j) => j !== i))}
            >
              {t('delete2')}
            </Button>
          </Box>
        )
      })}
      {add && (
        <Button
          size="small"
          startIcon={<AddIcon />}
          sx={{ justifySelf: 'start' }}
          onClick={() => onChange([...value, add.make()])}
        >
          {add.label}
        </Button>
      )}
    </>
  )
}
