import type { Metadata } from 'next'
import { SowingView } from '../../../features/sowing/sowing-view'

export const metadata: Metadata = { title: 'Sowing day' }

export default function SowingPage() {
  return <SowingView />
}
