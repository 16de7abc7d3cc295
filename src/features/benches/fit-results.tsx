/** What was found: the changes, what they cost, and what cannot be made to fit. */
'use client'
import PushPinIcon from '@mui/icons-material/PushPinOutlined'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import Skeleton from '@mui/material/Skeleton'
import Tooltip from '@mui/material/Tooltip'
import { memo, useMemo } from 'react'
import { useTranslations } from 'next-intl'
import type { Proposal } from '../../core/fit/proposals'
import type { Trouble } from '../../core/fit/troubles'
import type { PlanFigures } from '../../core/plan/figures'
import type { Plan } from '../../core/plan/plan'
import { useSeason } from '../../ui/season-context'
import { StairGlyph } from '../../ui/stair/stair'
import type { FitStatus } from '../../worker/fit-plan'
import { effectSentence, proposalTitle, reliefSentence, stillOverWords, troubleSentence } from '../../words/fit'
import { count, type Format } from '../../words/format'
import { WasAndIs, type WasAndIsRow } from './was-and-is'

export const Troubles = memo(function Troubles({
  status,
  plan,
  format,
}: {
  status: FitStatus | undefined
  plan: Plan
  format: Format
}) {
  const t = useTranslations('benches')
  const words = useMemo(() => {
    const limitOf = (id: string | undefined) => plan.limits.find((limit) => limit.id === id)
    const batchesOf = (ids: readonly string[] = []) => ids.flatMap((id) => plan.byId.get(id) ?? [])
    const sentences = (status?.troubles ?? []).flatMap((trouble): string[] => {
      if (trouble.kind === 'cannot') {
        const [batch] = batchesOf([trouble.batch!])
        return batch ? [troubleSentence({ kind: 'cannot', batch, mark: batch.marks[0] }, format)] : []
      }
      const limit = limitOf(trouble.limit)
      return limit
        ? [troubleSentence({ ...trouble, limit, batches: batchesOf(trouble.batches) } as Trouble, format)]
        : []
    })
    const over =
      (status?.overfull ?? 0) > 0 && status?.doing !== 'preparing' && status?.doing !== 'searching'
        ? status!.stillOver.flatMap((one) => {
            const limit = limitOf(one.limit)
            return limit ? [stillOverWords(limit, one, format)] : []
          })
        : []
    return { sentences, over }
  }, [status, plan, format])
  return (
    <>
      {words.sentences.length > 0 && (
        <Alert severity="warning" sx={{ mt: 1 }}>
          <Box component="ul" sx={{ m: 0, pl: 2 }}>
            {words.sentences.slice(0, 8).map((text) => (
              <li key={text}>{text}</li>
            ))}
            {words.sentences.length > 8 && (
              <li>{t('moreLikeThese', { sentences: String(words.sentences.length - 8) })}</li>
            )}
          </Box>
        </Alert>
      )}
      {words.over.length > 0 && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {t('whatWouldHaveToGive')}
          <Box component="ul" sx={{ m: 0, pl: 2 }}>
            {words.over.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </Box>
        </Alert>
      )}
    </>
  )
})

export const Figures = memo(function Figures({
  before,
  after,
  late,
  changes,
  format,
}: {
  before: PlanFigures | undefined
  after: PlanFigures | undefined
  late: number
  changes: number
  format: Format
}) {
  const t = useTranslations('benches')
  if (!before || !after) return <Skeleton variant="rectangular" height={190} sx={{ mt: 1 }} />
  const row = (name: string, was: number, is: number, digits = 0): WasAndIsRow => ({
    name,
    was: format.number(was, digits),
    is: format.number(is, digits),
    differs: Math.abs(is - was) > 0.5,
  })
  return (
    <WasAndIs
      was={t('asItIs')}
      is={changes === 0 ? t('withChanges') : t('with', { changes: count(format, changes, 'change') })}
      rows={[
        {
          ...row(t('overflowTrayDays'), before.overfull, after.overfull),
          color: after.overfull > 0.5 ? 'error.main' : 'success.main',
        },
        row(t('daysLateAllTogether'), 0, late),
        row(t('hoursOfWork'), before.hours, after.hours, 1),
        row(t('heatedAndLitTrayDays'), before.heatedDays, after.heatedDays),
        row(t('benchTrayDays'), before.benchDays, after.benchDays),
        row(t('traysSown'), before.trays, after.trays),
      ]}
    />
  )
})

export const ProposalRow = memo(function ProposalRow({
  proposal,
  taken,
  busy,
  onToggle,
  onPin,
}: {
  proposal: Proposal
  taken: boolean
  busy: boolean
  onToggle: (id: string) => void
  onPin: (proposal: Proposal) => void
}) {
  const t = useTranslations('benches')
  const { season, format } = useSeason()
  const { batch, becomes, late } = proposal
  const title = proposalTitle(proposal, season.places, format)
  return (
    <Box
      component="li"
      data-change={batch.code}
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '42px minmax(0, 1fr) 40px', sm: '42px 56px minmax(0, 1fr) 40px' },
        gap: 1,
        alignItems: 'start',
        borderTop: 1,
        borderColor: 'divider',
        py: 1,
        opacity: taken ? 1 : 0.62,
      }}
    >
      <Checkbox
        checked={taken}
        onChange={() => onToggle(batch.id)}
        slotProps={{ input: { 'aria-label': `${batch.code}: ${title}` } }}
        sx={{ mt: -0.75 }}
      />
      <Box sx={{ display: { xs: 'none', sm: 'block' } }}>
        <StairGlyph batch={becomes[0]!} />
      </Box>
      <Box sx={{ minWidth: 0 }}>
        <Box>
          <Box component="span" sx={{ fontWeight: 700, color: 'text.secondary' }}>
            {batch.code}
          </Box>{' '}
          {batch.variety.name}
          {batch.planting.worth && (
            <Box component="span" sx={{ color: 'text.secondary', fontSize: 13 }}>
              {' '}
              · {batch.planting.worth.by === 'promise' ? t('promised') : t('worthMoney')}
            </Box>
          )}
        </Box>
        <Box sx={{ fontWeight: 650 }}>{title}.</Box>
        <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
          {reliefSentence(proposal.relief, format)}{' '}
          <Box component="span" sx={{ color: late > 0 ? 'warning.main' : 'inherit', fontWeight: late > 0 ? 650 : 400 }}>
            {effectSentence(proposal, format)}
          </Box>
        </Box>
      </Box>
      <Tooltip title={t('pinItAsItIs')}>
        <span>
          <IconButton
            size="small"
            disabled={busy}
            aria-label={t('pinAsItIs', { batch: batch.code })}
            onClick={() => onPin(proposal)}
          >
            <PushPinIcon fontSize="small" />
          </IconButton>
        </span>
      </Tooltip>
    </Box>
  )
})
