/** The packet's dates drawn beside what is counted back here, and why they differ, in one sentence. */
'use client'
import Box from '@mui/material/Box'
import { useTranslations } from 'next-intl'
import type { Batch } from '../../core/batch/batch'
import { springFrost } from '../../core/field/anchor'
import { packetDays, packetDifference, type PacketDays, type PacketDifference } from '../../core/field/packet-says'
import { meanWarmth } from '../../core/batch/over-days'
import { dayScale } from '../../ui/chart/scale'
import { useSeason } from '../../ui/season-context'
import { count, list, type Format } from '../../words/format'

const WIDTH = 340 // px
const ROW = 18

export function PacketBeside({ batch }: { batch: Batch }) {
  const t = useTranslations('plan')
  const { season, format } = useSeason()
  const { packet } = batch.way.crop
  const { sow, plantOn, window } = batch
  const days = packet && packetDays(packet, season)
  if (!days || sow === undefined) return null
  const spans = [days.indoors, days.out, days.direct].filter((one) => one !== undefined)
  const said = saidBy(days, format)
  if (said.length === 0) return null
  const ends = [sow, plantOn, window?.earliest ?? sow, ...spans.flatMap(({ from, until }) => [from, until])]
  const x = dayScale(Math.min(...ends) - 4, Math.max(...ends) + 4, 0, WIDTH)
  const bar = (from: number, until: number) => ({ x: x(from), width: Math.max(3, x(until + 1) - x(from)) })
  const difference = packetDifference(days, sow, plantOn)
  const words = difference && differenceSentence(difference, springFrost(season) - days.frost, batch, format)
  return (
    <Box sx={{ mt: 1.25, fontSize: 14 }} data-testid="packet">
      <b>{t('packetSays')}</b>: {list(format, said)}.
      <svg
        viewBox={`0 0 ${WIDTH} ${ROW * 2 + 4}`}
        width="100%"
        role="img"
        aria-label={`${t('packetSays')}: ${list(format, said)}. ${t('computedHere')}: ${format.date(sow)}, ${format.date(plantOn)}.`}
        style={{ display: 'block', marginTop: 4 }}
      >
        {window && (
          <rect
            {...bar(window.earliest, window.latest)}
            y={3}
            height={10}
            rx={2}
            fill="var(--mui-palette-primary-main)"
          />
        )}
        <circle cx={x(plantOn)} cy={8} r={4} fill="var(--mui-palette-primary-main)" />
        {[days.indoors, days.direct].map(
          (span, i) =>
            span && (
              <rect
                key={i}
                {...bar(span.from, span.until)}
                y={ROW + 4}
                height={9}
                rx={2}
                fill="none"
                stroke="currentColor"
                strokeWidth="1.6"
                strokeDasharray={i === 1 ? '3 2' : undefined}
              />
            ),
        )}
        {days.out && (
          <rect
            {...bar(days.out.from, days.out.until)}
            y={ROW + 4}
            height={9}
            rx={2}
            fill="currentColor"
            opacity="0.45"
          />
        )}
      </svg>
      {words && <Box sx={{ color: 'text.secondary' }}>{words}</Box>}
    </Box>
  )
}

/** The packet's sentences, with the days they come to. */
function saidBy({ indoors, out, direct, by }: PacketDays, f: Format): string[] {
  return [
    ...(indoors ? [f.t('plan.packetIndoors', { from: f.date(indoors.from), until: f.date(indoors.until) })] : []),
    ...(out ? [f.t('plan.packetOut', { from: f.date(out.from), until: f.date(out.until) })] : []),
    ...(direct ? [f.t('plan.packetDirect', { from: f.date(direct.from), until: f.date(direct.until) })] : []),
    ...(by === undefined ? [] : [f.t('plan.packetBy', { day: f.date(by) })]),
  ]
}

/**
 * Why it is sown on another day: the day it is planted, and the container and warmth it is raised in.
 *
 * @param margin days from the frost the packet counts from to the working date
 */
function differenceSentence(
  { days, planting, raising, raised, packetRaised }: PacketDifference,
  margin: number,
  batch: Batch,
  f: Format,
): string {
  if (days === 0) return f.t('plan.packetSame')
  const inDays = (n: number) => count(f, Math.abs(n), 'day')
  const later = (n: number) => (n > 0 ? 'yes' : 'no')
  const why = [
    ...(planting === 0
      ? []
      : [
          f.t('plan.packetPlanting', {
            days: inDays(planting),
            later: later(planting),
            margin: margin > 0 && planting > 0 ? f.t('plan.packetMargin', { days: inDays(margin) }) : '',
          }),
        ]),
    ...(raising === 0
      ? []
      : [
          f.t(raising > 0 ? 'plan.packetRaising' : 'plan.packetRaisingLonger', {
            days: inDays(raising),
            raised: inDays(raised),
            packet: inDays(packetRaised),
            container: batch.stays.at(-1)?.container.name ?? batch.way.method.name,
            temperature: f.temperature(Math.round(meanWarmth(batch))),
          }),
        ]),
  ]
  return f.t('plan.packetDiffers', { days: inDays(days), later: later(days), why: list(f, why) })
}
