import type { Metadata } from 'next'
import { LearnedView } from '../../../features/learned/learned-view'

export const metadata: Metadata = { title: 'Season’s end' }

export default function LearnedPage() {
  return <LearnedView />
}
