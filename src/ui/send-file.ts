/** A file on its way to the server, with how far it has come. */

/** What came back: its status, and the JSON it held. */
export interface Sent {
  status: number
  answer: unknown
}

/**
 * Sends a file as it is. `fetch` does not say how far an upload has come, so the older way is used.
 *
 * @param onShare told the share that has gone, from 0 to 1
 * @param signal stops it
 * @throws Error when the connection is lost, `AbortError` when it was stopped
 */
export function sendFile(
  to: string,
  file: Blob,
  onShare: (share: number) => void,
  signal?: AbortSignal,
): Promise<Sent> {
  return new Promise((done, failed) => {
    const request = new XMLHttpRequest()
    request.open('POST', to)
    request.responseType = 'text'
    request.upload.onprogress = ({ loaded, total }) => onShare(total > 0 ? loaded / total : 0)
    request.onload = () => {
      try {
        done({ status: request.status, answer: JSON.parse(request.responseText) })
      } catch {
        done({ status: request.status, answer: { problem: request.responseText.trim() } })
      }
    }
    request.onerror = () => failed(new TypeError('the connection was lost'))
    request.onabort = () => failed(new DOMException('stopped', 'AbortError'))
    signal?.addEventListener('abort', () => request.abort())
    request.setRequestHeader('content-type', 'application/octet-stream')
    request.send(file)
  })
}
