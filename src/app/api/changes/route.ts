import { allowed, askerOf } from '../../../actions/asker'
import { seasonAsked } from '../../../actions/season-in-view'
import { rowsOf } from '../../../data/database'
import { seasonFeed } from '../../../data/season-feed'
import { seasonRevision } from '../../../data/season-repository'
import { log } from '../../../data/log'
import { may } from '../../../season/roles'

export const dynamic = 'force-dynamic'

const MOST_OPEN = 500
const SIGN_OF_LIFE = 25_000 // ms
let open = 0

/** The revision of a season, and each new one as it comes, as server-sent events. */
export const GET = allowed(async (request: Request) => {
  const found = await seasonAsked(new URL(request.url).searchParams.get('season'), 'read')
  if (!found) return Response.json({ problem: 'There is no such season.' }, { status: 404 })
  if (open >= MOST_OPEN) return Response.json({ problem: 'Too many pages listen already.' }, { status: 503 })
  open++
  const { id } = found
  let end = () => undefined as void
  const stream = new ReadableStream<Uint8Array>({
    start(out) {
      const encoder = new TextEncoder()
      const write = (text: string) => out.enqueue(encoder.encode(text))
      let last = -1
      let over = false
      const tell = (revision: number) => {
        if (over || revision === last) return
        last = revision
        write(`data: ${revision}\n\n`)
      }
      const ask = () =>
        seasonRevision(rowsOf(id), id).then(
          (revision) => revision !== undefined && tell(revision),
          (error: unknown) => log.warn({ err: String(error) }, 'a revision could not be read'),
        )
      const close = () => {
        if (over) return
        end()
        out.close()
      }
      const stop = seasonFeed().listen(id.season_id, (revision) => {
        if (revision === 'over') close()
        else if (revision === undefined) void ask()
        else tell(revision)
      })
      // Who has signed out, or is taken off the farm, hears no more of it.
      const stillMay = async () => {
        if (!may(await askerOf(request.headers), 'read', id.farm_id)) close()
        else if (!over) write(':\n\n')
      }
      const alive = setInterval(
        () =>
          void stillMay().catch((error: unknown) =>
            log.warn({ err: String(error) }, 'a listener could not be asked for'),
          ),
        SIGN_OF_LIFE,
      )
      end = () => {
        end = () => undefined
        over = true
        open--
        stop()
        clearInterval(alive)
      }
      write('retry: 3000\n\n')
      void ask()
      request.signal.addEventListener('abort', close)
    },
    cancel() {
      end()
    },
  })
  return new Response(stream, {
    headers: {
      'content-type': 'text/event-stream; charset=utf-8',
      // Packed, it would be held back until there is enough of it.
      'cache-control': 'no-store, no-transform',
      'x-accel-buffering': 'no',
    },
  })
})
