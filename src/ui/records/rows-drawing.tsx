/** A tray drawn row by row: tap a row to give it to the lot that is chosen. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useTranslations } from 'next-intl'

export interface RowsDrawingProps {
  /** Whose each row is; `undefined` is left empty. */
  owners: readonly (number | undefined)[]
  /** Cells in a row, and in the tray. */
  perRow: number
  cells: number
  names: readonly string[]
  chosen: number
  onChoose: (owner: number) => void
  onChange: (owners: (number | undefined)[]) => void
}

/** Colours of the parts, each with a letter, so that they can be told apart without colour. */
const TINTS = ['#CFE3B4', '#F3DF9C', '#BFD9EA', '#E9C6D4', '#D6CBE8', '#F2C9A1', '#C9D8CF', '#E3DDD0'] as const
const LETTERS = 'ABCDEFGH'

export function RowsDrawing({ owners, perRow, cells, names, chosen, onChoose, onChange }: RowsDrawingProps) {
  const t = useTranslations('records')
  const several = names.length > 1
  return (
    <Box>
      {several && (
        <Box
          role="group"
          aria-label={t('whichPartTheNextRow')}
          sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mb: 1 }}
        >
          {names.map((name, i) => (
            <Button
              key={i}
              size="small"
              variant={i === chosen ? 'contained' : 'outlined'}
              disableElevation
              color="inherit"
              aria-pressed={i === chosen}
              onClick={() => onChoose(i)}
              sx={{ minHeight: 44, textTransform: 'none' }}
            >
              <Box component="span" sx={{ width: 16, height: 16, bgcolor: TINTS[i], border: 1, mr: 0.75 }} />
              {LETTERS[i]} {name}
            </Button>
          ))}
        </Box>
      )}
      <Box sx={{ fontSize: 14, color: 'text.secondary', mb: 0.5 }}>
        {several ? t('tapARowToGive') : t('tapRowsThatStayEmpty')}
      </Box>
      <Box
        role="group"
        aria-label={t('rowsOfTheTray')}
        sx={{
          display: 'grid',
          gap: '3px',
          p: '6px',
          border: 2,
          borderColor: 'text.primary',
          borderRadius: 1,
          bgcolor: 'var(--tray-mix, #4A4038)',
        }}
      >
        {owners.map((owner, row) => (
          <Box
            key={row}
            component="button"
            type="button"
            data-owner={owner ?? 'none'}
            aria-label={t('row', { row: String(row + 1), extra: owner === undefined ? 'empty' : (names[owner] ?? '') })}
            onClick={() =>
              onChange(owners.map((one, at) => (at === row ? (one === chosen ? undefined : chosen) : one)))
            }
            sx={{
              all: 'unset',
              boxSizing: 'border-box',
              cursor: 'pointer',
              display: 'grid',
              gridTemplateColumns: `repeat(${perRow}, 1fr)`,
              gap: '2px',
              minHeight: 26,
              '&:focus-visible': { outline: '3px solid #F3DF9C' },
            }}
          >
            {Array.from({ length: Math.min(perRow, cells - row * perRow) }, (_, i) => (
              <Box
                key={i}
                component="span"
                sx={{
                  borderRadius: '3px',
                  bgcolor: owner === undefined ? 'rgba(255,255,255,.12)' : TINTS[owner % TINTS.length],
                  color: '#2B2620',
                  fontSize: 12,
                  display: 'grid',
                  placeItems: 'center',
                }}
              >
                {i === 0 && owner !== undefined && several ? LETTERS[owner] : ''}
              </Box>
            ))}
          </Box>
        ))}
      </Box>
    </Box>
  )
}
