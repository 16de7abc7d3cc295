/** Names of time zones, as the machine knows them. */

/** Whether a name stands for a time zone that this machine knows. */
export function isTimeZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en-US', { timeZone: zone })
    return true
  } catch {
    return false
  }
}
