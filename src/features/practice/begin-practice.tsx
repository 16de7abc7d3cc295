/** Beginning a practice season: on which day, and with how much of the plan. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import FormControl from '@mui/material/FormControl'
import FormControlLabel from '@mui/material/FormControlLabel'
import FormLabel from '@mui/material/FormLabel'
import Radio from '@mui/material/Radio'
import RadioGroup from '@mui/material/RadioGroup'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { beginPractice } from '../../actions/practice'
import { PRACTICE_SIZES, type PracticeSize } from '../../core/practice/begin'
import { firstSowing } from '../../core/practice/result'
import { callServer, troubleWords } from '../../ui/call-server'
import { DayField } from '../../ui/day-field'
import { goAnew } from '../../ui/held-season'
import { NothingYet } from '../../ui/nothing-yet'
import { useSeason } from '../../ui/season-context'
import '../../ui/practice-words'

export function BeginPractice() {
  const t = useTranslations('practice')
  const { plan, season, data, format } = useSeason()
  const [first, setFirst] = useState(() => firstSowing(plan))
  const [size, setSize] = useState<PracticeSize>('few')
  const [busy, setBusy] = useState(false)
  const [failure, setFailure] = useState<string>()
  if (season.plantings.length === 0) return <NothingYet title={t('title')} text={t('noPlan')} />
  const begin = async () => {
    setBusy(true)
    setFailure(undefined)
    const name = t('nameOf', { farm: season.farm.name }).slice(0, 120)
    const called = await callServer(() => beginPractice(data.own, { first, size, name }))
    if (called.ok && 'at' in called.answer) return goAnew(`${called.answer.at}/today`)
    setBusy(false)
    if (!called.ok) return setFailure(troubleWords(called, format))
    const { reason } = called.answer as { reason: 'no-season' | 'nothing-sown' | 'is-practice' }
    return setFailure(
      reason === 'nothing-sown' ? t('nothingSown') : reason === 'is-practice' ? t('hereAlready') : t('gone'),
    )
  }
  return (
    <Box sx={{ maxWidth: 640 }}>
      <Box component="p" sx={{ fontSize: 16.5, my: 1 }}>
        {t('about')}
      </Box>
      <Box component="p" sx={{ color: 'text.secondary', mt: 0 }}>
        {t('apart')}
      </Box>
      {data.phone ? (
        <Alert severity="info">{t('phoneMayNot')}</Alert>
      ) : (
        <Box
          component="form"
          noValidate
          onSubmit={(event) => {
            event.preventDefault()
            if (first !== '') void begin()
          }}
          sx={{ display: 'grid', gap: 2, mt: 2 }}
        >
          <Box sx={{ maxWidth: 260 }}>
            <DayField label={t('firstDay')} value={first} onChange={setFirst} />
            <Box sx={{ fontSize: 14, color: 'text.secondary', mt: 0.5 }}>{t('firstDayHelp')}</Box>
          </Box>
          <FormControl>
            <FormLabel id="practice-size">{t('howMany')}</FormLabel>
            <RadioGroup
              aria-labelledby="practice-size"
              value={size}
              onChange={(_, next) => setSize(PRACTICE_SIZES.find((one) => one === next)!)}
            >
              {PRACTICE_SIZES.map((one) => (
                <FormControlLabel key={one} value={one} control={<Radio />} label={t(`sizes.${one}`)} />
              ))}
            </RadioGroup>
          </FormControl>
          {failure && <Alert severity="error">{failure}</Alert>}
          <Box>
            <Button
              type="submit"
              variant="contained"
              disableElevation
              disabled={busy || first === ''}
              sx={{ minHeight: 44 }}
            >
              {t('begin')}
            </Button>
          </Box>
          <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
            {t('replaces')} {t('notOffline')}
          </Box>
        </Box>
      )}
    </Box>
  )
}
