import { titled } from '../../../../actions/titled'
import { KnowHowView } from '../../../../features/know-how/know-how-view'

export const generateMetadata = titled('know-how')

export default function KnowHowPage() {
  return <KnowHowView />
}
