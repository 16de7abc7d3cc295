/** Who works with this device, at the foot of the rail. */
'use client'
import Box from '@mui/material/Box'
import { useTranslations } from 'next-intl'
import { Link } from '../../ui/navigation'
import { useWho } from '../../ui/records/use-record'
import type { SeasonData } from '../../ui/season-data'

/** Who has signed in, and as what; leads to the page of people. */
export function SignedInAs({ person }: { person: NonNullable<SeasonData['person']> }) {
  const t = useTranslations('shell')
  return (
    <Box
      component={Link}
      href="/people"
      prefetch={false}
      sx={{
        px: 2.5,
        pt: 1,
        fontSize: 13,
        color: '#C9CCC9',
        textDecoration: 'none',
        '&:hover': { bgcolor: 'rgba(255,255,255,.09)' },
        '&:focus-visible': { outlineColor: '#F3DF9C', outlineOffset: -3 },
      }}
    >
      {t('signedInAs')}
      <Box component="span" sx={{ display: 'block', fontSize: 15, color: '#F1ECE2', overflowWrap: 'anywhere' }}>
        {person.name}, {t(`roles.${person.role}`)}
      </Box>
    </Box>
  )
}

/** Who holds this device: their name stands on what they write down. */
export function WhoField() {
  const t = useTranslations('shell')
  const [who, setWho] = useWho()
  return (
    <Box component="label" sx={{ px: 2.5, pt: 1, fontSize: 13, color: '#C9CCC9' }}>
      {t('yourName')}
      <Box
        component="input"
        value={who}
        onChange={(event: React.ChangeEvent<HTMLInputElement>) => setWho(event.target.value)}
        maxLength={60}
        sx={{
          font: 'inherit',
          fontSize: 15,
          color: '#F1ECE2',
          width: '100%',
          bgcolor: 'transparent',
          border: 0,
          borderBottom: '1px solid rgba(255,255,255,.35)',
          py: 0.5,
          '&:focus-visible': { outlineColor: '#F3DF9C' },
        }}
      />
    </Box>
  )
}
