/** Something is wrong: from what is seen to what it may be and what to do. */
'use client'
import ExpandIcon from '@mui/icons-material/ExpandMore'
import Accordion from '@mui/material/Accordion'
import AccordionDetails from '@mui/material/AccordionDetails'
import AccordionSummary from '@mui/material/AccordionSummary'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { findTroubles, STAGE_WORDS, type TroubleStage } from '../../library/troubles'
import { ChoiceField, WordField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import { TroubleDrawing } from '../../ui/trouble-drawing'
import { WriteTrouble } from './write-trouble'
import './words'

const STAGES = Object.entries(STAGE_WORDS) as [TroubleStage, string][]

export function TroublePage() {
  const t = useTranslations('knowHow')
  const { season } = useSeason()
  const [text, setText] = useState('')
  const [stage, setStage] = useState<TroubleStage | ''>('')
  const [cropKey, setCrop] = useState('')
  const crop = season.crops.find(({ key }) => key === cropKey)
  const shown = findTroubles(text).filter(
    (trouble) => (stage === '' || trouble.stages.includes(stage)) && (!crop || !trouble.kinds || trouble.kinds(crop)),
  )
  return (
    <Box sx={{ maxWidth: 860 }}>
      <Typography variant="h1">{t('somethingIsWrong')}</Typography>
      <Typography component="p" sx={{ color: 'text.secondary', mt: 0.5 }}>
        {t('beginWithWhatYouSee')}
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, my: 2 }}>
        <WordField label={t('whatYouSee')} type="search" value={text} onChange={setText} width={220} />
        <ChoiceField
          label={t('when')}
          value={stage}
          none={t('atAnyTime')}
          options={STAGES}
          onChange={setStage}
          width={200}
        />
        <ChoiceField
          label={t('crop')}
          value={cropKey}
          none={t('anyCrop')}
          options={season.crops.map(({ key, name }) => [key, name] as const)}
          onChange={setCrop}
          width={190}
        />
      </Box>
      {shown.length === 0 && <Box sx={{ color: 'text.secondary' }}>{t('nothingMatchesTryOnePlain')}</Box>}
      {shown.map((trouble) => (
        <Accordion
          key={trouble.key}
          disableGutters
          elevation={0}
          square
          sx={{ borderTop: 1, borderColor: 'divider', '&::before': { display: 'none' }, bgcolor: 'transparent' }}
        >
          <AccordionSummary expandIcon={<ExpandIcon />} sx={{ px: 0, minHeight: 52 }}>
            <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
              <TroubleDrawing of={trouble.key} />
              <Box>
                <Typography variant="h3" component="h2">
                  {trouble.see}
                </Typography>
                <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
                  {trouble.causes.map(({ cause }) => cause).join('; ')}
                </Box>
              </Box>
            </Box>
          </AccordionSummary>
          <AccordionDetails sx={{ px: 0, pt: 0 }}>
            {trouble.causes.map((one) => (
              <Box
                key={one.cause}
                sx={{ display: 'grid', gridTemplateColumns: { sm: '170px 1fr' }, columnGap: 2, py: 0.75 }}
              >
                <b>{one.cause}</b>
                <Box>
                  <Box sx={{ color: 'text.secondary' }}>{one.sign}</Box>
                  <Box>{one.act}</Box>
                </Box>
              </Box>
            ))}
            <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '170px 1fr' }, columnGap: 2, py: 0.75 }}>
              <b>{t('nextTime')}</b>
              <Box>{trouble.prevent}</Box>
            </Box>
            <WriteTrouble see={trouble.see} />
            {crop && trouble.key === 'nothing-up' && crop.preparation.length > 0 && (
              <Box sx={{ mt: 0.5 }}>
                {t('needsBeforeSowing', {
                  crop: crop.name,
                  preparation: crop.preparation.map(({ what }) => what.toLowerCase()).join(', '),
                })}
              </Box>
            )}
          </AccordionDetails>
        </Accordion>
      ))}
    </Box>
  )
}
