/** What answered could not take what was sent. */
export class ServerFault extends Error {
  constructor(
    readonly status: number,
    /** ms it asks to be left alone for */
    readonly pause?: number,
  ) {
    super(`the server answered ${status}`)
  }
}

/** The fault of an answer that is none that was hoped for. */
export function faultOf(response: Response): ServerFault {
  const seconds = Number(response.headers.get('retry-after') ?? NaN)
  return new ServerFault(response.status, Number.isFinite(seconds) ? seconds * 1000 : undefined)
}
