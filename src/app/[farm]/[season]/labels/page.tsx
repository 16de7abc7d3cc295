import { titled } from '../../../../actions/titled'
import { LabelsView } from '../../../../features/labels/labels-view'

export const generateMetadata = titled('labels')

export default function LabelsPage() {
  return <LabelsView />
}
