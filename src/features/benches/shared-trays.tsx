/** Shared trays: which sowings of a day go into one tray, with a map of each. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import type { SharedTray } from '../../core/traymap/shared-trays'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { count } from '../../words/format'

const TINTS = ['#AFC6A1', '#BAD6E0', '#DFCDB3', '#E6BFCC', '#F3DF9C', '#D3D2DF']

export function SharedTraysList({ day }: { day: Day }) {
  const t = useTranslations('benches')
  const { plan, season, format } = useSeason()
  const { busy, change, failure } = useChange()
  const { trays, saved } = plan.shared
  const on = season.habits.shareTrays
  const { farm, season: span, site, habits } = season
  const set = () => {
    const from = { farm, season: span, site, habits }
    void change(
      [{ of: 'head', key: 'head', from, to: { ...from, habits: { ...habits, shareTrays: !on } } }],
      on ? t('everySowingInTraysOf') : t('sowingsShareTrays'),
    )
  }
  const coming = trays.filter(({ stays }) => stays.at(-1)!.until > day)
  const past = trays.length - coming.length
  return (
    <Box sx={{ mt: 2, maxWidth: 900 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center' }}>
        <Box sx={{ flex: 1, minWidth: 260 }}>
          {trays.length === 0
            ? t('noTwoSowingsOfA')
            : on
              ? t('sowingsShareThisSeasonFewer', {
                  trays: count(format, trays.length, 'tray'),
                  trays2: count(format, saved, 'tray'),
                })
              : t('sowingsCouldShareThisSeason', {
                  trays: count(format, trays.length, 'tray'),
                  trays2: count(format, saved, 'tray'),
                })}
        </Box>
        {(trays.length > 0 || on) && (
          <Button variant={on ? 'outlined' : 'contained'} disabled={busy} onClick={set}>
            {on ? t('giveEachItsOwnTrays') : t('shareTrays')}
          </Button>
        )}
      </Box>
      {failure && <Box sx={{ color: 'error.main' }}>{failure}</Box>}
      <Box
        component="ul"
        sx={{
          listStyle: 'none',
          m: 0,
          mt: 2,
          p: 0,
          display: 'grid',
          gap: 2.5,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 1fr' },
        }}
        aria-label={t('sharedTrays')}
      >
        {coming.map((tray) => (
          <Tray key={tray.id} tray={tray} />
        ))}
      </Box>
      {past > 0 && (
        <Box sx={{ mt: 2, fontSize: 14, color: 'text.secondary' }}>
          {t('fromBeforeNotShown', { trays: count(format, past, 'tray'), day: format.date(day) })}
        </Box>
      )}
    </Box>
  )
}

/** A tray from above: a row of cells for each, the rows of a variety in one tint. */
function Tray({ tray }: { tray: SharedTray }) {
  const t = useTranslations('benches')
  const { format } = useSeason()
  const { container, rowCount, rowCells, parts, sowOn } = tray
  const cell = 100 / rowCells
  const high = Math.min(cell, 9)
  return (
    <Box component="li" sx={{ breakInside: 'avoid' }}>
      <Typography variant="h3">{t('sow', { sowOn: format.date(sowOn), container: container.name })}</Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '130px minmax(0, 1fr)', gap: 1.5, mt: 0.5 }}>
        <svg
          viewBox={`-1 -1 102 ${rowCount * high + 2}`}
          role="img"
          aria-label={parts.map(({ batch, rows }) => t('rows', { batch: batch.code, rows: String(rows) })).join(', ')}
          style={{ width: '100%' }}
        >
          <rect
            x="-0.5"
            y="-0.5"
            width="101"
            height={rowCount * high + 1}
            fill="none"
            stroke="currentColor"
            strokeWidth="1"
            rx="1"
          />
          {Array.from({ length: rowCount }, (_, row) => {
            const p = parts.findIndex((one) => row >= one.row && row < one.row + one.rows)
            const part = parts[p]
            return Array.from({ length: rowCells }, (_, i) => {
              const sown = part !== undefined && (row - part.row) * rowCells + i < part.cells
              return (
                <rect
                  key={`${row} ${i}`}
                  x={i * cell + 0.5}
                  y={row * high + 0.5}
                  width={cell - 1}
                  height={high - 1}
                  rx="0.6"
                  className="tray"
                  style={
                    {
                      '--tint': sown ? TINTS[p % TINTS.length] : 'transparent',
                      '--dark-tint': sown ? TINTS[p % TINTS.length] : 'transparent',
                    } as React.CSSProperties
                  }
                  stroke="currentColor"
                  strokeWidth="0.25"
                />
              )
            })
          })}
        </svg>
        <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0, fontSize: 14 }}>
          {parts.map(({ batch, row, rows, cells }, i) => (
            <Box component="li" key={batch.id} sx={{ display: 'flex', gap: 1, alignItems: 'baseline' }}>
              <Box
                component="span"
                sx={{
                  width: 12,
                  height: 12,
                  flex: 'none',
                  bgcolor: TINTS[i % TINTS.length],
                  border: '1px solid',
                  borderColor: 'text.secondary',
                  alignSelf: 'center',
                }}
              />
              <span>
                <b>{batch.code}</b> {batch.variety.name},{' '}
                {rows === 1
                  ? t('row', { row: String(row + 1) })
                  : t('rowsTo', { row: String(row + 1), row2: String(row + rows) })}
                , {count(format, cells, 'cell')}
              </span>
            </Box>
          ))}
        </Box>
      </Box>
    </Box>
  )
}
