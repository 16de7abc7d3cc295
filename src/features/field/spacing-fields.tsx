/** How far apart a planting stands. */
'use client'
import Box from '@mui/material/Box'
import { useTranslations } from 'next-intl'
import { layoutOf } from '../../core/field/spacing'
import type { FieldCrop } from '../../core/field/field-crop'
import { present, sameValue } from '../../season/values'
import type { Planting } from '../../season/schema'
import { ChoiceField, NumberField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'

/** Rows, distance, plants at a spot and standing between another crop's rows. */
export function SpacingFields({
  value,
  stand,
  onChange,
}: {
  value: Planting['spacing']
  stand: FieldCrop
  onChange: (spacing: Planting['spacing']) => void
}) {
  const t = useTranslations('field')
  const { season } = useSeason()
  const usual = layoutOf({}, stand.crop, season.beds[0], stand.inPlace?.thinTo)
  const set = (part: NonNullable<Planting['spacing']>) => {
    const next = present({ ...value, ...part })
    onChange(sameValue(next, {}) ? undefined : next)
  }
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr 1fr', gap: 1, alignItems: 'start' }}>
      <NumberField
        label={t('rows')}
        value={value?.rows}
        onChange={(rows) => set({ rows })}
        help={usual ? t('usual', { rows: String(usual.rows) }) : undefined}
      />
      <NumberField label={t('inTheRow')} quantity="length" value={value?.plant} onChange={(plant) => set({ plant })} />
      <NumberField
        label={t('atOneSpot')}
        value={value?.atSpot}
        onChange={(atSpot) => set({ atSpot })}
        help={t('plants2')}
      />
      <Box sx={{ gridColumn: '1 / -1' }}>
        <ChoiceField
          label={t('stands')}
          value={value?.between ? 'between' : 'alone'}
          options={[
            ['alone', t('onGroundOfItsOwn')],
            ['between', t('betweenTheRowsOfAnother')],
          ]}
          onChange={(where) => set({ between: where === 'between' ? true : undefined })}
        />
      </Box>
    </Box>
  )
}
