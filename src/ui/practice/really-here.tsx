/** What somebody sees who goes to a batch of a practice season: its trays from above, and one of its plants. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import type { Batch } from '../../core/batch/batch'
import { cellsSeen, plantSeen, plantsOn, reallyOf } from '../../core/practice/really'
import type { CellSeen } from '../../core/practice/sowing'
import { inFlats } from '../../core/sowing/policies'
import { entrySentence } from '../records/words'
import { useSeason } from '../season-context'
import { OneSeedling } from '../seedling-drawing'
import { TrayDrawing, type CellDrawn } from '../tray-drawing'
import '../practice-words'

const MOST_TRAYS = 6 // drawn; of more it is said what stands in them
const MOST_LEAVES = 6

const drawn = ({ stands, dead, double }: CellSeen): CellDrawn =>
  dead ? 'dead' : double ? 'double' : stands ? 'up' : 'blank'

/** Cells of a tray in a row, where nobody has said it: the nearest to a tray half as wide again as deep. */
const rowOf = (cells: number): number => {
  const wanted = Math.sqrt(cells / 1.5)
  const even = Array.from({ length: cells }, (_, i) => i + 1).filter((n) => cells % n === 0)
  return even.reduce((best, n) => (Math.abs(n - wanted) < Math.abs(best - wanted) ? n : best), 1)
}

export function ReallyHere({ batch, seed }: { batch: Batch; seed: number }) {
  const t = useTranslations('practice')
  const { season, today, format } = useSeason()
  const standing = batch.progress?.standing
  const really = useMemo(() => reallyOf(batch, seed), [batch, seed])
  if (!really || standing === 'planted' || standing === 'gone') return null
  const cells = cellsSeen(really, today)
  // The first are in their seed leaves before half are up.
  const seen = plantSeen(really, today) ?? (cells.some(({ stands }) => stands) ? { leaves: 0 } : undefined)
  const isPotted = [...batch.progress!.ledger.done.keys()].some((step) => step.startsWith('pot-up/'))
  const words = seen && entrySentence({ what: { did: 'check', ...seen } }, season, format)
  return (
    <Box
      component="section"
      aria-label={t('here')}
      className="no-print"
      sx={{ mb: 2.5, p: 1.5, border: 1, borderColor: 'divider', borderRadius: 1 }}
    >
      <Typography variant="h2" sx={{ mb: 0.25 }}>
        {t('here')}
      </Typography>
      <Box sx={{ fontSize: 14.5, color: 'text.secondary', mb: 1 }}>{t('asIf')}</Box>
      {isPotted ? (
        <Box sx={{ mb: 1 }}>{t('potted', { n: Math.round(plantsOn(really, today)) })}</Box>
      ) : (
        <Trays batch={batch} cells={cells} />
      )}
      {words && (
        <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }} aria-label={t('plantNow')} role="group">
          <OneSeedling crop={batch.way.crop} leaves={Math.min(MOST_LEAVES, seen.leaves ?? 0)} />
          <Box>{words}</Box>
        </Box>
      )}
    </Box>
  )
}

function Trays({ batch, cells }: { batch: Batch; cells: readonly CellSeen[] }) {
  const t = useTranslations('practice')
  const { format } = useSeason()
  const { container } = batch.stays[0] ?? batch.progress!.planned.stays[0]!
  const [up, dead, doubles] = [
    cells.filter(({ stands }) => stands).length,
    cells.filter((one) => one.dead).length,
    cells.filter(({ double }) => double).length,
  ]
  const each = container.cells
  const trays = Math.ceil(cells.length / each)
  const numbers = { up: format.number(up), cells: format.number(cells.length), trays: format.number(trays) }
  const about = [doubles > 0 ? t('doublesIn', { n: doubles }) : '', dead > 0 ? t('deadIn', { n: dead }) : ''].filter(
    (one) => one !== '',
  )
  const flats = inFlats(batch.way.method)
  if (up + dead === 0) return <Box>{t('nothingUp')}</Box>
  return (
    <Box sx={{ mb: 1 }}>
      {flats || trays > MOST_TRAYS ? (
        <Box>
          {flats ? t('inFlats', numbers) : t('walked', numbers)} {about.join(' ')}
        </Box>
      ) : (
        <>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5 }}>
            {Array.from({ length: trays }, (_, i) => {
              const own = cells.slice(i * each, (i + 1) * each)
              return (
                <Box component="figure" key={i} sx={{ m: 0, flex: '1 1 220px', maxWidth: 320 }}>
                  <TrayDrawing
                    cells={own.map(drawn)}
                    perRow={container.rowCells ?? rowOf(each)}
                    label={t('trayDrawn', {
                      up: format.number(own.filter(({ stands }) => stands).length),
                      cells: format.number(own.length),
                    })}
                  />
                  <Box component="figcaption" sx={{ fontSize: 14, color: 'text.secondary' }}>
                    {t('tray', { n: format.number(i + 1), all: format.number(trays) })}
                  </Box>
                </Box>
              )
            })}
          </Box>
          {dead > 0 && <Box sx={{ mt: 0.5 }}>{t('deadIn', { n: dead })}</Box>}
        </>
      )}
    </Box>
  )
}
