/** Go, at risk or wait: a mark that is told apart by shape as well as by colour. */
'use client'
import GoIcon from '@mui/icons-material/CheckCircle'
import RiskIcon from '@mui/icons-material/ErrorOutlined'
import WaitIcon from '@mui/icons-material/PauseCircleFilled'
import Box from '@mui/material/Box'
import type { Verdict } from '../core/field/gates'
import { useSeason } from './season-context'

const LOOK = {
  go: { Icon: GoIcon, color: 'success.main' },
  risk: { Icon: RiskIcon, color: 'warning.main' },
  wait: { Icon: WaitIcon, color: 'error.main' },
} as const

export function VerdictMark({ verdict, title, small = false }: { verdict: Verdict; title?: string; small?: boolean }) {
  const { format } = useSeason()
  const { Icon, color } = LOOK[verdict]
  return (
    <Box
      component="span"
      sx={{
        color,
        display: 'inline-flex',
        verticalAlign: 'middle',
        alignItems: 'center',
        gap: 0.5,
        fontWeight: 700,
        whiteSpace: 'nowrap',
      }}
    >
      <Icon
        sx={{ fontSize: small ? 18 : 20 }}
        {...(small
          ? { titleAccess: `${title ? `${title}: ` : ''}${format.t(`words.field.verdict.${verdict}`).toLowerCase()}` }
          : { 'aria-hidden': true })}
      />
      {!small && format.t(`words.field.verdict.${verdict}`)}
    </Box>
  )
}
