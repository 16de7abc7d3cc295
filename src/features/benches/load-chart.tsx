/** The load of one place, or of one kind of container, through the season against what there is. */
'use client'
import { LineChart } from 'echarts/charts'
import { GridComponent, TooltipComponent } from 'echarts/components'
import * as echarts from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import Box from '@mui/material/Box'
import { useColorScheme } from '@mui/material/styles'
import { useEffect, useRef } from 'react'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import type { Limit } from '../../core/capacity/limits'
import type { Load } from '../../core/capacity/load'
import type { Format } from '../../words/format'
import { beyondWords, loadWords } from '../../words/loads'
import { useSeason } from '../../ui/season-context'
import { TEXT_FONT } from '../../ui/theme'

echarts.use([LineChart, GridComponent, TooltipComponent, SVGRenderer])

const MS = 86_400_000

export interface LoadChartProps {
  load: Load<{ name: string }>
  unit: Limit['unit']
  fill: { light: string; dark: string }
  height: number
}

export default function LoadChart({ load, unit, fill, height }: LoadChartProps) {
  const t = useTranslations('benches')
  const { span, format, workingDay } = useSeason()
  const { mode, systemMode } = useColorScheme()
  const dark = (mode === 'system' ? systemMode : mode) === 'dark'
  const box = useRef<HTMLDivElement>(null)
  const dayLine = useRef<HTMLDivElement>(null)

  useEffect(() => {
    if (!box.current) return
    const chart = echarts.init(box.current, undefined, { renderer: 'svg' })
    chart.setOption(option({ load, unit, fill: dark ? fill.dark : fill.light, dark, span, format }))
    // The working day is a line laid over the chart: moving it draws nothing of the chart again.
    const line = () => {
      const x = chart.convertToPixel({ xAxisIndex: 0 }, (workingDay.get() + 0.5) * MS)
      if (dayLine.current) dayLine.current.style.transform = `translateX(${x}px)`
    }
    line()
    const unsubscribe = workingDay.subscribe(line)
    // A click on the chart moves the working day there.
    const click = (event: { offsetX: number; offsetY: number }) => {
      const [time] = chart.convertFromPixel({ gridIndex: 0 }, [event.offsetX, event.offsetY]) as [number, number]
      workingDay.set(Math.floor(time / MS))
    }
    chart.getZr().on('click', click)
    const resize = new ResizeObserver(() => {
      chart.resize()
      line()
    })
    resize.observe(box.current)
    return () => {
      unsubscribe()
      resize.disconnect()
      chart.dispose()
    }
  }, [load, unit, fill, dark, span, format, workingDay])

  const words = t('most', {
    of: load.of.name,
    peak: loadWords(load.peak, format, unit),
    unit: unit === 'hour' ? '' : `${unit}s`,
    extra: load.peakDay === undefined ? '' : t('onOfPeakDay', { peakDay: format.date(load.peakDay) }),
  })
  return (
    <Box sx={{ position: 'relative', height, overflow: 'hidden' }}>
      <Box ref={box} role="img" aria-label={words} sx={{ width: '100%', height }} />
      <Box
        ref={dayLine}
        aria-hidden="true"
        sx={{
          position: 'absolute',
          top: 14,
          bottom: 26,
          left: -1,
          width: 2,
          bgcolor: 'secondary.main',
          pointerEvents: 'none',
        }}
      />
    </Box>
  )
}

interface Drawn {
  load: Load<unknown>
  unit: Limit['unit']
  fill: string
  dark: boolean
  span: { first: Day; last: Day }
  format: Format
}

function option({ load, unit, fill, dark, span, format }: Drawn) {
  const { shortDate, date } = format
  const say = (value: number) => loadWords(value, format, unit)
  const ink = dark ? '#ECE7DD' : '#26313B'
  const soft = dark ? '#AEB6BC' : '#56616B'
  const rule = dark ? '#3A434B' : '#DDD4C4'
  const madder = dark ? '#F0958D' : '#A3312C'
  const at = (i: number) => (load.from + i) * MS
  const used: [number, number][] = []
  const there: [number, number | null][] = []
  const over: [number, number | null][] = []
  for (let i = 0; i < load.days.length; i++) {
    const capacity = load.capacity[i]!
    used.push([at(i), load.days[i]!])
    there.push([at(i), Number.isFinite(capacity) ? capacity : null])
    over.push([at(i), load.days[i]! > capacity + 1e-9 ? load.days[i]! : null])
  }
  const line = { type: 'line' as const, step: 'end' as const, symbol: 'none', animation: false, silent: true }
  return {
    animation: false,
    textStyle: { fontFamily: TEXT_FONT, color: ink },
    grid: { left: 44, right: 12, top: 14, bottom: 26 },
    xAxis: {
      type: 'time' as const,
      min: span.first * MS,
      max: span.last * MS,
      axisLabel: {
        color: soft,
        fontSize: 12,
        hideOverlap: true,
        formatter: (value: number) => shortDate(Math.round(value / MS)),
      },
      axisLine: { lineStyle: { color: soft } },
      splitLine: { show: true, lineStyle: { color: rule } },
    },
    yAxis: {
      type: 'value' as const,
      minInterval: 1,
      axisLabel: { color: soft, fontSize: 12 },
      splitLine: { lineStyle: { color: rule } },
    },
    tooltip: {
      trigger: 'axis' as const,
      backgroundColor: dark ? '#232A31' : '#FFFDF8',
      borderColor: rule,
      textStyle: { color: ink, fontSize: 14 },
      formatter: (points: unknown) => {
        const [point] = points as { axisValue: number }[]
        const day = Math.floor(Number(point?.axisValue) / MS + 1e-6)
        const i = day - load.from
        const value = load.days[i]
        if (value === undefined) return date(day)
        const capacity = load.capacity[i]!
        const beyond = value - capacity
        return `${date(day)}<br><b>${say(value)}</b>${Number.isFinite(capacity) ? ` of ${say(capacity)}` : ''}${unit === 'hour' ? '' : ` ${unit}s`}${beyond > 1e-9 ? `<br><b style="color:${madder}">${beyondWords(beyond, format, unit)} over</b>` : ''}`
      },
    },
    series: [
      {
        ...line,
        id: 'over',
        data: over,
        areaStyle: { color: madder, opacity: 1 },
        lineStyle: { color: madder, width: 1 },
        z: 2,
      },
      {
        ...line,
        id: 'used',
        data: used.map(([time, value], i) => [time, Math.min(value, load.capacity[i]!)]),
        areaStyle: { color: fill, opacity: 1 },
        lineStyle: { color: ink, width: 1 },
        z: 3,
      },
      { ...line, id: 'there', data: there, lineStyle: { color: ink, width: 1.5 }, z: 4 },
    ],
  }
}
