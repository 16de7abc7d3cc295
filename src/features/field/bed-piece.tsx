/** A stretch of a bed that is taken: chosen with a tap, moved with the hand or by keys. */
'use client'
import Box from '@mui/material/Box'
import { useDrag } from '@use-gesture/react'
import type { KeyboardEvent } from 'react'
import { useTranslations } from 'next-intl'
import type { BedUse } from '../../core/field/beds'
import { dayScale } from '../../ui/chart/scale'
import { useSeason } from '../../ui/season-context'
import { stretch } from '../../words/field'
import { count } from '../../words/format'
import { useBedKeys, useBedMoving } from './bed-moving'
import { daysAcross, daysAreOpen, spotNear, type To } from './moving'
import { paintOf } from './bed-paint'
import { useLabel } from './use-label'

/** What is drawn from left to right: a bed on a day, or the season. */
export type Along = 'day' | 'season'

interface BedPieceProps {
  use: BedUse
  along: Along
  /** px of its row. */
  height: number
  /** Where it was, while it is on its way. */
  ghost?: boolean
  moved?: boolean
  wrong?: boolean
  chosen?: boolean
  onStand: (id: string) => void
}

/** What tells a stretch from every other. */
export const keyOfUse = ({ stand, share, what, from }: BedUse): string =>
  stand ? `${stand.id} ${share}` : `${what} ${from}`

export function BedPiece({
  use,
  along,
  height,
  ghost = false,
  moved = false,
  wrong = false,
  chosen = false,
  onStand,
}: BedPieceProps) {
  const t = useTranslations('field')
  const { plan, format } = useSeason()
  const { may } = useBedMoving()
  const label = useLabel()
  const bind = useBedDrag(along)
  const onKey = useBedKeys(along)
  const paint = paintOf(use)
  const { left, width, top, tall } = useExtent(use, along)
  if (width <= 0) return null
  const said = t('toOfWhat', {
    what: use.what,
    from: format.date(Math.max(use.from, plan.from)),
    until: format.date(use.until - 1),
    extra: use.stand ? `, ${stretch(use, format)}, ${count(format, use.plants, 'plant')}` : '',
    wrong: wrong ? 'yes' : 'no',
  })
  const held = use.stand && may && !moved
  const roomy = isRoomy(height * tall, width)
  return (
    <Box
      component={use.stand && !moved ? 'button' : 'div'}
      {...(held ? bind(use) : {})}
      {...(use.stand && !moved
        ? {
            type: 'button' as const,
            onClick: () => onStand(use.stand!.id),
            onKeyDown: (event: KeyboardEvent) => onKey(event, use),
            'aria-label': said,
            'aria-keyshortcuts': 'Alt+ArrowLeft Alt+ArrowRight Alt+ArrowUp Alt+ArrowDown',
            'data-stand': use.stand.code,
          }
        : { 'aria-hidden': moved })}
      title={said}
      sx={[
        {
          all: 'unset',
          boxSizing: 'border-box',
          position: 'absolute',
          left: `${left * 100}%`,
          width: `${width * 100}%`,
          top: `${top * 100}%`,
          height: `${tall * 100}%`,
          background: paint.light,
          cursor: held ? 'grab' : use.stand ? 'pointer' : 'default',
          touchAction: 'pan-y',
          borderRight: '1px solid',
          borderColor: 'background.paper',
          overflow: 'hidden',
          whiteSpace: 'nowrap',
          fontSize: 12.5,
          lineHeight: `${height * tall - 2}px`,
          pl: 0.5,
          color: 'text.primary',
          userSelect: 'none',
        },
        along === 'season' ? { borderBottom: '1px solid', borderBottomColor: 'background.paper' } : {},
        markedBy({ wrong, chosen, moved, ghost }),
        (theme) => theme.applyStyles('dark', { background: paint.dark }),
        { '&:focus-visible': { outline: '3px solid', outlineColor: 'primary.main', outlineOffset: -3 } },
      ]}
    >
      {roomy ? label(use, along === 'day' || width > 0.2) : ''}
    </Box>
  )
}

