import { titled } from '../../actions/titled'
import { farmsListed } from '../../actions/season-data'
import { FarmsView } from '../../features/farm-page/farms-view'

export const dynamic = 'force-dynamic'
export const generateMetadata = titled('farms')

export default async function FarmsPage() {
  return <FarmsView farms={await farmsListed()} />
}
