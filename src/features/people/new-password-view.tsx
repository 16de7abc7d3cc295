/** Choosing a new password by a link, in the place of one that was forgotten. */
'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { Alone } from './alone'
import { SHORTEST_PASSWORD } from './person-fields'
import { choosePassword } from './sign-in'
import './words'

type Stands = 'open' | 'saving' | 'saved' | 'tooShort' | 'passwordLinkNoLonger' | 'noAnswer'

export function NewPasswordView({ token, name }: { token: string; name: string | null }) {
  const t = useTranslations('people')
  const [password, setPassword] = useState('')
  const [stands, setStands] = useState<Stands>(name === null ? 'passwordLinkNoLonger' : 'open')
  if (name === null || stands === 'saved')
    return (
      <Alone title={name === null ? t('newPassword') : t('choosePassword', { name })}>
        <Typography component="p">{t(name === null ? 'passwordLinkNoLonger' : 'passwordSaved')}</Typography>
        <Button component={Link} href="/sign-in" variant="contained" size="large">
          {t('signIn')}
        </Button>
      </Alone>
    )
  const save = async () => {
    if (password.length < SHORTEST_PASSWORD) return setStands('tooShort')
    setStands('saving')
    setStands(await choosePassword(token, password))
  }
  const least = String(SHORTEST_PASSWORD)
  return (
    <Alone title={t('choosePassword', { name })} onSubmit={() => void save()}>
      <Typography component="p">{t('choosePasswordHow')}</Typography>
      <TextField
        label={t('newPassword')}
        type="password"
        autoComplete="new-password"
        value={password}
        onChange={(event) => setPassword(event.target.value)}
        error={stands === 'tooShort'}
        helperText={t('atLeast', { least })}
        sx={{ width: '100%', maxWidth: 380 }}
      />
      {stands === 'passwordLinkNoLonger' && <Alert severity="error">{t('passwordLinkNoLonger')}</Alert>}
      {stands === 'noAnswer' && <Alert severity="error">{t('refused.noAnswer')}</Alert>}
      <Button type="submit" variant="contained" size="large" disabled={stands === 'saving'}>
        {t('savePassword')}
      </Button>
    </Alone>
  )
}
