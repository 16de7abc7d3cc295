/** Figures entered the way growers know them, with the curve drawn as it is typed. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { daysToEmerge, pointFrom, thermalTimeFrom, weeksTo, type WeeksProblem } from '../../core/growth/entry'
import { containerAge } from '../../core/growth/container-age'
import { growthRate } from '../../core/growth/rate'
import { usualGermination } from '../../library/entry'
import type { Container, Crop } from '../../season/schema'
import { ChoiceField, NumberField } from '../../ui/fields'
import { later } from '../../ui/later'
import { scaleOf } from '../../ui/measure'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { placesByWarmth } from './model'
import type { Format } from '../../words/format'
import './words'

const LineChart = later(() => import('../../ui/chart/line-chart').then((module) => module.default), {
  onlyWhenDrawn: true,
  meanwhile: <Box sx={{ height: 190 }} />,
})

const shell = {
  bgcolor: 'background.default',
  border: 1,
  borderColor: 'divider',
  borderRadius: 1,
  p: 1.5,
  mb: 1.5,
} as const
const sentence = { display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, fontSize: 15 } as const

/** Days to come up, drawn against temperature. */
export function GerminationCurve({ crop, dots = [] }: { crop: Crop; dots?: readonly (readonly [number, number])[] }) {
  const t = useTranslations('knowHow')
  const { format, season } = useSeason()
  const { units } = format
  const { germination: g } = crop
  const day = useWorkingDay()
  const places = useMemo(() => placesByWarmth(season, day), [season, day])
  const marks = useMemo(() => {
    const { factor, offset } = scaleOf('temperature', units)
    return places
      .filter(({ celsius }) => celsius >= g.base && celsius <= g.ceiling)
      .map(({ celsius, names }) => ({
        x: celsius * factor + offset,
        name: names[0]! + (names.length > 1 ? ` +${names.length - 1}` : ''),
      }))
  }, [places, g, units])
  const curve = useMemo(() => {
    const { factor, offset } = scaleOf('temperature', units)
    const points: [number, number | null][] = []
    const best = daysToEmerge(g, g.optimum) ?? 1
    for (let t = Math.floor(g.base); t <= Math.ceil(g.ceiling); t += 0.5) {
      const days = daysToEmerge(g, t)
      points.push([t * factor + offset, days === undefined || days > best * 8 ? null : days])
    }
    return [{ name: t('halfAreUpAfter'), points, tone: 'ready' as const }]
  }, [g, t, units])
  const shownDots = useMemo(() => {
    const { factor, offset } = scaleOf('temperature', units)
    return dots.map(([t, days]) => [t * factor + offset, days] as const)
  }, [dots, units])
  const text = useMemo(
    () => ({
      x: (t: number) => `${format.number(t, 0)} ${scaleOf('temperature', units).unit}`,
      y: (days: number) => t('daysOfDays', { days: format.number(days, 1) }),
    }),
    [format, t, units],
  )
  return (
    <>
      <LineChart
        curves={curve}
        marks={marks}
        dots={shownDots}
        xName={t('temperatureItGerminatesAt')}
        yName={t('daysToComeUp')}
        xText={text.x}
        yText={text.y}
        label={t('daysToComeUpOfCrop', {
          crop: crop.name,
          value: [10, 15, 20, 25]
            .map((at) =>
              t('atOfDaysToEmerge', {
                daysToEmerge: daysToEmerge(g, at)?.toFixed(0) ?? t('never'),
                temperature: format.temperature(at),
              }),
            )
            .join(', '),
        })}
      />
      {marks.length > 0 && (
        <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
          {t('placesOn', { day: format.date(day) })}:{' '}
          {places.map(({ celsius, names }) => `${names.join(', ')} ${format.temperature(celsius)}`).join('; ')}
        </Box>
      )}
    </>
  )
}

