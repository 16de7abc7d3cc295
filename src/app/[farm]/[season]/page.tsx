import { redirect } from 'next/navigation'
import type { AddressParams } from '../../../actions/season-in-view'

export default async function SeasonPage({ params }: { params: Promise<AddressParams> }) {
  const { farm, season } = await params
  redirect(`/${farm}/${season}/today`)
}
