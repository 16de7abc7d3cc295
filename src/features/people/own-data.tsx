/** What is kept of whoever is signed in: theirs to take, and to take away. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { deleteMyself } from '../../actions/people'
import { useSeason } from '../../ui/season-context'
import { list } from '../../words/format'
import { goAnew } from '../../ui/held-season'
import { Part } from './part'
import { useAsk } from './use-ask'
import './words'

export function OwnData() {
  const t = useTranslations('people')
  const { format } = useSeason()
  const [sure, setSure] = useState(false)
  const [kept, setKept] = useState<string>()
  const { busy, ask } = useAsk()
  const go = () =>
    ask(deleteMyself, (done) => {
      if (done.ok) return goAnew('/sign-in')
      setSure(false)
      setKept(done.reason === 'keeps' ? t('keepsServer') : t('ownsAlone', { farms: list(format, done.farms) }))
    })
  return (
    <Part title={t('yourData')}>
      <Typography component="p" sx={{ maxWidth: 720 }}>
        {t('yourDataMeans')}
      </Typography>
      {kept !== undefined && (
        <Alert severity="warning" onClose={() => setKept(undefined)} sx={{ mt: 1.5, maxWidth: 760 }}>
          {kept}
        </Alert>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mt: 1.5 }}>
        <Button variant="outlined" color="inherit" component="a" href="/out/me.json" download>
          {t('exportMe')}
        </Button>
        {sure ? (
          <>
            <Button variant="contained" color="error" disabled={busy} onClick={go}>
              {t('deleteMeSure')}
            </Button>
            <Button color="inherit" onClick={() => setSure(false)}>
              {t('cancel')}
            </Button>
          </>
        ) : (
          <Button color="inherit" onClick={() => setSure(true)}>
            {t('deleteMe')} …
          </Button>
        )}
      </Box>
    </Part>
  )
}
