/** Who gets the plants: a row for each bed, customer and sale. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import DownIcon from '@mui/icons-material/ArrowDownward'
import UpIcon from '@mui/icons-material/ArrowUpward'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import MuiLink from '@mui/material/Link'
import type { ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import { formatDay } from '../../core/calendar/day'
import { layoutOf, lengthFor, plantsIn } from '../../core/field/spacing'
import type { FieldCrop } from '../../core/field/field-crop'
import { present } from '../../season/values'
import type { Share } from '../../season/schema'
import { DayField } from '../../ui/day-field'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import { list } from '../../words/format'
import { metres } from '../../words/field'

export const AddShare = ({
  children,
  onClick,
  disabled = false,
}: {
  children: ReactNode
  onClick: () => void
  disabled?: boolean
}) => (
  <Button size="small" startIcon={<AddIcon />} disabled={disabled} onClick={onClick}>
    {children}
  </Button>
)

interface ShareRowProps {
  share: Share
  gets: number
  counted: boolean
  stand: FieldCrop
  first: boolean
  last: boolean
  onChange: (share: Share) => void
  onRemove: () => void
  onMove: (by: -1 | 1) => void
  onBed: (key: string) => void
}

/** One share: what, how many, when; with the bed it takes. */
export function ShareRow({
  share,
  gets,
  counted,
  stand,
  first,
  last,
  onChange,
  onRemove,
  onMove,
  onBed,
}: ShareRowProps) {
  const t = useTranslations('field')
  const { season } = useSeason()
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: '1fr 104px auto',
        gap: 0.75,
        alignItems: 'start',
        py: 0.75,
        borderTop: 1,
        borderColor: 'divider',
      }}
    >
      {share.to === 'bed' ? (
        <ChoiceField
          label={t('ownBed')}
          value={share.bed}
          options={season.beds.map(({ key, name }) => [key, name] as const)}
          onChange={(key) =>
            key && onChange(present({ to: 'bed', bed: key, plants: share.plants, on: share.on }) as Share)
          }
        />
      ) : share.to === 'customer' ? (
        <WordField label={t('customer')} value={share.name} onChange={(name) => onChange({ ...share, name })} />
      ) : (
        <Box sx={{ alignSelf: 'center', fontWeight: 650 }}>{share.to === 'sale' ? t('plantSale') : t('spares')}</Box>
      )}
      <NumberField
        label={t('plants')}
        value={share.plants}
        onChange={(plants) => plants !== undefined && onChange({ ...share, plants: Math.max(1, Math.round(plants)) })}
      />
      <Box sx={{ display: 'flex', alignSelf: 'center' }}>
        <IconButton size="small" aria-label={t('servedEarlier')} disabled={first} onClick={() => onMove(-1)}>
          <UpIcon fontSize="small" />
        </IconButton>
        <IconButton size="small" aria-label={t('servedLater')} disabled={last} onClick={() => onMove(1)}>
          <DownIcon fontSize="small" />
        </IconButton>
        <Button size="small" color="inherit" onClick={onRemove} sx={{ minWidth: 0 }}>
          {t('delete')}
        </Button>
      </Box>
      <ShareDay share={share} onChange={onChange} />
      <ShareBed share={share} gets={gets} counted={counted} stand={stand} onChange={onChange} onBed={onBed} />
    </Box>
  )
}

/** When a share is fetched, sold or planted, where it is not with all the rest. */
function ShareDay({ share, onChange }: Pick<ShareRowProps, 'share' | 'onChange'>) {
  const t = useTranslations('field')
  const { season } = useSeason()
  if (share.to === 'spare' || (share.to === 'bed' && share.on === undefined)) return null
  return (
    <Box sx={{ gridColumn: '1 / -1', display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 0.75 }}>
      <DayField
        label={share.to === 'sale' ? t('readyBy') : share.to === 'bed' ? t('plantedOn') : t('fetchedOn')}
        value={share.on ?? ''}
        onChange={(on) => onChange(present({ ...share, on: on === '' ? undefined : on }) as Share)}
      />
      {share.to === 'sale' && (
        <ChoiceField
          label={t('soldIn')}
          value={share.pot ?? ''}
          none={t('itsCell')}
          options={season.containers.map(({ key, name }) => [key, name] as const)}
          onChange={(pot) => onChange(present({ ...share, pot: pot === '' ? undefined : pot }) as Share)}
        />
      )}
    </Box>
  )
}

/** What a share takes of its bed, and what it gets where plants were counted. */
function ShareBed({
  share,
  gets,
  counted,
  stand,
  onChange,
  onBed,
}: Pick<ShareRowProps, 'share' | 'gets' | 'counted' | 'stand' | 'onChange' | 'onBed'>) {
  const t = useTranslations('field')
  const { season, format } = useSeason()
  const bed = share.to === 'bed' ? season.beds.find(({ key }) => key === share.bed) : undefined
  const layout = bed && layoutOf(stand.planting, stand.crop, bed, stand.inPlace?.thinTo)
  return (
    <Box
      sx={{
        gridColumn: '1 / -1',
        fontSize: 13,
        color: counted && gets < share.plants ? 'error.main' : 'text.secondary',
      }}
    >
      {list(
        format,
        [
          bed && layout
            ? t('ofTheWholeBedHolds', {
                metres: metres(format, lengthFor(share.plants, layout)),
                metres2: metres(format, bed.length),
                plantsIn: format.number(plantsIn(bed.length, layout)),
              })
            : bed
              ? t('noSpacingKnownTakesThe')
              : '',
          counted && gets < share.plants ? t('gets', { gets: format.number(gets) }) : '',
        ].filter(Boolean),
      )}
      {bed && (
        <>
          {' · '}
          <MuiLink
            component="button"
            type="button"
            color="inherit"
            onClick={() => onBed(bed.key)}
            sx={{ fontSize: 13 }}
          >
            {t('see', { bed: bed.name })}
          </MuiLink>
          {layout && plantsIn(bed.length, layout) !== share.plants && (
            <>
              {' · '}
              <MuiLink
                component="button"
                type="button"
                color="inherit"
                onClick={() => onChange({ ...share, plants: plantsIn(bed.length, layout) })}
                sx={{ fontSize: 13 }}
              >
                {t('fillTheBed')}
              </MuiLink>
            </>
          )}
          {share.to === 'bed' && share.on === undefined && (
            <>
              {' · '}
              <MuiLink
                component="button"
                type="button"
                color="inherit"
                onClick={() => onChange({ ...share, on: formatDay(stand.from + 7) })}
                sx={{ fontSize: 13 }}
              >
                {t('onAnotherDay')}
              </MuiLink>
            </>
          )}
        </>
      )}
    </Box>
  )
}
