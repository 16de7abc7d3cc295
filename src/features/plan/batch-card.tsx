/** Everything about one batch, with the working of its numbers. */
'use client'
import PinIcon from '@mui/icons-material/PushPinOutlined'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MuiLink from '@mui/material/Link'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { holdFor } from '../../core/field/beds'
import type { Batch } from '../../core/batch/batch'
import { changeOf, type Decision } from '../../core/batch/one-of-series'
import type { Remedy } from '../../core/plan/nearest'
import { later } from '../../ui/later'
import { PanelTitle } from '../../ui/panel-title'
import { useSeason } from '../../ui/season-context'
import { BatchSteps } from '../../ui/stair/batch-steps'
import { WorkingPanel } from '../../ui/working-panel'
import { clashSentence, holdSentence } from '../../words/field'
import { chanceWords, count, list } from '../../words/format'
import { shiftsOfBatch } from '../../core/advice/day-shift'
import { anchorSentence } from '../../words/anchors'
import { cropCautionWords } from '../../words/cautions'
import { otherwiseSentence, shiftWords } from '../../words/fit'
import { isBought } from '../../words/methods'
import { setAt, workingOf } from '../../words/working'
import { BatchMarks } from './batch-marks'
import { Link } from '../../ui/navigation'

const CompareWays = later(() => import('./compare-ways').then((module) => module.CompareWays), { onlyWhenDrawn: true })

export interface BatchCardProps {
  batch: Batch
  busy: boolean
  onEdit: (one: boolean) => void
  onDuplicate: () => void
  onRemove: (one: boolean) => void
  onRemedy: (remedy: Remedy) => void
  onDecide: (decision: Decision) => void
  /** Moves its planting day. */
  onMove: (days: number) => void
  onClose: () => void
}

/** Days a planting is moved by with one press. */
const MOVES = [-7, -1, 1, 7] as const

