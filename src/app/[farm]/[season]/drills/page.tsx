import { titled } from '../../../../actions/titled'
import { DrillsView } from '../../../../features/drills/drills-view'

export const generateMetadata = titled('drills')

export default function DrillsPage() {
  return <DrillsView />
}
