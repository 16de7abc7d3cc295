import type { ReactNode } from 'react'
import { EmptyFarm } from '../empty-farm'
import { loadSeasonData, localToday } from '../../actions/season-data'
import { Shell } from '../../features/shell/shell'

export const dynamic = 'force-dynamic'

export default async function SeasonLayout({ children }: { children: ReactNode }) {
  const data = await loadSeasonData()
  return data ? <Shell data={data}>{children}</Shell> : <EmptyFarm today={localToday()} />
}
