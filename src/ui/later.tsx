/** Parts of a page that come after it. */
'use client'
import { useEffect, useState, useSyncExternalStore, type ComponentType, type ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import { useNotice } from './notice'
import { whenQuiet } from './quiet'

/** How long what could not be fetched waits before it is tried again, ms. */
const AGAIN = 5000

export interface LaterOptions {
  /** Fetched only where it is drawn. Otherwise once the page has been quiet, so that a tap finds it, without signal too. */
  onlyWhenDrawn?: boolean
  /** Nobody asked for it: where it cannot be fetched nothing is said. */
  unasked?: boolean
  /** What stands in its place while it is fetched. */
  meanwhile?: ReactNode
}

/**
 * A part that comes after the page. Where it cannot be fetched the page stays as it is: the part is tried again, and
 * comes when there is a connection.
 */
export function later<P extends object>(
  load: () => Promise<ComponentType<P>>,
  { onlyWhenDrawn = false, unasked = false, meanwhile = null }: LaterOptions = {},
): ComponentType<P> {
  let part: ComponentType<P> | undefined
  const listeners = new Set<() => void>()
  const listen = (listener: () => void) => {
    listeners.add(listener)
    return () => void listeners.delete(listener)
  }
  const fetchPart = async () => {
    part ??= await load()
    for (const listener of listeners) listener()
  }
  if (!onlyWhenDrawn) whenQuiet(() => (navigator.onLine ? fetchPart() : undefined))
  return function Later(props: P) {
    const Part = useSyncExternalStore(
      listen,
      () => part,
      () => undefined,
    )
    const failed = useFetched(fetchPart)
    if (Part) return <Part {...props} />
    return (
      <>
        {failed && !unasked && <NotHere />}
        {meanwhile}
      </>
    )
  }
}

/** Fetches what is drawn, and again while that fails; whether it has failed. */
function useFetched(fetchPart: () => Promise<void>): boolean {
  const [failed, setFailed] = useState(false)
  useEffect(() => {
    let waiting: ReturnType<typeof setTimeout> | undefined
    const attempt = () => {
      clearTimeout(waiting)
      void fetchPart().catch((error: unknown) => {
        console.warn('A part of the page could not be fetched yet:', error)
        setFailed(true)
        waiting = setTimeout(attempt, AGAIN)
      })
    }
    attempt()
    window.addEventListener('online', attempt)
    return () => {
      clearTimeout(waiting)
      window.removeEventListener('online', attempt)
    }
  }, [fetchPart])
  return failed
}

/** Says that what was asked for is not on this device yet. */
function NotHere() {
  const t = useTranslations('ui')
  const notice = useNotice()
  useEffect(() => notice({ text: t('partNotHere'), tone: 'error' }), [notice, t])
  return null
}
