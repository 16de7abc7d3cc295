/** Whether a request is answered at all: asked by a name of ours, from our own pages, and not too often. */
import { hostname } from 'node:os'
import { log } from '../data/log'
import type { Asker } from '../season/roles'
import { askedBy, askerOf } from './asker'
import { createLimits, deviceIn, limitedAs } from './limits'
import { canBeRead, HEADERS, namesFrom, refusalOf } from './own-requests'

const names = [hostname().toLowerCase(), `${hostname().toLowerCase()}.local`, ...namesFrom(process.env.DOVE_STEP_HOSTS)]
const limits = process.env.DOVE_STEP_LIMITS === 'off' ? undefined : createLimits(() => performance.now())

const REFUSED = {
  host: 'This address is not one that Dove Step answers to. Its names are set by DOVE_STEP_HOSTS.\n',
  origin: 'This was sent by another website, and nothing was done.\n',
} as const
const TOO_MUCH =
  'This device or its address has asked for too much at once. Wait a little and try again; nothing was done.\n'
const MALFORMED = 'This is no address: a part of it cannot be read.\n'

const plainly = (text: string, status: number, more: Record<string, string> = {}) =>
  new Response(text, { status, headers: { ...HEADERS, 'content-type': 'text/plain; charset=utf-8', ...more } })

/** The answer to a request that is refused; `undefined` where it may go on. */
export function refused({ headers, method, url }: Request): Response | undefined {
  const { pathname } = new URL(url)
  const refusal = refusalOf(
    {
      method,
      path: pathname,
      host: headers.get('host'),
      origin: headers.get('origin'),
      site: headers.get('sec-fetch-site'),
      mode: headers.get('sec-fetch-mode'),
    },
    names,
  )
  if (refusal) return plainly(REFUSED[refusal], 403)
  if (!canBeRead(pathname)) return plainly(MALFORMED, 400)
  const kind = limitedAs(method, pathname)
  const wait = kind && limits?.(kind, headers.get('x-forwarded-for') ?? '', deviceIn(headers.get('cookie')))
  return wait === undefined ? undefined : plainly(TOO_MUCH, 429, { 'retry-after': String(wait) })
}

/** What is there for whoever has not signed in. */
const FOR_NOBODY =
  /^\/(?:manifest\.webmanifest|icon-[\w-]+\.png|apple-icon[\w-]*\.png|sign-in|join\/[^/]+|new-password\/[^/]+|phone\/[^/]+|api\/auth\/.*|api\/health|api\/thermometer|api\/calendar\/[\w-]{32}\.ics|sw\.js|icon\.svg|favicon\.ico)$/

/**
 * Who sends a request; and where people have to sign in, and this one has not, the way there. Actions say it themselves,
 * in words of the page.
 */
export async function signInFirst(
  request: Request,
): Promise<{ refusal: Response | undefined; asker: Asker | undefined }> {
  const { pathname, search } = new URL(request.url)
  const goesOn = { refusal: undefined, asker: undefined }
  if (FOR_NOBODY.test(pathname) || request.headers.has('next-action')) return goesOn
  const asker = await askerOf(request.headers).catch((error: unknown) => {
    // Without the database nothing is shown; the page asks again, and says what is wrong.
    log.warn({ err: String(error) }, 'who asks could not be looked for')
    return undefined
  })
  if (asker?.kind !== 'nobody') return { refusal: undefined, asker }
  const isPage = request.method === 'GET' && !/^\/(?:api|out)\//.test(pathname)
  if (!isPage)
    return { refusal: Response.json({ problem: 'Sign in first.' }, { status: 401, headers: HEADERS }), asker }
  const to = pathname === '/' ? '' : `?to=${encodeURIComponent(pathname + search)}`
  const headers = { ...HEADERS, location: new URL(`/sign-in${to}`, request.url).href }
  return { refusal: new Response(null, { status: 307, headers }), asker }
}

/**
 * A handler that is guarded by itself. What takes files gets them as a stream, which whatever stands before all pages
 * would hold in memory; and what a crew sends all day long is answered twice as fast.
 */
export const guarded =
  (handle: (request: Request) => Promise<Response>) =>
  async (request: Request): Promise<Response> => {
    const refusal = refused(request)
    if (refusal) return refusal
    const asked = await signInFirst(request)
    return asked.refusal ?? withHeaders(await askedBy(asked.asker, () => handle(request)))
  }

function withHeaders(response: Response): Response {
  for (const [name, value] of Object.entries(HEADERS)) response.headers.set(name, value)
  return response
}
