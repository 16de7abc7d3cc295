/** The plan as a sheet to type in: a row a planting, what it comes to beside it, saved in one step. */
'use client'
import DownloadIcon from '@mui/icons-material/FileDownloadOutlined'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useCallback, useDeferredValue, useMemo, useRef, useState } from 'react'
import { v4 as newId } from 'uuid'
import { useTranslations } from 'next-intl'
import { changeSeason, type ThingEdit } from '../../actions/change-season'
import { parseDay } from '../../core/calendar/day'
import type { Ticked } from '../../core/batch/many'
import { callForSeason, troubleWords } from '../../ui/call-server'
import { Link, useOut } from '../../ui/navigation'
import { useNotice } from '../../ui/notice'
import { NotYours, useMay } from '../../ui/may'
import { useSeason } from '../../ui/season-context'
import { ManyPanel } from '../../ui/many/many-panel'
import { tickedOf } from '../../ui/many/model'
import { useUndo } from '../../ui/undo-context'
import { SaidContext } from '../../ui/typed-sheet/cell'
import { ended, following, idsOf, sheetOf, storedLines, withRows, type Sheet } from '../../ui/typed-sheet/model'
import { writeDayIn } from '../../interchange/plan-sheet/file-rows'
import { FromFile } from '../../ui/typed-sheet/from-file'
import type { Line } from '../../interchange/plan-sheet/reader'
import { Lists } from '../../ui/typed-sheet/lists'
import { GRID_LOOK, SheetGrid } from '../../ui/typed-sheet/sheet-grid'
import { useSaid } from '../../ui/typed-sheet/use-said'
import { useWritten, type Written } from './use-written'

