/** Says what uses a thing that is to be taken away, with the way to each. */
'use client'
import Alert from '@mui/material/Alert'
import MuiLink from '@mui/material/Link'
import { useTranslations } from 'next-intl'
import type { Use } from '../season/uses'
import { setAt } from '../words/working'
import { Link } from './navigation'

const SHOWN = 6

const hrefOf = (use: Use): string => {
  switch (use.by) {
    case 'plantings':
      return setAt.planting(use.key)
    case 'methods':
      return setAt.method(use.key)
    case 'lots':
      return setAt.lot(use.key)
    case 'varieties':
      return setAt.variety(use.key)
    case 'crops':
      return setAt.crop(use.key)
    case 'places':
      return setAt.place(use.key)
    case 'containers':
      return setAt.container(use.key)
    case 'mixes':
      return setAt.mix(use.key)
    case 'supplies':
      return setAt.supply(use.key)
    case 'orders':
      return setAt.order(use.key)
    case 'beds':
      return setAt.bed(use.key)
    case 'blocks':
      return '/field'
  }
}

export function UsedBy({ what, uses, wayOut }: { what: string; uses: readonly Use[]; wayOut: string }) {
  const t = useTranslations('ui')
  return (
    <Alert severity="warning" sx={{ my: 1 }}>
      {t('isUsedBy', { what })}{' '}
      {uses.slice(0, SHOWN).map((use, i) => (
        <span key={`${use.by} ${use.key}`}>
          {i > 0 && ', '}
          <MuiLink component={Link} href={hrefOf(use)} color="inherit">
            {use.by === 'supplies' || use.by === 'orders' ? t('onTheBuyingList', { name: use.name }) : use.name}
          </MuiLink>
        </span>
      ))}
      {uses.length > SHOWN && t('andMore', { uses: String(uses.length - SHOWN) })}. {wayOut}
    </Alert>
  )
}
