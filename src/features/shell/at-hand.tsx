/** What stands around the page on a desk, within the thumb's reach on a phone: taking back, the day, and the name. */
'use client'
import DayIcon from '@mui/icons-material/TodayOutlined'
import NameIcon from '@mui/icons-material/BadgeOutlined'
import RedoIcon from '@mui/icons-material/Redo'
import UndoIcon from '@mui/icons-material/Undo'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import MenuItem from '@mui/material/MenuItem'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { formatDay, parseDay } from '../../core/calendar/day'
import { WordField } from '../../ui/fields'
import { later } from '../../ui/later'
import { useMay } from '../../ui/may'
import { useWho } from '../../ui/records/use-record'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { useUndo } from '../../ui/undo-context'

const DayCalendar = later(() => import('../../ui/day-calendar').then((module) => module.DayCalendar))

export type AtHand = 'day' | 'name'

const ITEM = { minHeight: 48, gap: 1.5 } as const
const LINE = { overflow: 'hidden', textOverflow: 'ellipsis', maxWidth: 240 } as const

/** Lines of a menu; those that need more than a tap say which. */
export function AtHandItems({ onChosen }: { onChosen: (what?: AtHand) => void }) {
  const t = useTranslations('shell')
  const { data, format } = useSeason()
  const day = useWorkingDay()
  const undoing = useUndo()
  const plans = useMay('plan')
  const [who] = useWho()
  const run = (what: () => void) => () => {
    onChosen()
    what()
  }
  return (
    <>
      {plans && data.undo && (
        <MenuItem disabled={undoing.busy} onClick={run(() => undoing.undo())} sx={ITEM}>
          <UndoIcon fontSize="small" />
          <Typography component="span" sx={LINE}>
            {t('undoWhat', { summary: data.undo.summary })}
          </Typography>
        </MenuItem>
      )}
      {plans && data.redo && (
        <MenuItem disabled={undoing.busy} onClick={run(() => undoing.redo())} sx={ITEM}>
          <RedoIcon fontSize="small" />
          <Typography component="span" sx={LINE}>
            {t('redoWhat', { summary: data.redo.summary })}
          </Typography>
        </MenuItem>
      )}
      <MenuItem onClick={() => onChosen('day')} sx={ITEM}>
        <DayIcon fontSize="small" />
        {t('dayIs', { day: format.date(day) })}
      </MenuItem>
      {!data.person && !data.phone && (
        <MenuItem onClick={() => onChosen('name')} sx={ITEM}>
          <NameIcon fontSize="small" />
          <Typography component="span" sx={LINE}>
            {t('nameIs', { name: who })}
          </Typography>
        </MenuItem>
      )}
    </>
  )
}

export function AtHandDialog({ what, onClose }: { what: AtHand; onClose: () => void }) {
  const t = useTranslations('shell')
  const { span, workingDay } = useSeason()
  const day = useWorkingDay()
  const [who, setWho] = useWho()
  return (
    <Dialog
      open
      onClose={onClose}
      slotProps={{ paper: { 'aria-label': what === 'day' ? t('workingDay') : t('yourName') } }}
    >
      <DialogContent sx={{ p: what === 'day' ? 1 : 2.5 }}>
        {what === 'day' ? (
          <DayCalendar
            value={formatDay(day)}
            min={formatDay(span.first)}
            max={formatDay(span.last - 1)}
            onChange={(iso) => {
              workingDay.set(parseDay(iso))
              onClose()
            }}
          />
        ) : (
          <WordField label={t('yourName')} value={who} onChange={setWho} />
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose} color="inherit" sx={{ minHeight: 48 }}>
          {t('done')}
        </Button>
      </DialogActions>
    </Dialog>
  )
}
