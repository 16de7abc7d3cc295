/** The month on paper: one sheet with boxes to write in. */
'use client'
import PrintIcon from '@mui/icons-material/PrintOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useMemo, type ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import { monthSheet } from '../../core/plan/month'
import type { Task } from '../../core/batch/tasks'
import { useSeason } from '../../ui/season-context'
import { metres, spacing } from '../../words/field'
import { count, list } from '../../words/format'
import { taskLine, taskName } from '../../words/tasks'

export function MonthSheet({ day }: { day: Day }) {
  const t = useTranslations('field')
  const { plan, season, format, workingDay } = useSeason()
  const sheet = useMemo(() => monthSheet(plan, day), [plan, day])
  const { from, until, starts, sown, moves, planted, out, harvests } = sheet
  const started = useMemo(
    () =>
      [
        ...starts.map((task) => ({ day: task.day, task, stand: undefined })),
        ...sown.map((stand) => ({ day: stand.from, task: undefined, stand })),
      ].sort((a, b) => a.day - b.day),
    [starts, sown],
  )
  return (
    <Box sx={{ mt: 2, '@media print': { mt: 0, fontSize: 11 } }}>
      <Box className="no-print" sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mb: 1.5 }}>
        <Button size="small" variant="outlined" color="inherit" onClick={() => workingDay.set(from - 1)}>
          {t('theMonthBefore')}
        </Button>
        <Button size="small" variant="outlined" color="inherit" onClick={() => workingDay.set(until)}>
          {t('theMonthAfter')}
        </Button>
        <Button size="small" variant="contained" startIcon={<PrintIcon />} onClick={() => window.print()}>
          {t('print')}
        </Button>
      </Box>
      <Box
        component="article"
        sx={{
          maxWidth: 900,
          border: 1,
          borderColor: 'divider',
          bgcolor: 'background.paper',
          p: { xs: 1.5, md: 3 },
          '@media print': {
            border: 0,
            p: 0,
            maxWidth: 'none',
            columnCount: 2,
            columnGap: '18px',
            '& h1, & h2': { fontSize: 18 },
            '& h3': { fontSize: 11 },
          },
        }}
      >
        <Box
          sx={{
            display: 'flex',
            alignItems: 'baseline',
            justifyContent: 'space-between',
            borderBottom: 2,
            borderColor: 'text.primary',
            pb: 0.5,
            '@media print': { columnSpan: 'all' },
          }}
        >
          <Typography variant="h1" component="h2">
            {format.month(from, true)}
          </Typography>
          <span>{season.farm.name}</span>
        </Box>
        <Part title={t('toStart')} empty={started.length === 0}>
          {started.map(({ day: on, task, stand }) =>
            task ? (
              <TaskLine key={task.id} task={task} />
            ) : (
              <Line key={stand.id} day={on} code={stand.code} name={stand.variety.name}>
                {t('sowInPlaceMOf', {
                  seeds: count(format, stand.inPlace!.seeds, 'seed'),
                  metres: metres(format, stand.inPlace!.metres * 100),
                  spacing: spacing(format, stand.inPlace!.thinTo),
                })}
              </Line>
            ),
          )}
        </Part>
        <Part title={t('toMove')} empty={moves.length === 0}>
          {moves.map((task) => (
            <TaskLine key={task.id} task={task} />
          ))}
        </Part>
        <Part title={t('toPlantAndWhere')} empty={planted.length === 0}>
          {planted.map(({ stand, beds }) => (
            <Line key={stand.id} day={stand.from} code={stand.code} name={stand.variety.name}>
              {count(format, stand.plants, 'plant')}:{' '}
              {beds.length > 0
                ? list(
                    format,
                    beds.map(({ bed, plants }) => `${bed.name} ${format.number(plants)}`),
                  )
                : t('bed2')}
            </Line>
          ))}
        </Part>
        <Part title={t('firstHarvests')} empty={harvests.length === 0}>
          {harvests.map((stand) => (
            <Line key={stand.id} day={stand.harvest!} code={stand.code} name={stand.variety.name}>
              {t('fromAboutThisDay')}
            </Line>
          ))}
        </Part>
        <Part title={t('comesOut')} empty={out.length === 0}>
          {out.map(({ day: on, what, bed }) => (
            <Line key={`${on} ${what} ${bed ?? ''}`} day={on} code={bed ?? ''} name={what}>
              {t('clear')}
            </Line>
          ))}
        </Part>
        <Part title={t('notes')} empty={false}>
          {[1, 2, 3, 4].map((n) => (
            <Box key={n} component="li" sx={{ height: 26, borderBottom: 1, borderColor: 'divider' }} />
          ))}
        </Part>
      </Box>
    </Box>
  )
}

function Part({ title, empty, children }: { title: string; empty: boolean; children: ReactNode }) {
  const t = useTranslations('field')
  return (
    <Box component="section" sx={{ mt: 2, '@media print': { mt: 0.75 } }}>
      <Typography variant="h3">{title}</Typography>
      {empty ? (
        <Box sx={{ color: 'text.secondary', fontSize: 14 }}>{t('nothingThisMonth')}</Box>
      ) : (
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {children}
        </Box>
      )}
    </Box>
  )
}

function TaskLine({ task }: { task: Task }) {
  const { season, format } = useSeason()
  return (
    <Line day={task.day} code={task.batch.code} name={task.batch.variety.name}>
      {taskName(task, format)}: {taskLine(task, season.places, format)}
    </Line>
  )
}

/** A line with a box to tick and room for what was really done. */
function Line({ day, code, name, children }: { day: Day; code: string; name: string; children: ReactNode }) {
  const { format } = useSeason()
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '18px 82px minmax(0, 1fr)', sm: '18px 88px minmax(0, 1fr) 150px' },
        columnGap: 1,
        alignItems: 'baseline',
        borderTop: 1,
        borderColor: 'divider',
        py: 0.5,
        breakInside: 'avoid',
        fontSize: 14,
        '@media print': {
          gridTemplateColumns: '11px 54px minmax(0, 1fr) 44px',
          columnGap: '4px',
          py: '1px',
          fontSize: 9.5,
          lineHeight: 1.25,
        },
      }}
    >
      <Box
        aria-hidden
        sx={{
          width: 14,
          height: 14,
          border: 1.5,
          borderColor: 'text.primary',
          borderRadius: 0.5,
          alignSelf: 'center',
          '@media print': { width: 9, height: 9, border: 1 },
        }}
      />
      <span>{format.date(day)}</span>
      <Box sx={{ minWidth: 0 }}>
        <b>{code}</b> {name} ·{' '}
        <Box component="span" sx={{ color: 'text.secondary' }}>
          {children}
        </Box>
      </Box>
      <Box
        aria-hidden
        sx={{
          display: { xs: 'none', sm: 'block' },
          '@media print': { display: 'block' },
          borderBottom: 1,
          borderColor: 'text.secondary',
          alignSelf: 'end',
          height: { sm: 16 },
        }}
      />
    </Box>
  )
}
