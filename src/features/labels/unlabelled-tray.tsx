/** A tray found without its label: what can be seen of it, and which batches it may be of. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { batchesOfTray } from '../../core/labels/unlabelled'
import { ChoiceField, NumberField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import { StairGlyph } from '../../ui/stair/stair'
import { count } from '../../words/format'
import { likeWords } from './model'
import { Link } from '../../ui/navigation'

const MOST = 6

type Up = '' | 'yes' | 'no'

export function UnlabelledTray() {
  const t = useTranslations('labels')
  const { plan, season, format, today } = useSeason()
  const [container, setContainer] = useState('')
  const [place, setPlace] = useState('')
  const [crop, setCrop] = useState('')
  const [up, setUp] = useState<Up>('')
  const [leaves, setLeaves] = useState<number>()
  const standing = useMemo(() => batchesOfTray(plan.batches, today, {}), [plan, today])
  const numbers = new Set(standing.map(({ stay }) => stay.containerNumber))
  const crops = new Set(standing.map(({ batch }) => batch.way.crop.key))
  const asked = container !== '' || place !== '' || crop !== '' || up !== '' || leaves !== undefined
  const candidates = batchesOfTray(plan.batches, today, {
    container: container === '' ? undefined : season.containers.findIndex(({ key }) => key === container),
    place: place === '' ? undefined : season.places.findIndex(({ key }) => key === place),
    crop: crop === '' ? undefined : crop,
    up: up === '' ? undefined : up === 'yes',
    leaves: leaves === undefined ? undefined : Math.max(0, Math.round(leaves)),
  })
  return (
    <Box
      component="section"
      aria-label={t('aTrayWithoutItsLabel')}
      sx={{
        mt: 1.5,
        p: 2,
        border: 1,
        borderColor: 'divider',
        borderRadius: 1.5,
        bgcolor: 'background.paper',
        maxWidth: 640,
      }}
    >
      <Box sx={{ fontWeight: 650, mb: 1.5 }}>{t('whatCanYouSeeOf')}</Box>
      <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: { xs: '1fr 1fr', sm: '1fr 1fr 1fr' } }}>
        <ChoiceField
          label={t('container')}
          value={container}
          none={t('any')}
          options={season.containers.filter((_, i) => numbers.has(i)).map((one) => [one.key, one.name] as const)}
          onChange={setContainer}
        />
        <ChoiceField
          label={t('foundOn')}
          value={place}
          none={t('anywhere')}
          options={season.places.map((one) => [one.key, one.name] as const)}
          onChange={setPlace}
        />
        <ChoiceField
          label={t('looksLike')}
          value={crop}
          none={t('cannotTell')}
          options={season.crops.filter(({ key }) => crops.has(key)).map((one) => [one.key, one.name] as const)}
          onChange={setCrop}
        />
        <ChoiceField<'yes' | 'no'>
          label={t('anythingUp')}
          value={up}
          none={t('notLooked')}
          options={[
            ['yes', t('yes')],
            ['no', t('notUpYet')],
          ]}
          onChange={setUp}
        />
        <NumberField label={t('trueLeaves')} value={leaves} onChange={setLeaves} />
      </Box>
      {asked && candidates.length === 0 && (
        <Box sx={{ mt: 1.5, color: 'text.secondary' }}>{t('nothingOfThatKindStands')}</Box>
      )}
      {asked && candidates.length > 0 && (
        <Box component="ol" aria-label={t('whatItMayBe')} sx={{ listStyle: 'none', m: 0, mt: 1.5, p: 0 }}>
          {candidates.slice(0, MOST).map((one) => (
            <Box
              key={one.batch.id}
              component="li"
              sx={{
                display: 'flex',
                alignItems: 'center',
                gap: 1.5,
                borderTop: 1,
                borderColor: 'divider',
                py: 0.75,
                minHeight: 52,
              }}
            >
              <StairGlyph batch={one.batch} />
              <Box sx={{ flex: 1, minWidth: 0 }}>
                <b>{one.batch.code}</b> {one.batch.variety.name}
                <Box sx={{ fontSize: 14, color: 'text.secondary', lineHeight: 1.3 }}>
                  {season.places[one.stay.place]!.name}, {one.stay.container.name}
                  {one.up
                    ? one.leaves === undefined
                      ? t('up')
                      : t('about', { trueLeaves: count(format, Math.floor(one.leaves), 'trueLeaf') })
                    : t('notUpYet2')}
                </Box>
                <Box
                  sx={{
                    fontSize: 14,
                    fontWeight: 650,
                    color: one.differs.length === 0 ? 'success.main' : 'warning.main',
                  }}
                >
                  {likeWords(one, format)}
                </Box>
              </Box>
              <Button
                component={Link}
                href={`/labels?batch=${encodeURIComponent(one.batch.id)}`}
                variant="outlined"
                color="inherit"
                sx={{ minHeight: 44 }}
              >
                {t('itIsThis')}
              </Button>
            </Box>
          ))}
        </Box>
      )}
      {asked && candidates.length > MOST && (
        <Box sx={{ mt: 0.5, fontSize: 14, color: 'text.secondary' }}>
          {t('andAddANote', { candidates: format.number(candidates.length - MOST) })}
        </Box>
      )}
      <Box sx={{ mt: 1.5, fontSize: 14, color: 'text.secondary' }}>{t('whereYouCannotTellOpen')}</Box>
    </Box>
  )
}
