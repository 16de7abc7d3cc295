/** What is sown in its place: when, how much seed, when it is up and thinned, and the way to its bed. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import type { FieldCrop } from '../../core/field/field-crop'
import { PanelTitle } from '../../ui/panel-title'
import { useSeason } from '../../ui/season-context'
import { anchorSentence } from '../../words/anchors'
import { inPlaceSentence } from '../../words/field'
import { Link } from '../../ui/navigation'

export function StandCard({
  stand,
  busy,
  onEdit,
  onDuplicate,
  onRemove,
  onClose,
}: {
  stand: FieldCrop
  busy: boolean
  onEdit: () => void
  onDuplicate: () => void
  onRemove: (one: boolean) => void
  onClose: () => void
}) {
  const t = useTranslations('plan')
  const { season, format } = useSeason()
  const inSeries = stand.n > 0
  const { planting } = stand
  return (
    <Box>
      <PanelTitle
        over={`${stand.code}${inSeries ? t('oneOfASeries') : ''}`}
        title={stand.variety.name}
        under={stand.inPlace!.method.name}
        onClose={onClose}
      />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, my: 1.5 }}>
        <Button variant="outlined" size="small" disabled={busy} onClick={onEdit}>
          {inSeries ? t('editSeries') : t('edit')}
        </Button>
        <Button variant="outlined" size="small" disabled={busy} onClick={onDuplicate}>
          {t('duplicate')}
        </Button>
        <Button variant="outlined" size="small" component={Link} href={`/field?stand=${encodeURIComponent(stand.id)}`}>
          {t('inTheField')}
        </Button>
        <Button variant="outlined" size="small" color="error" disabled={busy} onClick={() => onRemove(false)}>
          {inSeries ? t('deleteSeries') : t('delete')}
        </Button>
        {inSeries && (
          <Button variant="outlined" size="small" color="error" disabled={busy} onClick={() => onRemove(true)}>
            {t('deleteThisOne')}
          </Button>
        )}
      </Box>
      <Typography component="p">{inPlaceSentence(stand, format)}</Typography>
      {stand.harvest !== undefined && (
        <Typography component="p" sx={{ mt: 1 }}>
          {t('firstHarvestAboutOfHarvest', {
            harvest: format.date(stand.harvest),
            extra: stand.clears === undefined ? '' : t('groundClear', { clears: format.date(stand.clears) }),
          })}
        </Typography>
      )}
      {planting.anchor && (
        <Typography component="p" sx={{ mt: 1, fontSize: 14, color: 'text.secondary' }}>
          {anchorSentence(planting.anchor, stand.crop, season, format)}
        </Typography>
      )}
      {planting.note && (
        <Typography component="p" sx={{ mt: 1.5, fontSize: 14, fontStyle: 'italic' }}>
          {planting.note}
        </Typography>
      )}
    </Box>
  )
}
