/** Before everything else: whether a request is answered at all, and what the browser may do with the answer. */
import { randomBytes } from 'node:crypto'
import { hostname } from 'node:os'
import { NextResponse, type NextRequest } from 'next/server'
import { createLimits, limitedAs } from './actions/limits'
import { canBeRead, HEADERS, namesFrom, policyFor, refusalOf } from './actions/own-requests'

const names = [hostname().toLowerCase(), `${hostname().toLowerCase()}.local`, ...namesFrom(process.env.DOVE_STEP_HOSTS)]
const making = process.env.NODE_ENV === 'development'

const limits = process.env.DOVE_STEP_LIMITS === 'off' ? undefined : createLimits(() => performance.now())

const REFUSED = {
  host: 'This address is not one that Dove Step answers to. Its names are set by DOVE_STEP_HOSTS.\n',
  origin: 'This was sent by another website, and nothing was done.\n',
} as const
const TOO_MUCH = 'This address has asked for too much at once. Wait a little and try again; nothing was done.\n'
const MALFORMED = 'This is no address: a part of it cannot be read.\n'

const plainly = (text: string, status: number) =>
  new NextResponse(text, { status, headers: { ...HEADERS, 'content-type': 'text/plain; charset=utf-8' } })

export function proxy(request: NextRequest) {
  const { headers, method, nextUrl } = request
  const refusal = refusalOf(
    {
      method,
      path: nextUrl.pathname,
      host: headers.get('host'),
      origin: headers.get('origin'),
      site: headers.get('sec-fetch-site'),
      mode: headers.get('sec-fetch-mode'),
    },
    names,
  )
  if (refusal) return plainly(REFUSED[refusal], 403)
  if (!canBeRead(nextUrl.pathname)) return plainly(MALFORMED, 400)
  const kind = limitedAs(method, nextUrl.pathname)
  const wait = kind && limits?.(kind, headers.get('x-forwarded-for') ?? '')
  if (wait !== undefined) {
    const refused = plainly(TOO_MUCH, 429)
    refused.headers.set('retry-after', String(wait))
    return refused
  }
  const policy = policyFor(randomBytes(18).toString('base64'), making)
  const asked = new Headers(headers)
  asked.set('content-security-policy', policy)
  const response = NextResponse.next({ request: { headers: asked } })
  response.headers.set('content-security-policy', policy)
  for (const [name, value] of Object.entries(HEADERS)) response.headers.set(name, value)
  return response
}

/** Everything but files whose names say their content. */
export const config = { matcher: ['/((?!_next/static/|fonts/).*)'] }
