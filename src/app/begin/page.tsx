import { localToday } from '../../actions/season-data'
import { titled } from '../../actions/titled'
import { FirstFarm } from '../../features/first-farm/first-farm'

export const dynamic = 'force-dynamic'
export const generateMetadata = titled('begin')

export default function BeginPage() {
  return <FirstFarm today={localToday()} />
}
