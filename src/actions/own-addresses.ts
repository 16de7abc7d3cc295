/** By which addresses other devices reach this server. */
import { networkInterfaces } from 'node:os'

const HERE = /^(?:localhost|127\.\d+\.\d+\.\d+|\[::1\])(?::(\d+))?$/

/**
 * Addresses to show others, the best first; none where only this machine reaches the server.
 *
 * @param host the name and port by which the page that asks was reached
 */
export function addressesFor(host: string | null, protocol: string): string[] {
  const said = process.env.DOVE_STEP_ADDRESS
  if (said) return [said]
  if (host === null) return []
  const here = HERE.exec(host)
  if (!here) return [`${protocol}://${host}`]
  if (process.env.DOVE_STEP_SHARED !== '1') return []
  const port = here[1] === undefined ? '' : `:${here[1]}`
  return Object.values(networkInterfaces())
    .flatMap((all) => all ?? [])
    .filter(({ family, internal }) => family === 'IPv4' && !internal)
    .map(({ address }) => `${protocol}://${address}${port}`)
}
