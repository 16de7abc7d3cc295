/** What is told of a device. */

export type DeviceKind = 'phone' | 'tablet' | 'computer' | 'unknown'

/** What a browser runs on, by what it says of itself. */
export function deviceKind(agent: string): DeviceKind {
  if (/iPad|Tablet/.test(agent) || (/Android/.test(agent) && !/Mobile/.test(agent))) return 'tablet'
  if (/iPhone|Android|Mobile/.test(agent)) return 'phone'
  return /Windows|Mac OS X|Linux|CrOS/.test(agent) ? 'computer' : 'unknown'
}