export function BatchCard({
  batch,
  busy,
  onEdit,
  onDuplicate,
  onRemove,
  onRemedy,
  onDecide,
  onMove,
  onClose,
}: BatchCardProps) {
  const t = useTranslations('plan')
  const { season, plan, format } = useSeason()
  const working = useMemo(() => workingOf(batch, season, format), [batch, season, format])
  const { sizing } = batch
  const short = plan.shortOfSeed.get(batch.id)
  const inSeries = batch.n > 0
  const movable = batch.progress?.standing !== 'planted' && batch.progress?.standing !== 'gone'
  const [comparing, setComparing] = useState(false)
  return (
    <Box>
      <PanelTitle
        over={`${batch.code}${inSeries ? t('oneOfASeries') : ''}`}
        title={batch.variety.name}
        under={batch.way.method.name}
        onClose={onClose}
      />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, my: 1.5 }}>
        <Button variant="outlined" size="small" disabled={busy} onClick={() => onEdit(false)}>
          {inSeries ? t('editSeries') : t('edit')}
        </Button>
        {inSeries && (
          <Button variant="outlined" size="small" disabled={busy} onClick={() => onEdit(true)}>
            {t('editThisOne')}
          </Button>
        )}
        <Button variant="outlined" size="small" disabled={busy} onClick={() => setComparing(true)}>
          {t('compareMethods')}
        </Button>
        <Button variant="outlined" size="small" disabled={busy} onClick={onDuplicate}>
          {t('duplicate')}
        </Button>
        <Button variant="outlined" size="small" component={Link} href={`/field?stand=${encodeURIComponent(batch.id)}`}>
          {t('inTheField')}
        </Button>
        <Button
          variant="outlined"
          size="small"
          disabled={busy}
          aria-pressed={batch.pinned}
          startIcon={<PinIcon />}
          onClick={() => onDecide({ pinned: batch.pinned ? undefined : true })}
        >
          {batch.pinned ? t('unpin') : t('pinAsItIs')}
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
      <Box
        component="dl"
        sx={{
          display: 'grid',
          gridTemplateColumns: 'repeat(3, 1fr)',
          gap: 1,
          m: 0,
          mb: 1.5,
          '& dt': { fontSize: 13, color: 'text.secondary' },
          '& dd': { m: 0, fontSize: 18, fontWeight: 650, lineHeight: 1.2 },
        }}
      >
        <Figure
          title={isBought(batch) ? t('arrive') : t('sow')}
          value={batch.sow === undefined ? t('noDayWorks') : format.date(batch.sow)}
        />
        <Figure title={t('plant')} value={format.date(batch.plantOn)} />
        <Figure title={t('plants')} value={format.number(batch.plants)} />
        <Figure
          title={t('seeds')}
          value={!sizing ? '–' : isBought(batch) ? t('boughtIn') : format.number(sizing.seeds)}
        />
        <Figure
          title={batch.stays[0]?.container.kind === 'open-flat' ? t('flats') : t('cells')}
          value={batch.stays[0] ? format.number(batch.stays[0].cells) : '–'}
        />
        <Figure title={t('trays')} value={batch.stays[0] ? format.number(batch.stays[0].trays) : '–'} />
      </Box>
      {movable && (
        <Box
          role="group"
          aria-label={t('moveThePlantingDay')}
          sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 0.75, mb: 1.5, fontSize: 14 }}
        >
          <Box component="span" sx={{ color: 'text.secondary' }}>
            {t('moveThePlantingDay')}
          </Box>
          {MOVES.map((days) => (
            <Button
              key={days}
              size="small"
              variant="outlined"
              color="inherit"
              disabled={busy}
              aria-label={shiftWords(days, format)}
              onClick={() => onMove(days)}
              sx={{ minWidth: 44 }}
            >
              {days > 0 ? `+${days}` : `−${-days}`}
            </Button>
          ))}
        </Box>
      )}
      {comparing && (
        <CompareWays batch={batch} onClose={() => setComparing(false)} onUsed={() => setComparing(false)} />
      )}
      <BatchMarks batch={batch} onRemedy={onRemedy} />
      {short && (
        <Alert severity="warning" sx={{ mb: 1.5 }}>
          {t('notEnoughSeedLeftIn')}{' '}
          <MuiLink component={Link} href={setAt.lot(short.lot.key)} color="inherit">
            {short.lot.name}
          </MuiLink>
          {t('shortOverTheSeason', {
            short: format.number(short.short),
            extra: short.runsOut ? t('fromOn', { day: format.date(short.runsOut.day) }) : '',
          })}
          {short.instead && t('hasEnough', { instead: short.instead.name })}
        </Alert>
      )}
      <PottingDays batch={batch} busy={busy} onDecide={onDecide} />
      {batch.otherwise && (
        <Decided undo={t('asItsMethodSays')} busy={busy} onUndo={() => onDecide({ otherwise: undefined })}>
          {otherwiseSentence(batch.otherwise, season, format)}
        </Decided>
      )}
      {changeOf(batch.planting, batch.n).confidence !== undefined && (
        <Decided undo={t('asTheOthersOfItsSeries')} busy={busy} onUndo={() => onDecide({ confidence: undefined })}>
          {t('sownToHaveEnoughIn', { n: chanceWords(format, batch.confidence) })}
        </Decided>
      )}
      <CropCautionLine batch={batch} />
      <BatchSteps batch={batch} />
      <FieldLine batch={batch} />
      {batch.planting.anchor && (
        <Typography component="p" sx={{ my: 1, fontSize: 14, color: 'text.secondary' }}>
          {anchorSentence(batch.planting.anchor, batch.way.crop, season, format)}
        </Typography>
      )}
      {batch.planting.note && (
        <Typography component="p" sx={{ my: 1.5, fontSize: 14, fontStyle: 'italic' }}>
          {batch.planting.note}
        </Typography>
      )}
      <Typography variant="h2" component="h2" sx={{ mt: 2.5, mb: 0.5 }}>
        {t('theWorking')}
      </Typography>
      <WorkingPanel working={working} />
      {batch.seed.lot && (
        <Typography component="p" sx={{ mt: 1.5, fontSize: 13, color: 'text.secondary' }}>
          {t('seed', {
            lot: batch.seed.lot.name,
            form: batch.seed.lot.form,
            extra: sizing ? t('ofIt', { seeds: count(format, sizing.seeds, 'seed') }) : '',
          })}
        </Typography>
      )}
    </Box>
  )
}

