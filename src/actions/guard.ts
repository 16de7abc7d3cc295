/** Whether a request is answered at all: asked by a name of ours, from our own pages, and not too often. */
import { hostname } from 'node:os'
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

/**
 * A handler of files that are sent: its body comes as a stream, which whatever stands before all pages would hold in
 * memory; so it is guarded by itself.
 */
export const guarded =
  (handle: (request: Request) => Promise<Response>) =>
  async (request: Request): Promise<Response> =>
    refused(request) ?? withHeaders(await handle(request))

function withHeaders(response: Response): Response {
  for (const [name, value] of Object.entries(HEADERS)) response.headers.set(name, value)
  return response
}
