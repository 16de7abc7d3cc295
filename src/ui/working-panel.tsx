/** Show the working: each computed number opened up in sentences, with links to where its inputs are set. */
'use client'
import ExpandIcon from '@mui/icons-material/ExpandMore'
import Accordion from '@mui/material/Accordion'
import AccordionDetails from '@mui/material/AccordionDetails'
import AccordionSummary from '@mui/material/AccordionSummary'
import Box from '@mui/material/Box'
import MuiLink from '@mui/material/Link'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import type { Working } from '../words/working'
import { Link } from './navigation'

export function WorkingPanel({ working }: { working: readonly Working[] }) {
  const t = useTranslations('ui')
  return (
    <Box>
      {working.map((one) => (
        <Accordion
          key={one.title}
          disableGutters
          elevation={0}
          square
          sx={{
            borderTop: 1,
            borderColor: 'divider',
            '&::before': { display: 'none' },
            bgcolor: 'transparent',
            // On paper everything is open.
            '@media print': {
              breakInside: 'avoid',
              '& .MuiCollapse-root': { height: 'auto', visibility: 'visible', overflow: 'visible' },
              '& .MuiAccordionSummary-expandIconWrapper': { display: 'none' },
            },
          }}
        >
          <AccordionSummary expandIcon={<ExpandIcon />} sx={{ px: 0, minHeight: 48 }}>
            <Box>
              <Typography variant="h3" component="h3" sx={{ fontSize: 13, color: 'text.secondary' }}>
                {one.title}
              </Typography>
              <Box sx={{ fontSize: 15 }}>{one.answer}</Box>
            </Box>
          </AccordionSummary>
          <AccordionDetails sx={{ px: 0, pt: 0, fontSize: 14 }}>
            <Box component="ul" sx={{ m: 0, pl: 2.25, '& li': { mb: 0.5 } }}>
              {one.lines.map((line, i) => (
                <li key={i}>
                  {line.map((piece, j) =>
                    typeof piece === 'string' ? (
                      piece
                    ) : (
                      <MuiLink
                        key={j}
                        component={Link}
                        href={piece.at}
                        color="inherit"
                        sx={{ textDecorationStyle: 'dotted', textDecorationColor: 'currentColor' }}
                      >
                        {piece.text}
                      </MuiLink>
                    ),
                  )}
                </li>
              ))}
            </Box>
            <Typography component="p" sx={{ mt: 1, fontSize: 14 }}>
              <b>{t('rule')}</b> {one.rule}
            </Typography>
            <Typography component="p" sx={{ mt: 0.5, fontSize: 14 }}>
              <b>{t('whatWouldChangeIt')}</b> {one.changes}
            </Typography>
          </AccordionDetails>
        </Accordion>
      ))}
    </Box>
  )
}