/** Where it goes and when it is harvested; what is in its way. */
function FieldLine({ batch }: { batch: Batch }) {
  const t = useTranslations('plan')
  const { plan, season, format } = useSeason()
  const stand = plan.inField.find(({ id }) => id === batch.id)
  if (!stand) return null
  const clashes = plan.beds.clashesOf.get(batch.id)
  const hold = holdFor(stand, clashes)
  const beds = stand.goes.flatMap((share) =>
    share.to === 'bed' ? [season.beds.find(({ key }) => key === share.bed)?.name ?? share.bed] : [],
  )
  const parts = [
    beds.length > 0 ? t('goesTo', { list: list(format, [...new Set(beds)]) }) : '',
    stand.harvest === undefined ? '' : t('firstHarvestAbout', { harvest: format.date(stand.harvest) }),
  ]
    .filter(Boolean)
    .join('; ')
  if (parts === '' && !clashes) return null
  return (
    <Box sx={{ my: 1, fontSize: 14 }}>
      {parts !== '' && `${parts[0]!.toUpperCase()}${parts.slice(1)}.`}
      {clashes && (
        <Box sx={{ color: 'error.main' }}>
          {clashes.map((clash) => clashSentence(clash, format)).join(' ')} {hold && holdSentence(hold, format)}
        </Box>
      )}
    </Box>
  )
}

function CropCautionLine({ batch }: { batch: Batch }) {
  const { format } = useSeason()
  const words = cropCautionWords(batch.way.crop, format)
  if (words === '') return null
  return <Box sx={{ mb: 1.5, fontSize: 14, color: 'text.secondary' }}>{words}</Box>
}

function Figure({ title, value }: { title: string; value: string }) {
  return (
    <div>
      <dt>{title}</dt>
      <dd>{value}</dd>
    </div>
  )
}

/** A potting up that was moved to fall on a potting day, and the way back to its own. */
function PottingDays({ batch, busy, onDecide }: Pick<BatchCardProps, 'batch' | 'busy' | 'onDecide'>) {
  const t = useTranslations('plan')
  const { format } = useSeason()
  const shifts = shiftsOfBatch(batch)
  if (shifts.length === 0) return null
  return (
    <Alert
      severity="info"
      icon={false}
      sx={{ mb: 1.5, py: 0.25 }}
      action={
        <Button
          size="small"
          color="inherit"
          disabled={busy}
          onClick={() => onDecide({ otherwise: { ...batch.otherwise, anyDay: true } })}
        >
          {t('onItsOwnDay')}
        </Button>
      }
    >
      {shifts
        .map(({ what, own, days }) =>
          t('weekdayMoved', { what, own: format.date(own), days: shiftWords(days, format) }),
        )
        .join(' ')}
    </Alert>
  )
}

/** What was decided of one batch alone, and how that is taken back. */
function Decided({
  undo,
  busy,
  onUndo,
  children,
}: {
  undo: string
  busy: boolean
  onUndo: () => void
  children: string
}) {
  return (
    <Alert
      severity="info"
      icon={false}
      sx={{ mb: 1.5, py: 0.25 }}
      action={
        <Button size="small" color="inherit" disabled={busy} onClick={onUndo}>
          {undo}
        </Button>
      }
    >
      {children}
    </Alert>
  )
}