/** Whether a stretch of so many px, and such a share of its row, has room for words. */
const isRoomy = (high: number, share: number): boolean => high >= 14 && share > 0.05

interface Marked {
  wrong: boolean
  chosen: boolean
  moved: boolean
  ghost: boolean
}

/** What marks one that finds no room, is chosen, or is on its way. */
function markedBy({ wrong, chosen, moved, ghost }: Marked) {
  const edge = (colour: string) => ({ boxShadow: `inset 0 0 0 2px var(--mui-palette-${colour})` })
  return {
    ...(wrong ? { ...edge('error-main'), opacity: 0.85 } : {}),
    ...(chosen ? { ...edge('text-primary'), fontWeight: 700 } : {}),
    ...(moved ? { ...edge(wrong ? 'error-main' : 'text-primary'), zIndex: 2, pointerEvents: 'none' } : {}),
    ...(ghost ? { opacity: 0.4 } : {}),
  }
}

/** Where a stretch lies in the drawing of its bed, in shares of it. */
function useExtent(use: BedUse, along: Along) {
  const { plan } = useSeason()
  const { bed } = use
  const long = Math.min(use.length, bed.length - use.at) / bed.length
  if (along === 'day')
    return { left: use.at / bed.length, width: long, top: use.between ? 0.5 : 0, tall: use.between ? 0.5 : 1 }
  const share = dayScale(plan.from, plan.to, 0, 1)
  const left = share(Math.max(use.from, plan.from))
  return { left, width: share(Math.min(use.until, plan.to)) - left, top: use.at / bed.length, tall: long }
}

/** The bed that a point of the screen lies on, and its drawing. */
function bedUnder(x: number, y: number): HTMLElement | undefined {
  for (const element of document.elementsFromPoint(x, y)) {
    const drawing = element.closest<HTMLElement>('[data-bed]')
    if (drawing) return drawing
  }
  return undefined
}

const HALF_FOOT = 15.24 // cm
const TEN = 10 // cm

/** cm that spots are rounded to. */
export const useSpotStep = (): number => (useSeason().season.farm.units === 'us' ? HALF_FOOT : TEN)

function useBedDrag(along: Along) {
  const { season, plan } = useSeason()
  const { move, end } = useBedMoving()
  const step = useSpotStep()
  return useDrag(
    ({ args: [of], xy: [x, y], initial: [startX], movement: [mx], last, tap, canceled, event, memo }) => {
      if (tap) return undefined
      const use = of as BedUse
      const row = (event.target as Element | null)?.closest<HTMLElement>('[data-bed]')
      const held = (memo as Held | undefined) ?? (row ? heldAt(use, startX, row) : undefined)
      if (!held) return undefined
      if (last) {
        end(!canceled)
        return held
      }
      const drawing = bedUnder(x, y)
      const bed = season.beds.find(({ key }) => key === (drawing?.dataset['bed'] ?? use.bed.key))!
      const to: To = bed.key === use.bed.key ? {} : { bed: bed.key }
      if (along === 'season') {
        if (daysAreOpen(use)) to.days = daysAcross(mx / held.wide, plan.from, plan.to)
      } else {
        const { left, width } = (drawing ?? held.row).getBoundingClientRect()
        const others = plan.beds.uses.get(bed.key)!.filter((other) => other.stand !== use.stand)
        to.at = spotNear(((x - left) / width) * bed.length - held.grabbed, use, { bed, others, step })
      }
      move(use, to)
      return held
    },
    { filterTaps: true, pointer: { touch: true }, preventScroll: 220 },
  )
}

interface Held {
  row: HTMLElement
  /** px of its row. */
  wide: number
  /** cm from where the stretch begins to where the hand took hold of it. */
  grabbed: number
}

function heldAt(use: BedUse, x: number, row: HTMLElement): Held {
  const { left, width } = row.getBoundingClientRect()
  return { row, wide: width, grabbed: ((x - left) / width) * use.bed.length - use.at }
}
