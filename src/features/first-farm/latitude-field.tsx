/** A field that takes a latitude in whatever way people write it. */
'use client'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { readLatitude } from '../../core/climate/latitude'
import { WordField } from '../../ui/fields'
import { useFormat, useUnits } from '../../ui/units'
import { latitudeWords } from './model'
import './words'

interface LatitudeFieldProps {
  label: string
  value: number | undefined
  error: string | undefined
  onChange: (value: number | undefined) => void
}

/** A latitude: `47.6`, `47°36′ N`, `42 S`. */
export function LatitudeField({ label, value, error, onChange }: LatitudeFieldProps) {
  const t = useTranslations('firstFarm')
  const format = useFormat(useUnits())
  const [text, setText] = useState(() => (value === undefined ? '' : String(value)))
  const read = readLatitude(text)
  return (
    <WordField
      label={label}
      value={text}
      onChange={(next) => {
        setText(next)
        onChange(readLatitude(next))
      }}
      error={text.trim() !== '' && read === undefined ? t('writeALatitude') : error}
      help={read === undefined ? t('asLatitudesAreWritten') : latitudeWords(read, format)}
    />
  )
}
