/** The body of a request, read as it comes and never further than is allowed. */

/** It is longer than is allowed; nothing more of it was read. */
export class TooLong extends Error {}

/**
 * @param most bytes
 * @throws TooLong once there are more, or where more are announced
 */
export async function readBounded(request: Request, most: number): Promise<Uint8Array<ArrayBuffer>> {
  if (Number(request.headers.get('content-length') ?? 0) > most) throw new TooLong()
  const parts: Uint8Array[] = []
  let length = 0
  const reader = request.body?.getReader()
  for (;;) {
    const next = await reader?.read()
    if (!next || next.done) break
    length += next.value.length
    if (length > most) {
      await reader!.cancel()
      throw new TooLong()
    }
    parts.push(next.value)
  }
  const whole = new Uint8Array(length)
  let at = 0
  for (const part of parts) {
    whole.set(part, at)
    at += part.length
  }
  return whole
}
