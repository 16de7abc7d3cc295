/** What is shown while the database holds no season. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { NoticeProvider } from '../../ui/notice'
import { ImportSeason } from './import-season'

export function FirstStart() {
  return (
    <NoticeProvider>
      <Box component="main" sx={{ maxWidth: 560, mx: 'auto', px: 3, py: 10, textAlign: 'center' }}>
        <svg width="160" height="80" aria-hidden="true">
          <path d="M4 76H44V54H86V32H128V12H156" fill="none" stroke="currentColor" strokeWidth="2.5" />
        </svg>
        <Typography variant="h1" sx={{ mt: 2 }}>
          Dove Step
        </Typography>
        <Typography component="p" sx={{ my: 2, color: 'text.secondary' }}>
          There is no season here yet. Bring in a season document to begin: your own, or the demo farm in the folder “demo” of the application.
        </Typography>
        <ImportSeason first />
      </Box>
    </NoticeProvider>
  )
}
