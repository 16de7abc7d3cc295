/** A small table of figures: as it was, and as it would be. */
import Box from '@mui/material/Box'

export interface WasAndIsRow {
  name: string
  was: string
  is: string
  /** Whether the two differ by enough to be seen. */
  differs: boolean
  color?: 'error.main' | 'success.main'
}

export function WasAndIs({ was, is, rows }: { was: string; is: string; rows: readonly WasAndIsRow[] }) {
  return (
    <Box
      component="table"
      sx={{
        width: '100%',
        mt: 1,
        borderCollapse: 'collapse',
        fontSize: 14.5,
        '& td, & th': {
          textAlign: 'right',
          py: 0.3,
          pl: 2,
          borderBottom: 1,
          borderColor: 'divider',
          verticalAlign: 'top',
        },
        '& td': { whiteSpace: 'nowrap' },
        '& th:first-of-type': { textAlign: 'left', pl: 0, fontWeight: 400, color: 'text.secondary' },
      }}
    >
      <thead>
        <tr>
          <th scope="col" />
          <th scope="col">{was}</th>
          <th scope="col">{is}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.name}>
            <th scope="row">{row.name}</th>
            <td>{row.was}</td>
            <Box component="td" sx={{ fontWeight: row.differs ? 700 : 400, color: row.color ?? 'text.primary' }}>
              {row.is}
            </Box>
          </tr>
        ))}
      </tbody>
    </Box>
  )
}
