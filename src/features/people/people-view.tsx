/** People: who is on the farm and as what, invitations, and where one is signed in. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { useFollowsSeason } from '../../ui/come-back'
import { leaveFarm, shareNoMore } from '../../actions/people'
import type { PeopleListed } from '../../actions/people-listed'
import { useSeason } from '../../ui/season-context'
import { goAnew } from '../../ui/held-season'
import { Members } from './members'
import { HandOver } from './hand-over'
import { Hands } from './hands'
import { Invitations } from './invitations'
import { OwnData } from './own-data'
import { Part } from './part'
import { Passkeys } from './passkeys'
import { Phones } from './phones'
import { ShareForm } from './share-form'
import { signOut } from './sign-in'
import { SignIns } from './sign-ins'
import { useAsk } from './use-ask'
import './words'

export function PeopleView({ listed }: { listed: PeopleListed }) {
  useFollowsSeason()
  const t = useTranslations('people')
  const { me, owns, keeps } = listed
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2, maxWidth: 900 }}>
      <Typography variant="h1">{t('people')}</Typography>
      {me === null ? (
        listed.isPhone ? (
          <Typography component="p" sx={{ mt: 1, maxWidth: 720 }}>
            {t('thisIsPhone')}
          </Typography>
        ) : (
          <ShareForm />
        )
      ) : (
        <>
          <Members members={listed.members} me={me.id} owns={owns} />
          {owns && <Invitations invitations={listed.invitations} />}
          {listed.plans && <Phones phones={listed.phones} addresses={listed.addresses} />}
          {listed.plans && <Hands hands={listed.hands} />}
          <Passkeys passkeys={listed.passkeys} />
          <SignIns signIns={listed.signIns} />
          <Leaving />
          {owns && (
            <Typography component="p" sx={{ mt: 4 }}>
              <Link href="/audit">{t('auditLink')}</Link>
            </Typography>
          )}
          <OwnData />
          {keeps && listed.members.length > 1 && <HandOver others={listed.members.filter(({ id }) => id !== me.id)} />}
          {keeps && <StopSharing />}
        </>
      )}
    </Box>
  )
}

function Leaving() {
  const t = useTranslations('people')
  const { data } = useSeason()
  const { busy, ask, say } = useAsk()
  const out = async () => {
    if (await signOut()) goAnew('/sign-in')
    else say(t('noAnswer'))
  }
  const leave = () =>
    ask(
      () => leaveFarm(data.view),
      (done) => {
        if (done === 'last-owner') say(t('lastOwner'))
        else goAnew('/')
      },
    )
  return (
    <Box sx={{ display: 'flex', gap: 1.5, mt: 2 }}>
      <Button variant="outlined" color="inherit" onClick={() => void out()}>
        {t('signOut')}
      </Button>
      <Button color="inherit" disabled={busy} onClick={leave}>
        {t('leave')}
      </Button>
    </Box>
  )
}

function StopSharing() {
  const t = useTranslations('people')
  const [sure, setSure] = useState(false)
  const { busy, ask } = useAsk()
  return (
    <Part title={t('stopSharing')}>
      <Typography component="p" sx={{ maxWidth: 720 }}>
        {t('stopSharingMeans')}
      </Typography>
      <Box sx={{ display: 'flex', gap: 1.5, mt: 1.5 }}>
        {sure ? (
          <>
            <Button variant="contained" color="error" disabled={busy} onClick={() => ask(shareNoMore)}>
              {t('stopSharingSure')}
            </Button>
            <Button color="inherit" onClick={() => setSure(false)}>
              {t('cancel')}
            </Button>
          </>
        ) : (
          <Button variant="outlined" color="inherit" onClick={() => setSure(true)}>
            {t('stopSharing')} …
          </Button>
        )}
      </Box>
    </Part>
  )
}
