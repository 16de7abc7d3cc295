import { titled } from '../../../../actions/titled'
import { FarmView } from '../../../../features/farm-page/farm-view'

export const generateMetadata = titled('farm')

export default function FarmPage() {
  return <FarmView />
}
