/** Every way to raise the crops of the season, and the schools they come from. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { wordsFor } from '../../library/library'
import { methodOfSchool, SCHOOLS } from '../../library/schools'
import type { Method } from '../../season/schema'
import { ChoiceField, WordField } from '../../ui/fields'
import { freeKeyIn } from '../../season/keys'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { useRouter } from '../../ui/navigation'
import { MethodStairs } from './method-stairs'
import { plantingsByMethod } from './model'
import './words'

/** Every way of the season by crop, and the schools they come from. */
export function MethodsPage() {
  const t = useTranslations('knowHow')
  const { season } = useSeason()
  const router = useRouter()
  const { change, busy } = useChange()
  const [text, setText] = useState('')
  const [crop, setCrop] = useState('')
  const plantings = useMemo(() => plantingsByMethod(season), [season])
  const shown = season.crops
    .map((one) => ({
      crop: one,
      methods: season.methods.filter(
        (method) =>
          method.crop === one.key && `${wordsFor(one)} ${method.name.toLowerCase()}`.includes(text.toLowerCase()),
      ),
    }))
    .filter(({ methods }) => methods.length > 0)
  const add = async () => {
    const of = season.crops.find(({ key }) => key === crop)
    if (!of) return
    const made = methodOfSchool('one-seed', of, season)
    const [container] = season.containers
    const [place] = season.places
    if (!container || !place) return
    const key = freeKeyIn(season.methods, `${of.key}-way`)
    const method: Method =
      'needs' in made
        ? {
            key,
            crop: of.key,
            name: t('newMethod'),
            sowing: { policy: 'single' },
            leaveHeatAt: 0.5,
            potUpPoint: 0.5,
            stages: [{ container: container.key, place: place.key, survival: 0.96 }],
            hardening: { days: 0 },
          }
        : { ...made, key, name: t('newMethod') }
    if (await change([{ of: 'methods', key, from: null, to: method }], t('newMethodFor', { of: of.name })))
      router.push(`/know-how?method=${key}`)
  }
  return (
    <Box>
      <Typography variant="h1">{t('growingMethods')}</Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 2, mb: 1 }}>
        <WordField label={t('findAMethod')} type="search" value={text} onChange={setText} width={200} />
        <Box sx={{ flex: 1 }} />
        <ChoiceField
          label={t('newMethodFor2')}
          value={crop}
          none={t('chooseACrop')}
          options={season.crops.map(({ key, name }) => [key, name] as const)}
          onChange={setCrop}
          width={190}
        />
        <Button
          variant="outlined"
          startIcon={<AddIcon />}
          disabled={crop === '' || busy || season.containers.length === 0 || season.places.length === 0}
          onClick={() => void add()}
        >
          {t('add2')}
        </Button>
      </Box>
      {shown.length > 0 && <Box sx={{ fontSize: 14, color: 'text.secondary', mb: 1.5 }}>{t('stairsToScale')}</Box>}
      <Box>
        {shown.map(({ crop: of, methods }) => (
          <Box key={of.key} sx={{ breakInside: 'avoid', mb: 1.75 }}>
            <Typography variant="h3" component="h2">
              {of.name}
            </Typography>
            <MethodStairs methods={methods} used={plantings} />
          </Box>
        ))}
      </Box>
      {season.methods.length === 0 && <Typography sx={{ color: 'text.secondary' }}>{t('noneYetAddACrop')}</Typography>}
      <Typography variant="h2" sx={{ mt: 4, mb: 1 }}>
        {t('readyMadeMethods')}
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: { md: '1fr 1fr' }, columnGap: 4, rowGap: 1.5 }}>
        {SCHOOLS.map((school) => (
          <Box key={school.key}>
            <Typography variant="h3">{school.name}</Typography>
            <Box sx={{ fontSize: 14.5 }}>{school.how}</Box>
            <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
              {t('forAgainst', { gains: school.gains, costs: school.costs })}
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  )
}
