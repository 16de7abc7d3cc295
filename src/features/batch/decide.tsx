/** What can be done about a stand, best first. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import Typography from '@mui/material/Typography'
import { useDeferredValue, useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { formatDay } from '../../core/calendar/day'
import { standDecision, type StandChoice } from '../../core/advice/stand-choices'
import type { Batch } from '../../core/batch/batch'
import { withSaid } from '../../core/batch/one-of-series'
import type { CellState } from '../../ui/records/tray-drawing'
import { useRecord } from '../../ui/records/use-record'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { chanceWords, count } from '../../words/format'
import { resownPlanting } from './model'
import { timeWords, choiceTitle, choiceWhy } from './sentences'
import { useRouter } from '../../ui/navigation'

export function Decide({
  batch,
  counted: now,
  flat,
  gaps,
  photos,
}: {
  batch: Batch
  counted: { cells: number; showing: number; doubles: number }
  flat: boolean
  gaps: readonly CellState[] | undefined
  photos: string[]
}) {
  const t = useTranslations('batch')
  const { planner, plan, season, format, today } = useSeason()
  const { record } = useRecord()
  const { change, busy, failure, problems } = useChange()
  const router = useRouter()
  const counted = useDeferredValue(now)
  const decision = useMemo(() => {
    const allowed = batch.planting.may?.methods ?? []
    const methods = season.methods.filter(({ key, crop }) => allowed.includes(key) && crop === batch.variety.crop)
    return standDecision(planner, season, batch, counted, today, methods, plan.lots)
  }, [planner, plan, season, batch, counted, today])
  const code = batch.code
  const countSaid = {
    batch: batch.id,
    ...(photos.length > 0 ? { photos } : {}),
    what: {
      did: 'count' as const,
      ...counted,
      ...(flat ? { flat } : {}),
      ...(gaps ? { gaps: gaps.flatMap((state, i) => (state === 'none' ? [i] : [])) } : {}),
    },
  }
  const back = () => router.replace(`/batch?id=${encodeURIComponent(batch.id)}`)

  const carryOut = async (choice: StandChoice) => {
    switch (choice.kind) {
      case 'let-be':
        await record(countSaid, t('counted', { code }))
        return back()
      case 'wait':
        await record(
          { ...countSaid, what: { ...countSaid.what, again: formatDay(choice.until) } },
          t('countedCountAgainOn', { code, until: format.date(choice.until) }),
        )
        return back()
      case 'fill':
        await record(
          [countSaid, { batch: batch.id, what: { did: 'fill', cells: choice.blanks } }],
          t('countedFilled', { code, blanks: count(format, choice.blanks, 'blank') }),
        )
        return back()
      case 'resow': {
        const again = resownPlanting(
          batch,
          {
            method: choice.resow.method,
            plants: choice.resow.plants,
            sowOn: formatDay(today),
            lot: choice.resow.lot?.key,
          },
          season.plantings,
        )
        if (
          await change(
            [{ of: 'plantings', key: again.key, from: null, to: again }],
            t('sowAgain', { code, again: again.code }),
          )
        ) {
          await record(
            [countSaid, { batch: batch.id, what: { did: 'resow', as: again.key } }],
            t('countedIsToBeSown', { code, again: again.code }),
          )
          back()
        }
        return
      }
      case 'resow-here':
        await record(
          [
            countSaid,
            {
              batch: batch.id,
              what: {
                did: 'sow-again',
                cells: choice.cells,
                seeds: choice.seeds,
                ...(choice.lot ? { lot: choice.lot.key } : {}),
              },
            },
          ],
          t('countedSownAgain', { code, blanks: count(format, choice.cells, 'blank') }),
        )
        return back()
      case 'fewer': {
        const { planting, n } = batch
        const to = withSaid(planting, n, { plants: Math.max(1, choice.plants) })
        if (
          await change(
            [{ of: 'plantings', key: planting.key, from: planting, to }],
            t('plantFewerOf', { code, plants: format.number(choice.plants) }),
          )
        ) {
          await record(countSaid, t('counted', { code }))
          back()
        }
      }
    }
  }

  const enough = decision.chance >= batch.confidence
  return (
    <Box component="section" aria-label={t('whatTheCountSays')} sx={{ display: 'grid', gap: 1.5 }}>
      <Box>
        <Box sx={{ display: 'flex', justifyContent: 'space-between', fontSize: 15 }}>
          <span>
            {t('inTheEndAbout')} <b>{format.number(Math.round(decision.stand.mean))}</b>{' '}
            {t('goodPlantsToWanted', {
              low: format.number(decision.stand.low),
              high: format.number(decision.stand.high),
              wanted: format.number(decision.wanted),
            })}
          </span>
        </Box>
        <LinearProgress
          variant="determinate"
          value={Math.min(100, 100 * decision.chance)}
          color={enough ? 'success' : decision.chance > 0.5 ? 'warning' : 'error'}
          sx={{ height: 10, borderRadius: 1, my: 0.75 }}
          aria-label={t('chanceToHaveEnough')}
        />
        <Box sx={{ fontSize: 15 }}>
          {t('likelyToBeEnoughOfChance', {
            chance: chanceWords(format, decision.chance),
            time: timeWords(decision, format),
          })}
        </Box>
        {decision.lastResow && !enough && (
          <Box
            sx={{ fontSize: 15, mt: 0.5, color: decision.lastResow.lastDay < today ? 'error.main' : 'text.primary' }}
          >
            {decision.lastResow.lastDay < today
              ? t('tooLateToSowAgain', {
                  plantOn: format.date(batch.plantOn),
                  lastDay: format.date(decision.lastResow.lastDay),
                })
              : t('sownAgainByItStill', {
                  lastDay: format.date(decision.lastResow.lastDay),
                  method: decision.lastResow.method.name,
                  plantOn: format.date(batch.plantOn),
                })}
          </Box>
        )}
        {!enough && decision.lacking > 0 && (
          <Box sx={{ fontSize: 15, mt: 0.5 }}>
            {t('toDoNothingLeavesAbout', {
              plants: count(format, decision.lacking, 'plant'),
              wanted: format.number(decision.wanted),
              extra:
                decision.atStake !== undefined && decision.atStake >= 1
                  ? t('worthAbout', { atStake: format.number(Math.round(decision.atStake)) })
                  : '',
              by: batch.planting.worth?.by === 'promise' ? 'yes' : 'no',
            })}
          </Box>
        )}
      </Box>
      {failure && <Alert severity="error">{failure}</Alert>}
      {problems.map(({ path, message }) => (
        <Alert key={path} severity="error">
          {message}
        </Alert>
      ))}
      {decision.noSeed && !enough && (
        <Alert severity="warning">
          {t('sowingAgainTakesHasLeft', {
            seeds: count(format, decision.noSeed.seeds, 'seed'),
            lot: decision.noSeed.lot.name,
            left: format.number(decision.noSeed.left),
          })}
        </Alert>
      )}
      <Typography variant="h2">{t('whatToDo')}</Typography>
      {decision.choices.map((choice, i) => (
        <Button
          key={choice.kind}
          variant={i === 0 ? 'contained' : 'outlined'}
          disableElevation
          color={i === 0 ? 'primary' : 'inherit'}
          disabled={busy}
          onClick={() => void carryOut(choice)}
          sx={{ justifyContent: 'flex-start', textAlign: 'left', minHeight: 56, py: 1, display: 'block' }}
        >
          <Box sx={{ fontSize: 16.5, fontWeight: 700 }}>{choiceTitle(choice, format)}</Box>
          <Box sx={{ fontSize: 14, fontWeight: 400 }}>{choiceWhy(choice, decision, format)}</Box>
        </Button>
      ))}
    </Box>
  )
}
