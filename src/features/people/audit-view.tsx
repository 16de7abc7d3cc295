/** What was done with people, files and the server: for owners. */
'use client'
import Box from '@mui/material/Box'
import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableHead from '@mui/material/TableHead'
import TableRow from '@mui/material/TableRow'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useTranslations } from 'next-intl'
import { useFollowsSeason } from '../../ui/come-back'
import type { AuditListed } from '../../actions/people-listed'
import { useSeason } from '../../ui/season-context'
import './words'

export function AuditView({ lines }: { lines: readonly AuditListed[] }) {
  useFollowsSeason()
  const t = useTranslations('people')
  const { data } = useSeason()
  const time = new Intl.DateTimeFormat(data.locale, { dateStyle: 'medium', timeStyle: 'short' })
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2, maxWidth: 900 }}>
      <Typography variant="h1">{t('auditTitle')}</Typography>
      <Typography component="p" sx={{ mt: 1, mb: 2, maxWidth: 720 }}>
        {t('auditHow')} <Link href="/people">{t('people')}</Link>
      </Typography>
      {lines.length === 0 ? (
        <Typography component="p">{t('nothingNoted')}</Typography>
      ) : (
        <Box sx={{ overflowX: 'auto' }}>
          <Table size="small" aria-label={t('auditTitle')}>
            <TableHead>
              <TableRow>
                <TableCell>{t('auditWhen')}</TableCell>
                <TableCell>{t('auditWho')}</TableCell>
                <TableCell>{t('auditWhat')}</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {lines.map(({ seq, at, who, what, about }) => (
                <TableRow key={seq}>
                  <TableCell sx={{ whiteSpace: 'nowrap' }}>{time.format(at)}</TableCell>
                  <TableCell sx={{ overflowWrap: 'anywhere' }}>{who}</TableCell>
                  <TableCell sx={{ overflowWrap: 'anywhere' }}>
                    {t(`noted.${what}`)}
                    {about !== '' && `: ${about}`}
                  </TableCell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
        </Box>
      )}
    </Box>
  )
}
