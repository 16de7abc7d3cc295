/** One kind: its sowing time drawn beside the year, what a sowing of the day comes to, and the taps that start it. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import { useNotice } from '../../ui/notice'
import { useRecord } from '../../ui/records/use-record'
import { useMay } from '../../ui/may'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { count, list, type Format } from '../../words/format'
import { sowingOf, startedBy, type ShownTime, type StartRow } from './model'
import { TimeStrip } from './time-strip'

/** What stands in the columns of a line, on a desk and on a phone. */
export const START_COLUMNS = {
  display: 'grid',
  gap: { xs: 0.5, md: 2 },
  alignItems: 'center',
  gridTemplateColumns: { xs: '1fr auto', md: '170px 130px 210px minmax(0, 1fr) auto' },
} as const

export function StartLine({ row, day, plants }: { row: StartRow; day: Day; plants: number }) {
  const { format } = useSeason()
  const t = useTranslations('startNow')
  const may = useMay('plan')
  const { key, name, family, onFarm, seeds, raised, inPlace } = row
  return (
    <Box
      component="li"
      data-kind={key}
      sx={{
        ...START_COLUMNS,
        borderBottom: 1,
        borderColor: 'divider',
        py: 0.75,
        minHeight: 52,
      }}
    >
      <Box>
        <Box sx={{ fontWeight: 650 }}>{name}</Box>
        <Box sx={{ fontSize: 13, color: 'text.secondary' }}>
          {onFarm
            ? seeds !== undefined && seeds > 0
              ? t('seeds', { n: seeds, text: format.number(seeds) })
              : family
            : t('newHere')}
        </Box>
      </Box>
      <When row={row} day={day} />
      <Box sx={{ gridColumn: { xs: '1 / -1', md: 'auto' } }}>
        <TimeStrip name={name} raised={raised} inPlace={inPlace} day={day} />
      </Box>
      <Box sx={{ fontSize: 14, gridColumn: { xs: '1 / -1', md: 'auto' } }}>
        <Outcome row={row} />
      </Box>
      {may && <Taps row={row} day={day} plants={plants} />}
    </Box>
  )
}

/** Until when, and how many days that leaves; not yet, from when. */
function When({ row, day }: { row: StartRow; day: Day }) {
  const t = useTranslations('startNow')
  const { format } = useSeason()
  if (row.state === 'never' || row.state === 'over') return <Box />
  if (row.state === 'not-yet') return <Box>{t('from', { day: format.date(row.day!) })}</Box>
  if (row.day === undefined) return <Box>{t('noEnd')}</Box>
  const left = row.day - day
  return (
    <Box sx={{ textAlign: { xs: 'right', md: 'left' } }}>
      <Box sx={row.last ? { color: 'error.main', fontWeight: 650 } : {}}>
        {t('daysLeft', { n: left, text: format.number(left) })}
      </Box>
      <Box sx={{ fontSize: 13, color: 'text.secondary' }}>{t('until', { day: format.date(row.day) })}</Box>
    </Box>
  )
}

/** What a sowing of the day comes to, where it stands, and what else can be done. */
function Outcome({ row }: { row: StartRow }) {
  const t = useTranslations('startNow')
  const { format } = useSeason()
  const { raised, inPlace, room, state, why } = row
  if (state === 'never') return <>{t(`why.${why!}`)}</>
  if (state === 'over') return <>{t('thisYear')}</>
  const now = state === 'in-time' && raised?.plantOn !== undefined ? raised : undefined
  const end = (now ?? inPlace)?.end
  const words = [
    ...(now ? [raisedWords(now, format)] : []),
    ...(inPlace ? inPlaceWords(inPlace, now !== undefined || state === 'not-yet', format) : []),
  ]
  return (
    <>
      <Box>{words.join(' · ')}</Box>
      <Box sx={{ fontSize: 13, color: 'text.secondary' }}>
        {now && now.called}
        {room && room.full.length > 0 && (
          <Box component="span" sx={{ color: 'error.main', fontWeight: 650 }}>
            {' '}
            · {t('full', { places: list(format, room.full) })}
          </Box>
        )}
        {end?.by === 'harvest' && end.chance >= HALF && ` · ${t('half')}`}
      </Box>
    </>
  )
}

const HALF = 0.5 // of the years with a frost before it is ripe, from which that is said

const raisedWords = ({ plantOn, harvest }: ShownTime, f: Format): string =>
  harvest === undefined
    ? f.t('startNow.out', { out: f.date(plantOn!) })
    : f.t('startNow.outAndPicked', { out: f.date(plantOn!), harvest: f.date(harvest) })

/** Its time in place, or the harvest of a sowing of the day where it is not also raised. */
function inPlaceWords({ from, until, harvest }: ShownTime, alsoRaised: boolean, f: Format): string[] {
  if (!alsoRaised) return harvest === undefined ? [] : [f.t('startNow.pickedInPlace', { harvest: f.date(harvest) })]
  return [
    until === undefined
      ? f.t('startNow.inPlaceFrom', { from: f.date(from) })
      : f.t('startNow.inPlaceUntil', { from: f.date(from), until: f.date(until) }),
  ]
}

function Taps({ row, day, plants }: { row: StartRow; day: Day; plants: number }) {
  const t = useTranslations('startNow')
  const { season, today, data, format } = useSeason()
  const { change, busy } = useChange()
  const { record } = useRecord()
  const notice = useNotice()
  const { name } = row
  const start = async (how: 'raised' | 'in-place', sow: boolean) => {
    const started = startedBy(season, row, how, { today: day, plants })
    const said = started && sow ? sowingOf(season, started) : undefined
    if (!started || (sow && !said)) return notice({ text: t('cannot') })
    const { edits, planting } = started
    const called = `${planting.code} ${name}`
    if (!(await change(edits, t('added', { name: called, day: format.date(day) })))) return undefined
    if (said)
      await record(said, t('sown', { name: called, seeds: count(format, started.batch!.sizing!.seeds, 'seed') }))
    return undefined
  }
  const can = (time: ShownTime | undefined) => time?.plantOn !== undefined && time.plantOn >= day
  const inTime = row.state === 'in-time' || row.state === 'in-place'
  if (!inTime) return <Box />
  const raised = can(row.raised)
  return (
    <Box
      className="no-print"
      sx={{ display: 'flex', gap: 0.5, gridColumn: { xs: '1 / -1', md: 'auto' }, justifyContent: 'flex-end' }}
    >
      {raised && day === today && !data.whatIf && (
        <Button
          size="small"
          color="inherit"
          disabled={busy}
          aria-label={t('addAndSowNamed', { name })}
          onClick={() => void start('raised', true)}
          sx={{ minHeight: { xs: 44, md: 32 } }}
        >
          {t('addAndSow')}
        </Button>
      )}
      <Button
        size="small"
        variant="outlined"
        color="inherit"
        disabled={busy}
        aria-label={raised ? t('addNamed', { name }) : t('addInPlaceNamed', { name })}
        onClick={() => void start(raised ? 'raised' : 'in-place', false)}
        sx={{ minHeight: { xs: 44, md: 32 } }}
      >
        {raised ? t('add') : t('addInPlace')}
      </Button>
    </Box>
  )
}
