import { redirect } from 'next/navigation'
import { titled } from '../actions/titled'
import { seasonUnnamed } from '../actions/season-in-view'
import { FirstScreen } from '../features/farm-page/first-screen'

export const dynamic = 'force-dynamic'
export const generateMetadata = titled('begin')

/** The season looked at last; where there is none yet, how to begin. */
export default async function Home() {
  const found = await seasonUnnamed()
  if (found) redirect(`${found.at}/today`)
  return <FirstScreen />
}
