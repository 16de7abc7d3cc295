import { allowed } from '../../../actions/asker'
import { seasonNamed } from '../../../actions/season-in-view'
import { thermometersShown } from '../../../actions/thermometers-shown'

export const dynamic = 'force-dynamic'

/** Thermometers of the farm of a season, and how they stand; with their faults where `faults` asks for them. */
export const GET = allowed(async (request: Request) => {
  const query = new URL(request.url).searchParams
  const found = await seasonNamed(query.get('season'), 'read')
  if (!found) return Response.json({ problem: 'There is no such season.' }, { status: 404 })
  const shown = await thermometersShown(found.base, request.headers, query.has('faults'))
  return Response.json(shown, { headers: { 'cache-control': 'no-store' } })
})
