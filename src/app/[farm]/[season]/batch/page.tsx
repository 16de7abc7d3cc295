import { batchTitle } from '../../../../actions/titled'
import { BatchView } from '../../../../features/batch/batch-view'

export const generateMetadata = batchTitle

export default function BatchPage() {
  return <BatchView />
}
