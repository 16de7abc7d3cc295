/** Keeping the application on the device: what the browser offers, as long as it offers it. */
'use client'
import { useSyncExternalStore } from 'react'

/** What browsers send when a page may be installed; not in the types of the DOM. */
interface InstallOffer extends Event {
  prompt(): Promise<unknown>
}

let offer: InstallOffer | undefined
const listeners = new Set<() => void>()
const tell = () => listeners.forEach((listener) => listener())

// It is offered once, soon after a page was loaded, whatever is shown then.
if (typeof window !== 'undefined') {
  window.addEventListener('beforeinstallprompt', (event) => {
    event.preventDefault() // asked for where somebody looks for it, and not over their work
    offer = event as InstallOffer
    tell()
  })
  window.addEventListener('appinstalled', () => {
    offer = undefined
    tell()
  })
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

/** `installed`: it runs from its own icon. `no`: this browser has to be asked in its own menu, or keeps nothing from here. */
type Installable = 'offered' | 'installed' | 'no'

function installable(): Installable {
  if (offer) return 'offered'
  return window.matchMedia('(display-mode: standalone)').matches ? 'installed' : 'no'
}

/** How the application comes to be kept on this device, as it stands now. */
export const useInstallable = (): Installable => useSyncExternalStore(subscribe, installable, () => 'no')

/** Lets the browser ask whether it is to be installed; it can be asked once for each offer. */
export async function install(): Promise<void> {
  const asked = offer
  offer = undefined
  await asked?.prompt()
  tell()
}
