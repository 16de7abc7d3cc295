/** One piece of work: what it is, a large button for done as planned, and in plain sight what else may have happened. */
'use client'
import CheckIcon from '@mui/icons-material/Check'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import { memo, useState } from 'react'
import { useTranslations } from 'next-intl'
import type { Gated } from '../../core/field/gates'
import type { Waiting } from '../../core/advice/missed-day'
import { outlookOf, type Work } from '../../core/advice/work'
import { asPlanned } from './as-planned'
import { OutlookTag } from './outlook-tag'
import { useRecord } from './use-record'
import { useMay } from '../may'
import { useSeason } from '../season-context'
import { StairGlyph } from '../stair/stair'
import { VerdictMark } from '../verdict'
import { gateSentence } from '../../words/field'
import { count } from '../../words/format'
import { waitingWords } from '../../words/waiting'
import { taskLine, taskName } from '../../words/tasks'
import { Link } from '../navigation'
import { later } from '../later'

const NotAsPlanned = later(() => import('./not-as-planned').then((module) => module.NotAsPlanned))

interface WorkRowProps {
  work: Work
  large: boolean
  /** Said of a single batch, whose name stands above. */
  ofOne?: boolean
  /** What waiting with it means, where that is shown. */
  waiting?: Waiting | undefined
  /** Whether what is planted can go out. */
  gated: Gated | undefined
  /** Whether it is ticked, while several are ticked to be recorded together. */
  ticked?: boolean | undefined
  onTick?: ((id: string, range: boolean) => void) | undefined
}

