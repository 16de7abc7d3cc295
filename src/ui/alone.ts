/** One page of this device at a time. */

const PATIENCE = 60_000 // ms a page waits for another

/**
 * Runs something while no other page of this device does what goes by the same name. One that holds it for long, as a page
 * that the browser put to sleep, is waited for no longer.
 */
export async function alone(name: string, run: () => Promise<void>): Promise<void> {
  // Browsers hand out locks only where the connection is safe.
  if (!('locks' in navigator)) return run()
  try {
    await navigator.locks.request(name, { signal: AbortSignal.timeout(PATIENCE) }, run)
  } catch (error) {
    if (!(error instanceof DOMException)) throw error
    await run()
  }
}
