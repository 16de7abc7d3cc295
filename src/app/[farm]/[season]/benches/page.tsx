import { titled } from '../../../../actions/titled'
import { BenchesView } from '../../../../features/benches/benches-view'

export const generateMetadata = titled('benches')

export default function BenchesPage() {
  return <BenchesView />
}
