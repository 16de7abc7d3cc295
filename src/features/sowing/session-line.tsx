/** One line of a session; sister batches open below it. */
'use client'
import CheckIcon from '@mui/icons-material/Check'
import ExpandIcon from '@mui/icons-material/ExpandMore'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import type { SessionLine } from '../../core/advice/session'
import { whoGets } from '../../core/advice/sown-for'
import type { Work } from '../../core/advice/work'
import { inFlats } from '../../core/sowing/policies'
import { asPlanned } from '../../ui/records/as-planned'
import { useRecord } from '../../ui/records/use-record'
import { useSeason } from '../../ui/season-context'
import { count, list } from '../../words/format'
import { taskLine, taskName } from '../../words/tasks'
import { Link } from '../../ui/navigation'
import { later } from '../../ui/later'
import { lineAmount, takesWords } from './model'

const NotAsPlanned = later(() => import('../../ui/records/not-as-planned').then((module) => module.NotAsPlanned))

export function Line({ line, nth, may }: { line: SessionLine; nth: number; may: boolean }) {
  const { season, format } = useSeason()
  const [open, setOpen] = useState(false)
  const { works } = line
  const undone = works.filter(({ state }) => state === 'open')
  const sisters = works.length > 1
  const task = works[0]?.task
  return (
    <Box
      component="li"
      data-line={line.kind}
      sx={{
        borderTop: 1,
        borderColor: 'divider',
        py: 1,
        breakInside: 'avoid',
        opacity: works.length > 0 && undone.length === 0 ? 0.68 : 1,
      }}
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'center' }}>
        <Box sx={{ fontFamily: 'var(--heading)', fontSize: 22, width: 30, color: 'text.secondary' }}>{nth}</Box>
        <Box sx={{ flex: '1 1 300px', minWidth: 0 }}>
          <Title line={line} />
          <Box sx={{ fontSize: 15 }}>{lineAmount(line, season, format)}</Box>
          {task && line.kind === 'sow' && <How work={works[0]!} />}
          <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>{takesWords(line, season, format)}</Box>
          {!sisters && task && <Of work={works[0]!} kind={line.kind} />}
        </Box>
        {sisters ? (
          <Together line={line} may={may} open={open} onOpen={setOpen} />
        ) : (
          works[0] && <Ticks work={works[0]} kind={line.kind} may={may} />
        )}
      </Box>
      {sisters && (
        // A sheet of paper opens every line.
        <Box sx={{ ml: { xs: 0, sm: 5.5 }, display: open ? 'block' : 'none', '@media print': { display: 'block' } }}>
          {works.map((work) => (
            <Box
              key={work.task.id}
              sx={{
                display: 'flex',
                flexWrap: 'wrap',
                gap: 1.5,
                alignItems: 'center',
                py: 0.75,
                borderTop: 1,
                borderColor: 'divider',
              }}
            >
              <Box sx={{ flex: '1 1 260px', minWidth: 0 }}>
                <Box sx={{ fontSize: 16 }}>
                  <Box component="span" sx={{ fontWeight: 700, color: 'text.secondary' }}>
                    {work.task.batch.code}
                  </Box>{' '}
                  <b>{work.task.batch.variety.name}</b>
                </Box>
                <Box sx={{ fontSize: 14.5 }}>{taskLine(work.task, season.places, format)}</Box>
                <Of work={work} kind={line.kind} />
              </Box>
              <Ticks work={work} kind={line.kind} may={may} />
            </Box>
          ))}
        </Box>
      )}
    </Box>
  )
}

/** What is done with which kind, and of how many batches. */
function Title({ line }: { line: SessionLine }) {
  const t = useTranslations('sowing')
  const { format } = useSeason()
  const { works, kind, name, mix } = line
  const task = works[0]?.task
  if (!task)
    return (
      <Box sx={{ fontSize: 17, fontWeight: 700 }}>{t('heatMix', { mix: name, how: mix?.mix.heating?.how ?? '' })}</Box>
    )
  const { batch } = task
  return (
    <Box sx={{ fontSize: 17 }}>
      {kind !== 'sow' && `${taskName(task, format)} `}
      {works.length > 1 ? (
        <>
          <b>{name}</b>
          <Box component="span" sx={{ color: 'text.secondary' }}>
            {' '}
            · {count(format, works.length, 'batch')}
          </Box>
        </>
      ) : (
        <>
          <Box
            component={Link}
            prefetch={false}
            href={`/batch?id=${encodeURIComponent(batch.id)}`}
            sx={{ fontWeight: 700, color: 'text.secondary', textDecoration: 'none' }}
          >
            {batch.code}
          </Box>{' '}
          <b>{batch.variety.name}</b>
        </>
      )}
    </Box>
  )
}

