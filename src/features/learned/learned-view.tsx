/** The season looked back on: planned and happened by variety, new figures to take or leave, and the next season. */
'use client'
import PrintIcon from '@mui/icons-material/Print'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useMemo, useState, useTransition } from 'react'
import { useTranslations } from 'next-intl'
import { beginNextSeason } from '../../actions/next-season'
import { lookBack, suggestionsOf, type Suggestion } from '../../core/advice/learned'
import { seasonSum } from '../../core/advice/season-sum'
import { JournalTabs } from '../../ui/journal-tabs'
import { useNotice } from '../../ui/notice'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { count, shareWords } from '../../words/format'
import { ForecastsHeld } from './forecasts-held'
import { LookedBackTable } from './looked-back'
import { SeasonFigures } from './season-figures'
import { WinterSheet } from './winter-sheet'
import { taughtEdits, rehung } from './model'
import { callServer, troubleWords } from '../../ui/call-server'
import { WholeLink, useWholeRouter } from '../../ui/navigation'
import './words'

export function LearnedView() {
  const t = useTranslations('learned')
  const { plan, season, format } = useSeason()
  const looked = useMemo(() => lookBack(plan), [plan])
  const sum = useMemo(() => seasonSum(plan), [plan])
  const suggestions = useMemo(() => suggestionsOf(plan, season), [plan, season])
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2, maxWidth: 1200 }}>
      <Typography variant="h1">{t('journal')}</Typography>
      <JournalTabs at="/learned" />
      {looked.length === 0 ? (
        <Box sx={{ color: 'text.secondary' }}>{t('onceSowingsAreWrittenDown')}</Box>
      ) : (
        <>
          <SeasonFigures sum={sum.all} />
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
            <Typography variant="h2" sx={{ mb: 0.5, flex: 1 }}>
              {t('plannedAndWhatHappened')}
            </Typography>
            <Button className="no-print" color="inherit" startIcon={<PrintIcon />} onClick={() => window.print()}>
              {t('printWinter')}
            </Button>
          </Box>
          <LookedBackTable looked={looked} />
          <ForecastsHeld />
          <Suggestions suggestions={suggestions} />
          <WinterSheet kinds={sum.kinds} />
        </>
      )}
      <NextSeason />
      <Box sx={{ mt: 1, fontSize: 13.5, color: 'text.secondary' }}>
        {t('inThisSeasonsJournal', { entries: count(format, season.records.length, 'entry') })}
      </Box>
    </Box>
  )
}

/** What the figure is of: a growing method with what it raises. */
const nameOf = ({ crops, name }: Suggestion): string => [...crops.slice(0, NAMED), name].join(', ')
const NAMED = 3

