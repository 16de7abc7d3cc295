import { allowed } from '../../../actions/asker'
import { seasonAsked } from '../../../actions/season-in-view'
import { rowsOf } from '../../../data/database'
import { seasonRevision } from '../../../data/season-repository'

export const dynamic = 'force-dynamic'

/** The revision of the season whose id the query says, for pages that look whether someone else changed it; `null` where there is none. */
export const GET = allowed(async (request: Request) => {
  const found = await seasonAsked(new URL(request.url).searchParams.get('season'), 'read')
  return Response.json({ revision: found ? ((await seasonRevision(rowsOf(found.id), found.id)) ?? null) : null })
})
