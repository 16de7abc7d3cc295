/** Whether this device has a connection, and since when not. */
'use client'
import { useSyncExternalStore } from 'react'

let lostAt: number | undefined

function subscribe(listener: () => void): () => void {
  const hear = () => {
    lostAt = navigator.onLine ? undefined : (lostAt ?? Date.now())
    listener()
  }
  hear() // it may have been lost while nobody looked
  window.addEventListener('online', hear)
  window.addEventListener('offline', hear)
  return () => {
    window.removeEventListener('online', hear)
    window.removeEventListener('offline', hear)
  }
}

/** When the connection of this device was lost, ms, as far as the device knows; nothing while there is one. */
export const useConnectionLost = (): number | undefined =>
  useSyncExternalStore(
    subscribe,
    () => lostAt,
    () => undefined,
  )
