/** Seed lots, beds or varieties from a spreadsheet file, shown row by row before anything is taken; and the same out again. */
'use client'
import MoreIcon from '@mui/icons-material/ExpandMore'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { changeSeason, type ThingEdit } from '../../actions/change-season'
import { parseDay } from '../../core/calendar/day'
import { LIST_FILES, type ListColumn, type ListName } from '../../interchange/list-sheets/lists'
import type { ListRow, ReadList } from '../../interchange/list-sheets/read-list'
import { callForSeason, troubleWords } from '../call-server'
import { useOut } from '../navigation'
import { useNotice } from '../notice'
import { useSeason } from '../season-context'
import { useUndo } from '../undo-context'
import { ListPreview, STATES } from './list-preview'
import { ChooseSheet, Columns } from './matching'
import { useSheetFile } from './use-sheet-file'

const isTaken = ({ is }: ListRow) => is === 'new' || is === 'changed'

/** The step that takes what a file says: what comes along first, then every row that is new or changed. */
function editsOf(of: ListName, { rows, additions }: ReadList, versions: Readonly<Record<string, number>>): ThingEdit[] {
  return [
    ...additions.map((one): ThingEdit => ({ of: one.of, key: one.key, to: one.to, version: null })),
    ...rows
      .filter((row) => isTaken(row) && row.sizeOf === undefined)
      .map(({ is, to }): ThingEdit => ({
        of,
        key: to!.key,
        to: to!,
        version: is === 'new' ? null : (versions[`${of}/${to!.key}`] ?? null),
      })),
  ]
}

export function ListFromFile({ of }: { of: ListName }) {
  const t = useTranslations('lists')
  const { season, data, format } = useSeason()
  const file = useSheetFile(of, parseDay(season.season.from))
  const [read, setRead] = useState<ReadList>()
  const [failure, setFailure] = useState<string>()
  const [busy, setBusy] = useState(false)
  const notice = useNotice()
  const { undo } = useUndo()
  const { opened, order } = file
  const about = opened?.columns.some((one) => one !== undefined && LIST_FILES[of].about.includes(one)) ?? false
  const leave = () => {
    file.drop()
    setRead(undefined)
    setFailure(undefined)
  }
  const look = async () => {
    // What happened says nothing about a list.
    const bare = { ...season, records: [], readings: [] }
    setRead(await file.ask((api, { columns }) => api.things(columns, bare, order)))
  }
  const taken = read?.rows.filter(isTaken).length ?? 0
  const take = async () => {
    if (!read || !opened) return
    setBusy(true)
    setFailure(undefined)
    const what = STATES.filter((is) => is === 'new' || is === 'changed')
      .map((is) => ({ is, n: read.rows.filter((row) => row.is === is).length }))
      .filter(({ n }) => n > 0)
      .map(({ is, n }) => t('rows', { is, n, text: format.number(n) }))
      .join(', ')
    const title = t('saved', { of, file: opened.file, what })
    const called = await callForSeason(() => changeSeason(data.view, editsOf(of, read, data.versions), title))
    setBusy(false)
    if (!called.ok) return setFailure(troubleWords(called, format))
    const result = called.answer
    if (result.ok) {
      leave()
      return notice({ text: result.summary, action: { label: format.t('ui.undo'), run: () => undo(result.entry) } })
    }
    if (result.reason === 'wrong') return setFailure(`${result.problems[0]!.path} ${result.problems[0]!.message}`)
    // Somebody has changed some of it meanwhile: it is looked at again, as it stands now.
    setRead(undefined)
    setFailure(format.t(`ui.refused.${result.reason}`))
  }
  const columnWords = (column: string) => t(`columns.${column as ListColumn}`)
  return (
    <>
      <ChooseSheet from={file} noTable={(name) => t(`noTable.${of}`, { file: name })} testId={`${of}-file`} />
      <Sheets of={of} />
      {opened && (
        <Dialog open onClose={leave} maxWidth="md" fullWidth aria-labelledby="list-file-title">
          <DialogTitle id="list-file-title">
            {read
              ? t('previewOf', { file: opened.file })
              : format.t('sheet.whichColumnSaysWhat', { file: opened.file })}
          </DialogTitle>
          <DialogContent>
            {read ? (
              <ListPreview read={read} lines={opened.found.lines} columnWords={columnWords} />
            ) : (
              <Columns
                from={file}
                options={LIST_FILES[of].columns.map((column) => [column, columnWords(column)] as const)}
              />
            )}
            {failure && (
              <Alert severity="error" sx={{ mt: 2 }}>
                {failure}
              </Alert>
            )}
          </DialogContent>
          <DialogActions>
            <Button color="inherit" onClick={leave}>
              {format.t('sheet.leaveIt')}
            </Button>
            {read ? (
              <>
                <Button color="inherit" onClick={() => setRead(undefined)}>
                  {t('backToColumns')}
                </Button>
                <Button variant="contained" disabled={busy || taken === 0} onClick={() => void take()}>
                  {busy ? t('taking') : t('take', { n: taken, text: format.number(taken) })}
                </Button>
              </>
            ) : (
              <Button
                variant="contained"
                disabled={!about || file.busy || (opened.told === undefined && order === undefined)}
                onClick={() => void look()}
              >
                {t('look')}
              </Button>
            )}
          </DialogActions>
        </Dialog>
      )}
    </>
  )
}

/** The list as a file, and an empty one to fill in. */
function Sheets({ of }: { of: ListName }) {
  const t = useTranslations('lists')
  const out = useOut()
  const [at, setAt] = useState<HTMLElement | null>(null)
  const files = [
    [`${of}.xlsx`, t('asXlsx')],
    [`${of}.csv`, t('asCsv')],
    [`${of}-template.xlsx`, t('emptyOne')],
  ] as const
  return (
    <>
      <Button
        color="inherit"
        endIcon={<MoreIcon />}
        aria-haspopup="menu"
        aria-expanded={at !== null}
        onClick={(event) => setAt(event.currentTarget)}
      >
        {t('sheets')}
      </Button>
      <Menu anchorEl={at} open={at !== null} onClose={() => setAt(null)}>
        {files.map(([name, text]) => (
          <MenuItem key={name} component="a" href={out(`lists/${name}`)} download onClick={() => setAt(null)}>
            {text}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}
