/** What a page of the guide says of a view, with its drawing. */
'use client'
import Box from '@mui/material/Box'
import type { GuidePage } from './pages'

/** The first words of a page, and its drawing. */
export function PageHead({ page }: { page: GuidePage }) {
  return (
    <>
      <Box component="p" sx={{ m: 0, fontSize: 16.5, lineHeight: 1.5 }}>
        {page.say}
      </Box>
      {page.drawing && (
        <Box
          sx={{ my: 2, '& svg': { width: '100%', maxWidth: 420, height: 'auto', display: 'block' } }}
          // Drawn by ourselves, and shipped with the page.
          dangerouslySetInnerHTML={{ __html: page.drawing }}
        />
      )}
    </>
  )
}
