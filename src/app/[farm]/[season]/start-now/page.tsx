import { titled } from '../../../../actions/titled'
import { StartNowView } from '../../../../features/start-now/start-now-view'

export const generateMetadata = titled('start-now')

export default function StartNowPage() {
  return <StartNowView />
}