/** "Up in 5 to 9 days at 18 to 20 °C." */
export function UpInEntry({ crop, onUse }: { crop: Crop; onUse: (thermalTime: number) => void }) {
  const t = useTranslations('knowHow')
  const { germination: g } = crop
  const start = Math.round(usualGermination(g))
  const [days, setDays] = useState<[number | undefined, number | undefined]>([undefined, undefined])
  const [at, setAt] = useState<[number | undefined, number | undefined]>([start - 1, start + 1])
  const { format } = useSeason()
  const whole = days[0] !== undefined && days[1] !== undefined && at[0] !== undefined && at[1] !== undefined
  const ordered = whole && days[0]! > 0 && days[1]! >= days[0]! && at[1]! >= at[0]!
  const heat = ordered ? thermalTimeFrom(g, { days: [days[0]!, days[1]!], at: [at[0]!, at[1]!] }) : undefined
  const typed = useMemo(
    () => (heat === undefined ? crop : { ...crop, germination: { ...crop.germination, thermalTime: heat } }),
    [crop, heat],
  )
  const dots = useMemo(
    () => (ordered ? ([[(at[0]! + at[1]!) / 2, (days[0]! + days[1]!) / 2]] as const) : []),
    [ordered, at, days],
  )
  return (
    <Box sx={shell} role="group" aria-label={t('enterItAsOnA2')}>
      <Box sx={sentence}>
        <span>{t('upIn')}</span>
        <NumberField
          label={t('firstUpDays')}
          hideLabel
          value={days[0]}
          onChange={(x) => setDays([x, days[1]])}
          width={64}
        />
        <span>{t('to')}</span>
        <NumberField
          label={t('lastUpDays')}
          hideLabel
          value={days[1]}
          onChange={(x) => setDays([days[0], x])}
          width={64}
        />
        <span>{t('daysAt')}</span>
        <NumberField
          label={t('coolest2')}
          hideLabel
          quantity="temperature"
          value={at[0]}
          onChange={(x) => setAt([x, at[1]])}
          width={96}
        />
        <span>{t('to')}</span>
        <NumberField
          label={t('warmest2')}
          hideLabel
          quantity="temperature"
          value={at[1]}
          onChange={(x) => setAt([at[0], x])}
          width={96}
        />
        <Button
          variant="outlined"
          size="small"
          disabled={heat === undefined}
          onClick={() => heat !== undefined && onUse(Math.round(heat * 10) / 10)}
        >
          {t('useIt')}
        </Button>
      </Box>
      <Box role="status" sx={{ fontSize: 14, color: 'text.secondary', minHeight: 22, mt: 0.5 }}>
        {heat !== undefined
          ? t('thatIsDegreeDaysAbove', {
              heat: format.number(heat, 1),
              temperature: format.temperature(g.base),
              thermalTime: format.number(g.thermalTime, 1),
            })
          : whole && !ordered
            ? t('theFirstNumberOfEach')
            : ordered
              ? t('nothingComesUpAtThat', {
                  temperature: format.temperature(g.base),
                  temperature2: format.temperature(g.ceiling),
                })
              : t('fillInWhatYouKnow')}
      </Box>
      <GerminationCurve crop={typed} dots={dots} />
    </Box>
  )
}

const PROBLEMS: Record<WeeksProblem, string> = {
  'never-up': 'Nothing comes up at that temperature.',
  'too-cold': 'Nothing grows at that temperature.',
  'up-after-that': 'It has not even come up by then: more weeks, or a warmer start.',
  order: 'The first number of weeks is the smaller one.',
}

/** "5 to 6 weeks in a 50-cell tray at 16 °C." */
export function WeeksEntry({
  crop,
  onUse,
  onLeaf,
}: {
  crop: Crop
  onUse: (points: Crop['growth']['points']) => void
  onLeaf: (interval: number) => void
}) {
  const t = useTranslations('knowHow')
  const { season, format } = useSeason()
  const { growth, germination } = crop
  const usual = growth.usual ? (growth.usual[0] + growth.usual[1]) / 2 : growth.base + 12
  const [weeks, setWeeks] = useState<[number | undefined, number | undefined]>([undefined, undefined])
  const [container, setContainer] = useState(
    season.containers.find(({ kind }) => kind === 'cell-tray')?.key ?? season.containers[0]?.key ?? '',
  )
  const [at, setAt] = useState<number | undefined>(usual)
  const [germ, setGerm] = useState<number | undefined>(Math.round(usualGermination(germination)))
  const chosen: Container | undefined = season.containers.find(({ key }) => key === container)
  const ml = chosen?.cellVolume
  const whole =
    weeks[0] !== undefined && weeks[1] !== undefined && at !== undefined && germ !== undefined && ml !== undefined
  const point = whole
    ? pointFrom(germination, growth, { ml, weeks: [weeks[0]!, weeks[1]!], at, germinatesAt: germ })
    : undefined
  const points = useMemo(() => {
    if (!point || typeof point === 'string') return undefined
    const rounded = { ml: point.ml, ready: Math.round(point.ready), limit: Math.round(point.limit) }
    return [...growth.points.filter((other) => Math.abs(Math.log(other.ml / point.ml)) > 0.12), rounded].sort(
      (a, b) => a.ml - b.ml,
    )
  }, [point, growth.points])
  return (
    <Box sx={shell} role="group" aria-label={t('enterItAsOnA3')}>
      <Box sx={sentence}>
        <NumberField
          label={t('firstGoodWeek')}
          hideLabel
          value={weeks[0]}
          onChange={(x) => setWeeks([x, weeks[1]])}
          width={64}
        />
        <span>{t('to')}</span>
        <NumberField
          label={t('lastGoodWeek')}
          hideLabel
          value={weeks[1]}
          onChange={(x) => setWeeks([weeks[0], x])}
          width={64}
        />
        <span>{t('weeksIn')}</span>
        <ChoiceField
          label={t('container')}
          hideLabel
          value={container}
          options={season.containers.map(({ key, name }) => [key, name] as const)}
          onChange={setContainer}
          width={190}
        />
        <span>{t('at')}</span>
        <NumberField label={t('grownAt')} hideLabel quantity="temperature" value={at} onChange={setAt} width={96} />
        <span>{t('germinatedAt')}</span>
        <NumberField
          label={t('germinatedAt2')}
          hideLabel
          quantity="temperature"
          value={germ}
          onChange={setGerm}
          width={96}
        />
        <Button variant="outlined" size="small" disabled={!points} onClick={() => points && onUse(points)}>
          {t('useIt')}
        </Button>
      </Box>
      <Box role="status" sx={{ fontSize: 14, color: 'text.secondary', minHeight: 22, mt: 0.5 }}>
        {typeof point === 'string'
          ? PROBLEMS[point]
          : point
            ? t('inReadyAtDegreeDays', {
                volume: format.volume(point.ml),
                ready: format.number(point.ready),
                limit: format.number(point.limit),
              })
            : t('weeksAreCountedFromSowing')}
      </Box>
      <LeafEntry crop={crop} start={usual} onUse={onLeaf} />
      <HoldCurve
        crop={points ? { ...crop, growth: { ...growth, points } } : crop}
        at={at ?? usual}
        germinatesAt={germ ?? usualGermination(germination)}
      />
    </Box>
  )
}

