/** Fields that many editors share: numbers in the reader's units, choices and words. */
'use client'
import InputAdornment from '@mui/material/InputAdornment'
import MenuItem from '@mui/material/MenuItem'
import TextField, { type TextFieldProps } from '@mui/material/TextField'
import { useId, useState } from 'react'
import { useTranslations } from 'next-intl'
import { scaleOf, shownText, storedValue, type Quantity } from './measure'
import { useUnits } from './units'

interface Common {
  label: string
  help?: string | undefined
  error?: string | undefined
  disabled?: boolean
  width?: number | string
  /** The label is said by something else on the screen. */
  hideLabel?: boolean
}

const look = ({ label, help, error, disabled, width, hideLabel }: Common, id: string): TextFieldProps => ({
  id,
  disabled: disabled ?? false,
  error: error !== undefined,
  helperText: error ?? help,
  ...(hideLabel ? {} : { label }),
  ...(width === undefined ? {} : { fullWidth: false, sx: { width } }),
})

export interface NumberFieldProps extends Common {
  value: number | undefined
  quantity?: Quantity
  /** Said after the number, where the quantity has no unit of its own. */
  unit?: string
  onChange: (value: number | undefined) => void
}

/** A number in the reader's units. What is no number stays as it was typed, with a word about it. */
export function NumberField({ value, quantity = 'number', unit, onChange, ...common }: NumberFieldProps) {
  const t = useTranslations('ui')
  const units = useUnits()
  const id = useId()
  const shown = shownText(value, quantity, units)
  // What was typed stays as it was typed while the value is the one it made, or the one before it (where an
  // empty field is not taken); a value set from elsewhere replaces it.
  const [typed, setTyped] = useState<{ text: string; made: string; before: string | undefined }>({
    text: shown,
    made: shown,
    before: undefined,
  })
  if (typed.before !== undefined && shown === typed.made && shown !== typed.before)
    setTyped({ ...typed, before: undefined })
  const text = shown === typed.made || shown === typed.before ? typed.text : shown
  const wrong = storedValue(text, quantity, units) === null
  const said = unit ?? scaleOf(quantity, units).unit
  return (
    <TextField
      {...look({ ...common, error: wrong ? t('writeANumber') : common.error }, id)}
      value={text}
      onChange={(event) => {
        const next = storedValue(event.target.value, quantity, units)
        setTyped({
          text: event.target.value,
          made: next === null ? shown : shownText(next, quantity, units),
          before: shown,
        })
        if (next !== null) onChange(next)
      }}
      slotProps={{
        htmlInput: {
          inputMode: 'decimal',
          autoComplete: 'off',
          ...(common.hideLabel ? { 'aria-label': common.label } : {}),
        },
        // A unit stands in the field from the start: its label must not lie over it.
        inputLabel: said ? { shrink: true } : {},
        input: said ? { endAdornment: <InputAdornment position="end">{said}</InputAdornment> } : {},
      }}
    />
  )
}

/** Words. */
export function WordField({
  value,
  onChange,
  lines,
  placeholder,
  type,
  ...common
}: Common & {
  value: string
  onChange: (value: string) => void
  lines?: number
  placeholder?: string
  type?: 'text' | 'search'
}) {
  const id = useId()
  return (
    <TextField
      {...look(common, id)}
      type={type ?? 'text'}
      value={value}
      multiline={lines !== undefined}
      {...(lines === undefined ? {} : { minRows: lines })}
      {...(placeholder === undefined ? {} : { placeholder })}
      onChange={(event) => onChange(event.target.value)}
      slotProps={{
        inputLabel: placeholder ? { shrink: true } : {},
        htmlInput: common.hideLabel ? { 'aria-label': common.label } : {},
      }}
    />
  )
}

/** One of several; an empty value is one of them where `none` says what it means. */
export function ChoiceField<T extends string>({
  value,
  options,
  none,
  onChange,
  ...common
}: Common & {
  value: T | ''
  options: readonly (readonly [T, string])[]
  none?: string
  onChange: (value: T | '') => void
}) {
  const id = useId()
  return (
    <TextField
      {...look(common, id)}
      select
      value={value}
      onChange={(event) => onChange(event.target.value as T | '')}
      slotProps={{
        select: {
          displayEmpty: none !== undefined,
          ...(common.hideLabel ? { inputProps: { 'aria-label': common.label } } : {}),
        },
        inputLabel: none === undefined ? {} : { shrink: true },
      }}
    >
      {none !== undefined && <MenuItem value="">{none}</MenuItem>}
      {options.map(([key, text]) => (
        <MenuItem key={key} value={key}>
          {text}
        </MenuItem>
      ))}
    </TextField>
  )
}
