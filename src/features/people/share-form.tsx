/** Sharing is off: what that means, and switching it on. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { goAnew } from '../../ui/held-season'
import { shareFarms } from '../../actions/people'
import { NOBODY, PersonFields, SHORTEST_PASSWORD } from './person-fields'
import { Part } from './part'
import { signIn } from './sign-in'
import { useAsk } from './use-ask'
import './words'

export function ShareForm() {
  const t = useTranslations('people')
  const [person, setPerson] = useState(NOBODY)
  const [wrong, setWrong] = useState<string>()
  const { busy, ask } = useAsk()
  const share = () =>
    ask(
      () => shareFarms({ ...person, name: person.name.trim(), email: person.email.trim() }),
      (done) => {
        if (done.ok) {
          void signIn(person.email, person.password).then(() => goAnew())
          return
        }
        setWrong(
          done.reason === 'taken'
            ? t('takenHere')
            : done.reason === 'shared-already'
              ? t('sharedAlready')
              : t('fillIn', { least: String(SHORTEST_PASSWORD) }),
        )
      },
    )
  return (
    <>
      <Typography component="p" sx={{ mt: 1, maxWidth: 720 }}>
        {t('nobodySignsIn')} {t('fineAlone')}
      </Typography>
      <Part title={t('shareTheFarm')}>
        <Typography component="p" sx={{ mb: 2, maxWidth: 720 }}>
          {t('youBecomeOwner')}
        </Typography>
        <Box
          component="form"
          noValidate
          onSubmit={(event: React.FormEvent) => {
            event.preventDefault()
            share()
          }}
          sx={{ display: 'grid', gap: 2, justifyItems: 'start' }}
        >
          <PersonFields person={person} onChange={setPerson} isNew />
          {wrong !== undefined && <Alert severity="error">{wrong}</Alert>}
          <Button type="submit" variant="contained" disabled={busy}>
            {t('startSharing')}
          </Button>
        </Box>
      </Part>
    </>
  )
}
