import type { Metadata } from 'next'
import { ReadingsView } from '../../../features/readings/readings-view'

export const metadata: Metadata = { title: 'Readings' }

export default function ReadingsPage() {
  return <ReadingsView />
}
