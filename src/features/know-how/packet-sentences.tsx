/** What a packet says of its dates, typed as numbers in lines. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { packetDays, type Packet } from '../../core/field/packet-says'
import { ChoiceField, NumberField } from '../../ui/fields'
import { YearDayField } from '../../ui/year-day-field'
import { useSeason } from '../../ui/season-context'
import { withWeeks, type WeeksLine } from './model'
import './words'

const LINES = ['indoors', 'out', 'direct'] as const

export function PacketSentences({
  packet,
  onChange,
}: {
  packet: Packet | undefined
  /** Told nothing once no line says anything any more. */
  onChange: (packet: Packet | undefined) => void
}) {
  const t = useTranslations('knowHow')
  const { season, format } = useSeason()
  const days = packet && packetDays(packet, season)
  return (
    <Box component="section" aria-labelledby="packet-sentences" sx={{ mt: 3, maxWidth: 640 }}>
      <Typography variant="h2" id="packet-sentences">
        {t('onThePacket')}
      </Typography>
      <Typography component="p" sx={{ color: 'text.secondary', fontSize: 14, mb: 1 }}>
        {t('onThePacketHow')}
      </Typography>
      {LINES.map((line) => {
        const [first, last] = packet?.[line] ?? [undefined, undefined]
        // Above 0 is before the frost, below 0 after it.
        const after = (first ?? last ?? (line === 'out' ? -1 : 1)) < 0
        const put = (next: WeeksLine) => onChange(withWeeks(packet, line, next))
        const amount = (weeks: number | undefined) => (weeks === undefined ? undefined : Math.abs(weeks))
        const span = days?.[line]
        return (
          <Box
            key={line}
            role="group"
            aria-label={t(`packetLine.${line}`)}
            sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, mb: 1 }}
          >
            <Box sx={{ width: 116 }}>{t(`packetLine.${line}`)}</Box>
            <NumberField
              label={t('weeksFrom')}
              value={amount(first)}
              onChange={(weeks) => put({ first: weeks, last: amount(last), after })}
              width={84}
            />
            <Box>–</Box>
            <NumberField
              label={t('weeksTo')}
              value={amount(last)}
              onChange={(weeks) => put({ first: amount(first), last: weeks, after })}
              width={84}
            />
            <ChoiceField
              hideLabel
              label={t('weeksBeforeOrAfter')}
              value={after ? 'after' : 'before'}
              options={[
                ['before', t('weeksBefore')],
                ['after', t('weeksAfter')],
              ]}
              onChange={(side) => put({ first: amount(first), last: amount(last), after: side === 'after' })}
              width={230}
            />
            {span && (
              <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
                {format.date(span.from)} – {format.date(span.until)}
              </Box>
            )}
          </Box>
        )
      })}
      <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '1fr 1fr' }, gap: 1.5, mt: 1.5 }}>
        <YearDayField
          label={t('plantByForAutumn')}
          value={packet?.by ?? ''}
          error={undefined}
          onChange={(by) => onChange(withWeeks(packet, 'by', by))}
        />
        <ChoiceField
          label={t('countedFromFrost')}
          value={packet?.from ?? 'average'}
          options={[
            ['average', t('averageLastFrost')],
            ['working', t('workingLastFrost')],
          ]}
          onChange={(from) => from && packet && onChange({ ...packet, from })}
        />
      </Box>
    </Box>
  )
}
