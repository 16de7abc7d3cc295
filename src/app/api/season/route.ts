import { allowed } from '../../../actions/asker'
import { seasonNamed } from '../../../actions/season-in-view'
import { rowsOf } from '../../../data/database'
import { seasonSince } from '../../../data/since-repository'

export const dynamic = 'force-dynamic'

/** The season whose id the query says: what has changed `since` the moment its reader holds, else all of it; or that there is none any more. */
export const GET = allowed(async (request: Request) => {
  const query = new URL(request.url).searchParams
  const found = await seasonNamed(query.get('season'), 'read')
  const since = found && (await seasonSince(rowsOf(found.id), found.id, query.get('since') ?? undefined))
  return Response.json(since ?? { gone: true }, { headers: { 'cache-control': 'no-store' } })
})