/** Ticks off all sisters at once, or opens them. */
function Together({
  line: { works, name },
  may,
  open,
  onOpen,
}: {
  line: SessionLine
  may: boolean
  open: boolean
  onOpen: (open: boolean) => void
}) {
  const t = useTranslations('sowing')
  const { season, format } = useSeason()
  const { record } = useRecord()
  const undone = works.filter(({ state }) => state === 'open')
  const all = () =>
    record(
      undone.map(({ task }) => asPlanned(task, season)),
      t('lineDoneNotice', { name, batches: count(format, undone.length, 'batch') }),
    )
  return (
    <Box className="no-print" sx={{ display: 'flex', gap: 1 }}>
      {may && undone.length > 0 && (
        <Button
          variant="contained"
          disableElevation
          startIcon={<CheckIcon />}
          onClick={() => void all()}
          aria-label={t('allDoneOf', { name })}
          sx={{ minHeight: 48, fontSize: 16 }}
        >
          {t('allOfThem', { n: format.number(undone.length) })}
        </Button>
      )}
      <Button
        variant="outlined"
        color="inherit"
        endIcon={<ExpandIcon sx={{ transform: open ? 'rotate(180deg)' : 'none' }} />}
        aria-expanded={open}
        onClick={() => onOpen(!open)}
        sx={{ minHeight: 48 }}
      >
        {open ? t('close') : t('oneByOne')}
      </Button>
    </Box>
  )
}

/** Seeds a cell, depth, cover and light. */
function How({ work }: { work: Work }) {
  const t = useTranslations('sowing')
  const { format } = useSeason()
  const { way } = work.task.batch
  const { germination } = way.crop
  const how = [
    inFlats(way.method) ? t('broadcast') : t('aCell', { seeds: count(format, way.seedsPerCell, 'seed') }),
    germination.depth === undefined
      ? ''
      : germination.depth === 0
        ? t('onTheSurface')
        : t('deep', { depth: format.depth(germination.depth) }),
    germination.cover === undefined ? '' : t(`covering.${germination.cover}`),
    germination.light === 'either' ? '' : t(`light.${germination.light}`),
  ].filter((part) => part !== '')
  return <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>{how.join(' · ')}</Box>
}

/** Lot of a sowing, and who its plants are for. */
function Of({ work, kind }: { work: Work; kind: SessionLine['kind'] }) {
  const t = useTranslations('sowing')
  const { plan, format } = useSeason()
  const { batch } = work.task
  if (kind !== 'sow') return null
  const who = whoGets(plan, batch)
  const { lot } = batch.seed
  return (
    <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>
      {lot ? lot.name : t('noLotEntered')}
      {lot?.treated ? t('treatedGloves') : ''}
      {who.length > 0
        ? t('for', {
            list: list(
              format,
              who.slice(0, 4).map(({ name, plants }) => `${name} ${format.number(plants)}`),
            ),
            who: who.length > 4 ? 'yes' : 'no',
          })
        : ''}
    </Box>
  )
}

/** One tap for done as planned, and what else may have happened. */
function Ticks({ work, kind, may }: { work: Work; kind: SessionLine['kind']; may: boolean }) {
  const t = useTranslations('sowing')
  const { season, format } = useSeason()
  const { record } = useRecord()
  const [other, setOther] = useState(false)
  const { task, state, line } = work
  const { code } = task.batch
  const sown = kind === 'sow' ? 'yes' : 'no'
  if (state === 'done')
    return (
      <Box sx={{ color: 'success.main', fontWeight: 650 }}>
        {line ? t('doneBy', { sown, who: line.entry.who }) : t('done', { sown })}
      </Box>
    )
  if (!may) return null
  const name = `${taskName(task, format)} ${code}`
  return (
    <Box className="no-print" sx={{ display: 'flex', gap: 1, flex: { xs: '1 1 100%', sm: '0 0 auto' } }}>
      <Button
        variant="contained"
        disableElevation
        startIcon={<CheckIcon />}
        onClick={() => void record(asPlanned(task, season), t('doneOfBatch', { sown, batch: code, name }))}
        aria-label={kind === 'sow' ? t('sownOfBatch2', { batch: code }) : t('doneOf', { name })}
        sx={{ minHeight: 48, minWidth: 110, fontSize: 16, flex: { xs: 1.4, sm: '0 0 auto' } }}
      >
        {t('done', { sown })}
      </Button>
      <Button
        variant="outlined"
        color="inherit"
        onClick={() => setOther(true)}
        aria-label={t('notAsPlannedOf', { name })}
        sx={{ minHeight: 48, flex: { xs: 1, sm: '0 0 auto' }, lineHeight: 1.15 }}
      >
        {t('notAsPlanned')}
      </Button>
      {other && <NotAsPlanned work={work} onClose={() => setOther(false)} />}
    </Box>
  )
}
