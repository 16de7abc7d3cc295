/** Choosing a spreadsheet file, and setting right which of its columns says what. */
'use client'
import UploadIcon from '@mui/icons-material/FileUploadOutlined'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import { useRef } from 'react'
import { useTranslations } from 'next-intl'
import { ChoiceField } from '../fields'
import { useFormat, useUnits } from '../units'
import type { SheetFile } from './use-sheet-file'

/** The button that takes a file, what it waits for, and why a file was not read. */
export function ChooseSheet({
  from,
  noTable,
  testId,
}: {
  from: SheetFile
  noTable: (file: string) => string
  testId: string
}) {
  const t = useTranslations('sheet')
  const input = useRef<HTMLInputElement>(null)
  const { problem } = from
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".xlsx,.csv,.tsv,.txt"
        hidden
        data-testid={testId}
        onChange={(event) => {
          from.choose(event.target.files?.[0])
          event.target.value = ''
        }}
      />
      <Button
        color="inherit"
        startIcon={<UploadIcon />}
        disabled={from.busy}
        onPointerEnter={from.getReady}
        onFocus={from.getReady}
        onClick={() => input.current?.click()}
      >
        {from.busy ? t('reading') : t('fromAFile')}
      </Button>
      {from.busy && <LinearProgress aria-label={t('reading')} sx={{ width: '100%' }} />}
      {problem && (
        <Alert severity="error" onClose={from.clearProblem} sx={{ width: '100%' }}>
          {problem.what === 'no-table' ? noTable(problem.file) : t(`faults.${problem.what}`, { file: problem.file })}
        </Alert>
      )}
    </>
  )
}

/** Which column says what, with some of what stands in it; and how days are written, where it has to be asked. */
export function Columns({ from, options }: { from: SheetFile; options: readonly (readonly [string, string])[] }) {
  const t = useTranslations('sheet')
  const format = useFormat(useUnits())
  const { opened } = from
  if (!opened) return null
  const { headings, samples } = opened.found
  return (
    <>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, gap: 1.5, pt: 1 }}>
        {headings.map((heading, i) => {
          const shown = samples[i] ?? []
          if (heading === '' && shown.length === 0) return null
          return (
            <Box key={i}>
              <ChoiceField
                label={heading === '' ? t('columnNumber', { n: format.number(i + 1) }) : heading}
                value={opened.columns[i] ?? ''}
                none={t('leftOut')}
                options={options}
                onChange={(column) => from.say(i, column === '' ? undefined : column)}
              />
              <Box sx={{ fontSize: 13, color: 'text.secondary', mt: 0.25, overflowWrap: 'anywhere' }}>
                {shown.join(' · ')}
              </Box>
            </Box>
          )
        })}
      </Box>
      {opened.told === undefined && (
        <Box sx={{ mt: 2 }}>
          <ChoiceField
            label={t('daysAreWritten')}
            value={opened.order ?? ''}
            none={t('choose')}
            options={[
              ['dmy', t('dayFirst')],
              ['mdy', t('monthFirst')],
            ]}
            onChange={(next) => from.sayOrder(next === 'dmy' || next === 'mdy' ? next : undefined)}
            width={260}
          />
        </Box>
      )}
    </>
  )
}
