import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import type { ReactNode } from 'react'
import { preload } from 'react-dom'
import { frameAt } from '../../../actions/season-data'
import { seasonAtAddress, type AddressParams } from '../../../actions/season-in-view'
import { Shell } from '../../../features/shell/shell'
import { seasonAddress } from '../../../ui/live-season'

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
  const found = await frameAt(farm, season)
  if (!found) notFound()
  const { frame, held } = found
  // On its way while the page is still being read, where the device lacks it.
  if (!held) preload(seasonAddress(frame.view), { as: 'fetch', crossOrigin: 'anonymous' })
  return <Shell frame={frame}>{children}</Shell>
}
