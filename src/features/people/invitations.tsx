/** Links by which others come to the farm. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { inviteTo, withdrawInvitation } from '../../actions/people'
import type { PeopleListed } from '../../actions/people-listed'
import { ROLES, type Role } from '../../season/roles'
import { useSeason } from '../../ui/season-context'
import { MadeLink } from './made-link'
import { Line, Lines, Part } from './part'
import { useAsk } from './use-ask'
import './words'

export function Invitations({ invitations }: { invitations: PeopleListed['invitations'] }) {
  const t = useTranslations('people')
  const { data } = useSeason()
  const [role, setRole] = useState<Role>('crew')
  const [made, setMade] = useState<{ role: Role; link: string }>()
  const { busy, ask } = useAsk()
  const make = () =>
    ask(
      () => inviteTo(data.view, role),
      (done) => done && setMade({ role, link: window.location.origin + done.at }),
    )
  return (
    <Part title={t('invite')}>
      <Typography component="p" sx={{ mb: 2, maxWidth: 720 }}>
        {t('inviteHow')}
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'flex-start' }}>
        <TextField
          select
          label={t('asRole')}
          value={role}
          onChange={(event) => setRole(event.target.value as Role)}
          helperText={t(`rolesMay.${role}`)}
          sx={{ width: { xs: '100%', sm: 380 } }}
        >
          {ROLES.map((one) => (
            <MenuItem key={one} value={one}>
              {t(`roles.${one}`)}
            </MenuItem>
          ))}
        </TextField>
        <Button variant="contained" disabled={busy} onClick={make} sx={{ minHeight: 42 }}>
          {t('makeLink')}
        </Button>
      </Box>
      {made && <MadeLink label={t('linkFor', { role: t(`roles.${made.role}`) })} link={made.link} />}
      {invitations.length > 0 && <Open invitations={invitations} />}
    </Part>
  )
}

function Open({ invitations }: { invitations: PeopleListed['invitations'] }) {
  const t = useTranslations('people')
  const { data, format } = useSeason()
  const { busy, ask } = useAsk()
  return (
    <>
      <Typography variant="h3" sx={{ mt: 3, mb: 1 }}>
        {t('openLinks')}
      </Typography>
      <Lines>
        {invitations.map(({ hash, role, madeBy, expires }) => {
          const day = format.date(Math.floor(expires / 86_400_000))
          const said = { role: t(`roles.${role}`), day }
          return (
            <Line key={hash}>
              <Box sx={{ flex: 1 }}>
                {t('openLink', said)}
                {madeBy !== null && `, ${t('madeBy', { name: madeBy })}`}
              </Box>
              <Button
                color="inherit"
                disabled={busy}
                aria-label={t('withdrawRole', said)}
                onClick={() => ask(() => withdrawInvitation(data.view, hash))}
              >
                {t('withdraw')}
              </Button>
            </Line>
          )
        })}
      </Lines>
    </>
  )
}
