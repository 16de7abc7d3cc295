/** A small chart of one or two curves, with a line for what is marked on it. Loaded only where it is shown. */
'use client'
import { LineChart as Lines } from 'echarts/charts'
import { GridComponent, MarkLineComponent, TooltipComponent } from 'echarts/components'
import * as echarts from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import Box from '@mui/material/Box'
import { useColorScheme } from '@mui/material/styles'
import { useEffect, useRef } from 'react'
import { TEXT_FONT } from '../theme'

echarts.use([Lines, GridComponent, MarkLineComponent, TooltipComponent, SVGRenderer])

/** Labels of y are plain numbers, but where y has a range of its own they are what they mean. */
const axisText = (y: number, text: (y: number) => string, range: unknown) => (range ? text(y) : String(y))

export interface Curve {
  name: string
  points: readonly (readonly [number, number | null])[]
  tone: 'ready' | 'limit' | 'ink' | 'soft'
}

export interface LineChartProps {
  curves: readonly Curve[]
  xName: string
  yName: string
  /** Scale of x is logarithmic, for volumes. */
  log?: boolean
  /** Upright lines at these x. */
  marks?: readonly { x: number; name: string }[]
  /** Points drawn on top, such as what was typed. */
  dots?: readonly (readonly [number, number])[]
  height?: number
  /** The chart in words. */
  label: string
  xText?: (x: number) => string
  yText?: (y: number) => string
  yMax?: number
  /** y begins below 0 where the curves do. */
  below?: boolean
  /** Least and greatest y, where they do not follow the curves. */
  yRange?: readonly [least: number, most: number]
  /** Least and greatest x, and the step of its labels; as the curves have it unless given. */
  xAxis?: readonly [least: number, most: number, step: number]
}

export default function LineChart({
  curves,
  xName,
  yName,
  log = false,
  marks = [],
  dots = [],
  height = 190,
  label,
  xText = String,
  yText = String,
  yMax,
  below = false,
  yRange,
  xAxis,
}: LineChartProps) {
  const { mode, systemMode } = useColorScheme()
  const dark = (mode === 'system' ? systemMode : mode) === 'dark'
  const box = useRef<HTMLDivElement>(null)
  const chart = useRef<echarts.ECharts>(null)
  useEffect(() => {
    if (!box.current) return
    const made = (chart.current = echarts.init(box.current, undefined, { renderer: 'svg' }))
    const resize = new ResizeObserver(() => made.resize())
    resize.observe(box.current)
    return () => {
      resize.disconnect()
      made.dispose()
    }
  }, [])
  useEffect(() => {
    const ink = dark ? '#ECE7DD' : '#26313B'
    const soft = dark ? '#AEB6BC' : '#56616B'
    const rule = dark ? '#3A434B' : '#DDD4C4'
    const tones = { ready: dark ? '#9CC7A9' : '#2F5D45', limit: dark ? '#F0958D' : '#A3312C', ink, soft }
    const name = {
      nameTextStyle: { color: soft, fontSize: 12 },
      axisLabel: { color: soft, fontSize: 12, hideOverlap: true },
      axisLine: { lineStyle: { color: soft } },
      splitLine: { lineStyle: { color: rule } },
    }
    chart.current?.setOption(
      {
        animation: false,
        textStyle: { fontFamily: TEXT_FONT, color: ink },
        grid: { left: 48, right: 18, top: 28, bottom: 40 },
        xAxis: {
          ...name,
          type: log ? 'log' : 'value',
          name: xName,
          nameLocation: 'middle',
          nameGap: 26,
          ...(xAxis ? { min: xAxis[0], max: xAxis[1], interval: xAxis[2] } : { min: 'dataMin', max: 'dataMax' }),
          axisLabel: { ...name.axisLabel, formatter: (x: number) => xText(x) },
        },
        yAxis: {
          ...name,
          type: 'value',
          name: yName,
          nameLocation: 'end',
          nameTextStyle: { color: soft, fontSize: 12, align: 'left', padding: [0, 0, 0, -34] },
          axisLabel: { ...name.axisLabel, formatter: (y: number) => axisText(y, yText, yRange) },
          min: yRange?.[0] ?? (below ? ({ min }: { min: number }) => Math.min(0, Math.floor(min / 5) * 5) : 0),
          ...(yRange ? { max: yRange[1] } : {}),
          ...(yMax === undefined ? {} : { max: yMax }),
        },
        tooltip: {
          trigger: 'axis',
          backgroundColor: dark ? '#232A31' : '#FFFDF8',
          borderColor: rule,
          textStyle: { color: ink, fontSize: 14 },
          formatter: (points: unknown) => {
            const list = points as { axisValue: number; seriesName: string; value: [number, number | null] }[]
            const rows = list
              .filter(({ value, seriesName }) => value[1] !== null && seriesName !== '')
              .map(({ seriesName, value }) => `${seriesName}: <b>${yText(value[1]!)}</b>`)
            return [xText(list[0]?.axisValue ?? 0), ...rows].join('<br>')
          },
        },
        series: [
          ...curves.map((curve, i) => ({
            type: 'line',
            name: curve.name,
            data: curve.points.map(([x, y]) => [x, y]),
            symbol: 'none',
            connectNulls: false,
            lineStyle: { width: 2.5, color: tones[curve.tone], type: curve.tone === 'soft' ? 'dashed' : 'solid' },
            itemStyle: { color: tones[curve.tone] },
            ...(i === 0 && marks.length > 0
              ? {
                  markLine: {
                    silent: true,
                    symbol: 'none',
                    lineStyle: { color: soft, type: 'dashed' },
                    label: { color: soft, fontSize: 12, formatter: (mark: { name: string }) => mark.name },
                    data: marks.map(({ x, name: said }) => ({ xAxis: x, name: said })),
                  },
                }
              : {}),
          })),
          {
            type: 'line',
            name: '',
            data: dots.map(([x, y]) => [x, y]),
            lineStyle: { width: 0 },
            symbol: 'circle',
            symbolSize: 9,
            itemStyle: { color: ink },
            silent: true,
          },
        ],
      },
      { notMerge: true },
    )
  }, [curves, xName, yName, log, marks, dots, dark, xText, yText, yMax, below, yRange, xAxis])
  return <Box ref={box} role="img" aria-label={label} sx={{ width: '100%', height }} />
}
