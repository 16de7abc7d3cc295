/** Before everything else: whether a request is answered at all, and what the browser may do with the answer. */
import { randomBytes, randomUUID } from 'node:crypto'
import { NextResponse, type NextRequest } from 'next/server'
import { handOn } from './actions/asked-by'
import { refused, signInFirst } from './actions/guard'
import { DEVICE_COOKIE, deviceIn } from './actions/limits'
import { HEADERS, policyFor } from './actions/own-requests'

const YEAR = 365 * 24 * 60 * 60 // s
const making = process.env.NODE_ENV === 'development'

export async function proxy(request: NextRequest) {
  const unasked = refused(request)
  if (unasked) return unasked
  const { refusal, asker } = await signInFirst(request)
  if (refusal) return refusal
  const policy = policyFor(randomBytes(18).toString('base64'), making)
  const asked = new Headers(request.headers)
  asked.set('content-security-policy', policy)
  handOn(asked, asker)
  const response = NextResponse.next({ request: { headers: asked } })
  response.headers.set('content-security-policy', policy)
  for (const [name, value] of Object.entries(HEADERS)) response.headers.set(name, value)
  if (deviceIn(request.headers.get('cookie')) === undefined)
    response.cookies.set(DEVICE_COOKIE, randomUUID(), { httpOnly: true, sameSite: 'lax', path: '/', maxAge: YEAR })
  return response
}

/** Everything but files whose names say their content, and what is guarded by itself: what takes long files or comes often. */
export const config = { matcher: ['/((?!_next/static/|fonts/|api/import/|api/backup/|api/records$).*)'] }
