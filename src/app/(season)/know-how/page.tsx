import type { Metadata } from 'next'
import { KnowHowView } from '../../../features/know-how/know-how-view'

export const metadata: Metadata = { title: 'Know-how' }

export default function KnowHowPage() {
  return <KnowHowView />
}
