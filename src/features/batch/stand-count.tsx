/** Counting the stand: tap the gaps of a drawn tray, or write numbers; then what can be done about it, best first. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { countable } from '../../core/advice/countable'
import type { Batch } from '../../core/batch/batch'
import { NumberField } from '../../ui/fields'
import { hasCell } from '../../core/traymap/mixed-tray'
import { TrayDrawing, type CellState } from '../../ui/records/tray-drawing'
import { useSeason } from '../../ui/season-context'
import { Decide } from './decide'
import { CountFromPhoto } from './count-from-photo'
import { drawnFrom, known, seenIn, tapped, toldOf, wrongCount, type DrawnTray } from './model'
import type { PhotoResult } from './photo-count'

type Mode = 'tray' | 'rows' | 'all'

export function StandCount({ batch }: { batch: Batch }) {
  const t = useTranslations('batch')
  const { format, today } = useSeason()
  const { of: cells, flat: flats, container, cells: own } = countable(batch, today)!
  const isOther = own && ((cell: number) => !hasCell(own, cell))
  const perTray = own ? container.cells : Math.min(container.cells, cells)
  const trays = flats || own ? 1 : Math.ceil(cells / container.cells)
  // A photo shows how the cells lie where nobody has said.
  const [seenPerRow, setSeenPerRow] = useState<number>()
  const perRow = container.rowCells ?? seenPerRow ?? Math.max(4, Math.round(Math.sqrt(container.cells / 2)))
  const [mode, setMode] = useState<Mode>(flats ? 'all' : 'tray')
  const [tray, setTray] = useState(0)
  const [drawn, setDrawn] = useState<ReadonlyMap<number, DrawnTray>>(new Map())
  const [photos, setPhotos] = useState<string[]>([])
  const [rows, setRows] = useState<number | undefined>(3)
  const [showing, setShowing] = useState<number>()
  const [doubles, setDoubles] = useState<number | undefined>(0)

  const inTray = (n: number) => (own ? container.cells : Math.min(container.cells, cells - n * container.cells))
  const trayAt = (n: number): DrawnTray =>
    drawn.get(n) ?? drawnFrom(new Array<CellState>(inTray(n)).fill('one'), inTray(n))
  const draw = (next: DrawnTray) => setDrawn(new Map(drawn).set(tray, next))
  const fromPhoto = ({ cells: judged, perRow: seen, photo }: PhotoResult) => {
    draw(drawnFrom(judged, inTray(tray)))
    setSeenPerRow(seen)
    if (photo !== undefined) setPhotos([...photos, photo])
  }
  const counted =
    mode === 'tray'
      ? seenIn(known(drawn.values(), own && ((cell) => hasCell(own, cell))))
      : toldOf(mode === 'rows' ? Math.min(cells, (rows ?? 0) * perRow) : cells, showing, doubles)
  const wrong = counted && wrongCount(counted, format)
  const look = (next: Mode) => {
    setMode(next)
    setShowing(undefined)
  }

  return (
    <Box sx={{ display: 'grid', gap: 2 }}>
      {!flats && (
        <ToggleButtonGroup
          exclusive
          value={mode}
          onChange={(_, next: Mode | null) => next && look(next)}
          fullWidth
          aria-label={t('howYouCount')}
        >
          <ToggleButton value="tray" sx={{ minHeight: 48 }}>
            {t('tapTheTray')}
          </ToggleButton>
          <ToggleButton value="rows" sx={{ minHeight: 48 }}>
            {t('someRows')}
          </ToggleButton>
          <ToggleButton value="all" sx={{ minHeight: 48 }}>
            {t('numbers')}
          </ToggleButton>
        </ToggleButtonGroup>
      )}
      {mode === 'tray' ? (
        <Box>
          {trays > 1 && (
            <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, mb: 1 }} role="group" aria-label={t('whichTray')}>
              {Array.from({ length: trays }, (_, n) => (
                <Button
                  key={n}
                  size="small"
                  variant={n === tray ? 'contained' : 'outlined'}
                  disableElevation
                  color={drawn.has(n) ? 'success' : 'inherit'}
                  onClick={() => setTray(n)}
                  sx={{ minWidth: 48, minHeight: 40 }}
                >
                  {n + 1}
                </Button>
              ))}
            </Box>
          )}
          <Box sx={{ fontSize: 14, color: 'text.secondary', mb: 1 }}>
            {t('tapOnceWhereACell', { trays: trays > 1 ? 'yes' : 'no' })}
          </Box>
          <CountFromPhoto container={container} onUse={fromPhoto} />
          {trayAt(tray).unsure.size > 0 && (
            <Box sx={{ fontWeight: 650, mb: 1 }}>{t('photo.tapThose', { cells: trayAt(tray).unsure.size })}</Box>
          )}
          <TrayDrawing
            cells={trayAt(tray).cells}
            perRow={Math.min(perRow, perTray)}
            label={t('trayOf', { tray: String(tray + 1), trays: String(trays) })}
            {...(isOther ? { isOther } : {})}
            isUnsure={(cell) => trayAt(tray).unsure.has(cell)}
            onChange={(next, cell) => draw(tapped(trayAt(tray), next, cell))}
          />
          {!drawn.has(tray) && (
            <Button variant="outlined" color="inherit" sx={{ mt: 1, minHeight: 44 }} onClick={() => draw(trayAt(tray))}>
              {t('everyCellOfThisTray')}
            </Button>
          )}
        </Box>
      ) : (
        <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr 1fr', sm: 'repeat(3, 170px)' }, gap: 2 }}>
          {mode === 'rows' && (
            <NumberField label={t('rowsOfLookedAt', { perRow: String(perRow) })} value={rows} onChange={setRows} />
          )}
          <NumberField
            label={flats ? t('seedlingsUp') : t('cellsWithASeedling')}
            value={showing}
            onChange={setShowing}
            help={t('ofOfExtra', {
              extra: format.number(mode === 'rows' ? Math.min(cells, (rows ?? 0) * perRow) : cells),
            })}
          />
          {!flats && <NumberField label={t('withMoreThanOne')} value={doubles} onChange={setDoubles} />}
        </Box>
      )}
      {wrong && <Alert severity="error">{wrong}</Alert>}
      {counted && !wrong && (
        <>
          <Box sx={{ fontSize: 18, fontWeight: 650 }}>
            {t('ofUp', {
              showing: format.number(counted.showing),
              cells: format.number(counted.cells),
              extra:
                counted.doubles > 0 ? t('withMoreThanOneOfDoubles', { doubles: format.number(counted.doubles) }) : '',
            })}
          </Box>
          <Decide
            batch={batch}
            counted={counted}
            flat={flats}
            gaps={mode === 'tray' ? drawn.get(0)?.cells : undefined}
            photos={photos}
          />
        </>
      )}
    </Box>
  )
}
