/** Text and choice fields of the planting form. */
'use client'
import TextField from '@mui/material/TextField'
import { useRef } from 'react'
import { Controller, type Control, type FieldPath } from 'react-hook-form'
import { DayField } from '../../ui/day-field'
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
  numeric,
  multiline,
  placeholder,
  disabled,
}: FieldProps & { numeric?: boolean; multiline?: boolean; placeholder?: string; disabled?: boolean }) {
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
          multiline={multiline ?? false}
          minRows={multiline ? 2 : undefined}
          placeholder={placeholder}
          error={!!fieldState.error}
          helperText={fieldState.error?.message ?? helper}
          slotProps={{
            inputLabel: placeholder ? { shrink: true } : {},
            htmlInput: numeric ? { inputMode: 'decimal', autoComplete: 'off' } : {},
          }}
        />
      )}
    />
  )
}

/** A day of the planting form; what is no day stays as it is typed, and the form says so. */
export function DayText({ control, name, label, helper, disabled }: FieldProps & { disabled?: boolean }) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => (
        <DayField
          raw
          id={`field-${name}`}
          inputRef={field.ref}
          label={label}
          value={typeof field.value === 'string' ? field.value : ''}
          onChange={field.onChange}
          onBlur={field.onBlur}
          disabled={disabled ?? false}
          error={fieldState.error?.message}
          help={helper}
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
