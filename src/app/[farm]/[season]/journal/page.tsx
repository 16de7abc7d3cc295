import { titled } from '../../../../actions/titled'
import { JournalView } from '../../../../features/journal/journal-view'

export const generateMetadata = titled('journal')

export default function JournalPage() {
  return <JournalView />
}
