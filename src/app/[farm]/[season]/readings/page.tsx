import { titled } from '../../../../actions/titled'
import { ReadingsView } from '../../../../features/readings/readings-view'

export const generateMetadata = titled('readings')

export default function ReadingsPage() {
  return <ReadingsView />
}
