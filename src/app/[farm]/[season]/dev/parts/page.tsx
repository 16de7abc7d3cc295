import { titled } from '../../../../../actions/titled'
import { notFound } from 'next/navigation'
import { PartsSheet } from '../../../../../features/parts/parts-sheet'

export const generateMetadata = titled('parts')

/** Shown by `npm run dev` only. */
export default function PartsPage() {
  if (process.env.NODE_ENV === 'production') notFound()
  return <PartsSheet />
}
