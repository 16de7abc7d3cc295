/** What a phone shows that scanned the code that makes it one of the crew's. */
'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { becomePhone } from '../../actions/phones'
import { callServer, troubleWords } from '../../ui/call-server'
import { useFormat } from '../../ui/units'
import { goAnew } from '../../ui/held-season'
import { Alone } from './alone'
import './words'

export function PhoneView({ code, phone }: { code: string; phone: { name: string; farm: string } | null }) {
  const t = useTranslations('people')
  const format = useFormat('metric')
  const [busy, setBusy] = useState(false)
  const [wrong, setWrong] = useState<string>()
  if (!phone)
    return (
      <Alone title={t('phones')}>
        <Typography component="p">{t('codeNoLonger')}</Typography>
        <Button component={Link} href="/">
          {t('signIn')}
        </Button>
      </Alone>
    )
  const go = async () => {
    setBusy(true)
    const said = await callServer(() => becomePhone(code))
    setBusy(false)
    if (!said.ok) return setWrong(troubleWords(said, format))
    if (said.answer === 'joined') return goAnew('/today')
    setWrong(said.answer === 'no-code' ? t('codeNoLonger') : t('signOutFirst', { name: said.answer.signedInAs }))
  }
  return (
    <Alone title={t('becomePhone', phone)} onSubmit={() => void go()}>
      <Typography component="p">{t('becomePhoneMeans', phone)}</Typography>
      {wrong !== undefined && <Alert severity="error">{wrong}</Alert>}
      <Button type="submit" variant="contained" size="large" disabled={busy}>
        {t('usePhone', phone)}
      </Button>
      <Typography component="p" sx={{ color: 'text.secondary' }}>
        {t('addToScreen')}
      </Typography>
    </Alone>
  )
}
