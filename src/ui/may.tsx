/** What whoever reads may do here, so that nothing is offered that would be refused. */
'use client'
import Box from '@mui/material/Box'
import { useTranslations } from 'next-intl'
import { roleMay, type Deed } from '../season/roles'
import { useSeason } from './season-context'

/** Whether whoever reads may do that on this farm; everybody may where nobody has to sign in. */
export function useMay(deed: Deed): boolean {
  const { data } = useSeason()
  if (data.phone) return roleMay('crew', deed)
  return data.person === null || roleMay(data.person.role, deed)
}

/** Whether whoever reads may do what touches every farm of the server. */
export function useKeeps(): boolean {
  const { data } = useSeason()
  return data.phone === null && (data.person === null || data.person.keeps)
}

/** Where something could be saved: that it is for others to change. */
export function NotYours() {
  const t = useTranslations('ui')
  return (
    <Box component="p" sx={{ m: 0, py: 1, flex: 1, color: 'text.secondary' }}>
      {t('plannersChangeThis')}
    </Box>
  )
}
