/** What the server fails at is logged under the name the page shows for it. */
import type { Instrumentation } from 'next'

export const onRequestError: Instrumentation.onRequestError = async (error, request, context) => {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return
  const { log } = await import('./data/log')
  const { digest } = (error ?? {}) as { digest?: unknown }
  // A refusal is an answer, not a fault.
  if (digest === 'DOVE_NOT_ALLOWED' || digest === 'DOVE_SIGNED_OUT') return
  log.error(
    {
      request: digest,
      method: request.method,
      // Without its query: that may hold what somebody wrote.
      path: request.path.split('?')[0],
      route: context.routePath,
      kind: context.routeType,
      err: error instanceof Error ? { name: error.name, message: error.message, stack: error.stack } : String(error),
    },
    'a request failed',
  )
}
