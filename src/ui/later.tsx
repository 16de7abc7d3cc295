/** Parts of a page that only a tap needs. */
import dynamic from 'next/dynamic'
import type { ComponentType } from 'react'
import { whenQuiet } from './quiet'

/**
 * A part that comes after the page: it is fetched once the page has been quiet, so that a tap finds it, without signal too,
 * and at the tap where that was sooner.
 */
export function later<P extends object>(load: () => Promise<ComponentType<P>>): ComponentType<P> {
  whenQuiet(() => (navigator.onLine ? load() : undefined))
  return dynamic(load, { ssr: false })
}
