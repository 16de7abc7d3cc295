import { titled } from '../../../../actions/titled'
import { LearnedView } from '../../../../features/learned/learned-view'

export const generateMetadata = titled('learned')

export default function LearnedPage() {
  return <LearnedView />
}