/** Drawn again only when it changes, so that the day can be dragged past many. */
export const WorkRow = memo(function WorkRow({
  work,
  large,
  ofOne = false,
  gated,
  waiting,
  ticked,
  onTick,
}: WorkRowProps) {
  const t = useTranslations('records')
  const { season, format, data, today } = useSeason()
  const { record, takeBack } = useRecord()
  const [other, setOther] = useState(false)
  const { task, state, late, due, line } = work
  const { batch } = task
  const reason = gated?.gates.find(({ verdict }) => verdict === gated.verdict && verdict !== 'go')
  const done = state === 'done'
  const isHeld = late > 0 && batch.sow !== undefined
  const records = useMay('record')
  const may = large && records && !data.whatIf && !onTick
  const name = `${taskName(task, format)} ${batch.code}`
  return (
    <Box
      component="li"
      data-task={task.id}
      sx={{
        borderTop: large ? 1 : 0,
        borderColor: 'divider',
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        columnGap: 1.5,
        py: large ? 0.75 : 0,
        opacity: done ? 0.68 : 1,
      }}
    >
      {onTick && !done && (
        <Checkbox
          checked={ticked ?? false}
          onClick={(event) => onTick(task.id, event.shiftKey)}
          slotProps={{ input: { 'aria-label': t('tick', { name }) } }}
          sx={{ width: 48, height: 48, ml: -1.5, mr: -1 }}
        />
      )}
      <Box
        component={Link}
        prefetch={false}
        href={
          task.kind === 'plant' && !done
            ? `/field?stand=${encodeURIComponent(batch.id)}`
            : `/batch?id=${encodeURIComponent(batch.id)}`
        }
        sx={{
          flex: '1 1 240px',
          minWidth: 0,
          display: 'flex',
          gap: 1.5,
          alignItems: 'center',
          minHeight: large ? 48 : 40,
          py: 0.25,
          color: 'inherit',
          textDecoration: 'none',
          borderRadius: 1,
          '&:hover': { bgcolor: 'var(--row-chosen)' },
        }}
      >
        {!ofOne && <StairGlyph batch={batch} />}
        <Box sx={{ minWidth: 0, flex: 1 }}>
          <Box sx={{ fontSize: large ? 16 : 14.5, lineHeight: 1.3 }}>
            <b>{taskName(task, format)}</b>{' '}
            {ofOne ? (
              format.date(task.day)
            ) : (
              <>
                <Box component="span" sx={{ color: 'text.secondary', fontWeight: 700 }}>
                  {batch.code}
                </Box>{' '}
                {batch.variety.name}
              </>
            )}
          </Box>
          <Box sx={{ fontSize: large ? 14.5 : 13.5, color: 'text.secondary', lineHeight: 1.3 }}>
            {taskLine(task, season.places, format)}
          </Box>
          {waiting && <WaitingLine waiting={waiting} />}
          {late > 0 && (
            <Box sx={{ fontSize: 14, fontWeight: 650, color: 'error.main', lineHeight: 1.35 }}>
              {t('lateDue', { days: count(format, late, 'day'), due: format.date(due) })}
            </Box>
          )}
          {gated && !done && <VerdictMark verdict={gated.verdict} />}
          {reason && (
            <Box
              sx={{ fontSize: 13.5, color: gated!.verdict === 'wait' ? 'error.main' : 'text.primary', lineHeight: 1.3 }}
            >
              {gateSentence(reason, format)}
            </Box>
          )}
          {!done && large && !ofOne && <OutlookTag outlook={outlookOf(batch)} ofPlants={late > 0} />}
          {done && line && (
            <Box sx={{ fontSize: 13.5, color: 'success.main', fontWeight: 650 }}>
              {t('doneOfOn', { on: format.date(line.on), who: line.entry.who })}
            </Box>
          )}
        </Box>
      </Box>
      {may && !done && (
        <Box
          className="no-print"
          sx={{ display: 'flex', gap: 1, flex: { xs: '1 1 100%', sm: '0 0 auto' }, pb: { xs: 0.75, sm: 0 } }}
        >
          <Button
            variant="contained"
            disableElevation
            onClick={() => void record(asPlanned(task, season), t('doneOfName', { name }))}
            aria-label={t('doneOfName2', { name })}
            startIcon={<CheckIcon />}
            sx={{ minHeight: 48, flex: { xs: 1.4, sm: '0 0 auto' }, minWidth: 104, fontSize: 16 }}
          >
            {t('done2')}
          </Button>
          {isHeld && (
            <Button
              variant="outlined"
              color="inherit"
              onClick={() =>
                void record(
                  { ...asPlanned(task, season), on: today - 1 },
                  t('doneYesterday', { name, today: format.date(today - 1) }),
                )
              }
              aria-label={t('doneYesterdayOfName', { name })}
              sx={{ minHeight: 48, lineHeight: 1.15 }}
            >
              {t('yesterday')}
            </Button>
          )}
          <Button
            variant="outlined"
            color="inherit"
            onClick={() => setOther(true)}
            aria-label={t('notAsPlanned', { name })}
            sx={{ minHeight: 48, flex: { xs: 1, sm: '0 0 auto' }, lineHeight: 1.15 }}
          >
            {t('notAsPlanned2')}
          </Button>
        </Box>
      )}
      {!large && records && !done && !data.whatIf && !onTick && (
        <IconButton
          className="no-print"
          onClick={() => setOther(true)}
          aria-label={t('doneOrNotAsPlanned', { name })}
          sx={{ width: 44, height: 44 }}
        >
          <CheckIcon />
        </IconButton>
      )}
      {may && done && line && (
        <Button
          className="no-print"
          color="inherit"
          onClick={() => void takeBack([line.entry])}
          aria-label={t('undoOfName', { name })}
          sx={{ minHeight: 48 }}
        >
          {t('undo2')}
        </Button>
      )}
      {other && <NotAsPlanned work={work} onClose={() => setOther(false)} />}
    </Box>
  )
}, sameWork)

function sameWork(a: WorkRowProps, b: WorkRowProps): boolean {
  return (
    a.work.task.day === b.work.task.day &&
    a.work.task.batch === b.work.task.batch &&
    a.work.task.id === b.work.task.id &&
    a.work.state === b.work.state &&
    a.work.late === b.work.late &&
    a.work.line?.entry === b.work.line?.entry &&
    a.large === b.large &&
    a.waiting?.last === b.waiting?.last &&
    a.gated === b.gated &&
    a.ticked === b.ticked &&
    a.onTick === b.onTick
  )
}

/** The last day on which waiting does no harm, and what slips after it. */
function WaitingLine({ waiting }: { waiting: Waiting }) {
  const { format, today } = useSeason()
  return (
    <Box
      sx={{
        fontSize: 13.5,
        lineHeight: 1.3,
        color: waiting.last < today ? 'error.main' : waiting.last <= today + 1 ? 'warning.main' : 'text.secondary',
        fontWeight: waiting.last <= today + 1 ? 650 : 400,
      }}
    >
      {waitingWords(waiting, today, format)}
    </Box>
  )
}
