/** Where browsers take messages. */

/**
 * Whether an address is one of a push service on the internet: this server sends there what it is asked to, and is not to be
 * led at machines of its own house.
 *
 * @param only beginning of the one service there is, in tests
 */
export function isPushService(endpoint: string, only?: string): boolean {
  if (only !== undefined) return endpoint.startsWith(only)
  if (!URL.canParse(endpoint)) return false
  const { protocol, hostname, port, username, password } = new URL(endpoint)
  return (
    protocol === 'https:' &&
    port === '' &&
    username === '' &&
    password === '' &&
    /^(?:[a-z0-9-]+\.)+[a-z]{2,}$/.test(hostname) &&
    !/\.(?:local|localhost|internal|lan|home|corp|arpa|test|invalid)$/.test(hostname)
  )
}

/** What a device is told, as it travels. */
export interface PushMessage {
  title: string
  body: string
  /** One of the same tag stands in the place of the one before. */
  tag: string
  /** Address that a tap opens. */
  at: string
}
