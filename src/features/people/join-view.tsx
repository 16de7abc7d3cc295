/** Following an invitation. */
'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { join } from '../../actions/people'
import type { Role } from '../../season/roles'
import { callServer, troubleWords } from '../../ui/call-server'
import { useFormat } from '../../ui/units'
import { Alone } from './alone'
import { NOBODY, PersonFields, SHORTEST_PASSWORD } from './person-fields'
import { goAnew } from '../../ui/held-season'
import { signIn } from './sign-in'
import './words'

export function JoinView({
  token,
  invitation,
  signedInAs,
}: {
  token: string
  invitation: { farm: string | null; role: Role } | null
  signedInAs: string | null
}) {
  const t = useTranslations('people')
  const format = useFormat('metric')
  const [person, setPerson] = useState(NOBODY)
  const [busy, setBusy] = useState(false)
  const [wrong, setWrong] = useState<string>()
  if (!invitation)
    return (
      <Alone title={t('joinNow')}>
        <Typography component="p">{t('linkNoLonger')}</Typography>
        <Button component={Link} href="/">
          {t('signIn')}
        </Button>
      </Alone>
    )
  const go = async () => {
    setBusy(true)
    const said = await callServer(() =>
      join(token, signedInAs === null ? { ...person, name: person.name.trim(), email: person.email.trim() } : null),
    )
    setBusy(false)
    if (!said.ok) return setWrong(troubleWords(said, format))
    if (!said.answer.ok)
      return setWrong(
        said.answer.reason === 'taken'
          ? t('taken')
          : said.answer.reason === 'wrong'
            ? t('fillIn', { least: String(SHORTEST_PASSWORD) })
            : t('linkNoLonger'),
      )
    if (signedInAs === null) await signIn(person.email, person.password)
    goAnew('/')
  }
  return (
    <Alone
      title={invitation.farm === null ? t('joinAll') : t('join', { farm: invitation.farm })}
      onSubmit={() => void go()}
    >
      <Typography component="p">
        {t('youAreInvited', { role: t(`roles.${invitation.role}`) })} {t(`rolesMay.${invitation.role}`)}
      </Typography>
      {signedInAs === null && <PersonFields person={person} onChange={setPerson} isNew />}
      {wrong !== undefined && <Alert severity="error">{wrong}</Alert>}
      <Button type="submit" variant="contained" size="large" disabled={busy}>
        {signedInAs === null ? t('joinNow') : t('joinAs', { name: signedInAs })}
      </Button>
      {signedInAs === null && (
        <Button component={Link} href={`/sign-in?to=${encodeURIComponent(`/join/${token}`)}`}>
          {t('haveOne')}
        </Button>
      )}
    </Alone>
  )
}
