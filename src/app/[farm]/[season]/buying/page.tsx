import { titled } from '../../../../actions/titled'
import { BuyingView } from '../../../../features/buying/buying-view'

export const generateMetadata = titled('buying')

export default function BuyingPage() {
  return <BuyingView />
}
