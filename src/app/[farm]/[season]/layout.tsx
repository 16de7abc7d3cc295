import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import type { ReactNode } from 'react'
import { loadSeasonData } from '../../../actions/season-data'
import { seasonAtAddress, type AddressParams } from '../../../actions/season-in-view'
import { Shell } from '../../../features/shell/shell'

export const dynamic = 'force-dynamic'

interface Props {
  params: Promise<AddressParams>
  children: ReactNode
}

/** A page is titled by its view and the farm. */
export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { farm, season } = await params
  try {
    const found = await seasonAtAddress(farm, season)
    return found ? { title: { default: found.farm, template: `%s · ${found.farm}` } } : {}
  } catch {
    return {} // the page itself reads the season next, and says what is wrong
  }
}

export default async function SeasonLayout({ params, children }: Props) {
  const { farm, season } = await params
  const data = await loadSeasonData(farm, season)
  if (!data) notFound()
  return <Shell data={data}>{children}</Shell>
}