function Suggestions({ suggestions }: { suggestions: readonly Suggestion[] }) {
  const t = useTranslations('learned')
  const { season, format } = useSeason()
  const { change, busy, failure, problems } = useChange()
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const shown = suggestions.filter(({ id }) => !left.has(id))
  const take = (chosen: readonly Suggestion[]) =>
    void change(
      taughtEdits(season, chosen),
      chosen.length === 1
        ? t('changedToWhatWasSeen', { chosen: nameOf(chosen[0]!), figure: t(`figure.${chosen[0]!.what}`) })
        : t('figuresChangedToWhatWas', { chosen: String(chosen.length) }),
    )
  const say = ({ what }: Suggestion, n: number) =>
    what === 'thermal-time'
      ? `${format.number(n, 1)} °C·d`
      : what === 'ready'
        ? `${format.number(n)} °C·d`
        : shareWords(n)
  const seen = ({ what, seen: n }: Suggestion) =>
    what === 'thermal-time' || what === 'ready'
      ? count(format, n, 'sowing')
      : what === 'usual-share'
        ? count(format, n, 'seed')
        : count(format, n, 'plant')
  return (
    <Box component="section" aria-labelledby="suggest-title" sx={{ mt: 3 }}>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
        <Typography variant="h2" id="suggest-title" sx={{ flex: 1 }}>
          {t('newFiguresIfYouWish')}
        </Typography>
        {shown.length > 1 && (
          <Button variant="outlined" disabled={busy} onClick={() => take(shown)}>
            {t('selectAll', { shown: String(shown.length) })}
          </Button>
        )}
      </Box>
      <Box sx={{ fontSize: 15, color: 'text.secondary', mb: 1, maxWidth: 720 }}>{t('eachLiesBetweenTheOld')}</Box>
      {failure && <Alert severity="error">{failure}</Alert>}
      {problems.map(({ path, message }) => (
        <Alert key={path} severity="error">
          {path}: {message}
        </Alert>
      ))}
      {shown.length === 0 ? (
        <Box sx={{ color: 'text.secondary' }}>{t('whatWasSeenAgreesWith')}</Box>
      ) : (
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {shown.map((one) => (
            <Box
              component="li"
              key={one.id}
              sx={{
                display: 'flex',
                flexWrap: 'wrap',
                alignItems: 'center',
                gap: 1,
                borderTop: 1,
                borderColor: 'divider',
                py: 0.75,
              }}
            >
              <Box sx={{ flex: '1 1 320px' }}>
                <b>{nameOf(one)}</b> {t(`figure.${one.what}`)}
                {one.ml === undefined ? '' : t('in', { volume: format.volume(one.ml) })}: {say(one, one.from)} →{' '}
                <b>{say(one, one.to)}</b>
                <Box sx={{ fontSize: 13.5, color: 'text.secondary' }}>{t('from', { seen: seen(one) })}</Box>
              </Box>
              <Button
                variant="outlined"
                disabled={busy}
                onClick={() => take([one])}
                aria-label={t('apply', { one: nameOf(one), figure: t(`figure.${one.what}`) })}
              >
                {t('apply2')}
              </Button>
              <Button
                color="inherit"
                onClick={() => setLeft(new Set([...left, one.id]))}
                aria-label={t('ignore', { one: nameOf(one), figure: t(`figure.${one.what}`) })}
              >
                {t('ignore2')}
              </Button>
            </Box>
          ))}
        </Box>
      )}
    </Box>
  )
}

function NextSeason() {
  const t = useTranslations('learned')
  const { plan, season, data, format } = useSeason()
  const router = useWholeRouter()
  const notice = useNotice()
  const [busy, start] = useTransition()
  const [problem, setProblem] = useState<string>()
  const seasons = data.farms.find(({ seasons }) => seasons.some(({ id }) => id === data.own))?.seasons ?? []
  const next = useMemo(() => rehung(season, plan), [season, plan])
  const begin = () =>
    start(async () => {
      setProblem(undefined)
      const called = await callServer(() => beginNextSeason(data.own, next))
      if (!called.ok) return setProblem(troubleWords(called, format))
      const result = called.answer
      if (!result.ok)
        return setProblem(
          result.reason === 'wrong'
            ? result.problems
                .slice(0, 3)
                .map(({ path, message }) => `${path} ${message}`)
                .join(' ')
            : t(result.reason === 'there-is-one' ? 'thereIsThatSeason' : 'theSeasonIsGone', { name: result.name }),
        )
      notice({ text: t('seasonIsOpenThisOne', { result: result.name }) })
      router.push(`${result.at}/plan`)
    })
  if (data.whatIf) return null
  return (
    <Box
      component="section"
      className="no-print"
      aria-labelledby="next-title"
      sx={{
        mt: 3.5,
        p: 2,
        border: 1,
        borderColor: 'divider',
        borderRadius: 1.5,
        bgcolor: 'background.paper',
        maxWidth: 720,
      }}
    >
      <Typography variant="h2" id="next-title">
        {t('theNextSeason')}
      </Typography>
      <Box sx={{ fontSize: 15, my: 1 }}>
        {t('seasonFromThisOnePlantings', { season: next.season.name, plantings: String(next.plantings.length) })}
      </Box>
      {problem && (
        <Alert severity="error" sx={{ mb: 1 }}>
          {problem}
        </Alert>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        <Button
          variant="contained"
          disableElevation
          disabled={busy || seasons.some(({ name }) => name === next.season.name)}
          onClick={begin}
          sx={{ minHeight: 48 }}
        >
          {t('beginSeason', { season: next.season.name })}
        </Button>
        {seasons
          .filter(({ id }) => id !== data.own)
          .map(({ id, name, address }) => (
            <Button
              key={id}
              variant="outlined"
              color="inherit"
              component={WholeLink}
              href={`${data.ownAt.slice(0, data.ownAt.lastIndexOf('/'))}/${address}/today`}
              sx={{ minHeight: 48 }}
            >
              {t('openSeason', { name })}
            </Button>
          ))}
      </Box>
    </Box>
  )
}
