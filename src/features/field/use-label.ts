/** What is written on a stretch of bed: code and name where there is room, the code alone where there is little. */
'use client'
import { useCallback } from 'react'
import { useTranslations } from 'next-intl'
import type { BedUse } from '../../core/field/beds'
import { useSeason } from '../../ui/season-context'

export function useLabel(): (use: BedUse, roomy: boolean) => string {
  const t = useTranslations('field')
  const { format } = useSeason()
  return useCallback(
    (use, roomy) => {
      if (!use.stand) return roomy ? t('until', { what: use.what, until: format.shortDate(use.until) }) : use.what
      return roomy ? use.what : use.stand.code
    },
    [format, t],
  )
}
