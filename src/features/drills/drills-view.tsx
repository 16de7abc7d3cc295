/** Drills of two minutes: a round of questions, what comes back, and for planners who has practised what. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { isDue, roundOf } from './answers'
import { cardsOf, drawDrill, type Drill } from '../../core/drills/drill'
import { seeded } from '../../core/statistics/random'
import { SURROUNDINGS } from '../../library/drill-cards'
import { useMay } from '../../ui/may'
import { useSeason } from '../../ui/season-context'
import { list } from '../../words/format'
import { Question } from './round'
import { usePractice } from './use-practice'
import { WhoPractised } from './who-practised'
import './words'

interface Asked {
  card: string
  drill: Drill
}

interface Round {
  asked: Asked
  /** Cards still to come. */
  rest: string[]
  n: number
  all: number
  chosen: number | undefined
  answers: { card: string; right: boolean }[]
}

type Kind = Drill['kind']

export function DrillsView() {
  const t = useTranslations('drills')
  const { season, format } = useSeason()
  const plans = useMay('plan')
  const { known, waiting, answered } = usePractice()
  const cards = useMemo(() => cardsOf(season, SURROUNDINGS), [season])
  const [round, setRound] = useState<Round>()
  const [over, setOver] = useState<Round['answers']>()
  // What is due is told for the moment the page was opened, or a round ended.
  const [now, setNow] = useState(() => Date.now())

  /** The first of some cards that can be drawn, and those after it. */
  const drawFrom = (some: readonly string[]): { asked: Asked; rest: string[] } | undefined => {
    for (const [i, card] of some.entries()) {
      const drill = drawDrill(card, season, SURROUNDINGS, seeded(Math.floor(Math.random() * 2 ** 31)))
      if (drill) return { asked: { card, drill }, rest: some.slice(i + 1) }
    }
    return undefined
  }
  const begin = () => {
    const first = drawFrom(roundOf(cards, known, Date.now()))
    setOver(undefined)
    if (first) setRound({ ...first, n: 1, all: first.rest.length + 1, chosen: undefined, answers: [] })
  }
  const choose = (option: number) => {
    if (!round) return
    const { card, drill } = round.asked
    const right = option === drill.right
    answered(card, right)
    setRound({ ...round, chosen: option, answers: [...round.answers, { card, right }] })
  }
  const end = (answers: Round['answers']) => {
    setRound(undefined)
    setOver(answers)
    setNow(Date.now())
  }
  const next = () => {
    if (!round) return
    const more = drawFrom(round.rest)
    if (more) setRound({ ...round, ...more, n: round.n + 1, chosen: undefined })
    else end(round.answers)
  }
  const due = cards.filter((card) => isDue(known.get(card), now)).length
  const sums = [...known.values()].reduce(
    (sum, { right, wrong }) => ({ right: sum.right + right, all: sum.all + right + wrong }),
    { right: 0, all: 0 },
  )
  const wrong = over?.filter(({ right }) => !right) ?? []
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2, maxWidth: 860 }}>
      <Typography variant="h1">{t('title')}</Typography>
      {round ? (
        <>
          <Question
            key={round.n}
            drill={round.asked.drill}
            n={round.n}
            all={round.all}
            chosen={round.chosen}
            onChoose={choose}
            onNext={next}
            onLeave={() => end(round.answers)}
          />
          <Box sx={{ mt: 3, fontSize: 14, color: 'text.secondary' }}>{t('asIf')}</Box>
        </>
      ) : (
        <>
          <Typography component="p" sx={{ mt: 0.5, color: 'text.secondary', maxWidth: 600 }}>
            {t('about')}
          </Typography>
          {over && over.length > 0 && (
            <Box role="status" sx={{ mt: 2.5 }}>
              <Typography variant="h2">
                {t('result', { right: over.length - wrong.length, all: over.length })}
              </Typography>
              {wrong.length > 0 && (
                <Box sx={{ mt: 0.5 }}>
                  {t('comesBack')}: {list(format, [...new Set(wrong.map(({ card }) => t(`kinds.${kindOf(card)}`)))])}
                </Box>
              )}
            </Box>
          )}
          <Box sx={{ mt: 2.5, display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 2 }}>
            <Button
              variant="contained"
              disableElevation
              onClick={begin}
              sx={{ minHeight: 54, fontSize: 17, minWidth: 180 }}
            >
              {over ? t('another') : t('begin')}
            </Button>
            {sums.all > 0 && (
              <Box sx={{ color: 'text.secondary' }}>
                {t('toRepeat', { n: due })} {t('kept', { right: sums.right, all: sums.all })}
              </Box>
            )}
          </Box>
          {waiting > 0 && <Box sx={{ mt: 1.5, fontSize: 14 }}>{t('waiting', { n: waiting })}</Box>}
          {plans && <WhoPractised key={over ? over.length : 0} />}
        </>
      )}
    </Box>
  )
}

const kindOf = (card: string): Kind => card.split('/')[0] as Kind
