import { titled } from '../../../../actions/titled'
import { TodayView } from '../../../../features/today/today-view'

export const generateMetadata = titled('today')

export default function TodayPage() {
  return <TodayView />
}