/** "A true leaf every 5 days at 18 °C." */
function LeafEntry({ crop, start, onUse }: { crop: Crop; start: number; onUse: (interval: number) => void }) {
  const t = useTranslations('knowHow')
  const [days, setDays] = useState<number>()
  const [at, setAt] = useState<number | undefined>(start)
  const interval = days !== undefined && days > 0 && at !== undefined ? days * growthRate(crop.growth, at) : 0
  return (
    <Box sx={{ ...sentence, mt: 1 }} role="group" aria-label={t('enterItAsOnA4')}>
      <span>{t('aTrueLeafEvery')}</span>
      <NumberField label={t('daysFromLeafToLeaf')} hideLabel value={days} onChange={setDays} width={64} />
      <span>{t('daysAt')}</span>
      <NumberField label={t('leavesAt')} hideLabel quantity="temperature" value={at} onChange={setAt} width={96} />
      <Button variant="outlined" size="small" disabled={interval <= 0} onClick={() => onUse(Math.round(interval))}>
        {t('useItForLeaves')}
      </Button>
    </Box>
  )
}

/** Weeks from sowing at which a plant is ready, and too old, against the size of its cell. */
export function HoldCurve({ crop, at, germinatesAt }: { crop: Crop; at: number; germinatesAt: number }) {
  const t = useTranslations('knowHow')
  const { format } = useSeason()
  const { germination, growth } = crop
  const curves = useMemo(() => {
    const volumes = Array.from({ length: 33 }, (_, i) => 6 * (900 / 6) ** (i / 32))
    const of = (age: 'ready' | 'limit') =>
      volumes.map(
        (ml) =>
          [ml, weeksTo(germination, growth, containerAge(growth.points, ml)[age], at, germinatesAt) ?? null] as [
            number,
            number | null,
          ],
      )
    return [
      { name: 'ready', points: of('ready'), tone: 'ready' as const },
      { name: t('tooOld'), points: of('limit'), tone: 'limit' as const },
    ]
  }, [t, germination, growth, at, germinatesAt])
  const dots = useMemo(
    () =>
      growth.points.flatMap((p) => [
        [p.ml, weeksTo(germination, growth, p.ready, at, germinatesAt) ?? 0] as const,
        [p.ml, weeksTo(germination, growth, p.limit, at, germinatesAt) ?? 0] as const,
      ]),
    [germination, growth, at, germinatesAt],
  )
  const text = useMemo(() => axisText(format), [format])
  return (
    <LineChart
      log
      curves={curves}
      dots={dots}
      xName={t('mixForOnePlant')}
      yName={t('weeksFromSowingAt', { temperature: format.temperature(at) })}
      xText={text.x}
      yText={text.y}
      label={t('weeksFromSowingInCells', { crop: crop.name })}
    />
  )
}

const axisText = (format: Format) => ({
  x: (ml: number) => format.volume(ml),
  y: (weeks: number) => format.t('knowHow.weeks', { weeks: format.number(weeks, 1) }),
})
