import type { Metadata } from 'next'
import { FarmView } from '../../../features/farm-page/farm-view'

export const metadata: Metadata = { title: 'Farm' }

export default function FarmPage() {
  return <FarmView />
}
