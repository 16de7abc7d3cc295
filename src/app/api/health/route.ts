import { health } from '../../../actions/health'

export const dynamic = 'force-dynamic'

/**
 * Whether this server lives, and whether it can do its work: 200 where the database answers and is of this version, 503
 * where not. With `?only=live` the database is not asked.
 */
export async function GET(request: Request) {
  const onlyLive = new URL(request.url).searchParams.get('only') === 'live'
  const found = onlyLive ? { live: true as const } : await health()
  return Response.json(found, {
    status: 'ready' in found && !found.ready ? 503 : 200,
    headers: { 'cache-control': 'no-store' },
  })
}
