import { titled } from '../../../../actions/titled'
import { MatsView } from '../../../../features/mats/mats-view'

export const generateMetadata = titled('mats')

export default function MatsPage() {
  return <MatsView />
}
