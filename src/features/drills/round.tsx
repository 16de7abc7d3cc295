/** One question after another, each with why its answer is right. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import Typography from '@mui/material/Typography'
import { useEffect, useRef } from 'react'
import { useTranslations } from 'next-intl'
import type { Drill } from '../../core/drills/drill'
import { useSeason } from '../../ui/season-context'
import { DrillDrawing } from './drawings'
import { askWords, optionWords, seenWords, whyWords } from './sentences'
import './words'

export interface QuestionProps {
  drill: Drill
  n: number
  all: number
  chosen: number | undefined
  onChoose: (option: number) => void
  onNext: () => void
  onLeave: () => void
}

export function Question({ drill, n, all, chosen, onChoose, onNext, onLeave }: QuestionProps) {
  const t = useTranslations('drills')
  const { format } = useSeason()
  const heading = useRef<HTMLHeadingElement>(null)
  const next = useRef<HTMLButtonElement>(null)
  useEffect(() => heading.current?.focus(), [drill])
  useEffect(() => {
    if (chosen !== undefined) next.current?.focus()
  }, [chosen])
  const options = optionWords(drill, format)
  const right = chosen === drill.right
  return (
    <Box
      component="section"
      aria-label={t('ofAll', { n, all })}
      onKeyDown={({ key }) => {
        const option = Number(key) - 1
        if (chosen === undefined && Number.isInteger(option) && option >= 0 && option < options.length) onChoose(option)
      }}
      sx={{ maxWidth: 640, display: 'grid', gap: 2, mt: 2 }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5 }}>
        <Box sx={{ fontSize: 14, color: 'text.secondary', whiteSpace: 'nowrap' }}>{t('ofAll', { n, all })}</Box>
        <LinearProgress
          variant="determinate"
          aria-hidden
          value={((n - 1 + (chosen === undefined ? 0 : 1)) / all) * 100}
          sx={{ flex: 1, height: 6, borderRadius: 3 }}
        />
        <Button size="small" color="inherit" onClick={onLeave}>
          {t('leave')}
        </Button>
      </Box>
      <Box>
        <Box sx={{ fontSize: 14, color: 'text.secondary' }}>{t(`kinds.${drill.kind}`)}</Box>
        <Typography ref={heading} tabIndex={-1} variant="h2" sx={{ outline: 'none', fontSize: 21, lineHeight: 1.3 }}>
          {askWords(drill, format)}
        </Typography>
      </Box>
      <DrillDrawing drill={drill} seen={seenWords(drill, format)} />
      <Box sx={{ display: 'grid', gap: 1 }}>
        {options.map((option, i) => {
          const isRight = chosen !== undefined && i === drill.right
          const isWrong = chosen === i && !isRight
          return (
            <Button
              key={option}
              variant="outlined"
              color={isRight ? 'success' : isWrong ? 'error' : 'inherit'}
              aria-disabled={chosen !== undefined}
              onClick={() => chosen === undefined && onChoose(i)}
              sx={{
                minHeight: 54,
                justifyContent: 'flex-start',
                textAlign: 'left',
                fontSize: 17,
                fontWeight: isRight ? 800 : 550,
                borderWidth: isRight || isWrong ? 2 : 1,
              }}
            >
              <Box aria-hidden component="span" sx={{ minWidth: 24, color: 'text.secondary', fontWeight: 500 }}>
                {isRight ? '✓' : isWrong ? '✗' : i + 1}
              </Box>
              {option}
            </Button>
          )
        })}
      </Box>
      {chosen !== undefined && (
        <>
          <Alert severity={right ? 'success' : 'warning'} role="status">
            <b>{right ? t('right') : t('wrong')}.</b> {!right && `${t('rightIs', { answer: options[drill.right]! })}. `}
            {whyWords(drill, format)}
          </Alert>
          <Button
            ref={next}
            variant="contained"
            disableElevation
            onClick={onNext}
            sx={{ minHeight: 54, fontSize: 17, justifySelf: { sm: 'start' }, minWidth: 180 }}
          >
            {n === all ? t('finish') : t('next')}
          </Button>
        </>
      )}
    </Box>
  )
}
