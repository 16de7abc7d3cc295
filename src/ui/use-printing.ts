/** Whether the page is being printed: what is folded on a screen is not folded on paper. */
'use client'
import { useSyncExternalStore } from 'react'

let printing = false

function subscribe(listener: () => void): () => void {
  const hear = ({ type }: Event) => {
    printing = type === 'beforeprint'
    listener()
  }
  window.addEventListener('beforeprint', hear)
  window.addEventListener('afterprint', hear)
  return () => {
    window.removeEventListener('beforeprint', hear)
    window.removeEventListener('afterprint', hear)
  }
}

export const usePrinting = (): boolean =>
  useSyncExternalStore(
    subscribe,
    () => printing,
    () => false,
  )
