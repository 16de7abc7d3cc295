import type { ReactNode } from 'react'
import { FirstStart } from '../../features/farm-page/first-start'
import { loadSeasonData } from '../../features/shell/page-data'
import { Shell } from '../../features/shell/shell'

export const dynamic = 'force-dynamic'

export default async function SeasonLayout({ children }: { children: ReactNode }) {
  const data = await loadSeasonData()
  return data ? <Shell data={data}>{children}</Shell> : <FirstStart />
}
