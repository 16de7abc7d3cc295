import { titled } from '../../../../actions/titled'
import { SowingView } from '../../../../features/sowing/sowing-view'

export const generateMetadata = titled('sowing')

export default function SowingPage() {
  return <SowingView />
}
