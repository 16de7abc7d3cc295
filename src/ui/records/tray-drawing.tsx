/** A tray drawn cell by cell: a tap says empty, another says two, a third is as before. */
'use client'
import Box from '@mui/material/Box'
import { useRef } from 'react'
import { useTranslations } from 'next-intl'
import { useSeason } from '../season-context'

export type CellState = 'one' | 'none' | 'two'

const NEXT: Record<CellState, CellState> = { one: 'none', none: 'two', two: 'one' }

export interface TrayDrawingProps {
  /** Cells along the tray's rows; those beyond are not sown. */
  cells: readonly CellState[]
  /** Cells in a row. */
  perRow: number
  /** What is in the cells now, and which was tapped. */
  onChange: (cells: CellState[], cell: number) => void
  label: string
  /** Whether a cell is not of this sowing: it is drawn, and cannot be tapped. */
  isOther?: (cell: number) => boolean
  /** Whether nobody knows yet what is in a cell: the first tap says that there is one. */
  isUnsure?: (cell: number) => boolean
}

/** Cells are one control each for a screen reader; arrows walk among them, space taps. */
export function TrayDrawing({ cells, perRow, onChange, label, isOther, isUnsure }: TrayDrawingProps) {
  const { format } = useSeason()
  const t = useTranslations('records')
  const grid = useRef<HTMLDivElement>(null)
  const set = (i: number) =>
    onChange(
      cells.map((state, k) => (k !== i ? state : isUnsure?.(i) ? 'one' : NEXT[state])),
      i,
    )
  const walk = (event: React.KeyboardEvent, i: number) => {
    const by = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: perRow, ArrowUp: -perRow }[event.key]
    if (by === undefined) return
    event.preventDefault()
    grid.current?.querySelectorAll('button')[Math.min(cells.length - 1, Math.max(0, i + by))]?.focus()
  }
  return (
    <Box
      ref={grid}
      role="group"
      aria-label={label}
      sx={{
        display: 'grid',
        gridTemplateColumns: `repeat(${perRow}, minmax(0, 1fr))`,
        gap: '2px',
        p: '6px',
        maxWidth: perRow * 44,
        border: 2,
        borderColor: 'text.primary',
        borderRadius: 1,
        bgcolor: 'var(--tray-mix, #4A4038)',
        touchAction: 'manipulation',
        '& button': {
          all: 'unset',
          boxSizing: 'border-box',
          aspectRatio: '1',
          minHeight: 24,
          display: 'grid',
          placeItems: 'center',
          borderRadius: '3px',
          bgcolor: 'rgba(255,255,255,.10)',
          cursor: 'pointer',
        },
        '& button:focus-visible': { outline: '3px solid #F3DF9C', outlineOffset: '-2px' },
        '& button[data-unsure]': { bgcolor: '#F3DF9C', color: '#27313B', fontWeight: 700, fontSize: 16 },
        '& button[data-state="none"]': { bgcolor: 'rgba(255,255,255,.92)' },
        '& button:disabled': { cursor: 'default', bgcolor: 'rgba(255,255,255,.03)' },
        '& svg': { width: '78%', height: '78%', display: 'block' },
      }}
    >
      {cells.map((state, i) => (
        <button
          key={i}
          type="button"
          data-state={state}
          data-unsure={isUnsure?.(i) ? '' : undefined}
          aria-label={
            isOther?.(i)
              ? t('cellAnotherSowing', { i: String(i + 1) })
              : isUnsure?.(i)
                ? t('cellNotSure', { i: String(i + 1) })
                : t('cell', { i: String(i + 1), state: format.t(`records.said.${state}`) })
          }
          disabled={isOther?.(i)}
          tabIndex={i === 0 ? 0 : -1}
          onClick={() => set(i)}
          onKeyDown={(event) => walk(event, i)}
        >
          {!isOther?.(i) && (isUnsure?.(i) ? '?' : <Seedling state={state} />)}
        </button>
      ))}
    </Box>
  )
}

/** Two seed leaves; two pairs of them; or an empty cell. */
function Seedling({ state }: { state: CellState }) {
  if (state === 'none') {
    return (
      <svg viewBox="0 0 20 20" aria-hidden="true">
        <path d="M6 6L14 14M14 6L6 14" stroke="#9E2B25" strokeWidth="2.4" strokeLinecap="round" />
      </svg>
    )
  }
  const pair = (x: number, y: number, scale: number) => (
    <path
      transform={`translate(${x} ${y}) scale(${scale})`}
      d="M0 6v-6m0 0c-4.4 .4-6-1.8-6-4.4c3.6 0 5.8 1.4 6 4.4m0 0c4.4 .4 6-1.8 6-4.4c-3.6 0-5.8 1.4-6 4.4"
      fill="#9CCB6B"
      stroke="#9CCB6B"
      strokeWidth="1"
    />
  )
  return (
    <svg viewBox="0 0 20 20" aria-hidden="true">
      {state === 'one' ? (
        pair(10, 11, 1.25)
      ) : (
        <>
          {pair(5.6, 12, 0.78)}
          {pair(14.4, 9, 0.78)}
        </>
      )}
    </svg>
  )
}
