/** Where a batch is now and what comes next. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { recordsOf, workAhead } from '../../core/advice/work'
import type { Batch } from '../../core/batch/batch'
import { EntryList } from '../../ui/records/entry-list'
import { WorkRow } from '../../ui/records/work-row'
import { useSeason } from '../../ui/season-context'
import { BatchSteps } from '../../ui/stair/batch-steps'
import { count } from '../../words/format'
import { later } from '../../ui/later'
import { AccountLines } from './account-lines'
import { Link } from '../../ui/navigation'

const BatchWorking = later(() => import('./batch-working').then((module) => module.BatchWorking), { unasked: true })

// pieces of work shown, those after them in the plan

/** Work that is still to come, to be ticked off on its day or before. */
function ComesNext({ batch }: { batch: Batch }) {
  const t = useTranslations('batch')
  const { plan, today, data, format } = useSeason()
  const ahead = workAhead(plan, batch, today)
  if (ahead.length === 0 || data.whatIf) return null
  return (
    <Box component="section" aria-label={t('whatComesNext')} sx={{ mb: 2.5 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        {t('whatComesNext')}
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {ahead.slice(0, AHEAD).map((work) => (
          <WorkRow key={work.task.id} work={work} large ofOne gated={undefined} />
        ))}
      </Box>
      {ahead.length > AHEAD && (
        <Box sx={{ fontSize: 14, color: 'text.secondary', mt: 0.5 }}>
          {t('then', { moreSteps: count(format, ahead.length - AHEAD, 'moreStep') })}
        </Box>
      )}
    </Box>
  )
}

export function Now({ batch }: { batch: Batch }) {
  const t = useTranslations('batch')
  const { season, format } = useSeason()
  const { progress, ready, limit, plantOn } = batch
  const stand = progress?.stand
  const planned = progress?.planned
  const gone = progress?.standing === 'gone'
  const figures: [string, string, (string | undefined)?][] = [
    [
      t('plantsExpected'),
      progress ? format.number(Math.round(progress.plants)) : format.number(batch.plants),
      t('wanted', { plants: format.number(batch.plants) }),
    ],
    [
      t('ready'),
      ready === undefined ? '–' : format.date(ready),
      planned?.ready !== undefined && planned.ready !== ready
        ? t('planned', { ready: format.date(planned.ready) })
        : undefined,
    ],
    [t('outgrown'), limit === undefined ? '–' : format.date(limit)],
    [
      t('plant2'),
      format.date(plantOn),
      planned && planned.plantOn !== plantOn
        ? t('plannedOfPlantOn', { plantOn: format.date(planned.plantOn) })
        : undefined,
    ],
  ]
  return (
    <>
      {!gone && (
        <Box
          component="dl"
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: '1fr 1fr', sm: 'repeat(4, 1fr)' },
            gap: 1.5,
            m: 0,
            mb: 2,
            '& dt': { fontSize: 13, color: 'text.secondary' },
            '& dd': { m: 0, fontSize: 19, fontWeight: 650, lineHeight: 1.2 },
            '& small': { display: 'block', fontSize: 13, fontWeight: 450, color: 'text.secondary' },
          }}
        >
          {figures.map(([title, value, under]) => (
            <div key={title}>
              <dt>{title}</dt>
              <dd>
                {value}
                {under && <small>{under}</small>}
              </dd>
            </div>
          ))}
        </Box>
      )}
      {stand && (
        <Box sx={{ mb: 2, fontSize: 15 }}>
          {t('theCountsSayGoodPlants', {
            mean: format.number(Math.round(stand.mean)),
            low: format.number(stand.low),
            high: format.number(stand.high),
            extra:
              Math.abs(stand.pace - 1) > 0.04
                ? t('thisLotComesUpThan', { extra: stand.pace > 1 ? t('slower') : t('faster') })
                : '',
          })}
        </Box>
      )}
      <AccountLines batch={batch} />
      <ComesNext batch={batch} />
      {!gone && <BatchSteps batch={batch} />}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, my: 2 }}>
        <Button
          component={Link}
          href={`/plan?batch=${encodeURIComponent(batch.id)}`}
          variant="outlined"
          color="inherit"
        >
          {t('inThePlan')}
        </Button>
        <Button
          component={Link}
          href={`/labels?batch=${encodeURIComponent(batch.id)}`}
          variant="outlined"
          color="inherit"
        >
          {t('labels')}
        </Button>
      </Box>
      <Typography variant="h2" sx={{ mb: 1 }}>
        {t('whatHappened')}
      </Typography>
      <EntryList entries={recordsOf(season.records, batch.id.split('~')[0]!)} empty={t('nothingIsWrittenDownYet')} />
      <BatchWorking batch={batch} />
    </>
  )
}

const AHEAD = 2
