import type { Metadata } from 'next'
import type { ReactNode } from 'react'
import { EmptyFarm } from '../empty-farm'
import { loadSeasonData, localToday } from '../../actions/season-data'
import { farmInView } from '../../actions/season-in-view'
import { Shell } from '../../features/shell/shell'

export const dynamic = 'force-dynamic'

/** A page is titled by its view and the farm. */
export async function generateMetadata(): Promise<Metadata> {
  const farm = await farmInView()
  return farm === undefined ? {} : { title: { default: farm, template: `%s · ${farm}` } }
}

export default async function SeasonLayout({ children }: { children: ReactNode }) {
  const data = await loadSeasonData()
  return data ? <Shell data={data}>{children}</Shell> : <EmptyFarm today={localToday()} />
}
