import { titled } from '../../../../actions/titled'
import { SeedView } from '../../../../features/seed/seed-view'

export const generateMetadata = titled('seed')

export default function SeedPage() {
  return <SeedView />
}
