/** Young plants that are bought in, by batch: to be ordered, and ordered. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { useMemo } from 'react'
import { plantsToOrder } from '../../core/stores/plants-to-order'
import { useMay } from '../../ui/may'
import { Link } from '../../ui/navigation'
import { asPlanned } from '../../ui/records/as-planned'
import { useRecord } from '../../ui/records/use-record'
import { useSeason } from '../../ui/season-context'
import { count, moneyWords } from '../../words/format'
import './words'

export function Plants() {
  const t = useTranslations('buying')
  const { plan, season, today, format } = useSeason()
  const { record } = useRecord()
  const may = useMay('record')
  const plants = useMemo(() => plantsToOrder(plan), [plan])
  if (plants.length === 0) return null
  return (
    <Box component="section" aria-labelledby="young-plants" sx={{ mt: 3 }}>
      <Typography variant="h2" id="young-plants">
        {t('youngPlants')}
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, mt: 0.75 }}>
        {plants.map(({ batch, plants: n, orderBy, arrives, price, order }) => (
          <Box
            component="li"
            key={batch.id}
            sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5, borderTop: 1, borderColor: 'divider', py: 0.75 }} // prettier-ignore
          >
            <Box sx={{ flex: '1 1 240px', minWidth: 0 }}>
              <Link
                href={`/batch?id=${encodeURIComponent(batch.id)}`}
                prefetch={false}
                style={{ color: 'inherit', fontWeight: 650 }}
              >
                {batch.code} {batch.variety.name}
              </Link>
              <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
                {t('plantsArrive', { plants: count(format, n, 'youngPlant'), day: format.date(arrives) })}
                {price !== undefined && ` · ${moneyWords(format, n * price)}`}
              </Box>
            </Box>
            {order ? (
              <>
                <Box
                  sx={{ fontWeight: 650, whiteSpace: 'nowrap', color: orderBy < today ? 'error.main' : 'text.primary' }}
                >
                  {t('orderByDay', { day: format.date(orderBy) })}
                  {orderBy < today && (
                    <Box sx={{ fontSize: 13 }}>{t('late', { days: count(format, today - orderBy, 'day') })}</Box>
                  )}
                </Box>
                {may && (
                  <Button
                    className="no-print"
                    size="small"
                    variant="outlined"
                    color="inherit"
                    aria-label={t('orderedOf', { name: `${batch.code} ${batch.variety.name}` })}
                    onClick={() => void record(asPlanned(order, season), t('orderedNotice', { name: batch.code }))}
                  >
                    {t('ordered')}
                  </Button>
                )}
              </>
            ) : (
              <Box sx={{ color: 'success.main', fontWeight: 650 }}>{t('isOrdered')}</Box>
            )}
          </Box>
        ))}
      </Box>
    </Box>
  )
}
