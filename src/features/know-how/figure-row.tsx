/** One figure of a crop: its name, its value to change, where it comes from, and the way back. */
'use client'
import UndoIcon from '@mui/icons-material/SettingsBackupRestore'
import Box from '@mui/material/Box'
import IconButton from '@mui/material/IconButton'
import Tooltip from '@mui/material/Tooltip'
import { useTranslations } from 'next-intl'
import type { About } from '../../library/entry'
import type { Figure } from './figures'
import { Editor } from './figure-editor'
import { Source, FigureText } from './figure-text'
import './words'

export interface FigureRowProps {
  figure: Figure
  value: unknown
  /** What it would be put back to; `undefined` when there is nothing to compare with. */
  changedFrom: { value: unknown; name: string } | undefined
  about: About | undefined
  /** The figure said the way growers say it. */
  plainly: string
  error: string | undefined
  readOnly: boolean
  onChange: (value: unknown) => void
  onPutBack: () => void
}

export function FigureRow({
  figure,
  value,
  changedFrom,
  about,
  plainly,
  error,
  readOnly,
  onChange,
  onPutBack,
}: FigureRowProps) {
  const t = useTranslations('knowHow')
  const changed = changedFrom !== undefined
  return (
    <Box
      data-figure={figure.path}
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', sm: '176px minmax(0, 1fr) 176px' },
        columnGap: 2,
        rowGap: 0.5,
        alignItems: 'center',
        py: 1,
        borderTop: 1,
        borderColor: 'divider',
      }}
    >
      <Box>
        <Box sx={{ fontWeight: changed ? 700 : 500, lineHeight: 1.25 }}>{figure.name}</Box>
        {figure.help && <Box sx={{ fontSize: 13, color: 'text.secondary', lineHeight: 1.25 }}>{figure.help}</Box>}
      </Box>
      <Box>
        <Editor figure={figure} value={value} error={error} readOnly={readOnly} onChange={onChange} />
        {plainly !== '' && <Box sx={{ fontSize: 13.5, color: 'text.secondary', mt: 0.5 }}>{plainly}</Box>}
      </Box>
      <Box sx={{ fontSize: 13, color: 'text.secondary', lineHeight: 1.3 }}>
        {changed ? (
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
            <Box>
              <b>{t('yours')}</b>
              <br />
              {changedFrom.name}: <FigureText figure={figure} value={changedFrom.value} />
            </Box>
            {!readOnly && (
              <Tooltip title={t('putBackToTheFigure', { changedFrom: changedFrom.name })}>
                <IconButton size="small" aria-label={t('putBack', { figure: figure.name })} onClick={onPutBack}>
                  <UndoIcon fontSize="small" />
                </IconButton>
              </Tooltip>
            )}
          </Box>
        ) : (
          value !== undefined && <Source figure={figure} about={about} />
        )}
      </Box>
    </Box>
  )
}
