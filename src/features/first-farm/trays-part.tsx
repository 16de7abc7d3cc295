/** Which trays and pots there are, and how many. */
'use client'
import Box from '@mui/material/Box'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import { useTranslations } from 'next-intl'
import { PRESET_CONTAINERS } from '../../library/presets'
import { NumberField } from '../../ui/fields'
import { useFormat } from '../../ui/units'
import { Part, type PartProps } from './part'
import './words'

export function TraysPart({ answers, put, wrong }: PartProps) {
  const t = useTranslations('firstFarm')
  const format = useFormat(answers.units)
  const none = wrong('containers')
  return (
    <Part title={t('whichContainers')} text={t('tickWhatYouUse')}>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' }, columnGap: 3, rowGap: 0.5 }}>
        {PRESET_CONTAINERS.map((one) => {
          const used = one.key in answers.containers
          const set = (owned: number | null | undefined) => {
            const next = { ...answers.containers }
            if (owned === undefined) delete next[one.key]
            else next[one.key] = owned
            put({ containers: next })
          }
          return (
            <Box key={one.key} sx={{ display: 'flex', alignItems: 'center', gap: 1, minHeight: 48 }}>
              <FormControlLabel
                sx={{ flex: 1, mr: 0 }}
                control={<Checkbox checked={used} onChange={(_, on) => set(on ? null : undefined)} />}
                label={
                  <>
                    {one.name}{' '}
                    <Box component="span" sx={{ fontSize: 14, color: 'text.secondary' }}>
                      {format.volume(one.cellVolume)}
                    </Box>
                  </>
                }
              />
              {used && (
                <NumberField
                  label={t('owned', { name: one.name })}
                  hideLabel
                  unit={t('ownedUnit')}
                  value={answers.containers[one.key] ?? undefined}
                  onChange={(owned) => set(owned === undefined ? null : Math.max(0, Math.round(owned)))}
                  width={130}
                />
              )}
            </Box>
          )
        })}
      </Box>
      {none && <Box sx={{ color: 'error.main', mt: 1 }}>{none}</Box>}
    </Part>
  )
}
