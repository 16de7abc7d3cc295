/** Name, e-mail address and password, typed once. */
'use client'
import Box from '@mui/material/Box'
import TextField from '@mui/material/TextField'
import { useTranslations } from 'next-intl'
import './words'

export const SHORTEST_PASSWORD = 10

export interface Person {
  name: string
  email: string
  password: string
}

export const NOBODY: Person = { name: '', email: '', password: '' }

export function PersonFields({
  person,
  onChange,
  isNew,
}: {
  person: Person
  onChange: (person: Person) => void
  isNew: boolean
}) {
  const t = useTranslations('people')
  return (
    <Box sx={{ display: 'grid', gap: 2, width: '100%', maxWidth: 380 }}>
      {isNew && (
        <TextField
          label={t('yourName')}
          autoComplete="name"
          value={person.name}
          onChange={(event) => onChange({ ...person, name: event.target.value })}
          slotProps={{ htmlInput: { maxLength: 60 } }}
        />
      )}
      <TextField
        label={t('email')}
        type="email"
        autoComplete="username"
        value={person.email}
        onChange={(event) => onChange({ ...person, email: event.target.value })}
        helperText={isNew ? t('emailIsFor') : undefined}
      />
      <TextField
        label={t('password')}
        type="password"
        autoComplete={isNew ? 'new-password' : 'current-password'}
        value={person.password}
        onChange={(event) => onChange({ ...person, password: event.target.value })}
        helperText={isNew ? t('atLeast', { least: String(SHORTEST_PASSWORD) }) : undefined}
      />
    </Box>
  )
}
