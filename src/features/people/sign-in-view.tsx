/** Signing in. */
'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useEffect, useState, useSyncExternalStore } from 'react'
import { useTranslations } from 'next-intl'
import { Alone } from './alone'
import { NOBODY, PersonFields } from './person-fields'
import { goAnew, leaveDevice } from '../../ui/held-season'
import { type ByPasskey, canUsePasskeys, type SignedIn, signIn, signInByPasskey } from './sign-in'
import './words'

const never = () => () => undefined

export function SignInView({ to, hasOwner }: { to: string; hasOwner: boolean }) {
  const t = useTranslations('people')
  const [person, setPerson] = useState(NOBODY)
  const [busy, setBusy] = useState(false)
  const [wrong, setWrong] = useState<Exclude<SignedIn | ByPasskey, 'signed-in' | 'stopped'>>()
  const passkeys = useSyncExternalStore(never, canUsePasskeys, () => false)
  // Nobody is signed in: what another window still kept, or what was kept until a phone was revoked, goes too.
  useEffect(() => {
    leaveDevice().catch((error: unknown) => console.warn('What lies on this device could not be deleted:', error))
  }, [])
  if (!hasOwner)
    return (
      <Alone title={t('signInTo')}>
        <Typography component="p">{t('notMadeYet')}</Typography>
      </Alone>
    )
  const go = async () => {
    setBusy(true)
    const done = await signIn(person.email, person.password)
    if (done === 'signed-in') return goAnew(to)
    setWrong(done)
    setBusy(false)
  }
  const byPasskey = async () => {
    setBusy(true)
    const done = await signInByPasskey()
    if (done === 'signed-in') return goAnew(to)
    setWrong(done === 'stopped' ? undefined : done)
    setBusy(false)
  }
  return (
    <Alone title={t('signInTo')} onSubmit={() => void go()}>
      <PersonFields person={person} onChange={setPerson} isNew={false} />
      {wrong && <Alert severity="error">{t(`refused.${wrong}`)}</Alert>}
      <Button type="submit" variant="contained" size="large" disabled={busy}>
        {t('signIn')}
      </Button>
      {passkeys && (
        <Button variant="outlined" color="inherit" size="large" disabled={busy} onClick={() => void byPasskey()}>
          {t('signInByPasskey')}
        </Button>
      )}
      <Typography component="p" sx={{ color: 'text.secondary' }}>
        {t('noAccount')}
      </Typography>
    </Alone>
  )
}
