/** Rows of the plan: a group, a batch with its stair, and what is sown in its place. */
'use client'
import WarningIcon from '@mui/icons-material/ReportProblemOutlined'
import TickedIcon from '@mui/icons-material/CheckBox'
import UntickedIcon from '@mui/icons-material/CheckBoxOutlineBlank'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { memo, type ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import type { FieldCrop } from '../../core/field/field-crop'
import { outlookOf } from '../../core/advice/work'
import type { Batch } from '../../core/batch/batch'
import type { Outlook } from '../../core/rehearsal/rehearse'
import { count, type Format } from '../../words/format'
import { markTag } from '../../words/marks'
import { ArrowRow } from '../../ui/arrow-list'
import { outlookWords } from '../../ui/records/words'
import { Stair } from '../../ui/stair/stair'
import { SoftEdge } from './soft-edge'
import { Grip } from './stair-drag'
import { standing, type PlanRow, type Standing } from './model'
import { AXIS, ROW, GROUP, STAIR } from './chart-sizes'
import { STRIP_HEIGHT } from './load-strip'

export function GroupRow({
  row,
  top,
  format,
  onTickAll,
}: {
  row: Extract<PlanRow, { kind: 'group' }>
  top: number
  format: Format
  /** Ticks all rows under it; none while rows are not ticked. */
  onTickAll: (() => void) | undefined
}) {
  const t = useTranslations('plan')
  const title = row.week === undefined ? row.title : t('from', { title: row.title, week: format.date(row.week) })
  return (
    <Box
      role="listitem"
      sx={{ position: 'absolute', top, left: 0, right: 0, height: GROUP, pointerEvents: 'none', zIndex: 3 }}
    >
      <Box
        sx={{
          position: 'sticky',
          left: 0,
          display: 'inline-flex',
          alignItems: 'baseline',
          gap: 1.5,
          pt: 1,
          pl: { xs: 1, md: 2.5 },
          pr: 2,
          maxWidth: '90vw',
        }}
      >
        <Box component="span" sx={{ fontFamily: 'var(--heading)', fontSize: 17 }}>
          {title}
        </Box>
        <Box component="span" sx={{ fontSize: 13, color: 'text.secondary' }}>
          {row.batches} {row.batches === 1 ? t('batch') : t('batches')} · {count(format, row.plants, 'plant')}
        </Box>
        {onTickAll && (
          <Button
            size="small"
            color="inherit"
            onClick={onTickAll}
            aria-label={t('tickAllOf', { title })}
            sx={{ pointerEvents: 'auto', py: 0, my: -0.5, minHeight: 28 }}
          >
            {t('tickAll')}
          </Button>
        )}
      </Box>
    </Box>
  )
}

interface BatchRowProps {
  batch: Batch
  /** It as it would be, while it is dragged. */
  next?: Batch | undefined
  /** What the years say of it, where the season was rehearsed as it is. */
  outlook: Outlook | undefined
  /** Its seed lot does not reach for it. */
  short: boolean
  top: number
  chosen: boolean
  onChoose: (id: string, range?: boolean) => void
  /** Whether it is ticked; `undefined` while rows are not ticked. */
  ticked: boolean | undefined
  x: (day: Day) => number
  most: number
  names: number
  underCrop: boolean
  width: number
  format: Format
}

/** What is sown in its place: a line along the ground from sowing to the day it is clear, with its leaves. */
export const StandRow = memo(function StandRow({
  stand,
  top,
  chosen,
  onChoose,
  ticked,
  x,
  names,
  underCrop,
  width,
  format,
}: { stand: FieldCrop } & Omit<BatchRowProps, 'batch' | 'next' | 'outlook' | 'short' | 'most'>) {
  const t = useTranslations('plan')
  const { inPlace, from, until, harvest } = stand
  const words = t('plantsSowInPlace', {
    stand: stand.code,
    variety: stand.variety.name,
    plants: format.number(stand.plants),
    from: format.date(from),
  })
  const ground = ROW - 7
  const end = harvest ?? until
  const up = inPlace!.up ?? from
  const leaves = Array.from({ length: Math.max(0, Math.floor((x(end) - x(up)) / 14)) }, (_, i) => x(up) + 7 + i * 14)
  return (
    <RowFrame id={stand.id} words={words} top={top} chosen={chosen} ticked={ticked} onChoose={onChoose}>
      <RowName
        code={stand.code}
        name={underCrop ? shortName(stand.variety.name, stand.crop.name) : stand.variety.name}
        plants={format.number(stand.plants)}
        chosen={chosen}
        ticked={ticked}
        names={names}
        state={inPlace!.up === undefined ? 'doubtful' : 'fine'}
      />
      <svg width={width} height={ROW} aria-hidden="true" style={{ display: 'block', flex: 'none' }}>
        <path d={`M${x(from)} ${ground}H${x(until)}`} stroke="currentColor" strokeWidth="1.6" />
        <circle cx={x(from)} cy={ground} r="3" fill="currentColor" />
        <path
          d={leaves.map((at) => `M${at} ${ground}v-7m-3 -3l3 3l3 -3`).join('')}
          stroke="var(--mui-palette-success-main)"
          strokeWidth="1.3"
          fill="none"
        />
        <path
          d={`M${x(end)} ${ground - 3}H${x(until)}`}
          stroke="var(--mui-palette-success-main)"
          strokeWidth="5"
          opacity="0.45"
        />
        <text x={x(until) + 8} y={ROW - 8} fontSize={12.5} fontWeight={700} fill="var(--mui-palette-success-main)">
          {t('sown', { from: format.shortDate(from) })}
        </text>
      </svg>
    </RowFrame>
  )
})

/** The button a row is. */
function RowFrame({
  id,
  words,
  top,
  chosen,
  ticked,
  onChoose,
  children,
}: {
  id: string
  words: string
  top: number
  chosen: boolean
  ticked: boolean | undefined
  onChoose: (id: string, range?: boolean) => void
  children: ReactNode
}) {
  return (
    <Box role="listitem" sx={{ position: 'absolute', top, left: 0, width: '100%', height: ROW }}>
      <ArrowRow here={chosen}>
        <Box
          component="button"
          type="button"
          data-row={id}
          aria-label={words}
          {...(ticked === undefined ? { 'aria-pressed': chosen } : { role: 'checkbox', 'aria-checked': ticked })}
          onClick={(event) => onChoose(id, event.shiftKey)}
          sx={{
            all: 'unset',
            position: 'absolute',
            inset: 0,
            display: 'flex',
            cursor: 'pointer',
            bgcolor: chosen ? 'var(--row-chosen)' : 'transparent',
            borderBottom: '1px solid',
            borderColor: 'divider',
            // The axis lies over the first pixels and the load strip over the last: a row there is not in view.
            scrollMarginTop: AXIS + GROUP,
            scrollMarginBottom: STRIP_HEIGHT,
            '&:hover': { bgcolor: 'var(--row-chosen)' },
            '&:focus-visible': { outline: '3px solid', outlineColor: 'primary.main', outlineOffset: -3 },
          }}
        >
          {children}
        </Box>
      </ArrowRow>
    </Box>
  )
}

/** Code, name and plants, which stay in view while the days are scrolled. */
function RowName({
  code,
  name,
  plants,
  chosen,
  ticked,
  names,
  state,
}: {
  code: string
  name: string
  plants: string
  chosen: boolean
  ticked: boolean | undefined
  names: number
  state: Standing
}) {
  return (
    <Box
      sx={{
        position: 'sticky',
        left: 0,
        zIndex: 3,
        width: names,
        flex: 'none',
        boxSizing: 'border-box',
        pl: { xs: 1, md: 2.5 },
        pr: 1,
        display: 'flex',
        alignItems: 'center',
        gap: 1,
        bgcolor: chosen ? 'var(--row-chosen)' : 'background.default',
        borderLeft: 4,
        borderColor: chosen ? 'secondary.main' : 'transparent',
        fontSize: 14,
      }}
    >
      {ticked !== undefined &&
        (ticked ? (
          <TickedIcon sx={{ fontSize: 20 }} />
        ) : (
          <UntickedIcon sx={{ fontSize: 20, color: 'text.secondary' }} />
        ))}
      <Box component="span" sx={{ flex: 'none', width: 46, fontWeight: 700, color: 'text.secondary', fontSize: 13 }}>
        {code}
      </Box>
      <Box
        component="span"
        sx={{
          flex: 1,
          minWidth: 0,
          overflow: 'hidden',
          textOverflow: 'ellipsis',
          whiteSpace: 'nowrap',
          fontWeight: chosen ? 750 : 450,
        }}
      >
        {name}
      </Box>
      {state !== 'fine' && (
        <WarningIcon sx={{ fontSize: 16, color: state === 'cannot' ? 'error.main' : 'warning.main' }} />
      )}
      <Box component="span" sx={{ flex: 'none', textAlign: 'right', display: { xs: 'none', sm: 'inline' } }}>
        {plants}
      </Box>
    </Box>
  )
}

export const BatchRow = memo(function BatchRow({
  batch,
  next,
  outlook: years,
  short,
  top,
  chosen,
  onChoose,
  ticked,
  x,
  most,
  names,
  underCrop,
  width,
  format,
}: BatchRowProps) {
  const t = useTranslations('plan')
  const state = standing(batch)
  const outlook = outlookOf(batch)
  const tags = [
    ...(batch.progress?.standing === 'gone'
      ? [format.t('records.gone')]
      : batch.marks.map((one) => markTag(one, format))),
    ...(short ? [t('shortOfSeed')] : []),
    ...(outlook && outlook.kind !== 'on-time' ? [outlookWords(outlook, format)] : []),
    ...(years ? [t('inTimeIn', { n: Math.round(years.chance * 100) })] : []),
  ]
  const words = t('plantsPlant', {
    batch: batch.code,
    variety: batch.variety.name,
    plants: format.number(batch.plants),
    extra: batch.sow === undefined ? t('noSowingDayWorks') : t('sowOfSow', { sow: format.date(batch.sow) }),
    plantOn: format.date(batch.plantOn),
    extra2: tags.length > 0 ? `; ${tags.join(', ')}` : '',
  })
  return (
    <RowFrame id={batch.id} words={words} top={top} chosen={chosen} ticked={ticked} onChoose={onChoose}>
      <RowName
        code={batch.code}
        name={underCrop ? shortName(batch.variety.name, batch.way.crop.name) : batch.variety.name}
        plants={format.number(batch.plants)}
        chosen={chosen}
        ticked={ticked}
        names={names}
        state={state}
      />
      <svg width={width} height={ROW} aria-hidden="true" style={{ display: 'block', flex: 'none' }}>
        <Grip batch={batch} x={x} row={ROW}>
          <g opacity={next ? 0.3 : 1}>
            <Stair batch={batch} x={x} most={most} height={STAIR} base={ROW - 5} />
          </g>
        </Grip>
        {years && !next && <SoftEdge outlook={years} x={x} base={ROW - 5} height={STAIR} />}
        {(batch.progress?.planned ?? batch).pinned && (
          <circle cx={x(batch.sow ?? batch.plantOn) - 7} cy={ROW - 12} r={3.2} fill="var(--mui-palette-text-primary)" />
        )}
        {next && (
          <g pointerEvents="none">
            <Stair batch={next} x={x} most={most} height={STAIR} base={ROW - 5} />
          </g>
        )}
        <PlantDate
          batch={next ?? batch}
          short={short}
          x={x}
          format={format}
          cannot={standing(next ?? batch) === 'cannot'}
        />
      </svg>
    </RowFrame>
  )
})

/** A variety's name without its crop: "red oak" under the heading Lettuce. */
function shortName(variety: string, crop: string): string {
  const rest = variety.startsWith(`${crop}, `) ? variety.slice(crop.length + 2) : ''
  return rest === '' ? variety : rest[0]!.toUpperCase() + rest.slice(1)
}

function PlantDate({
  batch,
  short,
  x,
  format,
  cannot,
}: {
  batch: Batch
  short: boolean
  x: (day: Day) => number
  format: Format
  cannot: boolean
}) {
  const t = useTranslations('plan')
  const worst = batch.marks[0]
  const known = outlookOf(batch)
  const outlook = known && known.kind !== 'on-time' ? known : undefined
  const color = cannot ? 'var(--mui-palette-error-main)' : 'var(--mui-palette-success-main)'
  const x0 = x(batch.plantOn) + 11
  if (batch.progress?.standing === 'gone')
    return (
      <text x={x0} y={ROW - 8} fontSize={12.5} fontWeight={700} fill="var(--mui-palette-text-secondary)">
        {format.t('records.gone')}
      </text>
    )
  const late = batch.ready !== undefined && batch.ready > batch.plantOn ? x(batch.ready) - x(batch.plantOn) : 0
  return (
    <text x={x0 + late} y={ROW - 8} fontSize={12.5} fontWeight={700} fill={color}>
      {format.shortDate(batch.plantOn)}
      {cannot && worst ? ` · ${markTag(worst, format)}` : ''}
      {short && <tspan fill="var(--mui-palette-warning-main)"> {t('shortOfSeed2')}</tspan>}
      {outlook && !cannot && (
        <tspan fill={outlook.kind === 'early' ? 'var(--mui-palette-warning-main)' : 'var(--mui-palette-error-main)'}>
          {' '}
          · {outlookWords(outlook, format)}
        </tspan>
      )}
    </text>
  )
}
