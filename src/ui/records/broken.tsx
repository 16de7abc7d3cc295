/** Containers that broke or were lost, said where they are seen. */
'use client'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import type { Container } from '../../season/schema'
import { later } from '../later'

const BrokenForm = later(() => import('./broken-form').then((module) => module.BrokenForm))

export interface BrokenProps {
  container: Container
  /** There can be no more of them than these. */
  most: number | undefined
  /** They were waiting to be washed, and no longer are. */
  unwashed?: boolean
}

export function Broken(props: BrokenProps) {
  const t = useTranslations('records')
  const [open, setOpen] = useState(false)
  if (open) return <BrokenForm {...props} onClose={() => setOpen(false)} />
  return (
    <Button
      color="inherit"
      size="small"
      onClick={() => setOpen(true)}
      aria-label={t('someBrokeOf', { name: props.container.name })}
      sx={{ minHeight: 48, whiteSpace: 'nowrap' }}
    >
      {t('someBroke')}
    </Button>
  )
}
