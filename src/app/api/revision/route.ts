import { database } from '../../../data/database'
import { seasonInView } from '../../../actions/season-in-view'
import { seasonRevision } from '../../../data/season-repository'

export const dynamic = 'force-dynamic'

/** Which season is open and its revision, for pages that look whether someone else changed it. */
export async function GET() {
  const id = await seasonInView()
  return Response.json({
    view: id?.season_id ?? null,
    revision: id ? ((await seasonRevision(database(), id)) ?? null) : null,
  })
}
