/** Being told of frost and heat while no page is open: what this browser can, and asking it. */
'use client'
import { isToldOf, pushKey, tellMe, tellMeNoMore } from '../../actions/told-devices'

/** Whether this browser can be told at all, and whether it lets itself. */
export type Tellable = 'yes' | 'denied' | 'not-here'

export function tellable(): Tellable {
  if (!('serviceWorker' in navigator) || !('PushManager' in window) || !('Notification' in window)) return 'not-here'
  return Notification.permission === 'denied' ? 'denied' : 'yes'
}

async function subscribed(): Promise<PushSubscription | null> {
  const registration = await navigator.serviceWorker.getRegistration()
  return (await registration?.pushManager.getSubscription()) ?? null
}

/** Whether this device is told of the farm of a season. */
export async function isTold(season: string): Promise<boolean> {
  if (tellable() !== 'yes') return false
  const one = await subscribed()
  return one !== null && isToldOf(season, one.endpoint)
}

export type Asked = 'told' | 'denied' | 'not-here' | 'no-service' | 'too-many'

/** Asks the browser, its push service and the server. */
export async function startTelling(season: string, locale: string, units: 'metric' | 'us'): Promise<Asked> {
  if (tellable() === 'not-here') return 'not-here'
  if ((await Notification.requestPermission()) !== 'granted') return 'denied'
  const registration = await navigator.serviceWorker.getRegistration()
  const key = await pushKey(season)
  if (!registration || key === undefined) return 'not-here'
  const one =
    (await subscribed()) ??
    (await registration.pushManager
      .subscribe({ userVisibleOnly: true, applicationServerKey: key })
      .catch((error: unknown) => {
        console.warn('The push service did not answer:', error)
        return null
      }))
  if (!one) return 'no-service'
  const { p256dh, auth } = one.toJSON().keys ?? {}
  return (await tellMe(season, { endpoint: one.endpoint, p256dh, auth, locale, units })) ?? 'not-here'
}

/** This device is told of this farm no more; of other farms it still is. */
export async function stopTelling(season: string): Promise<void> {
  const one = await subscribed()
  if (one) await tellMeNoMore(season, one.endpoint)
}
