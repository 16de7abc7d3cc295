/** Plantings taken from a spreadsheet file: what each column says is guessed, and set right by hand. */
'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { startTransition } from 'react'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import { PLAN_FILE, type FileRow } from '../../interchange/plan-sheet/file-rows'
import { ChooseSheet, Columns } from '../sheet-file/matching'
import { useSheetFile } from '../sheet-file/use-sheet-file'
import { useFormat, useUnits } from '../units'

interface FromFileProps {
  /** Days without a year are the first of their name from here on. */
  from: Day
  /** How days are written in the cells of the sheet. */
  locale: string
  onTake: (rows: FileRow[]) => void
}

export function FromFile({ from, locale, onTake }: FromFileProps) {
  const t = useTranslations('sheet')
  const format = useFormat(useUnits())
  const file = useSheetFile('plan', from)
  const { opened, order } = file
  const named = opened?.columns.some((one) => one === 'kind' || one === 'variety') ?? false
  const take = async () => {
    if (order === undefined) return
    const rows = await file.ask((api, { columns }) => api.plantings(columns, { from, order }, locale))
    if (!rows) return
    startTransition(() => {
      file.drop()
      onTake(rows)
    })
  }
  return (
    <>
      <ChooseSheet from={file} noTable={(name) => t('faults.no-table', { file: name })} testId="sheet-file" />
      {opened && (
        <Dialog open onClose={file.drop} maxWidth="md" fullWidth aria-labelledby="matching-title">
          <DialogTitle id="matching-title">{t('whichColumnSaysWhat', { file: opened.file })}</DialogTitle>
          <DialogContent>
            <Columns
              from={file}
              options={PLAN_FILE.columns.map((column) => [column, t(`columns.${column}`)] as const)}
            />
          </DialogContent>
          <DialogActions>
            <Button color="inherit" onClick={file.drop}>
              {t('leaveIt')}
            </Button>
            <Button
              variant="contained"
              disabled={!named || order === undefined || file.busy}
              onClick={() => void take()}
            >
              {t('takeRows', { n: opened.found.rows, text: format.number(opened.found.rows) })}
            </Button>
          </DialogActions>
        </Dialog>
      )}
    </>
  )
}
