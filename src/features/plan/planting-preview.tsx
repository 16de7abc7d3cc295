/** What a planting being written would come to, before it is saved. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { containerLoads, placeLoads } from '../../core/capacity/load'
import { overChanges } from '../../core/capacity/over-change'
import type { Batch } from '../../core/batch/batch'
import { OverList } from '../../ui/many/over-list'
import { useSeason } from '../../ui/season-context'
import { BatchSteps } from '../../ui/stair/batch-steps'
import { sownWords } from '../../words/methods'
import { range } from '../../words/format'
import { markTag } from '../../words/marks'
import { BatchMarks } from './batch-marks'
import { PacketBeside } from './packet-beside'

/** What previewed batches stand in for: a whole planting, or one (`n`) of its series. */
export type Replaced = { planting: string; n?: number } | undefined

export function PlantingPreview({ batches, replaces }: { batches: readonly Batch[]; replaces: Replaced }) {
  const t = useTranslations('plan')
  const [first] = batches
  if (!first) return null
  return (
    <Box data-testid="preview" sx={{ bgcolor: 'var(--ribbon)', borderRadius: 1.5, p: 1.75, mt: 2 }}>
      <Typography variant="h3" component="h3">
        {batches.length === 1 ? t('whatItComesTo') : t('sowings', { batches: String(batches.length) })}
      </Typography>
      {batches.length === 1 ? <One batch={first} /> : <Several batches={batches} />}
      <PacketBeside batch={first} />
      <LoadChange batches={batches} replaces={replaces} />
      <BatchMarks batch={first} />
      {first.stays.length > 0 && (
        <Box sx={{ mt: 1 }}>
          {batches.length > 1 && <Box sx={{ fontSize: 13, color: 'text.secondary' }}>{t('theFirst')}</Box>}
          <BatchSteps batch={first} />
        </Box>
      )}
    </Box>
  )
}

function One({ batch }: { batch: Batch }) {
  const t = useTranslations('plan')
  const { format } = useSeason()
  if (batch.sow === undefined || !batch.sizing) return null
  return (
    <Box sx={{ fontSize: 15, mt: 0.5 }}>
      <b>{t('sowOfSow3', { sow: format.date(batch.sow) })}</b>
      {batch.window && t('stillWorks', { range: range(format, batch.window.earliest, batch.window.latest + 1) })}.
      <br />
      {sownWords(batch, format)}.
    </Box>
  )
}

function Several({ batches }: { batches: readonly Batch[] }) {
  const t = useTranslations('plan')
  const { format } = useSeason()
  return (
    <Box
      sx={{ maxHeight: 220, overflow: 'auto', mt: 0.5 }}
      tabIndex={0}
      role="region"
      aria-label={t('sowingsOfTheSeries')}
    >
      <Box
        component="table"
        sx={{
          width: '100%',
          borderCollapse: 'collapse',
          fontSize: 14,
          '& th': { textAlign: 'left', fontWeight: 500, color: 'text.secondary', fontSize: 13 },
          '& td, & th': { py: 0.25, pr: 1 },
          '& .n': { textAlign: 'right' },
        }}
      >
        <thead>
          <tr>
            <th>{t('sow')}</th>
            <th>{t('plant')}</th>
            <th className="n">{t('seeds')}</th>
            <th className="n">{t('trays')}</th>
          </tr>
        </thead>
        <tbody>
          {batches.map((batch) => (
            <tr key={batch.id}>
              <td>
                {batch.sow === undefined ? (
                  <Box component="b" sx={{ color: 'error.main' }}>
                    {batch.marks[0] ? markTag(batch.marks[0], format) : t('noDayWorks')}
                  </Box>
                ) : (
                  format.date(batch.sow)
                )}
              </td>
              <td>{format.date(batch.plantOn)}</td>
              <td className="n">{batch.sizing ? format.number(batch.sizing.seeds) : '–'}</td>
              <td className="n">{batch.stays[0] ? format.number(batch.stays[0].trays) : '–'}</td>
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  )
}

/** Every place and container that would be over, or more over, with the days: what is over elsewhere in the season hides none of it. */
function LoadChange({ batches, replaces }: { batches: readonly Batch[]; replaces: Replaced }) {
  const { plan, season } = useSeason()
  const { planting: key, n } = replaces ?? { planting: undefined }
  const changes = useMemo(() => {
    const stays = (batch: Batch) => batch.planting.key !== key || (n !== undefined && batch.n !== n)
    const all = [...plan.batches.filter(stays), ...batches]
    const staying = [...all, ...plan.batches].filter((batch) => batch.stays.length > 0)
    if (staying.length === 0) return []
    const from = Math.min(...staying.map((batch) => batch.stays[0]!.from))
    const to = Math.max(...staying.map((batch) => batch.laidOut.free))
    const places = (of: readonly Batch[]) => placeLoads(of, season.places, from, to)
    const containers = (of: readonly Batch[]) => containerLoads(of, season, from, to)
    return [
      ...overChanges(places(plan.batches), places(all)),
      ...overChanges(containers(plan.batches), containers(all)),
    ]
  }, [plan, season, batches, key, n])
  return <OverList changes={changes} />
}
