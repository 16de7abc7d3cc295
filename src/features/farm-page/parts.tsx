/** Parts that sections of the farm page are made of. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MuiLink from '@mui/material/Link'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import { useMay } from '../../ui/may'
import { Link } from '../../ui/navigation'
import './words'

export function TextLink({ href, children }: { href: string; children: ReactNode }) {
  return (
    <MuiLink component={Link} href={href} prefetch={false} color="inherit">
      {children}
    </MuiLink>
  )
}

export function Change({ href, what }: { href: string; what: string }) {
  const t = useTranslations('farmPage')
  if (!useMay('plan')) return null
  return (
    <Button component={Link} href={href} size="small" aria-label={t('change', { what })}>
      {t('change2')}
    </Button>
  )
}

export function Add({ href, what }: { href: string; what: string }) {
  const t = useTranslations('farmPage')
  return (
    <Button component={Link} href={href} size="small" startIcon={<AddIcon />}>
      {t('add', { what })}
    </Button>
  )
}

export function Section({
  id,
  title,
  tool,
  children,
}: {
  id: string
  title: string
  tool?: ReactNode
  children: ReactNode
}) {
  return (
    <Box
      component="section"
      id={id}
      tabIndex={-1}
      sx={{ mt: 4, scrollMarginTop: 16, '& p': { my: 0.75, maxWidth: 820 } }}
    >
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: 0.5 }}>
        <Typography variant="h2">{title}</Typography>
        {tool}
      </Box>
      {children}
    </Box>
  )
}

export function Table({ head, children }: { head: string[]; children: ReactNode }) {
  const t = useTranslations('farmPage')
  return (
    <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label={t('table', { head: head[0]! })}>
      <Box
        component="table"
        sx={{
          borderCollapse: 'collapse',
          fontSize: 14.5,
          minWidth: 640,
          width: '100%',
          '& th': {
            textAlign: 'left',
            fontWeight: 500,
            fontSize: 13,
            color: 'text.secondary',
            borderBottom: 2,
            borderColor: 'text.primary',
          },
          '& td': { borderBottom: 1, borderColor: 'divider', verticalAlign: 'top' },
          '& td, & th': { py: 0.6, pr: 2 },
          '& tr:focus td': { bgcolor: 'warning.light' },
          '& tr:focus': { outline: 'none' },
        }}
      >
        <thead>
          <tr>
            {head.map((title) => (
              <th key={title} scope="col">
                {title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>{children}</tbody>
      </Box>
    </Box>
  )
}

export const Row = ({ id, children }: { id: string; children: ReactNode }) => (
  <tr id={id} tabIndex={-1}>
    {children}
  </tr>
)
