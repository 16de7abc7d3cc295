/** What is known of one crop in the field: its days, its gates and its planting card. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useMemo, type ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import { gatesOf } from '../../core/field/gates'
import { leafTime } from '../../core/field/leaf-time'
import { plantingCard } from '../../core/field/planting-card'
import type { FieldCrop } from '../../core/field/field-crop'
import { seasonAir } from '../../core/field/anchor'
import { useForecast } from '../../ui/field-gates'
import { useSeason } from '../../ui/season-context'
import { cardLines, gateSentence, leafTimeSentence } from '../../words/field'
import { VerdictMark } from '../../ui/verdict'

export const Head = ({ children }: { children: ReactNode }) => (
  <Typography variant="h3" component="h3" sx={{ mt: 2.5, mb: 0.75 }}>
    {children}
  </Typography>
)

export function Dates({ stand }: { stand: FieldCrop }) {
  const t = useTranslations('field')
  const { format } = useSeason()
  const figures = [
    [stand.inPlace ? t('sow2') : t('plant2'), format.date(stand.from)],
    [t('firstHarvest'), stand.harvest === undefined ? t('notKnown') : format.date(stand.harvest)],
    [t('clear2'), stand.clears === undefined ? t('notKnown') : format.date(stand.clears)],
  ] as const
  return (
    <Box
      component="dl"
      sx={{
        display: 'grid',
        gridTemplateColumns: 'repeat(3, 1fr)',
        gap: 1,
        m: 0,
        '& dt': { fontSize: 13, color: 'text.secondary' },
        '& dd': { m: 0, fontSize: 17, fontWeight: 650, lineHeight: 1.2 },
      }}
    >
      {figures.map(([title, value]) => (
        <div key={title}>
          <dt>{title}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </Box>
  )
}

export function Gates({
  stand,
  day,
  clashes,
}: {
  stand: FieldCrop
  day: Day
  clashes: Parameters<typeof gatesOf>[1]['clashes']
}) {
  const t = useTranslations('field')
  const { season, format } = useSeason()
  const forecast = useForecast(day)
  const { gates, verdict } = useMemo(
    () => gatesOf(stand, { season, air: seasonAir(season), forecast, today: day, clashes }),
    [stand, season, forecast, day, clashes],
  )
  if (stand.from < day - 7) return null
  return (
    <Box component="section" aria-label={t('gates')}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, mt: 2.5, mb: 0.5 }}>
        <Typography variant="h3" component="h3" sx={{ flex: 1 }}>
          {t('canItGoOut')}
        </Typography>
        {forecast?.simulated && (
          <Box sx={{ fontSize: 13, fontWeight: 700, color: 'warning.main' }}>{t('weatherSimulated')}</Box>
        )}
        <VerdictMark verdict={verdict} />
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {gates.map((gate) => (
          <Box
            component="li"
            key={gate.kind}
            sx={{
              display: 'grid',
              gridTemplateColumns: '24px 62px 1fr',
              gap: 0.5,
              py: 0.5,
              borderTop: 1,
              borderColor: 'divider',
              fontSize: 14,
            }}
          >
            <VerdictMark small verdict={gate.verdict} title={format.t(`words.field.gateTitles.${gate.kind}`)} />
            <b>{format.t(`words.field.gateTitles.${gate.kind}`)}</b>
            <span>{gateSentence(gate, format)}</span>
          </Box>
        ))}
      </Box>
    </Box>
  )
}

/** What the crew needs at planting. */
export function Card({ stand }: { stand: FieldCrop }) {
  const { format } = useSeason()
  const inBeds = stand.goes.flatMap((share) => (share.to === 'bed' ? [share.plants] : []))
  const plants = inBeds.length > 0 ? inBeds.reduce((a, b) => a + b, 0) : stand.plants
  if (stand.inPlace) return null
  return (
    <Box
      component="dl"
      sx={{
        m: 0,
        fontSize: 14,
        '& > div': { display: 'grid', gridTemplateColumns: '92px 1fr', gap: 1, py: 0.35 },
        '& dt': { color: 'text.secondary' },
        '& dd': { m: 0 },
      }}
    >
      {cardLines(plantingCard(stand, plants), format).map(({ name, text }) => (
        <div key={`${name} ${text}`}>
          <dt>{name}</dt>
          <dd>{text}</dd>
        </div>
      ))}
    </Box>
  )
}

export function LeafTimeLine({ stand }: { stand: FieldCrop }) {
  const { season, format } = useSeason()
  const time = leafTime(stand, season, seasonAir(season))
  return time ? <Box sx={{ mt: 1, fontSize: 14 }}>{leafTimeSentence(time, format)}</Box> : null
}
