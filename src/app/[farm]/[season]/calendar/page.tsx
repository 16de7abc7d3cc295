import { titled } from '../../../../actions/titled'
import { CalendarView } from '../../../../features/calendar/calendar-view'

export const generateMetadata = titled('calendar')

export default function CalendarPage() {
  return <CalendarView />
}
