/** A table of money: words at the left, figures at the right, sums at the foot. */
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'

export function MoneyTable({
  name,
  head,
  children,
}: {
  name: string
  head: { title: string; words?: boolean }[]
  children: ReactNode
}) {
  return (
    <Box className="paper-whole" sx={{ overflowX: 'auto', mt: 1.5 }} tabIndex={0} role="region" aria-label={name}>
      <Box
        component="table"
        sx={{
          borderCollapse: 'collapse',
          width: '100%',
          maxWidth: 1100,
          fontSize: 15,
          '& th': {
            fontWeight: 500,
            fontSize: 13,
            color: 'text.secondary',
            borderBottom: 2,
            borderColor: 'text.primary',
          },
          '& td': { borderBottom: 1, borderColor: 'divider' },
          '& td, & th': { py: 0.75, pr: 2, textAlign: 'right', whiteSpace: 'nowrap' },
          '& .w': { textAlign: 'left', whiteSpace: 'normal' },
          '& tfoot td': { fontWeight: 650, borderBottom: 0 },
          '@media print': {
            fontSize: 9.5,
            '& th': { fontSize: 8.5, whiteSpace: 'normal' },
            '& td, & th': { pr: 0.75, py: 0.25 },
          },
        }}
      >
        <thead>
          <tr>
            {head.map(({ title, words }) => (
              <th key={title} scope="col" className={words ? 'w' : undefined}>
                {title}
              </th>
            ))}
          </tr>
        </thead>
        {children}
      </Box>
    </Box>
  )
}

/** What a table is of. */
export function About({ children }: { children: ReactNode }) {
  return (
    <Typography
      component="p"
      sx={{ color: 'text.secondary', fontSize: 14.5, mt: 1.25, maxWidth: 760, '& a': { color: 'inherit' } }}
    >
      {/* prettier-ignore */}
      {children}
    </Typography>
  )
}

/** What is said where there is nothing to show. */
export function Empty({ children }: { children: ReactNode }) {
  return (
    <Box
      sx={{
        mt: 2,
        p: 2.5,
        border: 1,
        borderColor: 'divider',
        borderRadius: 1.5,
        color: 'text.secondary',
        maxWidth: 760,
        '& a': { color: 'inherit' },
      }}
    >
      {/* prettier-ignore */}
      {children}
    </Box>
  )
}
