import type { Metadata } from 'next'
import { SeedView } from '../../../features/seed/seed-view'

export const metadata: Metadata = { title: 'Seed' }

export default function SeedPage() {
  return <SeedView />
}
