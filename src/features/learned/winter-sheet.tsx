/** The sheet for the winter table, on paper only: each kind with what became of it, and room to say what it is to be next year. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import type { KindSum } from '../../core/advice/season-sum'
import { useSeason } from '../../ui/season-context'
import { usePrinting } from '../../ui/use-printing'
import './words'

const WISHES = ['more', 'same', 'less', 'not'] as const

export function WinterSheet({ kinds }: { kinds: readonly KindSum[] }) {
  const t = useTranslations('learned')
  const { season, format } = useSeason()
  const printing = usePrinting()
  const shown = kinds.filter(({ sum }) => sum.due > 0 || sum.losses.length > 0)
  if (!printing || shown.length === 0) return null
  return (
    <Box component="section" sx={{ breakBefore: 'page' }} data-testid="winter-sheet">
      <Typography variant="h2" sx={{ mb: 1 }}>
        {t('winterTitle', { season: season.season.name })}
      </Typography>
      <Box
        component="table"
        sx={{
          width: '100%',
          borderCollapse: 'collapse',
          fontSize: 13.5,
          '& th': { textAlign: 'left', fontWeight: 600, pb: 0.5 },
          '& td': { borderTop: 1, borderColor: 'text.secondary', py: 1, verticalAlign: 'top' },
          '& td, & th': { pr: 1.25 },
          '& tr': { breakInside: 'avoid' },
        }}
      >
        <thead>
          <tr>
            <th scope="col">{t('kind')}</th>
            <th scope="col">{t('plantedOfWanted')}</th>
            <th scope="col">{t('late')}</th>
            <th scope="col">{t('lost')}</th>
            <th scope="col">{t('nextYear')}</th>
            <Box component="th" scope="col" sx={{ width: '30%' }}>
              {t('why')}
            </Box>
          </tr>
        </thead>
        <tbody>
          {shown.map(({ crop, name, sum }) => (
            <tr key={crop}>
              <td>
                <b>{name}</b>
              </td>
              <td>
                {sum.due === 0
                  ? '–'
                  : t('plantedOf', {
                      planted: format.number(sum.planted),
                      wanted: format.number(Math.round(sum.wanted)),
                    })}
              </td>
              <td>{sum.late > 0 ? t('lateOf', { late: sum.late, due: sum.due }) : '–'}</td>
              <td>{format.number(sum.losses.reduce((total, [, plants]) => total + plants, 0))}</td>
              <Box component="td" sx={{ whiteSpace: 'nowrap' }}>
                {WISHES.map((wish) => (
                  <Box key={wish} component="span" sx={{ mr: 1 }}>
                    ☐ {t(`wish.${wish}`)}
                  </Box>
                ))}
              </Box>
              <td />
            </tr>
          ))}
        </tbody>
      </Box>
      <Typography variant="h3" sx={{ mt: 2 }}>
        {t('whatElse')}
      </Typography>
      {Array.from({ length: 6 }, (_, i) => (
        <Box key={i} sx={{ borderBottom: 1, borderColor: 'text.secondary', height: 30 }} />
      ))}
    </Box>
  )
}
