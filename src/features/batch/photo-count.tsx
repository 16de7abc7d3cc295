/** Counting a tray from a photo of it: what is seen is shown on the photo, put right, and then goes into the drawn tray. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import FormControlLabel from '@mui/material/FormControlLabel'
import LinearProgress from '@mui/material/LinearProgress'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { gridsOf, turned } from '../../core/traypicture/count-tray'
import type { Grid } from '../../core/traypicture/walls'
import type { Judged } from '../../core/traypicture/judge-cells'
import type { Corners } from '../../core/traypicture/upright'
import type { Container } from '../../season/schema'
import { keep } from '../../ui/records/photo-store'
import { useSeason } from '../../ui/season-context'
import { judgedNumbers } from './model'
import { TrayOnPhoto } from './tray-on-photo'
import { usePhotoCount } from './use-photo-count'

export interface PhotoResult {
  cells: readonly Judged[]
  /** Cells in a row, as they lie in the tray. */
  perRow: number
  /** The photo's id, where it is to stay with the count. */
  photo: string | undefined
}

interface Props {
  photo: File
  container: Container
  onUse: (result: PhotoResult) => void
  onClose: () => void
}

export function PhotoCount({ photo, container, onUse, onClose }: Props) {
  const t = useTranslations('batch')
  const { format } = useSeason()
  const phone = useMediaQuery('(max-width: 599px)')
  const { state, busy, shown, tray, cells, lookAt } = usePhotoCount(photo, waysOf(container))
  const [moving, setMoving] = useState<Corners>()
  const [keeps, setKeeps] = useState(false)
  const corners = moving ?? tray.corners
  const onCorners = (next: Corners, done: boolean) => {
    setMoving(done ? undefined : next)
    if (done) lookAt(next)
  }
  const use = () => cells && onUse({ cells, perRow: tray.grid.perRow, photo: keeps ? keep(photo).id : undefined })
  const numbers = cells && judgedNumbers(cells)
  return (
    <Dialog open onClose={onClose} fullScreen={phone} fullWidth maxWidth="md" aria-labelledby="photo-count">
      <DialogTitle id="photo-count">{t('photo.title')}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 1.5, alignContent: 'start' }}>
        {busy && <LinearProgress aria-label={t('photo.looking')} />}
        <Box role="status" sx={{ fontSize: 18, fontWeight: 650, minHeight: 28 }}>
          {state === 'looking' && t('photo.looking')}
          {numbers &&
            t('photo.seen', {
              up: format.number(numbers.up),
              doubles: format.number(numbers.doubles),
              empty: format.number(numbers.empty),
            })}
        </Box>
        {numbers && numbers.unsure > 0 && <Box sx={{ mt: -1 }}>{t('photo.unsure', { cells: numbers.unsure })}</Box>}
        {state === 'no-tray' && (
          <Alert severity="warning">{t('photo.noTray', { cells: format.number(container.cells) })}</Alert>
        )}
        {state === 'cannot-be-read' && <Alert severity="error">{t('photo.cannotBeRead')}</Alert>}
        {shown && state !== 'cannot-be-read' && (
          <>
            <TrayOnPhoto
              {...shown}
              corners={corners}
              grid={tray.grid}
              cells={moving ? undefined : cells}
              onCorners={onCorners}
            />
            <Box sx={{ fontSize: 14, color: 'text.secondary' }}>{t('photo.how')}</Box>
            <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
              <Button
                variant="outlined"
                color="inherit"
                onClick={() => lookAt(turned(tray.corners))}
                sx={{ minHeight: 44 }}
              >
                {t('photo.turn')}
              </Button>
              <FormControlLabel
                control={<Checkbox checked={keeps} onChange={(_, on) => setKeeps(on)} />}
                label={t('photo.keep')}
              />
            </Box>
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose} color="inherit" sx={{ minHeight: 48 }}>
          {t('photo.cancel')}
        </Button>
        <Button onClick={use} variant="contained" disableElevation disabled={!cells || busy} sx={{ minHeight: 48 }}>
          {t('photo.use')}
        </Button>
      </DialogActions>
    </Dialog>
  )
}

/** Ways the cells of a container may lie in; one row where there is no other. */
function waysOf({ cells, rowCells }: Container): [Grid, ...Grid[]] {
  const [first = { rows: 1, perRow: cells }, ...more] = gridsOf(cells, rowCells)
  return [first, ...more]
}