export function SheetView() {
  const t = useTranslations('sheet')
  const out = useOut()
  const { season, plan, format, data } = useSeason()
  const write = useMemo(() => writeDayIn(data.locale), [data.locale])
  const [sheet, setSheet] = useState<Sheet>(() => sheetOf(season, write))
  const foot = useRef<HTMLDivElement>(null)
  const [marked, setMarked] = useState<readonly [first: number, last: number]>()
  const mark = useCallback(
    (rows: readonly [first: number, last: number] | undefined) =>
      setMarked((before) => (before?.[0] === rows?.[0] && before?.[1] === rows?.[1] ? before : rows)),
    [],
  )
  const [changing, setChanging] = useState<readonly Ticked[]>()
  const [busy, setBusy] = useState(false)
  const [failure, setFailure] = useState<string>()
  const notice = useNotice()
  const { undo } = useUndo()
  // Versions that a second try to save goes over, after it was said that someone else has changed them.
  const overruled = useRef(new Map<string, number | null>())

  if (sheet.season.plantings !== season.plantings) setSheet(following(sheet, season, write))
  const stored = useMemo(() => storedLines(season, write), [season, write])
  const shown = useDeferredValue(sheet)
  const written = useWritten(shown, stored)
  const { unsaved, behind } = written
  const said = useSaid({ ...written, lines: shown.lines })
  const pending = unsaved.added + unsaved.changed + unsaved.removed

  const save = async () => {
    setBusy(true)
    setFailure(undefined)
    const { edits, sent } = editsOf(written, data.versions, overruled.current)
    setSheet((now) => ({ ...now, sent }))
    const called = await callForSeason(() =>
      changeSeason(data.view, edits, t('savedFromSheet', { what: unsavedWords.join(', ') })),
    )
    setBusy(false)
    if (!called.ok) return setFailure(troubleWords(called, format))
    const result = called.answer
    if (result.ok) {
      overruled.current.clear()
      return notice({ text: result.summary, action: { label: format.t('ui.undo'), run: () => undo(result.entry) } })
    }
    if (result.reason === 'wrong') return setFailure(`${result.problems[0]!.path} ${result.problems[0]!.message}`)
    if (result.reason !== 'stale') return setFailure(format.t(`ui.refused.${result.reason}`))
    for (const { key, version } of result.stale) overruled.current.set(key, version)
    const codes = result.stale.map(({ key }) => season.plantings.find((one) => one.key === key)?.code ?? key)
    setFailure(t('stale', { names: codes.slice(0, 5).join(', ') }))
  }
  const rowsMarked = marked ? sheet.lines.slice(marked[0], marked[1] + 1).flatMap(({ of }) => of ?? []) : []
  const unsavedWords = (['added', 'changed', 'removed'] as const)
    .filter((what) => unsaved[what] > 0)
    .map((what) => t(`count.${what}`, { n: unsaved[what], text: format.number(unsaved[what]) }))

  return (
    <Box
      sx={{ display: 'flex', flexDirection: 'column', height: '100%', minHeight: 0, px: { xs: 1, md: 2.5 }, pt: 1.75 }}
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
        <Typography variant="h1">{t('title')}</Typography>
        <Box sx={{ flex: 1 }} />
        <FromFile
          from={parseDay(season.season.from)}
          locale={data.locale}
          onTake={(rows) => setSheet((now) => withRows(now, rows, newId))}
        />
        <Button color="inherit" href={out('plan.xlsx')} download startIcon={<DownloadIcon />}>
          {t('asXlsx')}
        </Button>
        <Button color="inherit" href={out('plan.csv')} download>
          {t('asCsv')}
        </Button>
        <Button color="inherit" href={out('plan-template.xlsx')} download>
          {t('emptyOne')}
        </Button>
        <Button component={Link} href="/plan" color="inherit">
          {t('backToTheStairs')}
        </Button>
      </Box>
      <Typography component="p" sx={{ color: 'text.secondary', fontSize: 14, mb: 1, maxWidth: 900 }}>
        {t('howItWorks')}
      </Typography>
      <Lists season={season} />
      <Box role="region" aria-label={t('table')} data-testid="sheet" sx={GRID_LOOK}>
        <SaidContext value={said}>
          <SheetGrid
            lines={sheet.lines}
            onChange={(lines) => setSheet((now) => ({ ...now, lines: ended(lines) }))}
            onRows={mark}
            onLeave={() => foot.current?.focus()}
          />
        </SaidContext>
      </Box>
      <Box
        ref={foot}
        tabIndex={-1}
        sx={{
          display: 'flex',
          flexWrap: 'wrap',
          alignItems: 'center',
          gap: 1.5,
          py: 1.25,
          borderTop: 1,
          borderColor: 'divider',
        }}
      >
        {written.failed && (
          <Alert severity="error" sx={{ width: '100%' }}>
            {t('couldNotBeRead')}
          </Alert>
        )}
        {failure && (
          <Alert severity="error" sx={{ width: '100%' }}>
            {failure}
          </Alert>
        )}
        <Save busy={busy} off={pending === 0 || behind || shown !== sheet} onSave={() => void save()} />
        <Button
          color="inherit"
          disabled={busy || (pending === 0 && unsaved.unready === 0)}
          onClick={() => setSheet(sheetOf(season, write))}
        >
          {t('dropChanges')}
        </Button>
        {rowsMarked.length > 1 && (
          <Button
            color="inherit"
            variant="outlined"
            disabled={busy || pending > 0 || unsaved.unready > 0}
            onClick={() => setChanging(tickedOf(plan, idsOf(plan, rowsMarked)))}
          >
            {t('changeRows', { n: rowsMarked.length, text: format.number(rowsMarked.length) })}
          </Button>
        )}
        <Box role="status" sx={{ fontSize: 14 }}>
          {behind ? t('reading') : pending === 0 && unsaved.unready === 0 ? t('allSaved') : unsavedWords.join(' · ')}
          {unsaved.unready > 0 && (
            <Box component="span" sx={{ color: 'error.main', fontWeight: 650 }}>
              {unsavedWords.length > 0 && ' · '}
              {t('unready', { n: unsaved.unready, text: format.number(unsaved.unready) })}
            </Box>
          )}
        </Box>
      </Box>
      {changing && (
        <ManyPanel ticked={changing} onClose={() => setChanging(undefined)} onDone={() => setChanging(undefined)} />
      )}
    </Box>
  )
}

/** Every edit of the sheet, and the planting each line is saved as. */
function editsOf(
  { edited, rows, additions, removed }: Written,
  versions: Readonly<Record<string, number>>,
  overruled: ReadonlyMap<string, number | null>,
): { edits: ThingEdit[]; sent: Map<string, { key: string; line: Line }> } {
  const sent = new Map<string, { key: string; line: Line }>()
  const versionOf = (key: string) => overruled.get(key) ?? versions[`plantings/${key}`] ?? null
  const plantings = edited.flatMap((line, i): ThingEdit[] => {
    const { planting } = rows[i]!
    if (!planting) return []
    if (line.of === undefined) sent.set(line.id, { key: planting.key, line })
    return [
      {
        of: 'plantings',
        key: planting.key,
        to: planting,
        version: line.of === undefined ? null : versionOf(planting.key),
      },
    ]
  })
  const gone = removed.map((key): ThingEdit => ({ of: 'plantings', key, to: null, version: versionOf(key) }))
  return { edits: [...additions, ...plantings, ...gone], sent }
}

function Save({ busy, off, onSave }: { busy: boolean; off: boolean; onSave: () => void }) {
  const t = useTranslations('sheet')
  if (!useMay('plan')) return <NotYours />
  return (
    <Button variant="contained" disabled={busy || off} onClick={onSave}>
      {busy ? t('saving') : t('save')}
    </Button>
  )
}
