/** Sowings whose day was past before anybody could record them: what became of each is asked, and nothing is taken as done. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useMemo, useState } from 'react'
import { civil, formatDay, parseDay, type Day } from '../../core/calendar/day'
import { askedAbout } from '../../core/advice/work'
import type { Batch } from '../../core/batch/batch'
import { plannedFor } from '../../core/batch/one-of-series'
import { plantableFrom } from '../../core/plan/nearest'
import { NumberField, WordField } from '../../ui/fields'
import { useRecord } from '../../ui/records/use-record'
import { useSeason } from '../../ui/season-context'
import { StairGlyph } from '../../ui/stair/stair'
import { useChange } from '../../ui/use-change'
import { count } from '../../words/format'
import { inFlats } from '../../core/sowing/policies'
import { sowingTask, sownAsPlanned } from './model'

const SHOWN = 8

/** The question, over the work of the day. */
export function AskedAbout({ day }: { day: Day }) {
  const { plan, format, today, data } = useSeason()
  const { record } = useRecord()
  const [all, setAll] = useState(false)
  const asked = useMemo(() => askedAbout(plan), [plan])
  if (asked.length === 0 || day !== today || data.whatIf) return null
  const shown = all ? asked : asked.slice(0, SHOWN)
  const everyOne = () =>
    void record(
      asked.map((batch) => sownAsPlanned(batch)),
      `${count(format, asked.length, 'sowing')}: sown as planned.`,
    )
  return (
    <Box
      component="section"
      aria-labelledby="asked-title"
      className="no-print"
      sx={{ mt: 2, p: 1.5, border: 1, borderColor: 'warning.main', borderRadius: 1.5, bgcolor: 'background.paper' }}
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
        <Box sx={{ flex: '1 1 260px' }}>
          <Box component="h2" id="asked-title" sx={{ m: 0, fontSize: 17, fontWeight: 700 }}>
            {asked.length === 1 ? 'One sowing day is past' : `${format.number(asked.length)} sowing days are past`}
          </Box>
          <Box sx={{ fontSize: 15, color: 'text.secondary' }}>
            Nobody has recorded {asked.length === 1 ? 'it' : 'them'}, so{' '}
            {asked.length === 1 ? 'it stands' : 'they stand'} on no bench yet. What happened?
          </Box>
        </Box>
        {asked.length > 1 && (
          <Button variant="outlined" color="inherit" onClick={everyOne} sx={{ minHeight: 44 }}>
            All sown as planned
          </Button>
        )}
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, mt: 1, p: 0 }}>
        {shown.map((batch) => (
          <AskedRow key={batch.id} batch={batch} />
        ))}
      </Box>
      {asked.length > shown.length && (
        <Button size="small" color="inherit" onClick={() => setAll(true)}>
          Show {format.number(asked.length - shown.length)} more
        </Button>
      )}
    </Box>
  )
}

function AskedRow({ batch }: { batch: Batch }) {
  const { season, plan, format, today } = useSeason()
  const { record } = useRecord()
  const { change, busy, failure } = useChange()
  const [open, setOpen] = useState(false)
  const [on, setOn] = useState(formatDay(batch.sow!))
  const [cells, setCells] = useState<number | undefined>(batch.stays[0]?.cells)
  const bought = batch.way.route.boughtAge !== undefined
  const later = useMemo(() => plantableFrom(batch, today), [batch, today])
  const flats = inFlats(batch.way.method)
  const wrong = on === '' || parseDay(on) > today ? 'Choose today or an earlier day.' : undefined
  const { code, variety, id, n, planting } = batch
  const button = { minHeight: 44 } as const
  /** A day, with its year where that is not the season's. */
  const dated = (day: Day) => {
    const { year } = civil(day)
    return `${format.date(day)}${season.season.from.startsWith(String(year)) ? '' : ` ${year}`}`
  }
  const sown = () => {
    if (wrong || cells === undefined || cells < 1) return
    void record(
      sownAsPlanned(batch, parseDay(on), Math.round(cells)),
      `${code}: ${bought ? 'arrived' : 'sown'} ${format.date(parseDay(on))}.`,
    )
  }
  return (
    <Box component="li" sx={{ borderTop: 1, borderColor: 'divider', py: 1 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
        <StairGlyph batch={batch} />
        <Box sx={{ flex: '1 1 200px', minWidth: 0 }}>
          <Box sx={{ fontSize: 16 }}>
            <b>{code}</b> {variety.name}
          </Box>
          <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
            {bought ? 'to arrive' : 'to sow'} {dated(batch.sow!)}, {count(format, batch.plants, 'plant')} for{' '}
            {dated(batch.plantOn)}
          </Box>
        </Box>
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, flex: '1 1 100%' }}>
        <Button
          variant={open ? 'contained' : 'outlined'}
          aria-expanded={open}
          onClick={() => setOpen(!open)}
          sx={button}
          aria-label={`Sown already: ${code}`}
        >
          {bought ? 'Arrived already' : 'Sown already'}
        </Button>
        <Button
          variant="outlined"
          color="inherit"
          sx={button}
          aria-label={`Sow now: ${code}`}
          onClick={() =>
            void record(
              { batch: id, what: { did: 'wait', task: sowingTask(batch), nth: 0, until: formatDay(today) } },
              `${code}: to sow today.`,
            )
          }
        >
          Sow now
        </Button>
        {later && (
          <Button
            variant="outlined"
            color="inherit"
            disabled={busy}
            sx={button}
            aria-label={`Plant later: ${code}`}
            onClick={() => {
              const from = plan.season.plantings.find(({ key }) => key === planting.key)!
              void change(
                [{ of: 'plantings', key: from.key, from, to: plannedFor(from, n, formatDay(later.plantOn)) }],
                `${code}: planted ${format.date(later.plantOn)}, sown ${format.date(later.sow)}`,
              )
            }}
          >
            Plant {format.date(later.plantOn)}
          </Button>
        )}
        <Button
          variant="text"
          color="inherit"
          sx={button}
          aria-label={`Leave out: ${code}`}
          onClick={() =>
            void record(
              { batch: id, what: { did: 'drop', task: sowingTask(batch), nth: 0, why: 'Left out this season' } },
              `${code}: left out.`,
            )
          }
        >
          Leave out
        </Button>
      </Box>
      {failure && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {failure}
        </Alert>
      )}
      {open && (
        <Box
          component="form"
          noValidate
          onSubmit={(event) => {
            event.preventDefault()
            sown()
          }}
          sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1, alignItems: 'flex-start' }}
        >
          <WordField label={bought ? 'Arrived on' : 'Sown on'} type="date" value={on} onChange={setOn} error={wrong} />
          <NumberField
            label={
              flats
                ? 'Flats'
                : season.containers.length > 0 && batch.stays[0]?.container.kind === 'pots'
                  ? 'Pots'
                  : 'Cells'
            }
            value={cells}
            onChange={setCells}
            error={cells === undefined || cells < 1 ? 'How many?' : undefined}
            width={120}
          />
          <Button type="submit" variant="contained" sx={{ minHeight: 48 }}>
            Save
          </Button>
        </Box>
      )}
    </Box>
  )
}
