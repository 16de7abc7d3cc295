/** Passkeys: a finger, a face or the PIN of a device in the place of the password. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useRouter } from 'next/navigation'
import { useSyncExternalStore, useTransition } from 'react'
import { useTranslations } from 'next-intl'
import { endPasskey } from '../../actions/people'
import type { PeopleListed } from '../../actions/people-listed'
import { useSeason } from '../../ui/season-context'
import { AddName } from './add-name'
import { Line, Lines, Part } from './part'
import { canUsePasskeys, makePasskey } from './sign-in'
import { useAsk } from './use-ask'
import './words'

const never = () => () => undefined

export function Passkeys({ passkeys }: { passkeys: PeopleListed['passkeys'] }) {
  const t = useTranslations('people')
  const { format } = useSeason()
  const router = useRouter()
  const can = useSyncExternalStore(never, canUsePasskeys, () => true)
  const [making, start] = useTransition()
  const { busy, ask, say } = useAsk()
  const dayOf = (instant: number) => format.date(Math.floor(instant / 86_400_000))
  const add = (name: string, added: () => void) =>
    start(async () => {
      const done = await makePasskey(name)
      if (done === 'stopped') return
      say(t(`passkeyDone.${done}`, { name }))
      if (done !== 'made') return
      added()
      router.refresh()
    })
  return (
    <Part title={t('passkeys')}>
      <Typography component="p" sx={{ mb: 2, maxWidth: 720 }}>
        {t('passkeysHow')}
      </Typography>
      {can ? (
        <AddName label={t('passkeyName')} action={t('addPasskey')} busy={busy || making} onAdd={add} />
      ) : (
        <Typography component="p" sx={{ maxWidth: 720, color: 'text.secondary' }}>
          {t('passkeysNotHere')}
        </Typography>
      )}
      {passkeys.length > 0 && (
        <Box sx={{ mt: 2 }}>
          <Lines>
            {passkeys.map(({ id, name, rp, made, used }) => (
              <Line key={id}>
                <Box sx={{ flex: '1 1 220px', minWidth: 0, overflowWrap: 'anywhere' }}>
                  <b>{name}</b>
                  <Box sx={{ color: 'text.secondary', fontSize: 14 }}>
                    {t('passkeyFacts', {
                      rp,
                      made: dayOf(made),
                      used: used === null ? t('passkeyUnused') : t('usedOn', { day: dayOf(used) }),
                    })}
                  </Box>
                </Box>
                <Button
                  color="inherit"
                  disabled={busy}
                  aria-label={t('removePasskey', { name })}
                  onClick={() =>
                    ask(
                      () => endPasskey(id),
                      () => say(t('passkeyRemoved', { name })),
                    )
                  }
                >
                  {t('takeOff')}
                </Button>
              </Line>
            ))}
          </Lines>
        </Box>
      )}
    </Part>
  )
}
