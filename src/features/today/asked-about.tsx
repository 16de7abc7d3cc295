/** Sowings whose day was past before anybody could record them: what became of each is asked, and nothing is taken as done. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { formatDay, parseDay } from '../../core/calendar/day'
import { askedAbout } from '../../core/advice/work'
import type { Batch } from '../../core/batch/batch'
import { plannedFor } from '../../core/batch/one-of-series'
import { plantableFrom } from '../../core/plan/nearest'
import { DayField } from '../../ui/day-field'
import { NumberField } from '../../ui/fields'
import { useRecord } from '../../ui/records/use-record'
import { useSeason } from '../../ui/season-context'
import { StairGlyph } from '../../ui/stair/stair'
import { useChange } from '../../ui/use-change'
import { count } from '../../words/format'
import { inFlats } from '../../core/sowing/policies'
import { sowingTask, sownAsPlanned } from './model'

const SHOWN = 8

/** The question, over the work of the day. */
export function AskedAbout() {
  const t = useTranslations('today')
  const { plan, format } = useSeason()
  const { record } = useRecord()
  const [all, setAll] = useState(false)
  const asked = useMemo(() => askedAbout(plan), [plan])
  if (asked.length === 0) return null
  const shown = all ? asked : asked.slice(0, SHOWN)
  const everyOne = () =>
    void record(
      asked.map((batch) => sownAsPlanned(batch)),
      t('sownAsPlanned', { sowings: count(format, asked.length, 'sowing') }),
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
            {asked.length === 1
              ? t('oneSowingDayIsPast')
              : t('sowingDaysArePast', { asked: format.number(asked.length) })}
          </Box>
          <Box sx={{ fontSize: 15, color: 'text.secondary' }}>
            {t('nobodyHasRecordedThemSo', { asked: asked.length })}
          </Box>
        </Box>
        {asked.length > 1 && (
          <Button variant="outlined" color="inherit" onClick={everyOne} sx={{ minHeight: 44 }}>
            {t('allSownAsPlanned')}
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
          {t('showMore', { asked: format.number(asked.length - shown.length) })}
        </Button>
      )}
    </Box>
  )
}

function AskedRow({ batch }: { batch: Batch }) {
  const t = useTranslations('today')
  const { season, plan, format, today } = useSeason()
  const { record } = useRecord()
  const { change, busy, failure } = useChange()
  const [open, setOpen] = useState(false)
  const [on, setOn] = useState(formatDay(batch.sow!))
  const [cells, setCells] = useState<number | undefined>(batch.stays[0]?.cells)
  const bought = batch.way.route.boughtAge !== undefined
  const later = useMemo(() => plantableFrom(batch, today), [batch, today])
  const flats = inFlats(batch.way.method)
  const wrong = on === '' || parseDay(on) > today ? t('chooseTodayOrAnEarlier') : undefined
  const { code, variety, id, n, planting } = batch
  const button = { minHeight: 44 } as const
  const sown = () => {
    if (wrong || cells === undefined || cells < 1) return
    void record(
      sownAsPlanned(batch, parseDay(on), Math.round(cells)),
      t('wasSown', { code, bought: bought ? 'yes' : 'no', on: format.date(parseDay(on)) }),
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
            {t('toSowFor', {
              bought: bought ? 'yes' : 'no',
              dated: format.date(batch.sow!),
              plants: count(format, batch.plants, 'plant'),
              dated2: format.date(batch.plantOn),
            })}
          </Box>
        </Box>
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, flex: '1 1 100%' }}>
        <Button
          variant={open ? 'contained' : 'outlined'}
          aria-expanded={open}
          onClick={() => setOpen(!open)}
          sx={button}
          aria-label={t('sownAlready', { code })}
        >
          {bought ? t('arrivedAlready') : t('sownAlready2')}
        </Button>
        <Button
          variant="outlined"
          color="inherit"
          sx={button}
          aria-label={t('sowNow', { code })}
          onClick={() =>
            void record(
              { batch: id, what: { did: 'wait', task: sowingTask(batch), nth: 0, until: formatDay(today) } },
              t('toSowToday', { code }),
            )
          }
        >
          {t('sowNow2')}
        </Button>
        {later && (
          <Button
            variant="outlined"
            color="inherit"
            disabled={busy}
            sx={button}
            aria-label={t('plantLater', { code })}
            onClick={() => {
              const from = plan.season.plantings.find(({ key }) => key === planting.key)!
              void change(
                [{ of: 'plantings', key: from.key, from, to: plannedFor(from, n, formatDay(later.plantOn)) }],
                t('plantedSown', { code, plantOn: format.date(later.plantOn), sow: format.date(later.sow) }),
              )
            }}
          >
            {t('plant', { plantOn: format.date(later.plantOn) })}
          </Button>
        )}
        <Button
          variant="text"
          color="inherit"
          sx={button}
          aria-label={t('leaveOut', { code })}
          onClick={() =>
            void record(
              { batch: id, what: { did: 'drop', task: sowingTask(batch), nth: 0, why: t('leftOutThisSeason') } },
              t('leftOut', { code }),
            )
          }
        >
          {t('leaveOut2')}
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
          <DayField label={bought ? t('arrivedOn') : t('sownOn')} value={on} onChange={setOn} error={wrong} />
          <NumberField
            label={
              flats
                ? t('flats')
                : season.containers.length > 0 && batch.stays[0]?.container.kind === 'pots'
                  ? t('pots')
                  : t('cells')
            }
            value={cells}
            onChange={setCells}
            error={cells === undefined || cells < 1 ? t('howMany') : undefined}
            width={120}
          />
          <Button type="submit" variant="contained" sx={{ minHeight: 48 }}>
            {t('save')}
          </Button>
        </Box>
      )}
    </Box>
  )
}
