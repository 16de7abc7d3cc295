/** The pages of the journal: what happened, what was measured, what was learned. */
'use client'
import Tab from '@mui/material/Tab'
import Tabs from '@mui/material/Tabs'
import { useTranslations } from 'next-intl'
import { useRouter } from './navigation'

const PAGES = [
  ['/journal', 'happened'],
  ['/readings', 'readings'],
  ['/learned', 'learned'],
] as const

export function JournalTabs({ at }: { at: (typeof PAGES)[number][0] }) {
  const t = useTranslations('ui')
  const router = useRouter()
  return (
    <Tabs
      value={at}
      onChange={(_, next: string) => router.push(next)}
      sx={{ mb: 1.5, borderBottom: 1, borderColor: 'divider' }}
      aria-label={t('pagesOfTheJournal')}
    >
      {PAGES.map(([href, name]) => (
        <Tab key={href} value={href} label={t(`journal.${name}`)} sx={{ minHeight: 48, minWidth: 0 }} />
      ))}
    </Tabs>
  )
}
