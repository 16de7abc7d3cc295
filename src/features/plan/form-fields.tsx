/** Text and choice fields of the planting form. */
'use client'
import TextField from '@mui/material/TextField'
import { useRef } from 'react'
import { Controller, type Control, type FieldPath } from 'react-hook-form'
import type { PlantingForm } from './planting-form'

interface FieldProps {
  control: Control<PlantingForm>
  name: FieldPath<PlantingForm>
  label: string
  helper?: string | undefined
}

export function Text({
  control,
  name,
  label,
  helper,
  type,
  numeric,
  multiline,
  placeholder,
  disabled,
}: FieldProps & { type?: string; numeric?: boolean; multiline?: boolean; placeholder?: string; disabled?: boolean }) {
  const id = useRef(`field-${name}`).current
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => (
        <TextField
          {...field}
          inputRef={field.ref}
          ref={undefined}
          id={id}
          label={label}
          disabled={disabled ?? false}
          type={type ?? 'text'}
          multiline={multiline ?? false}
          minRows={multiline ? 2 : undefined}
          placeholder={placeholder}
          error={!!fieldState.error}
          helperText={fieldState.error?.message ?? helper}
          slotProps={{
            inputLabel: type === 'date' || placeholder ? { shrink: true } : {},
            htmlInput: numeric ? { inputMode: 'decimal', autoComplete: 'off' } : {},
          }}
        />
      )}
    />
  )
}

export function Select({
  control,
  name,
  label,
  helper,
  disabled,
  children,
}: FieldProps & { disabled?: boolean; children: React.ReactNode }) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => (
        <TextField
          {...field}
          inputRef={field.ref}
          ref={undefined}
          select
          id={`field-${name}`}
          label={label}
          disabled={disabled ?? false}
          error={!!fieldState.error}
          helperText={fieldState.error?.message ?? helper}
          slotProps={
            name === 'lot' || name === 'bed' ? { select: { displayEmpty: true }, inputLabel: { shrink: true } } : {}
          }
        >
          {children}
        </TextField>
      )}
    />
  )
}
