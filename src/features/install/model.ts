/** What kind of device a page is on, and whether others can reach it. */
import { useMemo, useSyncExternalStore } from 'react'

export const DEVICES = ['android', 'iphone', 'computer'] as const
export type DeviceKind = (typeof DEVICES)[number]

/**
 * What the steps are shown for first; whoever has another device chooses it.
 *
 * @param touches points of touch: tablets of one maker say they are computers
 */
export function deviceKind(userAgent: string, touches: number): DeviceKind {
  if (/android/i.test(userAgent)) return 'android'
  return /iphone|ipad|ipod/i.test(userAgent) || (/macintosh/i.test(userAgent) && touches > 1) ? 'iphone' : 'computer'
}

/** Whether an address leads to the machine itself alone. */
export const isHereOnly = (origin: string): boolean =>
  /^https?:\/\/(?:localhost|127\.\d+\.\d+\.\d+|\[::1\])(?::\d+)?$/.test(origin)

const never = () => () => undefined

/** The page as this browser has it; nothing while the server draws it. */
export function usePage(): { origin: string | undefined; kind: DeviceKind; secure: boolean } {
  const origin = useSyncExternalStore(
    never,
    () => window.location.origin,
    () => undefined,
  )
  return useMemo(
    () =>
      origin === undefined
        ? { origin, kind: 'computer', secure: true }
        : {
            origin,
            kind: deviceKind(navigator.userAgent, navigator.maxTouchPoints),
            secure: window.isSecureContext,
          },
    [origin],
  )
}

/** So many bytes as a person says it: `14 MB`. */
export const megabytes = (bytes: number): string => `${Math.max(1, Math.round(bytes / 1_000_000))} MB`
