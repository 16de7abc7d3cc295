import { createHash } from 'node:crypto'
import { guarded } from '../../../../actions/guard'
import { subscribed } from '../../../../actions/subscribed'

export const dynamic = 'force-dynamic'

const NONE = new Response('There is no calendar at this address. Make a new one on the calendar page of the farm.\n', {
  status: 404,
  headers: { 'content-type': 'text/plain; charset=utf-8' },
})

/** A farm's work for a calendar program, which asks again and again and has nothing but this address. */
export const GET = guarded(async (request: Request) => {
  const token = /\/([\w-]{32})\.ics$/.exec(new URL(request.url).pathname)?.[1]
  const text = token && (await subscribed(token))
  if (!text) return NONE.clone()
  const tag = `"${createHash('sha256').update(text).digest('base64url').slice(0, 24)}"`
  const headers = { etag: tag, 'cache-control': 'private, no-cache' }
  if (request.headers.get('if-none-match') === tag) return new Response(null, { status: 304, headers })
  return new Response(text, { headers: { ...headers, 'content-type': 'text/calendar; charset=utf-8' } })
})
