/** Signed in, and on no farm. */
'use client'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { Alone } from './alone'
import { goAnew } from '../../ui/held-season'
import { signOut } from './sign-in'
import './words'

export function NoFarmView() {
  const t = useTranslations('people')
  return (
    <Alone title={t('noFarm')} onSubmit={() => void signOut().then((out) => out && goAnew('/sign-in'))}>
      <Typography component="p">{t('noFarmForYou')}</Typography>
      <Button type="submit" variant="outlined" color="inherit">
        {t('signOut')}
      </Button>
    </Alone>
  )
}
