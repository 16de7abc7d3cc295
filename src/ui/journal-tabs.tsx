/** The pages of the journal: what happened, what was measured, what was learned. */
'use client'
import Tab from '@mui/material/Tab'
import Tabs from '@mui/material/Tabs'
import { useRouter } from 'next/navigation'

const PAGES = [
  ['/journal', 'What happened'],
  ['/readings', 'Readings'],
  ['/learned', 'Season’s end'],
] as const

export function JournalTabs({ at }: { at: (typeof PAGES)[number][0] }) {
  const router = useRouter()
  return (
    <Tabs
      value={at}
      onChange={(_, next: string) => router.push(next)}
      sx={{ mb: 1.5, borderBottom: 1, borderColor: 'divider' }}
      aria-label="Pages of the journal"
    >
      {PAGES.map(([href, title]) => (
        <Tab key={href} value={href} label={title} sx={{ minHeight: 48, minWidth: 0 }} />
      ))}
    </Tabs>
  )
}
