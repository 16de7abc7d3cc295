/** What was scanned, and what can be recorded of one batch or of all of them. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import LessIcon from '@mui/icons-material/Remove'
import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { ChoiceField } from '../../ui/fields'
import { later } from '../../ui/later'
import { useMay } from '../../ui/may'
import { Link } from '../../ui/navigation'
import { useRecord } from '../../ui/records/use-record'
import { useSeason } from '../../ui/season-context'
import { StairGlyph } from '../../ui/stair/stair'
import { count } from '../../words/format'
import { movable, movedTo, type Scanned, type ScannedBatch } from './model'

const QuickLoss = later(() => import('../../ui/records/quick-loss').then((module) => module.QuickLoss))

interface Props {
  shown: readonly ScannedBatch[]
  list: readonly Scanned[]
  onList: (list: Scanned[]) => void
}

export function ScannedList({ shown, list, onList }: Props) {
  const t = useTranslations('scan')
  const { data, format } = useSeason()
  const records = useMay('record')
  if (shown.length === 0) return null
  const [only] = shown
  return (
    <Box component="section" aria-labelledby="scanned-title" sx={{ mt: 2.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
        <Box component="h2" id="scanned-title" sx={{ flex: 1, m: 0, fontSize: 16, fontWeight: 700 }}>
          {t('scanned', { batches: count(format, shown.length, 'batch') })}
        </Box>
        <Button color="inherit" onClick={() => onList([])} sx={{ minHeight: 44 }}>
          {t('clear')}
        </Button>
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {shown.map((one) => (
          <ScannedRow
            key={one.batch.id}
            one={one}
            onTrays={(trays) => onList(list.map((each) => (each.id === one.batch.id ? { ...each, trays } : each)))}
            onRemove={() => onList(list.filter(({ id }) => id !== one.batch.id))}
          />
        ))}
      </Box>
      {shown.length === 1 && only && <OneBatch one={only} records={records && !data.whatIf} />}
      {records && !data.whatIf && <MoveAll shown={shown} onMoved={() => onList([])} />}
    </Box>
  )
}

function ScannedRow({
  one,
  onTrays,
  onRemove,
}: {
  one: ScannedBatch
  onTrays: (n: number) => void
  onRemove: () => void
}) {
  const t = useTranslations('scan')
  const { season, format } = useSeason()
  const { batch, stay, there, trays } = one
  return (
    <Box
      component="li"
      sx={{
        borderTop: 1,
        borderColor: 'divider',
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        gap: 1,
        py: 0.75,
      }}
    >
      <Box
        component={Link}
        href={`/batch?id=${encodeURIComponent(batch.id)}`}
        sx={{
          flex: '1 1 0',
          minWidth: 0,
          minHeight: 48,
          display: 'flex',
          gap: 1.5,
          alignItems: 'center',
          color: 'inherit',
          textDecoration: 'none',
          borderRadius: 1,
          '&:hover': { bgcolor: 'var(--row-chosen)' },
        }}
      >
        <StairGlyph batch={batch} />
        <Box sx={{ minWidth: 0, lineHeight: 1.3 }}>
          <Box sx={{ fontSize: 16 }}>
            <Box component="span" sx={{ color: 'text.secondary', fontWeight: 700 }}>
              {batch.code}
            </Box>{' '}
            {batch.variety.name}
          </Box>
          <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>
            {stay
              ? t('stands', {
                  trays: `${format.number(there)} × ${stay.container.name}`,
                  place: season.places[stay.place]?.name ?? '',
                })
              : t('standsNowhere')}
          </Box>
        </Box>
      </Box>
      <IconButton onClick={onRemove} aria-label={t('remove', { batch: batch.code })} sx={{ width: 48, height: 48 }}>
        <CloseIcon />
      </IconButton>
      {there > 1 && (
        <Box
          sx={{
            display: 'flex',
            alignItems: 'center',
            flex: { xs: '1 1 100%', sm: '0 0 auto' },
            ml: { xs: 5.5, sm: 0 },
          }}
          role="group"
          aria-label={t('traysOf', { batch: batch.code })}
        >
          <IconButton
            onClick={() => onTrays(trays - 1)}
            disabled={trays <= 1}
            aria-label={t('oneLess')}
            sx={{ width: 48, height: 48 }}
          >
            <LessIcon />
          </IconButton>
          <Box sx={{ minWidth: 64, textAlign: 'center', fontSize: 15 }} aria-live="polite">
            {count(format, trays, 'tray')}
          </Box>
          <IconButton
            onClick={() => onTrays(trays + 1)}
            disabled={trays >= there}
            aria-label={t('oneMore')}
            sx={{ width: 48, height: 48 }}
          >
            <AddIcon />
          </IconButton>
        </Box>
      )}
    </Box>
  )
}

/** The ways on from one label. */
function OneBatch({ one: { batch, stay }, records }: { one: ScannedBatch; records: boolean }) {
  const t = useTranslations('scan')
  const [loss, setLoss] = useState(false)
  const at = `/batch?id=${encodeURIComponent(batch.id)}`
  const ways = [
    ['open', at],
    ...(records && stay
      ? ([
          ['count', `${at}&tab=count`],
          ['check', `${at}&tab=check`],
        ] as const)
      : []),
    ...(records ? ([['more', `${at}&tab=more`]] as const) : []),
  ] as const
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(150px, 1fr))', gap: 1, mt: 1 }}>
      {ways.map(([way, href]) => (
        <Button key={way} component={Link} href={href} variant="outlined" color="inherit" sx={{ minHeight: 52 }}>
          {t(`ways.${way}`)}
        </Button>
      ))}
      {records && stay && (
        <Button variant="outlined" color="inherit" onClick={() => setLoss(true)} sx={{ minHeight: 52 }}>
          {t('ways.loss')}
        </Button>
      )}
      {loss && <QuickLoss batch={batch} onClose={() => setLoss(false)} />}
    </Box>
  )
}

/** All that was scanned, moved to one place in one go. */
function MoveAll({ shown, onMoved }: { shown: readonly ScannedBatch[]; onMoved: () => void }) {
  const t = useTranslations('scan')
  const { season, format } = useSeason()
  const { record } = useRecord()
  const [place, setPlace] = useState('')
  const moves = movable(shown, season.places, place)
  const trays = moves.reduce((sum, one) => sum + one.trays, 0)
  if (!shown.some(({ stay }) => stay)) return null
  const name = season.places.find(({ key }) => key === place)?.name ?? ''
  const move = async () => {
    await record(movedTo(shown, season.places, place), t('moved', { trays: count(format, trays, 'tray'), place: name }))
    onMoved()
  }
  return (
    <Box sx={{ mt: 2, p: 1.5, border: 1, borderColor: 'divider', borderRadius: 1.5, display: 'grid', gap: 1.5 }}>
      <ChoiceField
        label={t('moveTo')}
        value={place}
        options={season.places.map((one) => [one.key, one.name] as const)}
        onChange={setPlace}
      />
      {place !== '' && moves.length === 0 && (
        <Box sx={{ color: 'text.secondary' }}>{t('allThere', { place: name })}</Box>
      )}
      <Button
        variant="contained"
        disableElevation
        disabled={place === '' || moves.length === 0}
        onClick={() => void move()}
        sx={{ minHeight: 52, fontSize: 16 }}
      >
        {place === '' || moves.length === 0
          ? t('move')
          : t('moveTrays', { trays: count(format, trays, 'tray'), place: name })}
      </Button>
    </Box>
  )
}
