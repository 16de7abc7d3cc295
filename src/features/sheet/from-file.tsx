/** Rows taken from a spreadsheet file: what each column says is guessed, and set right by hand. */
'use client'
import UploadIcon from '@mui/icons-material/FileUploadOutlined'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useMemo, useRef, useState } from 'react'
import { useTranslations } from 'next-intl'
import { parseDay } from '../../core/calendar/day'
import type { DayOrder } from '../../core/calendar/typed-day'
import type { FileCells, FileFault } from '../../interchange/plan-sheet/read-file'
import {
  FILE_COLUMNS,
  findTable,
  orderOf,
  rowsOf,
  type FileColumn,
  type FileRow,
  type Table,
} from '../../interchange/plan-sheet/table'
import { ChoiceField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import { writtenDays } from './model'

const SAMPLES = 3 // cells shown of a column
const REMEMBERED = 'dove-step-sheet-columns'

/** What was said of columns of these headings the last time. */
function remembered({ headings, guess }: Table): (FileColumn | undefined)[] {
  try {
    const known = JSON.parse(localStorage.getItem(REMEMBERED) ?? '{}') as Record<string, (FileColumn | null)[]>
    const said = known[headings.join('|')]
    return said?.length === headings.length ? said.map((one) => one ?? undefined) : guess
  } catch {
    return guess // a device that keeps nothing, or something else in its place
  }
}

function remember({ headings }: Table, columns: readonly (FileColumn | undefined)[]): void {
  try {
    const known = JSON.parse(localStorage.getItem(REMEMBERED) ?? '{}') as Record<string, unknown>
    localStorage.setItem(
      REMEMBERED,
      JSON.stringify({ ...known, [headings.join('|')]: columns.map((one) => one ?? null) }),
    )
  } catch {
    // A device that keeps nothing: it is guessed again the next time.
  }
}

interface Opened {
  file: string
  table: Table
  columns: (FileColumn | undefined)[]
  order: DayOrder | undefined
}

export function FromFile({ onTake }: { onTake: (rows: FileRow[]) => void }) {
  const t = useTranslations('sheet')
  const { season } = useSeason()
  const input = useRef<HTMLInputElement>(null)
  const [busy, setBusy] = useState(false)
  const [opened, setOpened] = useState<Opened>()
  const [problem, setProblem] = useState<{ file: string; what: FileFault | 'no-table' | 'no-answer' }>()
  const choose = async (file: File | undefined) => {
    setProblem(undefined)
    setOpened(undefined)
    if (!file) return
    const fail = (what: FileFault | 'no-table' | 'no-answer') => setProblem({ file: file.name, what })
    if (file.size > 10_000_000) return fail('too-large')
    setBusy(true)
    try {
      const response = await fetch(`/api/sheet?name=${encodeURIComponent(file.name)}`, { method: 'POST', body: file })
      const read = (await response.json()) as FileCells
      if (!read.ok) return fail(read.fault)
      const table = findTable(read.cells)
      if (!table || table.rows.length === 0) return fail('no-table')
      setOpened({ file: file.name, table, columns: remembered(table), order: undefined })
    } catch {
      fail('no-answer')
    } finally {
      setBusy(false)
    }
  }
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".xlsx,.csv,.tsv,.txt"
        hidden
        data-testid="sheet-file"
        onChange={(event) => {
          void choose(event.target.files?.[0])
          event.target.value = ''
        }}
      />
      <Button color="inherit" startIcon={<UploadIcon />} disabled={busy} onClick={() => input.current?.click()}>
        {busy ? t('reading') : t('fromAFile')}
      </Button>
      {problem && (
        <Alert severity="error" onClose={() => setProblem(undefined)} sx={{ width: '100%' }}>
          {t(`faults.${problem.what}`, { file: problem.file })}
        </Alert>
      )}
      {opened && (
        <Matching
          opened={opened}
          from={parseDay(season.season.from)}
          onChange={setOpened}
          onLeave={() => setOpened(undefined)}
          onTake={(rows) => {
            remember(opened.table, opened.columns)
            setOpened(undefined)
            onTake(rows)
          }}
        />
      )}
    </>
  )
}

interface MatchingProps {
  opened: Opened
  from: number
  onChange: (opened: Opened) => void
  onLeave: () => void
  onTake: (rows: FileRow[]) => void
}

/** Which column says what. */
function Matching({ opened, from, onChange, onLeave, onTake }: MatchingProps) {
  const t = useTranslations('sheet')
  const { format, data } = useSeason()
  const { table, columns } = opened
  const rows = useMemo(() => rowsOf(table, columns), [table, columns])
  const told = useMemo(
    () =>
      orderOf(
        rows.map(({ row }) => row.on),
        from,
      ),
    [rows, from],
  )
  const order = opened.order ?? (told === 'any' ? 'dmy' : told)
  const named = columns.includes('kind') || columns.includes('variety')
  const set = (at: number, column: FileColumn | undefined) =>
    onChange({
      ...opened,
      // A column of the sheet is said by one column of the file.
      columns: columns.map((one, i) => (i === at ? column : one === column ? undefined : one)),
    })
  return (
    <Dialog open onClose={onLeave} maxWidth="md" fullWidth aria-labelledby="matching-title">
      <DialogTitle id="matching-title">{t('whichColumnSaysWhat', { file: opened.file })}</DialogTitle>
      <DialogContent>
        <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, gap: 1.5, pt: 1 }}>
          {table.headings.map((heading, i) => {
            const sample = [...new Set(table.rows.map((row) => (row[i] ?? '').trim()).filter(Boolean))].slice(
              0,
              SAMPLES,
            )
            if (heading === '' && sample.length === 0) return null
            return (
              <Box key={i}>
                <ChoiceField
                  label={heading === '' ? t('columnNumber', { n: format.number(i + 1) }) : heading}
                  value={columns[i] ?? ''}
                  none={t('leftOut')}
                  options={FILE_COLUMNS.map((column) => [column, t(`columns.${column}`)] as const)}
                  onChange={(column) =>
                    set(i, column === undefined || column === '' ? undefined : (column as FileColumn))
                  }
                />
                <Box sx={{ fontSize: 13, color: 'text.secondary', mt: 0.25, overflowWrap: 'anywhere' }}>
                  {sample.join(' · ')}
                </Box>
              </Box>
            )
          })}
        </Box>
        {told === undefined && (
          <Box sx={{ mt: 2 }}>
            <ChoiceField
              label={t('daysAreWritten')}
              value={opened.order ?? ''}
              none={t('choose')}
              options={[
                ['dmy', t('dayFirst')],
                ['mdy', t('monthFirst')],
              ]}
              onChange={(next) => onChange({ ...opened, order: next === 'dmy' || next === 'mdy' ? next : undefined })}
              width={260}
            />
          </Box>
        )}
      </DialogContent>
      <DialogActions>
        <Button color="inherit" onClick={onLeave}>
          {t('leaveIt')}
        </Button>
        <Button
          variant="contained"
          disabled={!named || order === undefined}
          onClick={() => onTake(writtenDays(rows, { from, order }, data.locale))}
        >
          {t('takeRows', { n: rows.length, text: format.number(rows.length) })}
        </Button>
      </DialogActions>
    </Dialog>
  )
}
