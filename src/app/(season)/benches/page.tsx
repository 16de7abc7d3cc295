import type { Metadata } from 'next'
import { BenchesView } from '../../../features/benches/benches-view'

export const metadata: Metadata = { title: 'Benches' }

export default function BenchesPage() {
  return <BenchesView />
}
