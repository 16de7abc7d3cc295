/** What a planting being written would come to, before it is saved. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { placeLoads } from '../../core/capacity/load'
import type { Batch } from '../../core/plan/batch'
import { useSeason } from '../../ui/season-context'
import { BatchSteps } from '../../ui/stair/batch-steps'
import { sownWords } from '../../words/methods'
import { range } from '../../words/format'
import { markTag } from '../../words/marks'
import { BatchMarks } from './batch-marks'

/** What previewed batches stand in for: a whole planting, or one (`n`) of its series. */
export type Replaced = { planting: string; n?: number } | undefined

export function PlantingPreview({ batches, replaces }: { batches: readonly Batch[]; replaces: Replaced }) {
  const [first] = batches
  if (!first) return null
  return (
    <Box data-testid="preview" sx={{ bgcolor: 'var(--ribbon)', borderRadius: 1.5, p: 1.75, mt: 2 }}>
      <Typography variant="h3" component="h3">
        {batches.length === 1 ? 'What it comes to' : `${batches.length} sowings`}
      </Typography>
      {batches.length === 1 ? <One batch={first} /> : <Several batches={batches} />}
      <LoadChange batches={batches} replaces={replaces} />
      <BatchMarks batch={first} />
      {first.stays.length > 0 && (
        <Box sx={{ mt: 1 }}>
          {batches.length > 1 && <Box sx={{ fontSize: 13, color: 'text.secondary' }}>The first:</Box>}
          <BatchSteps batch={first} />
        </Box>
      )}
    </Box>
  )
}

function One({ batch }: { batch: Batch }) {
  const { format } = useSeason()
  if (batch.sow === undefined || !batch.sizing) return null
  return (
    <Box sx={{ fontSize: 15, mt: 0.5 }}>
      <b>Sow {format.date(batch.sow)}</b>
      {batch.window && `; ${range(format, batch.window.earliest, batch.window.latest + 1)} still works`}.
      <br />
      {sownWords(batch, format)}.
    </Box>
  )
}

function Several({ batches }: { batches: readonly Batch[] }) {
  const { format } = useSeason()
  return (
    <Box
      sx={{ maxHeight: 220, overflow: 'auto', mt: 0.5 }}
      tabIndex={0}
      role="region"
      aria-label="Sowings of the series"
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
            <th>Sow</th>
            <th>Plant</th>
            <th className="n">Seeds</th>
            <th className="n">Trays</th>
          </tr>
        </thead>
        <tbody>
          {batches.map((batch) => (
            <tr key={batch.id}>
              <td>
                {batch.sow === undefined ? (
                  <Box component="b" sx={{ color: 'error.main' }}>
                    {batch.marks[0] ? markTag(batch.marks[0]) : 'no day works'}
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

/** Places that would be more, or less, over than they are. */
function LoadChange({ batches, replaces }: { batches: readonly Batch[]; replaces: Replaced }) {
  const { plan, season, format } = useSeason()
  const { planting: key, n } = replaces ?? { planting: undefined }
  const changes = useMemo(() => {
    const stays = (batch: Batch) => batch.planting.key !== key || (n !== undefined && batch.n !== n)
    const others = plan.batches.filter(stays)
    const all = [...others, ...batches]
    const staying = all.filter((batch) => batch.stays.length > 0)
    if (staying.length === 0) return []
    const from = Math.min(...staying.map((batch) => batch.stays[0]!.from))
    const to = Math.max(...staying.map((batch) => batch.stays.at(-1)!.until))
    return placeLoads(all, season.places, from, to).flatMap((load, i) => {
      const most = (over: typeof load.over) => Math.max(0, ...over.map((o) => o.most))
      const [before, after] = [most(plan.places[i]!.over), most(load.over)]
      return Math.abs(after - before) < 1e-9 ? [] : [{ place: load.of.name, before, after }]
    })
  }, [plan, season.places, batches, key, n])
  if (changes.length === 0) return null
  return (
    <Box sx={{ mt: 1, fontSize: 14 }}>
      {changes.map(({ place, before, after }) => (
        <Box key={place} sx={{ color: after > before ? 'error.main' : 'success.main', fontWeight: 650 }}>
          {place}: {after === 0 ? 'no longer over' : `${format.number(after, 2)} tray places over at worst`}
          {before > 0 && after > 0 ? ` (now ${format.number(before, 2)})` : ''}
        </Box>
      ))}
    </Box>
  )
}
