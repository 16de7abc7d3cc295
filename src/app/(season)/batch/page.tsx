import { titled } from '../../../actions/titled'
import { BatchView } from '../../../features/batch/batch-view'

export const generateMetadata = titled('batch')

export default function BatchPage() {
  return <BatchView />
}
