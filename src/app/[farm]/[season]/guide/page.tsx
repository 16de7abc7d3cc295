import { titled } from '../../../../actions/titled'
import { GuideView } from '../../../../features/help/guide-view'

export const generateMetadata = titled('guide')

export default function GuidePage() {
  return <GuideView />
}
