/** Where one is signed in. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useTranslations } from 'next-intl'
import { endSignIn } from '../../actions/people'
import type { PeopleListed } from '../../actions/people-listed'
import { useSeason } from '../../ui/season-context'
import { deviceKind } from './model'
import { Line, Lines, Part } from './part'
import { useAsk } from './use-ask'
import './words'

export function SignIns({ signIns }: { signIns: PeopleListed['signIns'] }) {
  const t = useTranslations('people')
  const { format } = useSeason()
  const { busy, ask } = useAsk()
  return (
    <Part title={t('yourSignIns')}>
      <Lines>
        {signIns.map(({ id, device, since, isThis }) => {
          const name = t(`devices.${deviceKind(device)}`)
          return (
            <Line key={id}>
              <Box sx={{ flex: 1 }}>
                {name}
                {isThis && ` (${t('thisDevice')})`}
                <Box component="span" sx={{ color: 'text.secondary', ml: 1 }}>
                  {t('signedInOn', { day: format.date(Math.floor(since / 86_400_000)) })}
                </Box>
              </Box>
              {!isThis && (
                <Button
                  color="inherit"
                  disabled={busy}
                  aria-label={t('endDevice', { device: name })}
                  onClick={() => ask(() => endSignIn(id))}
                >
                  {t('end')}
                </Button>
              )}
            </Line>
          )
        })}
      </Lines>
    </Part>
  )
}
