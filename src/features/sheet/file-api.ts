/** A spreadsheet file sent by a page, given back as cells of text. Nothing is kept of it. */
import { MOST_BYTES, readSheetFile, type FileCells } from '../../interchange/plan-sheet/read-file'

// A file that is refused is an answer like another: the page says why.
const say = (read: FileCells) => Response.json(read, { headers: { 'cache-control': 'no-store' } })

/** Reads what is sent, up to the most that is read at all. */
export async function readSent(request: Request): Promise<Response> {
  const name = new URL(request.url).searchParams.get('name') ?? ''
  const parts: Uint8Array[] = []
  let size = 0
  const reader = request.body?.getReader()
  for (let part = await reader?.read(); part && !part.done; part = await reader!.read()) {
    size += part.value.length
    if (size > MOST_BYTES) {
      await reader!.cancel()
      return say({ ok: false, fault: 'too-large' })
    }
    parts.push(part.value)
  }
  const bytes = new Uint8Array(size)
  let at = 0
  for (const part of parts) {
    bytes.set(part, at)
    at += part.length
  }
  return say(await readSheetFile(name, bytes))
}
