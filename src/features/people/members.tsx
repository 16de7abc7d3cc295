/** Who is on the farm, and as what. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { changeRole, newPasswordLink } from '../../actions/people'
import type { PeopleListed } from '../../actions/people-listed'
import { ROLES, type Role } from '../../season/roles'
import { useSeason } from '../../ui/season-context'
import { MadeLink } from './made-link'
import { Line, Lines, Part } from './part'
import { useAsk } from './use-ask'
import './words'

type Member = PeopleListed['members'][number]

export function Members({ members, me, owns }: { members: readonly Member[]; me: string; owns: boolean }) {
  const t = useTranslations('people')
  return (
    <Part title={t('whoIsHere')}>
      <Lines>
        {members.map((member) => (
          <OneMember key={member.id} member={member} isMe={member.id === me} owns={owns} />
        ))}
      </Lines>
    </Part>
  )
}

function OneMember({ member, isMe, owns }: { member: Member; isMe: boolean; owns: boolean }) {
  const t = useTranslations('people')
  const { data } = useSeason()
  const { busy, ask, say } = useAsk()
  const { id, name, email, role } = member
  const [link, setLink] = useState<string>()
  const letChoose = () =>
    ask(
      () => newPasswordLink(data.view, id),
      (done) => {
        if ('at' in done) setLink(window.location.origin + done.at)
        else say(done.problem === 'of-another-farm' ? t('ofAnotherFarm', { name }) : t('noSuchMember'))
      },
    )
  const change = (to: Role | null) =>
    ask(
      () => changeRole(data.view, id, to),
      (done) => {
        if (done === 'changed') say(to ? t('roleChanged', { name, role: t(`roles.${to}`) }) : t('removed', { name }))
        else say(t(done === 'last-owner' ? 'lastOwner' : 'noSuchMember'))
      },
    )
  return (
    <Line>
      <Box sx={{ flex: '1 1 220px', minWidth: 0, overflowWrap: 'anywhere' }}>
        <b>{name}</b>
        {isMe && ` (${t('you')})`}
        {email && <Box sx={{ color: 'text.secondary', fontSize: 14 }}>{email}</Box>}
      </Box>
      {owns ? (
        <TextField
          select
          size="small"
          value={role}
          disabled={busy}
          onChange={(event) => change(event.target.value as Role)}
          slotProps={{ htmlInput: { 'aria-label': t('roleOf', { name }) } }}
          sx={{ width: 150 }}
        >
          {ROLES.map((one) => (
            <MenuItem key={one} value={one}>
              {t(`roles.${one}`)}
            </MenuItem>
          ))}
        </TextField>
      ) : (
        t(`roles.${role}`)
      )}
      {owns && !isMe && (
        <>
          <Button color="inherit" disabled={busy} aria-label={t('newPasswordOf', { name })} onClick={letChoose}>
            {t('newPassword')}
          </Button>
          <Button color="inherit" disabled={busy} aria-label={t('takeOffName', { name })} onClick={() => change(null)}>
            {t('takeOff')}
          </Button>
        </>
      )}
      {link !== undefined && <MadeLink label={t('newPasswordFor', { name })} link={link} />}
    </Line>
  )
}
