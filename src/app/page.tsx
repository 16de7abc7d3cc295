import { redirect } from 'next/navigation'
import { mayBeginHere } from '../actions/asker'
import { titled } from '../actions/titled'
import { seasonUnnamed } from '../actions/season-in-view'
import { NoFarmView } from '../features/people/no-farm-view'
import { FirstScreen } from '../features/farm-page/first-screen'

export const dynamic = 'force-dynamic'
export const generateMetadata = titled('begin')

/** The season looked at last; where there is none yet, how to begin. */
export default async function Home() {
  const found = await seasonUnnamed()
  if (found) redirect(`${found.at}/today`)
  if (!(await mayBeginHere())) return <NoFarmView />
  return <FirstScreen />
}
