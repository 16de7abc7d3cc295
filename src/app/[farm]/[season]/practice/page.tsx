import { titled } from '../../../../actions/titled'
import { PracticeView } from '../../../../features/practice/practice-view'

export const generateMetadata = titled('practice')

export default function PracticePage() {
  return <PracticeView />
}
