import { titled } from '../../../../actions/titled'
import { CostsView } from '../../../../features/costs/costs-view'

export const generateMetadata = titled('costs')

export default function CostsPage() {
  return <CostsView />
}
